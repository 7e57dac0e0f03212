import type { InkColour, Place } from '../look';
import type { Grade, Mark } from '../reaction';

/** How much of a colour has gone since the first session, 0–1; with its uncertainty where it was measured. */
export interface FadeSeen {
  readonly colour: InkColour;
  readonly faded: number;
  readonly from?: number | undefined;
  readonly to?: number | undefined;
}

/** Two pictures that fading was measured in: what they gave by themselves, before anybody corrected it. */
export interface FadingMeasured {
  readonly firstId: string;
  readonly nowId: string;
  /** The method's version. */
  readonly method: number;
  /** How far what is the same in both lies apart, mm. */
  readonly residualMm: number;
  readonly raw: readonly {
    readonly colour: InkColour;
    readonly faded: number;
    readonly doubt: number;
  }[];
}

/** How much redder a patch is than the skin about it, in a picture (CIE a*). */
export interface RednessMeasured {
  readonly photoId: string;
  readonly more: number;
  readonly doubt: number;
  /** The method's version. */
  readonly method: number;
}

/** Something seen at the second look, with its size and place. */
export interface MarkFound {
  readonly mark: Mark;
  readonly grade: Grade;
  readonly sizeCm: number | null;
  readonly place: Place | null;
}

export const CARED = [
  'coldAir',
  'coolPack',
  'wetCloth',
  'soothingGel',
  'ointment',
  'dressing',
] as const;

/** What was put on the skin at once. */
export type Cared = (typeof CARED)[number];

export const REPORTED_HOW = ['phone', 'seen', 'message'] as const;
export type ReportedHow = (typeof REPORTED_HOW)[number];

export const REACTION_STEPS = [
  ...(['adviceGiven', 'cooled', 'dressed', 'photographed', 'supervisorTold'] as const),
  ...(['clinicianTold', 'sentToClinician', 'emergencyCalled', 'askedToComeIn'] as const),
] as const;

/** What was done about a reaction. */
export type ReactionStep = (typeof REACTION_STEPS)[number];

export const REACTION_OUTCOMES = ['healed', 'leftMark', 'withClinician', 'notFromSession'] as const;
export type ReactionOutcome = (typeof REACTION_OUTCOMES)[number];

/** A signature: a picture of it, or the name typed by who cannot draw. */
export type DrawnOrTyped =
  | { readonly kind: 'drawn'; readonly png: string }
  | { readonly kind: 'typed'; readonly name: string };
