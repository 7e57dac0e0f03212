/** What may be seen on the skin during and within minutes of a hair session. */
export const HAIR_MARKS = [
  'perifollicularOedema',
  'perifollicularErythema',
  'singedHair',
  'nothing',
  'strongRedness',
  'greyOrWhite',
  'blister',
  'whealSheet',
  'crust',
  'purpura',
  'bleeding',
] as const;

export type HairMark = (typeof HAIR_MARKS)[number];

/** What a mark says of the setting: none = too little, right, strong = more than wanted, adverse = harm. */
export type MarkMeaning = 'none' | 'right' | 'strong' | 'adverse';

/** domain terms: endpoints first, then what must not happen. */
export const MARK_MEANING: Readonly<Record<HairMark, MarkMeaning>> = {
  perifollicularOedema: 'right',
  perifollicularErythema: 'right',
  singedHair: 'right',
  nothing: 'none',
  strongRedness: 'strong',
  greyOrWhite: 'adverse',
  blister: 'adverse',
  whealSheet: 'adverse',
  crust: 'adverse',
  purpura: 'adverse',
  bleeding: 'adverse',
};

/** How severe a reaction is: 0 none, 1 slight, 2 marked, 3 needs a clinician. */
export type Grade = 0 | 1 | 2 | 3;

/** What the skin and the client answered to a setting. */
export interface SkinAnswer {
  readonly endpoint: 'notRead' | 'none' | 'right' | 'strong';
  readonly adverse: readonly HairMark[];
  /** Highest pain score 0–10, or null where it was never asked. */
  readonly painMax: number | null;
}

/** Sums up marks and pain scores into one answer: the strongest thing seen decides. */
export function skinAnswer(marks: readonly HairMark[], pains: readonly number[]): SkinAnswer {
  const seen = new Set(marks.map((mark) => MARK_MEANING[mark]));
  const endpoint = seen.has('strong')
    ? 'strong'
    : seen.has('right')
      ? 'right'
      : seen.has('none')
        ? 'none'
        : 'notRead';
  return {
    endpoint,
    adverse: HAIR_MARKS.filter((mark) => MARK_MEANING[mark] === 'adverse' && marks.includes(mark)),
    painMax: pains.length > 0 ? Math.max(...pains) : null,
  };
}
