import type { LearntFrom, LearntHere, Lesson } from '@tidy-quill/core/plan';
import { countText, figure } from './format';

/** “0.6 %”, “62 %”, “under 0.1 %”. */
export function chanceText(chance: number): string {
  if (chance < 0.001) return 'under 0.1\u00a0%';
  return `${figure(chance * 100, chance < 0.1 ? 1 : 0)}\u00a0%`;
}

/** What chances rest on: “2 test spots, 1 session and the model”. */
export function restsOnText(from: readonly LearntFrom[]): string {
  const here = from.filter(({ sameBand }) => sameBand);
  const spots = here.filter(({ test }) => test).length;
  const sessions = here.length - spots;
  const others = from.length - here.length;
  const parts = [
    ...(spots === 0 ? [] : [countText(spots, 'test spot')]),
    ...(sessions === 0 ? [] : [countText(sessions, 'session')]),
    ...(others === 0 ? [] : [`${countText(others, 'answer')} at another wavelength`]),
  ];
  return parts.length === 0
    ? 'the model alone: nothing was read here yet'
    : `${parts.join(', ')} and the model`;
}

// Less than this is no finding.
const WORTH_SAYING = 0.05;

/** What answers taught of the skin, in words; nothing where they taught little. */
export function toleranceText({ posterior, from }: LearntHere): string {
  const off = Math.exp(posterior.skin.mean) - 1;
  if (from.length === 0 || Math.abs(off) < WORTH_SAYING) return '';
  const percent = figure(Math.abs(off) * 100, 0);
  return off < 0
    ? `This skin tolerates about ${percent}\u00a0% less than its type suggests.`
    : `This skin tolerates about ${percent}\u00a0% more than its type suggests.`;
}

/** Why the risk limits a fluence. */
export const riskReason = (learnt: LearntHere): string =>
  [
    `Up to ${figure(learnt.share * 100, 0)}\u00a0% of the ceiling the chance of an adverse answer stays at the ${figure(learnt.rule.risk * 100, 1)}\u00a0% that the protocol allows.`,
    `It rests on ${restsOnText(learnt.from)}.`,
    toleranceText(learnt),
    'An estimate, not tested on patients.',
  ]
    .filter((each) => each !== '')
    .join(' ');

/** Whether two limits are the same figure on the screen: “from 28.8 to 28.8” says nothing. */
const readAlike = (one: number, other: number) => figure(one) === figure(other);

/** “A good answer at 27 would bring the limit by risk from 29 to 31 J/cm², a strong one to 24.” */
export function lessonText(
  fluenceJcm2: number,
  limitJcm2: number,
  { limitAfter: { right, strong } }: Lesson,
): string {
  const good = `A good answer at ${figure(fluenceJcm2, 2)} would`;
  return readAlike(right, limitJcm2)
    ? `${good} leave the limit by risk at ${figure(limitJcm2)}\u00a0J/cm², a strong one bring it to ${figure(strong)}.`
    : `${good} bring the limit by risk from ${figure(limitJcm2)} to ${figure(right)}\u00a0J/cm², a strong one to ${figure(strong)}.`;
}

/** “What was seen brings the limit by risk from 29 to 31 J/cm² at this setting.” */
export const taughtText = (wasJcm2: number, isJcm2: number): string =>
  readAlike(isJcm2, wasJcm2)
    ? `What was seen leaves the limit by risk at ${figure(isJcm2)}\u00a0J/cm² at this setting.`
    : `What was seen brings the limit by risk from ${figure(wasJcm2)} to ${figure(isJcm2)}\u00a0J/cm² at this setting.`;
