import type { Measured } from './zone-size';

export const GROWTHS = ['down', 'up', 'inwards', 'outwards', 'whorl'] as const;
export const AVOIDED = ['mole', 'tattoo', 'scar', 'lesion'] as const;

export type Avoided = (typeof AVOIDED)[number];

/** What was found of a zone besides its skin and its hair. */
export interface ZoneFinding {
  /** How it was measured; null where its size was taken as typical. */
  readonly measured: Measured | null;
  /** Which way hair grows; null where it was not noted. */
  readonly growth: (typeof GROWTHS)[number] | null;
  /** Hair growing into the skin. */
  readonly ingrown: boolean;
  /** How many of each are to be covered and never fired on. */
  readonly avoid: Readonly<Record<Avoided, number>>;
}

export const PLAIN_ZONE: ZoneFinding = {
  measured: null,
  growth: null,
  ingrown: false,
  avoid: { mole: 0, tattoo: 0, scar: 0, lesion: 0 },
};

/** How many things in a zone are to be avoided. */
export const avoidedIn = ({ avoid }: ZoneFinding): number =>
  AVOIDED.reduce((sum, what) => sum + avoid[what], 0);
