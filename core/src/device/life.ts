import { addDays, daysBetween, type Day } from '../units';
import type { DeviceEntry, Part } from './log';

/** A part that wears out, and how far it has. */
export interface PartLife {
  readonly part: Part;
  readonly name: string;
  readonly fittedOn: Day;
  /** Pulses that it has given, those before it was fitted here included; null before the counter was read after it. */
  readonly pulses: number;
  readonly lifePulses: number;
  /** When it will have given its life, as fast as it was used so far; null where nothing tells. */
  readonly endsOn: Day | null;
}

// So little time says nothing of how fast it goes.
const FEWEST_DAYS = 7;

/** The counter as it was read last, and each part that is fitted now against its life. Entries oldest first. */
export function lifeOf(
  entries: readonly DeviceEntry[],
  today: Day,
): { readonly counter: number | null; readonly parts: readonly PartLife[] } {
  const readings = entries.flatMap(({ on, body }) =>
    'counter' in body && body.counter !== null ? [{ on, counter: body.counter }] : [],
  );
  const counter = readings.at(-1)?.counter ?? null;
  const fitted = new Map(
    entries.flatMap(({ on, body }) =>
      body.kind === 'partFitted' ? [[`${body.part} ${body.name}`, { on, body }] as const] : [],
    ),
  );
  const parts = [...fitted.values()].map(({ on, body }): PartLife => {
    const given = Math.max(0, (counter ?? body.counter) - body.counter);
    const pulses = body.usedPulses + given;
    const last = readings.at(-1)?.on ?? on;
    const days = daysBetween(on, last);
    const left = Math.max(0, body.lifePulses - pulses);
    const endsOn =
      left === 0
        ? today
        : given === 0 || days < FEWEST_DAYS
          ? null
          : addDays(last, Math.floor((left * days) / given));
    return {
      ...{ part: body.part, name: body.name, fittedOn: on, pulses, lifePulses: body.lifePulses },
      endsOn,
    };
  });
  return { counter, parts };
}
