import { segmentsOf, type SettingResponse, type VisitRecord } from '@tidy-quill/core/session';
import type { SkinAnswer } from '@tidy-quill/core/reaction';
import { figure, pulsesText, spotText } from './format';
import { fluenceText, pulseText } from './settings';
import { ADVERSE_WORDS, ENDPOINT_WORDS, MARK_WORDS } from './words';

/** How the skin responded: the harm, where there was any, else the endpoint. */
export const responseText = ({ adverse, endpoint }: SkinAnswer): string =>
  adverse.length > 0
    ? adverse.map((each) => ADVERSE_WORDS[each]).join(', ')
    : ENDPOINT_WORDS[endpoint];

/** The worst pain of a setting, 0–10. */
export const worstPainText = ({ painMax }: SkinAnswer): string =>
  painMax === null ? 'pain not asked' : `pain up to ${painMax}`;

/** What was seen while a setting was dialled in, mark by mark; its endpoint where none was logged. */
export const seenText = ({ marks, answer }: Pick<SettingResponse, 'marks' | 'answer'>): string =>
  marks.length > 0 ? marks.map((mark) => MARK_WORDS[mark]).join(', ') : responseText(answer);

/** One setting of a session with its own pulses, pain and response. */
export const settingResponseText = ({
  setting,
  pulses,
  answer,
}: Pick<SettingResponse, 'setting' | 'pulses' | 'answer'>): string =>
  `${pulsesText(pulses)} at ${fluenceText(setting)}, ${pulseText(setting.pulseMs)}, ${spotText(setting.spot)}: ${worstPainText(answer)}, ${responseText(answer)}`;

/** What a zone was given, in words for the client: test spots, then each setting with its own pulses, pain and response. */
export function givenLines(record: VisitRecord): readonly string[] {
  const { length: spots } = record.spots;
  const tests = spots === 0 ? [] : [spots === 1 ? '1 test spot' : `${spots} test spots`];
  const given = segmentsOf(record).filter(({ pulses }) => pulses > 0);
  return [
    ...tests,
    ...given.map((each) => {
      const { fluenceJcm2, pulseMs, spot } = each.setting;
      const what = `${pulsesText(each.pulses)} at ${figure(fluenceJcm2, 2)} J/cm², ${pulseText(pulseMs)}, ${spotText(spot)}`;
      const pain = each.answer.painMax === null ? [] : [worstPainText(each.answer)];
      const seen = each.marks.map((mark) => MARK_WORDS[mark]);
      return [what, ...pain, ...seen].join(', ');
    }),
  ];
}
