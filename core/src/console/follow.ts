import { EVENT_KINDS, inOrder, type EventBody, type VisitEvent } from '../events';
import { preparation, spotReasons, zoneOfEvent, type VisitRecord } from '../session';
import { watchConsole, type ConsoleView, type RoomView } from './watch';

/** What a visit makes of a change at its room's console. */
export interface Followed {
  /** The zone that it belongs to. */
  readonly areaId: string;
  readonly bodies: readonly EventBody[];
  /** Whether the console has to go to standby. */
  readonly standby: boolean;
}

/** A visit as it stands, with every zone rebuilt. */
export interface VisitAtConsole {
  readonly bookedId: string;
  readonly events: readonly VisitEvent[];
  readonly zones: ReadonlyMap<string, VisitRecord>;
}

/**
 * Compares a console with how it was before, for the visit in its room: pulses to count, incidents, a stop. Null where
 * nobody works at the console, or everybody was sent home.
 *
 * @param before null where it was not heard before: what was counted of the session so far takes its place
 */
export function followConsole(
  before: ConsoleView | null,
  now: ConsoleView,
  visit: VisitAtConsole,
): Followed | null {
  const areaId = zoneAtWork(visit);
  const record = areaId === null ? undefined : visit.zones.get(areaId);
  if (areaId === null || record === undefined) return null;
  const room = roomOf(record);
  if (room === null || record.sentHome !== null) return null;
  const { run } = record;
  const last = before ?? lastCounted(record, now);
  const { pulses, incidents, stop } = watchConsole(last, now, room);
  const bodies: readonly EventBody[] = [
    ...(pulses === null ? [] : [{ kind: 'consolePulses', serial: now.serial, ...pulses } as const]),
    ...incidents.map(({ what, detail }) => ({ kind: 'incident', what, detail }) as const),
    ...(stop && room.running ? [{ kind: 'stopped' } as const] : []),
  ];
  // A tablet that cannot reach the server may have started what was ready; whoever works by hand is not held up.
  const mayHaveBegun = run.startedAt === null && preparation(record).complete;
  return { areaId, bodies, standby: (stop && !mayHaveBegun) || standbyOwed(record, now) };
}

/** Whether a console still stands ready though the session was stopped for pain or harm. */
export const standbyOwed = ({ run }: VisitRecord, { link, state }: ConsoleView): boolean =>
  run.state === 'stopped' && run.harmed && link === 'up' && state === 'ready';

/** The zone that a pulse belongs to: the one in treatment, else the one worked on last in the room; null where there is none. */
export function zoneAtWork({ bookedId, events, zones }: VisitAtConsole): string | null {
  for (const [areaId, { run }] of zones) if (run.state === 'running') return areaId;
  const last = inOrder(events).findLast(({ body }) => EVENT_KINDS[body.kind].inRoom);
  return last === undefined ? null : zoneOfEvent(last, bookedId);
}

/** What the room does at a zone; null before anything is planned. */
export function roomOf(record: VisitRecord): RoomView | null {
  const { plan, run } = record;
  if (plan === null) return null;
  const setting = run.setting ?? plan.setting;
  const cooling = setting.cooling ?? plan.cooling;
  return {
    running: run.state === 'running',
    testing: run.startedAt === null && testing(record),
    setting,
    wavelengthNm: plan.wavelengthNm,
    plateC: cooling !== undefined && 'plateC' in cooling ? cooling.plateC : null,
  };
}

/** Whether test spots may be fired: eyewear, door and console are ready, and spots are due or have begun. */
const testing = (record: VisitRecord): boolean =>
  preparation(record).readyToFire && (spotReasons(record).length > 0 || record.spots.length > 0);

/** Where this session's counting had come to, for whoever begins to listen in the middle of it. */
function lastCounted({ run }: VisitRecord, now: ConsoleView): ConsoleView | null {
  const end = run.counted[now.serial]?.at(-1)?.[1];
  return end === undefined || run.runningSince === null
    ? null
    : { ...now, pulses: end, at: run.runningSince };
}
