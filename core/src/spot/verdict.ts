import { stepRule, type PastSession, type StepAdvice } from '../plan';
import { wellBorne } from '../reaction';
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
 * Reads the spots together by the step rule. The lowest that was taken badly stops; else the highest with the right
 * endpoint below any that was too strong holds; else the lowest that was too strong is lowered; else the highest is
 * raised.
 *
 * @param later whether each spot has to be read after a day or two as well
 */
export function spotVerdict(spots: readonly TestSpot[], later: boolean): SpotVerdict {
  if (spots.length === 0) return { state: 'none' };
  const bad = lowest(spots.filter((spot) => !wellBorne(spotAnswer(spot))));
  // Harm need not wait for the other readings.
  if (bad !== null) return decided('stop', bad);
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
  const strong = lowest(spots.filter((spot) => stepRule(spotAnswer(spot)).factor < 1));
  const right = highest(
    spots.filter(
      (spot) =>
        stepRule(spotAnswer(spot)).because === 'endpointRight' &&
        (strong === null || fluence(spot) < fluence(strong)),
    ),
  );
  return decided('use', right ?? strong ?? highest(spots)!);
}

/** Test spots as what they tell a plan, the one that decides last; none before all was read. */
export function spotsAsSessions(
  spots: readonly TestSpot[],
  later: boolean,
  seen: Pick<PastSession, 'on' | 'wavelengthNm' | 'hair' | 'ink'>,
): readonly PastSession[] {
  const verdict = spotVerdict(spots, later);
  if (verdict.state !== 'use' && verdict.state !== 'stop') return [];
  const others = spots.filter(({ id }) => id !== verdict.spot.id);
  return [...others, verdict.spot]
    .filter(({ readings }) => readings.length > 0)
    .map((spot) => {
      const { setting, skin, medicines } = spot;
      return { ...seen, skin, medicines, setting, answer: spotAnswer(spot), test: true };
    });
}

function decided(state: 'use' | 'stop', spot: TestSpot): SpotVerdict {
  const advice = stepRule(spotAnswer(spot));
  return { state, spot, advice, wantedJcm2: fluence(spot) * advice.factor };
}

const fluence = (spot: TestSpot) => spot.setting.fluenceJcm2;

const pick = (spots: readonly TestSpot[], better: (one: number, other: number) => boolean) =>
  spots.reduce<TestSpot | null>(
    (best, each) => (best === null || better(fluence(each), fluence(best)) ? each : best),
    null,
  );

const lowest = (spots: readonly TestSpot[]) => pick(spots, (one, other) => one < other);
const highest = (spots: readonly TestSpot[]) => pick(spots, (one, other) => one > other);
