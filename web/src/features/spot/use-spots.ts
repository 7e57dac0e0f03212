import type { Place } from '@tidy-quill/core/look';
import {
  evaluate,
  teachingLadder,
  testSpotReasons,
  type Handpiece,
  type TestSpotReason,
} from '@tidy-quill/core/plan';
import { awaitsDarkeningSpot } from '@tidy-quill/core/workflow';
import { faintEnough, plannedSpots, spotReasons } from '@tidy-quill/core/session';
import { type AcceptedPlan } from '@tidy-quill/core/events';
import {
  laterReasons,
  spotVerdict,
  type LaterReason,
  type SpotVerdict,
  type TestSpot,
} from '@tidy-quill/core/spot';
import { defined } from '@tidy-quill/core/units';
import { useMemo } from 'react';
import { usePlanCase, useVisit } from '../visit/use-visit';

/** The test spots of the open zone and what they come to. */
export interface Spots {
  readonly all: readonly TestSpot[];
  /** The plan that the ladder rises from. */
  readonly plan: AcceptedPlan;
  readonly handpiece: Handpiece | undefined;
  /** Fluences to try, J/cm², lowest first. */
  readonly rungs: readonly number[];
  /** Why a test spot is asked for; empty where it is not, or where it has answered. */
  readonly needed: readonly TestSpotReason[];
  /** Why one was asked for before any was fired. */
  readonly neededAtFirst: readonly TestSpotReason[];
  readonly later: readonly LaterReason[];
  readonly verdict: SpotVerdict;
  /** What was read today no longer counts: something changed since, and new ones are asked for. */
  readonly askedAgain: boolean;
  /** Ink that may darken waits for its one test spot to be seen again. */
  readonly mayDarken: boolean;
  /** The number by which a spot is called, from 1. */
  readonly numberOf: (id: string) => number;
  readonly at: (place: Place) => readonly TestSpot[];
}

export function useSpots(): Spots {
  const { record, catalogue } = useVisit('record', 'catalogue');
  const plan = defined(record.plan);
  const { subject, setting, wavelengthNm, plannedOn } = plan;
  const handpiece = catalogue.handpieces.find(({ id }) => id === setting.handpieceId);
  const later = laterReasons(subject);
  const { spots: all } = record;
  const untested = subject.history.filter(({ test, on }) => !(test === true && on === plannedOn));
  const light = { handpieceId: setting.handpieceId, wavelengthNm };
  const needed = spotReasons(record);
  const verdict = spotVerdict(plannedSpots(record), later.length > 0, faintEnough(plan));
  const mayDarken = awaitsDarkeningSpot(record);
  return {
    all,
    plan,
    handpiece,
    rungs: useRungs(plan, handpiece),
    needed,
    neededAtFirst: testSpotReasons({ ...subject, history: untested }, light, plannedOn),
    later,
    verdict,
    askedAgain: verdict.state === 'use' && needed.length > 0 && !mayDarken,
    mayDarken,
    numberOf: (id) => all.findIndex((spot) => spot.id === id) + 1,
    at: (place) => all.filter((spot) => spot.place === place),
  };
}

/** The rungs that rise from a plan, by what answers before today taught: they stay while the day's spots are read. */
function useRungs(
  { setting, upperJcm2 }: AcceptedPlan,
  handpiece: Handpiece | undefined,
): readonly number[] {
  const plan = usePlanCase();
  return useMemo(() => {
    if (handpiece === undefined) return [];
    const known = plan === null ? null : evaluate(plan, setting, 'ranking');
    return teachingLadder({
      ...{ start: setting.fluenceJcm2, upper: upperJcm2, scale: handpiece.fluenceJcm2 },
      ...{ model: known?.model ?? null, learnt: known?.learnt ?? null },
    });
  }, [plan, setting, upperJcm2, handpiece]);
}
