import type { Place } from '../look';

/** What may be told of, or seen, after a session. */
export const REACTION_KINDS = [
  'redness',
  'swelling',
  'crust',
  'blister',
  'purpura',
  'infection',
  'darkerSkin',
  'palerSkin',
  'scar',
  'hairGrowth',
  'inkDarkening',
  'allergy',
  'eye',
] as const;

export type ReactionKind = (typeof REACTION_KINDS)[number];

/** How much of what was treated it covers: its rim alone, a part, or all of it. */
export const EXTENTS = ['edge', 'part', 'whole'] as const;
export type Extent = (typeof EXTENTS)[number];

export const TRENDS = ['better', 'same', 'worse'] as const;
export type Trend = (typeof TRENDS)[number];

/** What comes with it and decides how soon somebody has to look. */
export const REACTION_SIGNS = [
  'fever',
  'spreadingRedness',
  'pus',
  'growingPain',
  'bloodFilled',
  'bleeding',
  'weeping',
  'raised',
  'overBody',
  'faceOrThroat',
  'breathing',
  'changedSight',
] as const;
export type ReactionSign = (typeof REACTION_SIGNS)[number];

/** A reaction as somebody told of it or saw it. */
export interface ReactionReport {
  readonly what: ReactionKind;
  /** When it began, ISO 8601 with zone. */
  readonly onsetAt: string;
  readonly extent: Extent;
  /** Its longest side, cm; null where nobody measured it. */
  readonly sizeCm: number | null;
  readonly place: Place | null;
  readonly trend: Trend;
  readonly signs: readonly ReactionSign[];
}
