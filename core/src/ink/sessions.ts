import { SITES, type SiteId } from '../sites';
import type { InkColour, InkFinding } from '../look';
import type { SkinType } from '../optics';

export const SESSION_TERMS = ['skin', 'location', 'colour', 'amount', 'scar', 'layering'] as const;

export type SessionTerm = (typeof SESSION_TERMS)[number];

/** How many sessions a tattoo may take, term by term. */
export interface SessionScore {
  readonly terms: Readonly<Record<SessionTerm, number>>;
  /** Their sum: about the number of nanosecond sessions. */
  readonly score: number;
  /** ±25 %, whole sessions. */
  readonly from: number;
  readonly to: number;
}

const DARK: readonly InkColour[] = ['black', 'grey'];

// Location by how well blood and lymph drain it: head and neck 1 … forearm, hand, lower leg, foot 5.
const DISTAL: readonly SiteId[] = [
  ...(['forearm', 'wrist', 'hand', 'fingers', 'knee', 'lowerLeg'] as const),
  ...(['calf', 'ankle', 'foot'] as const),
];
const PROXIMAL_LIMB: readonly SiteId[] = ['shoulder', 'upperArm', 'thigh'];
const LOWER_TRUNK: readonly SiteId[] = [
  ...(['abdomen', 'lowerBack', 'hip', 'bikiniLine', 'genitalArea'] as const),
];

const SCAR_POINTS = { none: 0, minimal: 1, moderate: 3, significant: 5 } as const;
const AMOUNT_POINTS = { fine: 2, medium: 3, solid: 4 } as const;

const SPREAD = 0.25;

/**
 * The published additive estimate of sessions (Kirby & Desai 2009), with its terms: an estimate from one clinic's records,
 * shown as a range.
 */
export function sessionScore(of: {
  readonly ink: InkFinding;
  readonly site: SiteId;
  readonly skinType: SkinType;
}): SessionScore {
  const { ink, site, skinType } = of;
  const terms = {
    skin: skinType,
    location: locationPoints(site),
    colour: colourPoints(ink.colours),
    amount: ink.origin === 'amateur' ? 1 : AMOUNT_POINTS[ink.density],
    scar: SCAR_POINTS[ink.scar],
    layering: ink.layered ? 2 : 0,
  };
  const score = SESSION_TERMS.reduce((sum, term) => sum + terms[term], 0);
  return {
    terms,
    score,
    from: Math.round(score * (1 - SPREAD)),
    to: Math.round(score * (1 + SPREAD)),
  };
}

function locationPoints(site: SiteId): number {
  if (DISTAL.includes(site)) return 5;
  if (PROXIMAL_LIMB.includes(site)) return 4;
  if (LOWER_TRUNK.includes(site)) return 3;
  return SITES[site].part === 'face' ? 1 : 2;
}

/** Black only 1, mostly black with some red 2, mostly black and red with some others 3, many 4. */
function colourPoints(colours: InkFinding['colours']): number {
  const share = (list: readonly InkColour[]) =>
    colours.reduce((sum, each) => sum + (list.includes(each.colour) ? each.share : 0), 0);
  const dark = share(DARK);
  const withRed = dark + share(['red']);
  if (dark >= 1 - 0.005) return 1;
  if (withRed >= 1 - 0.005 && dark > 0.5) return 2;
  return withRed > 0.5 ? 3 : 4;
}
