import { type SiteId, SITES } from '../sites';
import {
  CALIBRE_UM,
  CALIBRES,
  MELANOSOME_FRACTION,
  skinTypeForFraction,
  TAN_FACTOR,
  type Calibre,
  type HairColour,
  type SkinType,
  type Tan,
} from '../optics';
import type { InkColour, InkFinding, Place, TypingAnswers } from '../look';
import type { SkinAnswer } from '../reaction';
import { checkDay, assertInRange, type Day } from '../units';
import type { Handpiece } from './handpiece';
import type { Setting } from './setting';

export type Density = 'sparse' | 'medium' | 'dense';

export const SKIN_SURFACES = ['plain', 'scarred', 'tattooed'] as const;

export type SkinSurface = (typeof SKIN_SURFACES)[number];

/** What was found on the skin of the zone. */
export interface SkinFinding {
  readonly type: SkinType;
  readonly tan: Tan;
  readonly freckled: boolean;
  /** Scar or a tattoo under the very spots, not beside them; plain skin where absent. */
  readonly surface?: SkinSurface | undefined;
  /** What was answered about eyes, burns and tans, where it was asked. */
  readonly typing?: TypingAnswers | undefined;
  /** Melanosome fraction by an instrument on skin that sees no sun; null where it was not read. */
  readonly unexposedFraction?: number | null | undefined;
  /** Melanosome fraction by an instrument on this very area; null where it was not read. */
  readonly measuredFraction: number | null;
}

/** What was found of the hair in the zone. */
export interface HairFinding {
  readonly colour: HairColour;
  readonly calibre: Calibre;
  readonly density: Density;
  /** Measured, µm; the calibre's own where absent. */
  readonly diameterUm?: number | undefined;
  /** Counted, hairs a cm². */
  readonly hairsPerCm2?: number | undefined;
  /** Where and how it was counted; absent where nobody has said. */
  readonly counted?: HairWindow | undefined;
  /** Share of what is there that is grey, white or vellus, and so does not respond, 0–1; absent where nobody has said. */
  readonly paleShare?: number | undefined;
  /** Whether there is more hair beside the zone than before the course. */
  readonly moreBeside?: boolean | undefined;
}

/** The window in which hair is counted: the same one each time, or the counts cannot be compared. */
export interface HairWindow {
  readonly place: Place;
  /** 1–4. */
  readonly sizeCm2: number;
  readonly how: 'eye' | 'picture';
  /** How it was counted on a picture; absent where somebody counted for themselves. */
  readonly picture?: PictureCount | undefined;
}

/** A count on a picture: what was found by itself beside what was kept once somebody had corrected it. */
export interface PictureCount {
  readonly photoId: string;
  /** The window in the picture, px; absent in older records. */
  readonly window?:
    | { readonly x: number; readonly y: number; readonly width: number; readonly height: number }
    | undefined;
  /** Hairs. */
  readonly found: number;
  readonly kept: number;
  readonly medianWidthUm: number;
  /** How far it has grown out, mm; absent in older records. */
  readonly medianLengthMm?: number | undefined;
  readonly pxPerMm: number;
  /** By the card, or by two presses on a known length. */
  readonly byCard: boolean;
  /** The method's version. */
  readonly method: number;
  /** By how many hairs it may be off, either way. */
  readonly doubt: number;
}

/** What a session was worked with, as it was then: enough to compare it after its handpiece has gone. */
export type UsedHandpiece = Pick<Handpiece, 'light' | 'train' | 'cooling' | 'gel'>;

/** An earlier session on the same zone, or a test spot, and what skin and client answered. */
export interface PastSession {
  readonly on: Day;
  /** A test spot, not a whole session. */
  readonly test?: boolean | undefined;
  /**
   * Typed in from another clinic's papers or an earlier system. It counts as a session and what was borne badly counts in full,
   * but it was given with a console that nobody here has measured: it only ever lowers what is proposed.
   */
  readonly typedIn?: boolean | undefined;
  /** For a test spot: the day on which it was last read; absent in records from before that was kept. */
  readonly readOn?: Day | undefined;
  /** The skin as it was found then; absent in records of before it was kept with them. */
  readonly skin?: SkinFinding | undefined;
  /** What the client was taking then, as `medicineKey` names it. */
  readonly medicines?: readonly string[] | undefined;
  readonly setting: Setting;
  readonly wavelengthNm: number;
  /** Absent in records from before it was kept with them. */
  readonly used?: UsedHandpiece | undefined;
  /** How many pulses were given with it; absent for test spots and in records from before it was kept. */
  readonly pulses?: number | undefined;
  /** Share of the zone that the whole session covered, 0–1; absent as above. */
  readonly covered?: number | undefined;
  readonly answer: SkinAnswer;
  /** The hair as it was found then; absent where ink was treated. */
  readonly hair?: HairFinding | undefined;
  /** The colours of ink that it was meant for. */
  readonly ink?: readonly InkColour[] | undefined;
}

/** Whose skin a plan is for, and what is known of it. */
export interface SkinSubject {
  readonly site: SiteId;
  readonly areaCm2: number;
  readonly skin: SkinFinding;
  /** Earlier sessions and test spots on this zone, oldest first. */
  readonly history: readonly PastSession[];
  /** What the client takes now, as `medicineKey` names it. */
  readonly medicines?: readonly string[] | undefined;
}

/** Whom and what a plan for hair is for. */
export interface Subject extends SkinSubject {
  readonly hair: HairFinding;
}

/** Whom and what a plan for ink is for. */
export interface InkSubject extends SkinSubject {
  readonly ink: InkFinding;
}

/** Whole sessions alone: test spots neither begin a course nor an interval. */
export const wholeSessions = (history: readonly PastSession[]): readonly PastSession[] =>
  history.filter(({ test }) => test !== true);

/** Sessions and test spots of this clinic's own record: the only ones that show how a light of its own was borne. */
export const ownSessions = (history: readonly PastSession[]): readonly PastSession[] =>
  history.filter(({ typedIn }) => typedIn !== true);

/** One name for a medicine however it was typed: the substance's own, else the name in small letters. */
export const medicineKey = (of: {
  readonly name: string;
  readonly substanceId: string | null;
}): string => of.substanceId ?? of.name.trim().toLowerCase();

export type SkinAddition =
  'unexposedDarker' | 'tanFading' | 'tanFresh' | 'selfTan' | 'freckled' | 'darkerSite' | 'measured';

/** The skin type that the planner works with, and what made it darker than the one found. */
export interface WorkingSkin {
  readonly type: SkinType;
  readonly melanosomeFraction: number;
  readonly additions: readonly SkinAddition[];
}

// Freckles and naturally darker places: as much pigment as a fading tan adds (assumed).
const ADDED_PIGMENT = 1.2;

const TAN_ADDITION = {
  none: null,
  fading: 'tanFading',
  fresh: 'tanFresh',
  selfTan: 'selfTan',
} as const;

/**
 * Checks the figures of a subject that a plan rests on.
 * @throws InputError naming the first field that makes no sense
 */
export function checkSubject(
  subject: SkinSubject & { readonly hair?: HairFinding },
  today: Day,
): void {
  checkDay('today', today);
  assertInRange('subject.areaCm2', subject.areaCm2, 0.2, 5000);
  const { diameterUm, hairsPerCm2 } = subject.hair ?? {};
  if (diameterUm !== undefined) assertInRange('subject.hair.diameterUm', diameterUm, 5, 200);
  if (hairsPerCm2 !== undefined) assertInRange('subject.hair.hairsPerCm2', hairsPerCm2, 0, 1000);
  const { measuredFraction, unexposedFraction } = subject.skin;
  if (measuredFraction !== null) {
    assertInRange('subject.skin.measuredFraction', measuredFraction, 0.001, 0.5);
  }
  if (unexposedFraction != null) {
    assertInRange('subject.skin.unexposedFraction', unexposedFraction, 0.001, 0.5);
  }
  subject.history.forEach(({ on, setting, wavelengthNm, answer }, index) => {
    const field = `subject.history.${index}`;
    checkDay(`${field}.on`, on);
    assertInRange(`${field}.wavelengthNm`, wavelengthNm, 400, 1200);
    assertInRange(`${field}.setting.fluenceJcm2`, setting.fluenceJcm2, 0.01, 500);
    assertInRange(`${field}.setting.pulseMs`, setting.pulseMs, 1e-7, 1000);
    if (answer.painMax !== null) assertInRange(`${field}.answer.painMax`, answer.painMax, 0, 10);
  });
}

/** The diameter to plan with, µm: as measured, else the calibre's. */
export const hairDiameterUm = ({ diameterUm, calibre }: HairFinding): number =>
  diameterUm ?? CALIBRE_UM[calibre];

/** The calibre that a measured diameter belongs to: the nearest class. */
export function calibreOf(diameterUm: number): Calibre {
  assertInRange('hair.diameterUm', diameterUm, 5, 200);
  const off = (calibre: Calibre) => Math.abs(CALIBRE_UM[calibre] - diameterUm);
  return CALIBRES.reduce((best, each) => (off(each) < off(best) ? each : best));
}

/** Works out the skin to plan with: the type found, with all pigment that comes on top, never paler. */
export function workingSkin(subject: Pick<SkinSubject, 'site' | 'skin'>): WorkingSkin {
  const { skin, site } = subject;
  const additions: SkinAddition[] = [];
  const typed = MELANOSOME_FRACTION[skin.type];
  const base = Math.max(typed, skin.unexposedFraction ?? 0);
  if (skinTypeForFraction(base) > skin.type) additions.push('unexposedDarker');
  let fraction = base * TAN_FACTOR[skin.tan];
  const tan = TAN_ADDITION[skin.tan];
  if (tan !== null) additions.push(tan);
  if (skin.freckled) {
    additions.push('freckled');
    fraction *= ADDED_PIGMENT;
  }
  if (SITES[site].darker) {
    additions.push('darkerSite');
    fraction *= ADDED_PIGMENT;
  }
  if (skin.measuredFraction !== null && skin.measuredFraction > fraction) {
    // What was measured holds all pigment there is; the darker of the two counts.
    return {
      type: skinTypeForFraction(skin.measuredFraction),
      melanosomeFraction: skin.measuredFraction,
      additions: ['measured'],
    };
  }
  return { type: skinTypeForFraction(fraction), melanosomeFraction: fraction, additions };
}

/** The whole sessions of the day on which a zone was last treated: on ink, one of each light. */
export function lastSessions(history: readonly PastSession[]): readonly PastSession[] {
  const whole = wholeSessions(history);
  return whole.filter(({ on }) => on === whole.at(-1)?.on);
}

/** On how many days a zone was treated: several wavelengths of a day are one session. */
export const sessionDays = (history: readonly PastSession[]): number =>
  new Set(wholeSessions(history).map(({ on }) => on)).size;
