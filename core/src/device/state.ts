import { asGiven, type DeviceOutput, type Handpiece } from '../plan';
import { addDays, addMonths, daysBetween, type Day } from '../units';
import { driftOf, type Drift, type MeasuredDay } from './drift';
import { CHECK_ITEMS, type CheckItem, type DeviceEntry } from './log';
import { lifeOf, type PartLife } from './life';
import { outputOf, outputVerdict, STEADY } from './output';

/** Why a handpiece is out of use: what was measured, what failed, what somebody saw, or that nobody checked it after a service. */
export type OutOfUse =
  | { readonly because: 'output'; readonly since: Day; readonly ratio: number }
  | { readonly because: 'items'; readonly since: Day; readonly items: readonly CheckItem[] }
  | {
      readonly because: 'takenOut';
      readonly since: Day;
      readonly reason: string;
      readonly until: Day | null;
    }
  | { readonly because: 'serviced'; readonly since: Day };

/** How a handpiece stands, from its log. */
export interface DeviceState {
  readonly outOfUse: OutOfUse | null;
  /** The newest measurement; null before the first. */
  readonly measured: MeasuredDay | null;
  /** What plans reckon with; null where the console is taken at its word. */
  readonly output: DeviceOutput | null;
  /** Whether its pulses differed too much among themselves. */
  readonly unsteady: boolean;
  readonly checkedOn: Day | null;
  /** Every measurement, oldest first. */
  readonly measurements: readonly MeasuredDay[];
  readonly drift: Drift;
  readonly parts: readonly PartLife[];
  readonly counter: number | null;
  readonly servicedOn: Day | null;
  /** Null where the interval is not known or nothing was serviced yet. */
  readonly serviceDue: Day | null;
}

/**
 * What a handpiece’s log comes to. One that gives too much or too little, or that was taken out, stays out of use until a
 * supervisor frees it; one that failed an item, or was serviced, until a check finds all well.
 *
 * @param entries oldest first
 */
export function deviceState(
  entries: readonly DeviceEntry[],
  { serviceMonths }: Pick<Handpiece, 'serviceMonths'>,
  today: Day,
): DeviceState {
  const measurements = entries.flatMap(measuredIn);
  const measured = measurements.at(-1) ?? null;
  const servicedOn = entries.findLast(({ body }) => body.kind === 'serviced')?.on ?? null;
  const corrected = measured !== null && outputVerdict(measured.ratio) !== 'go';
  return {
    outOfUse: entries.reduce(outOfUseAfter, null),
    measured,
    output: corrected ? { share: measured.ratio, on: measured.on } : null,
    unsteady: measured !== null && measured.spread > STEADY,
    checkedOn: entries.findLast(({ body }) => body.kind === 'checked')?.on ?? null,
    measurements,
    drift: driftOf(sinceService(entries), today),
    ...lifeOf(entries, today),
    servicedOn,
    serviceDue:
      servicedOn === null || serviceMonths === undefined
        ? null
        : addMonths(servicedOn, serviceMonths),
  };
}

function measuredIn({ on, body }: DeviceEntry): readonly MeasuredDay[] {
  if (body.kind !== 'checked' || body.meter === null) return [];
  const output = outputOf(body.meter);
  return output === null ? [] : [{ on, ...output }];
}

// A service changes what a console gives: its drift before says nothing of the time after.
function sinceService(entries: readonly DeviceEntry[]): readonly MeasuredDay[] {
  const last = entries.findLastIndex(({ body }) => body.kind === 'serviced');
  return entries.slice(last + 1).flatMap(measuredIn);
}

function outOfUseAfter(before: OutOfUse | null, { on, body }: DeviceEntry): OutOfUse | null {
  switch (body.kind) {
    case 'freed':
      return null;
    case 'takenOut':
      return { because: 'takenOut', since: on, reason: body.reason, until: body.until };
    case 'serviced':
      return isForSupervisor(before) ? before : { because: 'serviced', since: on };
    case 'checked': {
      const [measured] = measuredIn({ on, at: '', body });
      if (isForSupervisor(before)) return before;
      if (measured !== undefined && outputVerdict(measured.ratio) === 'outOfUse') {
        return { because: 'output', since: on, ratio: measured.ratio };
      }
      const items = CHECK_ITEMS.filter((item) => body.items[item] === 'failed');
      if (items.length > 0) return { because: 'items', since: on, items };
      // After a service what it gives has to be measured, not only tried.
      return before?.because === 'serviced' && measured === undefined ? before : null;
    }
    case 'partFitted':
    case 'counterRead':
      return before;
  }
}

/** Whether only a supervisor brings it back. */
export const isForSupervisor = (out: OutOfUse | null): boolean =>
  out?.because === 'output' || out?.because === 'takenOut';

/** A handpiece as it may be planned with: in terms of what it gives, and out of service where it is out of use. */
export function asItStands<H extends Handpiece>(handpiece: H, state: DeviceState): H {
  const given = state.output === null ? handpiece : asGiven(handpiece, state.output);
  return state.outOfUse === null ? given : { ...given, inService: false };
}

// Assumed, where nobody said when it comes back.
const BACK_IN_DAYS = 7;

/** Until which day, that one included, bookings cannot have a handpiece that is out of use. */
export function outUntil(out: OutOfUse, today: Day): Day {
  const said = out.because === 'takenOut' ? out.until : null;
  return said !== null && daysBetween(today, said) >= 0 ? said : addDays(today, BACK_IN_DAYS);
}
