import type { Setting } from '../plan';
import { asShown, CHECK_IDS } from '../prepare';
import { assess, STANDARD_SUITABILITY, type Answers } from '../suitability';
import type { BodyOf, EventBody } from '../events';

const ON = '2026-11-24';

/** Answers given for hair on the body of an adult, judged by the rules that ship. */
export const answersGiven = (answers: Answers): BodyOf<'answersGiven'> => ({
  kind: 'answersGiven',
  answers,
  medicines: [],
  on: ON,
  aheadId: null,
  assessment: assess(
    { answers, medicines: [] },
    { job: 'hair', place: 'body', age: 30, on: ON },
    STANDARD_SUITABILITY,
  ),
});

/** Everything made ready for a setting, and the console read back as planned. */
export const readyFor = (setting: Setting, wavelengthNm: number): readonly EventBody[] => [
  ...CHECK_IDS.map((check): EventBody => ({ kind: 'checkTicked', check, done: true })),
  { kind: 'settingsRead', by: 'eye', shown: asShown(setting, wavelengthNm) },
];
