import type { Day } from '../units';
import { addMonths } from '../units';

export const PULSE_KINDS = ['continuous', 'long', 'short', 'ultrashort'] as const;

/** How light comes, as eyewear is tested for it: over 0.25 s, from 1 µs, from 1 ns, and shorter. */
export type PulseKind = (typeof PULSE_KINDS)[number];

/** Which of them a pulse is. Seconds. */
export function pulseKindOf(pulseSeconds: number): PulseKind {
  if (pulseSeconds > 0.25) return 'continuous';
  if (pulseSeconds >= 1e-6) return 'long';
  return pulseSeconds >= 1e-9 ? 'short' : 'ultrashort';
}

/** One band of a label: wavelengths in nm, and what it says for them in either of the systems in use. */
export interface LabelBand {
  readonly fromNm: number;
  readonly toNm: number;
  /** Optical density; null where the label gives none. */
  readonly density: number | null;
  /** Number on the protection scale, tested against damage too; null where the label gives none. */
  readonly scale: number | null;
  /** Which pulses it was tested for; null where the label does not say. */
  readonly pulses: readonly PulseKind[] | null;
}

export const EYEWEAR_KINDS = ['spectacles', 'goggles', 'shields'] as const;

/** Spectacles and goggles for whoever is in the room; shields lie inside the lids. */
export type EyewearKind = (typeof EYEWEAR_KINDS)[number];

export const EYEWEAR_STATES = ['sound', 'scratched', 'cracked'] as const;

/** What was seen when it was looked over last. */
export type EyewearState = (typeof EYEWEAR_STATES)[number];

/** Eyewear of one label that hangs in one place. */
export interface Eyewear {
  readonly id: string;
  readonly name: string;
  readonly kind: EyewearKind;
  readonly bands: readonly LabelBand[];
  /** Share of daylight that passes, 0–1; null where the label gives none. */
  readonly visible: number | null;
  /** Of the lens, in a word. */
  readonly colour: string;
  readonly count: number;
  readonly place: string;
  readonly inService: boolean;
  /** Null where nobody has looked yet. */
  readonly lookedOn: Day | null;
  readonly state: EyewearState;
}

/** What eyewear has to keep out. */
export interface Beam {
  /** Each line of the light, nm; of a band its ends and what lies between. */
  readonly wavelengthsNm: readonly number[];
  readonly pulseSeconds: number;
  /** Optical density that the label has to reach. */
  readonly density: number;
}

/** Eyewear as a visit records it: by its id, and as it was called then. */
export type WornEyewear = Pick<Eyewear, 'id' | 'name'>;

export type Misfit =
  | { readonly code: 'outOfService' }
  | { readonly code: 'damaged'; readonly state: Exclude<EyewearState, 'sound'> }
  | { readonly code: 'otherLight' }
  | { readonly code: 'otherPulse'; readonly pulse: PulseKind }
  | { readonly code: 'tooThin'; readonly density: number };

/** What keeps eyewear from being worn for a beam; null where it fits. Of two figures of a label the lower one counts. */
export function misfitOf(eyewear: Eyewear, beam: Beam): Misfit | null {
  if (!eyewear.inService) return { code: 'outOfService' };
  if (eyewear.state !== 'sound') return { code: 'damaged', state: eyewear.state };
  const pulse = pulseKindOf(beam.pulseSeconds);
  const misfits = beam.wavelengthsNm.map((nm): Misfit | null => {
    const bands = eyewear.bands.filter(({ fromNm, toNm }) => nm >= fromNm && nm <= toNm);
    if (bands.length === 0) return { code: 'otherLight' };
    const tested = bands.filter(({ pulses }) => pulses === null || pulses.includes(pulse));
    if (tested.length === 0) return { code: 'otherPulse', pulse };
    const density = Math.max(...tested.map(reached));
    return density >= beam.density ? null : { code: 'tooThin', density };
  });
  return misfits.find((each) => each !== null) ?? null;
}

/** The density that a band's label vouches for. */
const reached = ({ density, scale }: LabelBand): number =>
  Math.min(density ?? Infinity, scale ?? Infinity) === Infinity
    ? 0
    : Math.min(density ?? Infinity, scale ?? Infinity);

/** How many people eyewear that fits is there for; shields protect the one who is treated, nobody else. */
export const peopleProtected = (fitting: readonly Eyewear[]): number =>
  fitting.filter(({ kind }) => kind !== 'shields').reduce((sum, { count }) => sum + count, 0);

/** Those of a list that fit a beam. */
export const fittingOf = (list: readonly Eyewear[], beam: Beam): readonly Eyewear[] =>
  list.filter((eyewear) => misfitOf(eyewear, beam) === null);

// Assumed: what hangs in a room every day is looked over once a year at the least.
const LOOK_EVERY_MONTHS = 12;

/** The day by which it should be looked over again; null where nobody has looked yet: at once. */
export const lookDue = ({ lookedOn }: Pick<Eyewear, 'lookedOn'>): Day | null =>
  lookedOn === null ? null : addMonths(lookedOn, LOOK_EVERY_MONTHS);
