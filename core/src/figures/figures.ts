import type { HairColour } from '../optics';
import { SITES, type SiteId } from '../sites';

/** A clinical number of the protocol: what ships, and how far a clinic may move it. */
export interface Figure {
  readonly standard: number;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  readonly unit: string;
  /** Where what ships comes from. */
  readonly source: string;
}

const share = (standard: number, least: number, most: number, source: string): Figure => ({
  ...{ standard, least, most, source },
  step: 0.01,
  unit: '×',
});
const minutes = (standard: number, least: number, most: number, source: string): Figure => ({
  ...{ standard, least, most, source },
  step: 1,
  unit: 'min',
});
const weeks = (standard: number, least: number, most: number, source: string): Figure => ({
  ...{ standard, least, most, source },
  step: 1,
  unit: 'weeks',
});

/**
 * Every such number. Those that decide a fluence can only be made more careful than what ships; waits can be made longer,
 * and shorter as far as usual practice goes.
 */
export const FIGURES = {
  aboveWell: share(1.2, 1, 1.2, 'Product rule: a fifth above what was borne well'),
  belowBadly: share(0.8, 0.4, 0.8, 'Product rule: a fifth below what was borne badly'),
  startShare: share(0.85, 0.5, 0.85, 'Product rule: a ladder needs a second rung'),
  hairBegin: share(1 / 3, 0, 1 / 3, 'Usual habit: a third up the protocol’s range'),
  bonyShare: share(0.9, 0.5, 0.9, 'Product rule: heat builds up over bone'),
  mucosalShare: share(0.8, 0.4, 0.8, 'Product rule: mucosa absorbs more light'),
  inkBeginSolid: share(1 / 4, 0, 1 / 4, 'Usual habit: dense ink answers early'),
  inkBeginMedium: share(1 / 3, 0, 1 / 3, 'Usual habit: a third up the protocol’s range'),
  inkBeginFine: share(1 / 2, 0, 1 / 2, 'Usual habit: faded ink asks for more'),
  slowingFromVisit: {
    ...{ standard: 5, least: 2, most: 20, step: 1, unit: 'visits' },
    source: 'Usual habit: regrowth slows over the course',
  },
  slowingWeeks: weeks(2, 0, 8, 'Usual habit: regrowth slows over the course'),
  healingWeeks: weeks(6, 6, 52, 'Usual habit: nothing is fired on skin that reacted'),
  inkLeastWeeks: weeks(6, 6, 26, 'Usual range of 6–8 weeks, and longer is no loss'),
  inkWeeks: weeks(8, 6, 52, 'Usual range of 6–8 weeks, and longer is no loss'),
  inkSlowWeeks: weeks(10, 6, 52, 'Usual habit: the lower leg clears ink slowly'),
  inkHealingWeeks: weeks(12, 6, 52, 'Usual habit: skin that was harmed heals first'),
  killFull: share(0.6, 0.05, 0.95, 'Assumed: what a visit takes that works to the bulb'),
  killPart: share(0.35, 0.02, 0.9, 'Assumed: what a visit takes that works from the bulge alone'),
  killLittle: share(0.05, 0, 0.5, 'Assumed: what a visit takes below its floor'),
  killUnknown: share(0.3, 0, 0.9, 'Assumed: what a visit takes where the model is silent'),
  sentToRest: share(0.8, 0, 1, 'Assumed: growing hair that lives on falls out and rests'),
  countEvery: {
    ...{ standard: 2, least: 1, most: 6, step: 1, unit: 'visits' },
    source: 'Usual habit: counted at the first visit and every second one after it',
  },
  askMinutes: minutes(10, 0, 60, 'Usual habit: what has changed is asked, skin is looked at'),
  firstAskMinutes: minutes(15, 0, 120, 'Usual habit: all is asked and signed the first time'),
  watchMinutes: minutes(15, 0, 60, 'Usual habit: the second look after 10–15 minutes'),
  numbMinutes: minutes(
    30,
    10,
    120,
    'Usual habit: numbing cream works after half an hour to an hour',
  ),
  cleanMinutes: minutes(5, 0, 60, 'Usual habit: the room is cleaned between two clients'),
  paceMinutes: minutes(2, 1, 20, 'Assumed: minutes for 100 cm² where no session tells'),
  practiceSpread: share(0.45, 0.1, 1, 'Assumed: an even hand in lanes comes to about 0.4'),
  practiceEnds: share(1.4, 1, 3, 'Assumed: a hand that is slow at its turns comes to 1.8'),
  practiceThin: share(0.12, 0, 0.5, 'Assumed: an even hand leaves a tenth of its rim thin'),
  practiceStacked: share(0.12, 0, 0.5, 'Assumed: an even hand stacks a fourteenth'),
  practiceMissed: share(0.05, 0, 0.3, 'Usual habit: a twentieth between round spots is allowed'),
  practiceTwice: share(0.1, 0, 0.5, 'Usual habit: spots overlap by a tenth at the most'),
  practiceOutside: share(0.2, 0, 0.5, 'Assumed: the last row of spots reaches over the rim'),
  practicePace: share(0.2, 0.05, 1, 'Assumed: a fifth off the speed is neither felt nor seen'),
} as const satisfies Readonly<Record<string, Figure>>;

export type FigureId = keyof typeof FIGURES;

export const FIGURE_IDS = Object.keys(FIGURES) as readonly FigureId[];

/** How short and how long the interval of a site may be set, weeks. */
export const INTERVAL_BOUNDS = { least: 2, most: 26 } as const;

/** How long hair may be said to grow and to rest, weeks. */
export const CYCLE_BOUNDS = { least: 4, most: 200 } as const;

/** How long hair of a site grows and rests, weeks. */
export interface HairCycle {
  readonly growthWeeks: number;
  readonly restWeeks: number;
}

/** Hair colours that nothing is fired for: without pigment there is no target. A clinic may add to them. */
export const NO_TARGET: readonly HairColour[] = ['blond', 'grey', 'white'];

/** What of a protocol is its clinical numbers; each that is absent is the one that ships. */
export interface ClinicalFigures {
  readonly figures?: Readonly<Partial<Record<FigureId, number>>> | undefined;
  /** Usual weeks between visits, by site. */
  readonly intervalWeeks?: Readonly<Partial<Record<SiteId, number>>> | undefined;
  readonly noTarget?: readonly HairColour[] | undefined;
  /** How hair grows and rests, by site. */
  readonly hairCycles?: Readonly<Partial<Record<SiteId, HairCycle>>> | undefined;
}

/** A number as this clinic has it. */
export const figureOf = (own: ClinicalFigures, id: FigureId): number =>
  own.figures?.[id] ?? FIGURES[id].standard;

/** Usual weeks between visits to a site. */
export const intervalWeeksOf = (own: ClinicalFigures, site: SiteId): number =>
  own.intervalWeeks?.[site] ?? SITES[site].intervalWeeks;

/** Whether hair of this colour has no target for light. */
export const hasNoTarget = (own: ClinicalFigures, colour: HairColour): boolean =>
  (own.noTarget ?? NO_TARGET).includes(colour);
