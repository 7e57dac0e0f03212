import { CHECK_IDS } from '@tidy-quill/core/prepare';
import { v7 } from 'uuid';

/** Events that make everything ready for a setting, the console read back as planned. */
export function readyEvents(
  setting: { readonly handpieceId: string; readonly technique: string } & object,
  wavelengthNm: number,
  areaId?: string,
  at = new Date().toISOString(),
): object[] {
  const { handpieceId: _handpiece, technique: _technique, ...shown } = setting;
  const event = (body: object) => ({ id: v7(), at, areaId, body });
  return [
    ...CHECK_IDS.map((check) => event({ kind: 'checkTicked', check, done: true })),
    event({ kind: 'settingsRead', by: 'eye', shown: { ...shown, wavelengthNm } }),
  ];
}
