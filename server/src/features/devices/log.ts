import type { DeviceLogged } from '@tidy-quill/contract/devices';
import { deviceState, outUntil, type DeviceState } from '@tidy-quill/core/device';
import type { Unavailable } from '@tidy-quill/core/calendar';
import type { Handpiece } from '@tidy-quill/core/plan';
import { Cache, defined, type Day } from '@tidy-quill/core/units';
import { and, asc, count, eq, sql } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { deviceLog } from '../../db/device-tables';
import { clinics, staff } from '../../db/schema';
import { clinicDay, clinicToday, dayBounds } from '../../http/clinic-day';

/** The entries of each handpiece, oldest first. */
export type DeviceLogs = ReadonlyMap<string, readonly DeviceLogged[]>;

// Logs by clinic, by how long each is and what stands last in it: nothing of it ever changes.
const LOGS = new Cache<Promise<DeviceLogs>>(50);

/** The logs of all handpieces of a clinic, with the clinic’s own days. */
export async function deviceLogs(db: Queryable, clinicId: string): Promise<DeviceLogs> {
  return (await logsNow(db, clinicId)).logs;
}

/** Logs as they stand, and the zone of the clinic’s days. */
export interface LogsNow {
  readonly timeZone: string;
  readonly logs: DeviceLogs;
}

/** The logs of a clinic as they stand now: asked at every plan, so that one query tells whether they are known. */
export async function logsNow(db: Queryable, clinicId: string): Promise<LogsNow> {
  const own = eq(deviceLog.clinicId, clinicId);
  const [standing] = await db
    .select({ timeZone: clinics.timeZone, entries: count(deviceLog.id), last: LAST })
    .from(clinics)
    .leftJoin(deviceLog, eq(deviceLog.clinicId, clinics.id))
    .where(eq(clinics.id, clinicId))
    .groupBy(clinics.id);
  const { timeZone, entries, last } = defined(standing);
  if (entries === 0) return { timeZone, logs: new Map() };
  const key = [clinicId, timeZone, entries, last].join(' ');
  const known = LOGS.known(key);
  if (known !== undefined) return { timeZone, logs: await known };
  const rows = await db
    .select({ row: deviceLog, by: staff.name })
    .from(deviceLog)
    .innerJoin(staff, and(eq(staff.clinicId, deviceLog.clinicId), eq(staff.id, deviceLog.addedBy)))
    .where(own)
    .orderBy(asc(deviceLog.addedAt), asc(deviceLog.id));
  const logs = new Map<string, DeviceLogged[]>();
  for (const { row, by } of rows) {
    const entry: DeviceLogged = {
      ...{ id: row.id, by, body: row.body },
      on: clinicDay(row.addedAt, timeZone),
      at: row.addedAt.toISOString(),
    };
    logs.set(row.handpieceId, [...(logs.get(row.handpieceId) ?? []), entry]);
  }
  return { timeZone, logs: await LOGS.recall(key, () => Promise.resolve(logs)) };
}

const LAST = sql<string | null>`max(${deviceLog.id}::text)`;

/** How each of some handpieces stands today, by its id. */
export function statesBy(
  { timeZone, logs }: LogsNow,
  handpieces: readonly Handpiece[],
): ReadonlyMap<string, DeviceState> {
  const today = clinicToday(timeZone);
  return new Map(
    handpieces.map(({ id, serviceMonths }) => [id, stateOf(logs, id, serviceMonths, today)]),
  );
}

// What known logs came to, by handpiece, its interval and the day: asked at every plan and every opened visit.
const STATES = new WeakMap<DeviceLogs, Cache<DeviceState>>();

function stateOf(
  logs: DeviceLogs,
  handpieceId: string,
  serviceMonths: number | undefined,
  today: Day,
): DeviceState {
  const states = STATES.get(logs) ?? new Cache<DeviceState>(200);
  STATES.set(logs, states);
  return states.recall([handpieceId, serviceMonths, today].join(' '), () =>
    deviceState(
      logs.get(handpieceId) ?? [],
      serviceMonths === undefined ? {} : { serviceMonths },
      today,
    ),
  );
}

/** Handpieces that their log has out of use now, as something that bookings cannot have for as long as that is thought to last. */
export function outOfUseBy({ timeZone, logs }: LogsNow): readonly Unavailable[] {
  const today = clinicToday(timeZone);
  return [...logs.keys()].flatMap((whatId): Unavailable[] => {
    const { outOfUse } = stateOf(logs, whatId, undefined, today);
    if (outOfUse === null) return [];
    return [
      {
        ...{ id: `device ${whatId}`, what: 'handpiece', whatId, fromLog: true },
        from: dayBounds(outOfUse.since, timeZone).from.toISOString(),
        until: dayBounds(outUntil(outOfUse, today), timeZone).to.toISOString(),
        reason: outOfUse.because === 'takenOut' ? outOfUse.reason : OUT_WORDS[outOfUse.because],
      },
    ];
  });
}

const OUT_WORDS = {
  output: 'It gives more than 20 % too much or too little.',
  items: 'It failed its daily check.',
  serviced: 'It was not measured since its service.',
} as const;
