import type { SkinAnswer } from '../reaction';
import type { Setting } from './setting';

export const STEP_REASONS = [
  'noEndpoint',
  'faintEndpoint',
  'endpointRight',
  'notRead',
  'endpointStrong',
  'pain5or6',
  'pain7',
  'adverse',
] as const;

/** What an answer of the skin asks of the next setting. */
export interface StepAdvice {
  readonly factor: 1.1 | 1 | 0.9 | 0.8;
  readonly action: 'raise' | 'hold' | 'lower' | 'stopAndFindCause' | 'stopAndHeal';
  readonly because: (typeof STEP_REASONS)[number];
  /** A new test spot comes before the next full session. */
  readonly newTestSpot: boolean;
  /** The supervisor's approval is needed. */
  readonly supervisor: boolean;
}

/**
 * The step rule, strictest first: anything adverse or pain 7 and more, −20 %; a strong endpoint or
 * pain 5–6, −10 %; the right endpoint, hold; no endpoint with pain 0–4, +10 %. An endpoint that
 * nobody read holds: what was not seen raises nothing.
 *
 * @param faintIsEnough whether a faint endpoint is all that is wanted, as in red ink
 */
export function stepRule(answer: SkinAnswer, faintIsEnough = false): StepAdvice {
  const calm = { newTestSpot: false, supervisor: false };
  const pain = answer.painMax ?? 0;
  if (answer.adverse.length > 0) {
    return {
      factor: 0.8,
      action: 'stopAndHeal',
      because: 'adverse',
      newTestSpot: true,
      supervisor: true,
    };
  }
  if (pain >= 7) {
    return {
      factor: 0.8,
      action: 'stopAndFindCause',
      because: 'pain7',
      newTestSpot: true,
      supervisor: false,
    };
  }
  if (pain >= 5) return { factor: 0.9, action: 'lower', because: 'pain5or6', ...calm };
  if (answer.endpoint === 'strong') {
    return { factor: 0.9, action: 'lower', because: 'endpointStrong', ...calm };
  }
  const faint = answer.endpoint === 'faint' && !faintIsEnough;
  if ((answer.endpoint === 'none' || faint) && answer.painMax !== null) {
    return {
      factor: 1.1,
      action: 'raise',
      because: faint ? 'faintEndpoint' : 'noEndpoint',
      ...calm,
    };
  }
  const right = answer.endpoint === 'right' || (answer.endpoint === 'faint' && faintIsEnough);
  const because = right ? 'endpointRight' : 'notRead';
  return { factor: 1, action: 'hold', because, ...calm };
}

/**
 * Of the settings of one visit, in the order of their use, those that the next one goes by: the last with each handpiece,
 * and every one that asks for less. A rise that an earlier setting would have allowed has been overtaken.
 */
export function leadingOn<T extends { readonly setting: Setting; readonly answer: SkinAnswer }>(
  used: readonly T[],
): readonly T[] {
  const isLast = ({ setting }: T, index: number) =>
    !used.slice(index + 1).some((later) => later.setting.handpieceId === setting.handpieceId);
  return used.filter((each, index) => stepRule(each.answer).factor < 1 || isLast(each, index));
}
