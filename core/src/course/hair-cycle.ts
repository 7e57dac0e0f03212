import type { ClinicalFigures, HairCycle } from '../figures';
import { SITES, type SiteId } from '../sites';

const cycle = (growthWeeks: number, restWeeks: number): HairCycle => ({ growthWeeks, restWeeks });

const LEG = cycle(16, 24);
const ARM = cycle(13, 18);
const FACE = cycle(52, 10);

// After Richards & Meharg 1991, rounded; what has no row of its own goes by its part of the body.
const OF_SITE: Readonly<Partial<Record<SiteId, HairCycle>>> = {
  upperLip: cycle(16, 6),
  underarm: cycle(16, 12),
  bikiniLine: cycle(16, 12),
  genitalArea: cycle(16, 12),
  thigh: LEG,
  knee: LEG,
  lowerLeg: LEG,
  calf: LEG,
  ankle: LEG,
  foot: LEG,
};
const OF_PART = {
  face: FACE,
  underarm: cycle(16, 12),
  bikini: cycle(16, 12),
  trunk: cycle(16, 20),
  limb: ARM,
} as const;

/** The cycle of a site's hair, as this clinic has it. */
export const hairCycleOf = (site: SiteId, own: ClinicalFigures = {}): HairCycle =>
  own.hairCycles?.[site] ?? OF_SITE[site] ?? OF_PART[SITES[site].part];
