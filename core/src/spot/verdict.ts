import { stepRule, type PastSession, type StepAdvice } from '../plan';
import { borne } from '../reaction';
import { defined, addDays } from '../units';
import { nextReading, type Due } from './reading-times';
import { spotAnswer, type TestSpot } from './test-spot';

/** What a row of test spots comes to. */
export type SpotVerdict =
  | { readonly state: 'none' }
  /** Something has still to be read; the earliest that is due. */
  | { readonly state: 'waiting'; readonly next: Due & { readonly spotId: string } }
  | {
      /** `use`: a session may follow; `stop`: find the cause or let it heal first. */
      readonly state: 'use' | 'stop';
      /** The spot that decides. */
      readonly spot: TestSpot;
      readonly advice: StepAdvice;
      /** What the step rule makes of it, before any limit and before the console's step, J/cm². */
      readonly wantedJcm2: number;
    };

/**
 * Reads the spots together by the step rule. The lowest that was borne badly stops, and no more is wanted than was borne
 * well below it; else the highest with the right endpoint below any that was too strong holds; else the lowest that was
 * too strong is lowered; else the highest is raised. A worse response to any spot never asks for more.
 *
 * @param later whether each spot has to be read after a day or two as well
 * @param faintIsEnough whether a faint endpoint is all that is wanted, as in red ink
 */
export function spotVerdict(
  spots: readonly TestSpot[],
  later: boolean,
  faintIsEnough = false,
): SpotVerdict {
  if (spots.length === 0) return { state: 'none' };
  const rule = (spot: TestSpot) => stepRule(spotAnswer(spot), faintIsEnough);
  const decided = (state: 'use' | 'stop', spot: TestSpot, mostJcm2 = Infinity): SpotVerdict => {
    const advice = rule(spot);
    const wantedJcm2 = Math.min(fluence(spot) * advice.factor, mostJcm2);
    return { state, spot, advice, wantedJcm2 };
  };
  const how = (spot: TestSpot) => borne(spotAnswer(spot));
  const bad = lowest(spots.filter((spot) => how(spot) === 'badly'));
  const tooMuch = lowest(spots.filter((spot) => how(spot) !== 'well'));
  const well = spots.filter(
    (spot) => how(spot) === 'well' && (tooMuch === null || fluence(spot) < fluence(tooMuch)),
  );
  const right = highest(well.filter((spot) => rule(spot).because === 'endpointRight'));
  // Harm need not wait for the other readings.
  if (bad !== null) {
    const borneWell = right ?? highest(well);
    const strong = spots.filter((spot) => how(spot) === 'strongly');
    return decided(
      'stop',
      bad,
      Math.min(
        borneWell === null ? Infinity : fluence(borneWell),
        ...strong.map((spot) => fluence(spot) * rule(spot).factor),
      ),
    );
  }
  const due = spots.flatMap((spot) => {
    const next = nextReading(spot, later);
    return next === null ? [] : [{ ...next, spotId: spot.id }];
  });
  if (due.length > 0) {
    return {
      state: 'waiting',
      next: due.reduce((first, each) => (each.from < first.from ? each : first)),
    };
  }
  return decided('use', right ?? tooMuch ?? defined(highest(spots)));
}

/** Test spots as what they tell a plan, the one that decides last; none before all was read. */
export function spotsAsSessions(
  spots: readonly TestSpot[],
  later: boolean,
  seen: Pick<PastSession, 'on' | 'wavelengthNm' | 'used' | 'hair' | 'ink'>,
  faintIsEnough = false,
): readonly PastSession[] {
  const verdict = spotVerdict(spots, later, faintIsEnough);
  if (verdict.state !== 'use' && verdict.state !== 'stop') return [];
  const others = spots.filter(({ id }) => id !== verdict.spot.id);
  return [...others, verdict.spot]
    .filter(({ readings }) => readings.length > 0)
    .map((spot) => {
      const { setting, skin, medicines } = spot;
      const readOn = addDays(seen.on, daysUntilRead(spot));
      return { ...seen, readOn, skin, medicines, setting, answer: spotAnswer(spot), test: true };
    });
}

/** Whole days from a spot to its last reading. */
function daysUntilRead({ at, readings }: TestSpot): number {
  const last = Math.max(...readings.map((read) => Date.parse(read.at)));
  return Math.max(0, Math.floor((last - Date.parse(at)) / DAY_MS));
}

const DAY_MS = 86_400_000;

const fluence = (spot: TestSpot) => spot.setting.fluenceJcm2;

const pick = (spots: readonly TestSpot[], better: (one: number, other: number) => boolean) =>
  spots.reduce<TestSpot | null>(
    (best, each) => (best === null || better(fluence(each), fluence(best)) ? each : best),
    null,
  );

const lowest = (spots: readonly TestSpot[]) => pick(spots, (one, other) => one < other);
const highest = (spots: readonly TestSpot[]) => pick(spots, (one, other) => one > other);
