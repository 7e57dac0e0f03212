import type { Job } from '../suitability';
import { painMeaning } from './pain';
import type { ReactionKind } from './report';

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

/** The same of a session on ink: how far the ink whitens comes first. */
export const INK_MARKS = [
  'evenWhitening',
  'faintWhitening',
  'noWhitening',
  'thickWhitening',
  'edgeWelts',
  'bleeding',
  'blister',
  'splatter',
  'smoke',
  'greyOrWhite',
  'whealSheet',
  'purpura',
] as const;

export type HairMark = (typeof HAIR_MARKS)[number];
export type InkMark = (typeof INK_MARKS)[number];
export type Mark = HairMark | InkMark;

/** Every mark of either job, once. */
export const MARKS: readonly Mark[] = [...new Set<Mark>([...HAIR_MARKS, ...INK_MARKS])];

/** The marks that a job may show, in the order in which they are offered. */
export const marksFor = (job: Job): readonly Mark[] => (job === 'ink' ? INK_MARKS : HAIR_MARKS);

/**
 * What a mark says of the setting: none = too little, faint = a little, right, strong = more than wanted, adverse =
 * harm; beside = says nothing of it.
 */
export type MarkMeaning = 'none' | 'faint' | 'right' | 'strong' | 'adverse' | 'beside';

/** domain terms: endpoints first, then what must not happen. */
export const MARK_MEANING: Readonly<Record<Mark, MarkMeaning>> = {
  perifollicularOedema: 'right',
  perifollicularErythema: 'right',
  singedHair: 'right',
  nothing: 'none',
  strongRedness: 'strong',
  evenWhitening: 'right',
  faintWhitening: 'faint',
  noWhitening: 'none',
  thickWhitening: 'strong',
  // Where the beam's edge meets bare skin around a small design: common.
  edgeWelts: 'beside',
  greyOrWhite: 'adverse',
  blister: 'adverse',
  whealSheet: 'adverse',
  crust: 'adverse',
  purpura: 'adverse',
  bleeding: 'adverse',
  splatter: 'adverse',
  smoke: 'adverse',
};

/** How severe a reaction is: 0 none, 1 slight, 2 marked, 3 needs a clinician. */
export type Grade = 0 | 1 | 2 | 3;

/** Harm seen in the room, or told of later. */
export type Adverse = Mark | ReactionKind;

/** What the skin and the client answered to a setting. */
export interface SkinAnswer {
  readonly endpoint: 'notRead' | 'none' | 'faint' | 'right' | 'strong';
  readonly adverse: readonly Adverse[];
  /** Highest pain score 0–10, or null where it was never asked. */
  readonly painMax: number | null;
}

const STRONGEST_FIRST = ['strong', 'right', 'faint', 'none'] as const;

/** Sums up marks and pain scores into one answer: the strongest thing seen decides. */
export function skinAnswer(
  marks: readonly Mark[],
  pains: readonly number[],
  later: readonly ReactionKind[] = [],
): SkinAnswer {
  const seen = new Set(marks.map((mark) => MARK_MEANING[mark]));
  const adverse = MARKS.filter((mark) => MARK_MEANING[mark] === 'adverse' && marks.includes(mark));
  return {
    endpoint: STRONGEST_FIRST.find((meaning) => seen.has(meaning)) ?? 'notRead',
    adverse: [...new Set<Adverse>([...adverse, ...later])],
    painMax: pains.length > 0 ? Math.max(...pains) : null,
  };
}

const isNothing = (mark: Mark) => MARK_MEANING[mark] === 'none';

/** The marks seen with one pressed, or taken back: “nothing yet” and anything seen exclude each other. */
export function withMarkPressed(marks: readonly Mark[], mark: Mark): readonly Mark[] {
  if (marks.includes(mark)) return marks.filter((each) => each !== mark);
  return [...marks.filter((each) => isNothing(each) === isNothing(mark)), mark];
}

/** What was seen over a time, each once: “nothing yet” is overtaken by an endpoint that came after it. */
export function marksOver(marks: readonly Mark[]): readonly Mark[] {
  const endpoint = marks.some((mark) => ['faint', 'right', 'strong'].includes(MARK_MEANING[mark]));
  return [...new Set(marks)].filter((mark) => !(endpoint && isNothing(mark)));
}

/** How a setting was borne, best first: well; strongly (strong endpoint, or pain 5–6); badly (anything adverse, or pain 7 and more). */
export type Borne = 'well' | 'strongly' | 'badly';

/** How skin and client bore a setting; pain that was never asked counts as none. */
export function borne({ adverse, endpoint, painMax }: SkinAnswer): Borne {
  const pain = painMeaning(painMax ?? 0);
  if (adverse.length > 0 || pain === 'stop') return 'badly';
  return endpoint === 'strong' || pain === 'slowDown' ? 'strongly' : 'well';
}
