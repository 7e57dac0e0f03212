import type { DeviceLogged } from '@tidy-quill/contract/devices';
import { deviceState, outUntil, type DeviceState } from '@tidy-quill/core/device';
import type { Unavailable } from '@tidy-quill/core/calendar';
import type { Handpiece } from '@tidy-quill/core/plan';
import { Cache, defined } from '@tidy-quill/core/units';
import { and, asc, count, desc, eq } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { deviceLog } from '../../db/device-tables';
import { clinics, staff } from '../../db/schema';
import { clinicDay, clinicToday, dayBounds } from '../../http/clinic-day';

/** The entries of each handpiece, oldest first. */
export type DeviceLogs = ReadonlyMap<string, readonly DeviceLogged[]>;

// Logs by clinic, by how long each is and what stands last in it: nothing of it ever changes.
const LOGS = new Cache<Promise<DeviceLogs>>(50);

/** The logs of all handpieces of a clinic, with the clinic’s own days. */
export async function deviceLogs(
  db: Queryable,
  clinicId: string,
  timeZone: string,
): Promise<DeviceLogs> {
  const own = eq(deviceLog.clinicId, clinicId);
  const [counted] = await db.select({ entries: count() }).from(deviceLog).where(own);
  const entries = counted?.entries ?? 0;
  if (entries === 0) return new Map();
  const [last] = await db
    .select({ id: deviceLog.id })
    .from(deviceLog)
    .where(own)
    .orderBy(desc(deviceLog.id))
    .limit(1);
  const key = [clinicId, timeZone, entries, defined(last).id].join(' ');
  const known = LOGS.known(key);
  if (known !== undefined) return known;
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
  return LOGS.recall(key, () => Promise.resolve(logs));
}

/** How each of some handpieces stands today, by its id. */
export async function deviceStates(
  db: Queryable,
  clinicId: string,
  handpieces: readonly Handpiece[],
): Promise<ReadonlyMap<string, DeviceState>> {
  const { timeZone } = await clinicOfDevices(db, clinicId);
  const logs = await deviceLogs(db, clinicId, timeZone);
  const today = clinicToday(timeZone);
  return new Map(
    handpieces.map((handpiece) => [
      handpiece.id,
      deviceState(logs.get(handpiece.id) ?? [], handpiece, today),
    ]),
  );
}

/** Handpieces that their log has out of use now, as something that bookings cannot have for as long as that is thought to last. */
export async function outOfUseNow(
  db: Queryable,
  clinicId: string,
): Promise<readonly Unavailable[]> {
  const { timeZone } = await clinicOfDevices(db, clinicId);
  const logs = await deviceLogs(db, clinicId, timeZone);
  const today = clinicToday(timeZone);
  return [...logs].flatMap(([whatId, entries]): Unavailable[] => {
    const { outOfUse } = deviceState(entries, {}, today);
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

async function clinicOfDevices(db: Queryable, clinicId: string) {
  return defined((await db.select().from(clinics).where(eq(clinics.id, clinicId)))[0]);
}
