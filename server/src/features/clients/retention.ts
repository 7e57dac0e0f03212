import type { RetentionDue, RetentionListed } from '@tidy-quill/contract/clinic';
import { keptUntil } from '@tidy-quill/core/clients';
import { addMonths, defined, type Day } from '@tidy-quill/core/units';
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { clients, clinics, visits } from '../../db/schema';
import { clinicDay } from '../../http/clinic-day';
import { erasingRefusal } from './erase';

/** How many records are listed at once, the oldest first: whoever erases them sees the next. */
const LISTED = 100;

/** How long the clinic keeps records, and which of them it need not keep any longer. */
export async function retentionOf(
  db: Queryable,
  clinicId: string,
  now = new Date(),
): Promise<RetentionListed> {
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  const { retention, timeZone } = defined(clinic);
  if (retention === null) return { retention, due: [] };
  const today = clinicDay(now, timeZone);
  const due: RetentionDue[] = [];
  for (const row of await longAgo(db, clinicId, addMonths(today, -12 * retention.years))) {
    const lastOn = clinicDay(row.lastAt, timeZone);
    const until = keptUntil(retention, { birthDate: row.birthDate, lastOn });
    if (until >= today) continue;
    due.push({
      ...{ clientId: row.id, reference: row.reference, name: `${row.givenName} ${row.familyName}` },
      ...{ lastOn, keptUntil: until, refusal: await erasingRefusal(db, clinicId, row) },
    });
    if (due.length === LISTED) break;
  }
  return { retention, due };
}

/** Clients whose last visit was before a day, or who were added before it and never came. */
async function longAgo(db: Queryable, clinicId: string, day: Day) {
  const ofClient = sql`${visits.clinicId} = ${clients.clinicId} and ${visits.clientId} = ${clients.id}`;
  const last = sql<Date>`coalesce((select max(${visits.startsAt}) from ${visits}
    where ${ofClient} and ${visits.cancelledAt} is null), ${clients.createdAt})`.mapWith(
    clients.createdAt,
  );
  const { id, reference, givenName, familyName, birthDate, mergedInto } = clients;
  return db
    .select({ id, reference, givenName, familyName, birthDate, mergedInto, lastAt: last })
    .from(clients)
    .where(
      and(
        eq(clients.clinicId, clinicId),
        isNull(clients.erasedAt),
        isNull(clients.mergedInto),
        sql`${last} < ${day}::date + 1`,
      ),
    )
    .orderBy(asc(last), asc(clients.id));
}
