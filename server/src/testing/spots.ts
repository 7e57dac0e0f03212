import type { HairMark } from '@tidy-quill/core/reaction';
import { v7 } from 'uuid';
import { readyEvents } from './ready';

const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString();

const NM: Readonly<Record<string, number>> = { 'long-pulse-1064': 1064, 'alexandrite-755': 755 };

/** Events of one test spot: all made ready, fired twelve minutes ago, read at once and now. */
export function spotEvents(
  setting: Parameters<typeof readyEvents>[0],
  marks: readonly HairMark[],
  more: { readonly areaId?: string; readonly pain?: number; readonly photoIds?: string[] } = {},
): object[] {
  const { areaId, pain = 3, photoIds = [] } = more;
  const spotId = v7();
  const event = (at: string, body: object, id = v7()) => ({ id, at, areaId, body });
  const read = { kind: 'spotRead', spotId, pain, photoIds, note: '' };
  return [
    ...readyEvents(setting, NM[setting.handpieceId] ?? 810, areaId, ago(13)),
    event(ago(12), { kind: 'spotFired', place: 'upperLeft', setting, pulses: 3, note: '' }, spotId),
    event(ago(11.5), { ...read, marks: ['nothing'] }),
    event(ago(0), { ...read, marks }),
  ];
}
