import type { HairMark } from '@tidy-quill/core/reaction';
import { v7 } from 'uuid';

const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString();

/** Events of one test spot fired twelve minutes ago, read at once and now. */
export function spotEvents(
  setting: object,
  marks: readonly HairMark[],
  more: { readonly areaId?: string; readonly pain?: number; readonly photoIds?: string[] } = {},
): object[] {
  const { areaId, pain = 3, photoIds = [] } = more;
  const spotId = v7();
  const event = (at: string, body: object, id = v7()) => ({ id, at, areaId, body });
  const read = { kind: 'spotRead', spotId, pain, photoIds, note: '' };
  return [
    event(ago(12), { kind: 'spotFired', place: 'upperLeft', setting, pulses: 3, note: '' }, spotId),
    event(ago(11.5), { ...read, marks: ['nothing'] }),
    event(ago(0), { ...read, marks }),
  ];
}
