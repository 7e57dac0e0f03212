import type { ComingVisit } from '@tidy-quill/contract/today';
import { clientLanguage } from '@tidy-quill/core/client-texts';
import { notReadyFor, zoneRecord } from '@tidy-quill/core/session';
import { defined, addDays, type Day } from '@tidy-quill/core/units';
import { and, asc, eq, gte, isNull, lt } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { areas, clients, visits } from '../../db/schema';
import { clinicDay, dayBounds } from '../../http/clinic-day';
import { aheadOf } from '../ahead/store';
import { gapsFor } from '../languages/store';
import { consentsOf, treatmentConsent } from '../consent/store';
import { visitsSummed } from '../projections/store';
import { unconfirmed } from '../suitability/judge';
import { suitabilityCase, suitabilityInForce } from '../suitability/store';
import { eventsOf } from '../visit/events';

const DAYS_AHEAD = 14;

/** Coming visits, today's included, that something still stands in the way of, and what. */
export async function notReadyFrom(
  db: Db,
  clinicId: string,
  { timeZone, language }: { readonly timeZone: string; readonly language: string },
  today: Day,
): Promise<ComingVisit[]> {
  const { from } = dayBounds(today, timeZone);
  const { to } = dayBounds(addDays(today, DAYS_AHEAD), timeZone);
  const rows = await db
    .select({ visit: visits, client: clients, area: areas })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .where(
      and(
        eq(visits.clinicId, clinicId),
        isNull(visits.cancelledAt),
        gte(visits.startsAt, from),
        lt(visits.startsAt, to),
      ),
    )
    .orderBy(asc(visits.startsAt), asc(visits.id));
  const waiting = await visitsSummed(
    db,
    clinicId,
    defined(and(gte(visits.startsAt, from), lt(visits.startsAt, to))),
  );
  const ids = waiting.flatMap(({ visit, zones: [booked] }) =>
    booked === undefined || booked.finished || booked.begun ? [] : [visit.id],
  );
  const events = await eventsOf(db, clinicId, ids);
  const ahead = await aheadOf(db, clinicId, ids);
  const consents = await consentsOf(db, clinicId, [
    ...new Set(rows.map(({ client }) => client.id)),
  ]);
  const gaps = await gapsFor(
    db,
    clinicId,
    rows.map(({ client }) => client),
    { language },
  );
  const { content: rules } = await suitabilityInForce(db, clinicId);
  return rows.flatMap(({ visit, client, area }): ComingVisit[] => {
    const own = events.get(visit.id);
    if (own === undefined) return [];
    const record = zoneRecord(own, area.id, area.id);
    const on = clinicDay(visit.startsAt, timeZone);
    const notReady = notReadyFor({
      record,
      ahead: unconfirmed(ahead.get(visit.id), own),
      consent: treatmentConsent(
        defined(consents.get(client.id)),
        area,
        client.birthDate,
        on,
        rules.ages.alone,
      ),
      case: suitabilityCase(area, client.birthDate, on),
      rules,
      gap: gaps.get(clientLanguage(client, { language })) ?? null,
    });
    if (notReady.length === 0) return [];
    return [
      {
        id: visit.id,
        startsAt: visit.startsAt.toISOString(),
        areaId: area.id,
        roomId: visit.roomId,
        staffId: visit.staffId,
        plannedMinutes: visit.plannedMinutes,
        client: { id: client.id, name: `${client.givenName} ${client.familyName}` },
        site: area.site,
        side: area.side,
        job: area.job,
        begun: visit.startsAt <= new Date(),
        notReady,
      },
    ];
  });
}
