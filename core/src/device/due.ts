import { addDays, daysBetween, type Day } from '../units';
import type { DeviceState } from './state';
import type { Part } from './log';

/** What a handpiece asks for, and by when. */
export type DeviceDue =
  | { readonly what: 'check'; readonly by: Day }
  | { readonly what: 'drift'; readonly by: Day }
  | { readonly what: 'correctedOutput'; readonly by: Day; readonly ratio: number }
  | { readonly what: 'unsteady'; readonly by: Day }
  | { readonly what: 'service'; readonly by: Day }
  | { readonly what: 'part'; readonly by: Day; readonly part: Part; readonly name: string };

// Early enough to call somebody in.
const AHEAD_DAYS = 30;
/** Share of its life after which a part is thought of. Assumed. */
const NEAR_ITS_END = 0.9;

/** What is due of a handpiece in use by thirty days from today, the first at the head. */
export function duesOf(state: DeviceState, today: Day): readonly DeviceDue[] {
  const { measured, drift, serviceDue, checkedOn } = state;
  const soon = (day: Day | null): day is Day => day !== null && day <= addDays(today, AHEAD_DAYS);
  const dues: readonly DeviceDue[] = [
    ...(checkedOn === today ? [] : [{ what: 'check', by: today } as const]),
    ...(state.output === null
      ? []
      : [{ what: 'correctedOutput', by: today, ratio: state.output.share } as const]),
    ...(state.unsteady && measured !== null ? [{ what: 'unsteady', by: today } as const] : []),
    ...(soon(drift.crosses) ? [{ what: 'drift', by: drift.crosses } as const] : []),
    ...(soon(serviceDue) ? [{ what: 'service', by: serviceDue } as const] : []),
    ...state.parts.flatMap(({ part, name, pulses, lifePulses, endsOn }) =>
      soon(endsOn) || pulses >= NEAR_ITS_END * lifePulses
        ? [{ what: 'part', by: endsOn ?? today, part, name } as const]
        : [],
    ),
  ];
  return [...dues].sort((one, other) => daysBetween(other.by, one.by));
}
