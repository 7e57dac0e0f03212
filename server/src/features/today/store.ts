import type { Attention, Day, DayVisit } from '@tidy-quill/contract/today';
import { visitStatus } from '@tidy-quill/core/calendar';
import { intervalStateOf } from '@tidy-quill/core/course';
import type { ClinicalFigures } from '@tidy-quill/core/figures';
import { type SiteId } from '@tidy-quill/core/sites';
import { STAGES, type Stage } from '@tidy-quill/core/workflow';
import type { LastTreated, ZoneSummary } from '@tidy-quill/core/report';
import { and, asc, eq, gte, inArray, isNull, lt } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { areas, clients, rooms, staff, visits } from '../../db/schema';
import { dayBounds } from '../../http/clinic-day';
import { figuresInForce } from '../catalogue/store';
import { consentsOf, treatmentConsent } from '../consent/store';
import { suitabilityInForce } from '../suitability/store';
import { treatedOf, visitsSummed } from '../projections/store';

/** The visits of a day by hour and room, each with its stage and what needs attention. */
export async function visitsOfDay(
  db: Db,
  clinicId: string,
  timeZone: string,
  day: string,
): Promise<Day> {
  const { from, to } = dayBounds(day, timeZone);
  const rows = await db
    .select({ visit: visits, client: clients, area: areas, room: rooms.name, staff: staff.name })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .innerJoin(rooms, and(eq(rooms.clinicId, visits.clinicId), eq(rooms.id, visits.roomId)))
    .innerJoin(staff, and(eq(staff.clinicId, visits.clinicId), eq(staff.id, visits.staffId)))
    .where(
      and(
        eq(visits.clinicId, clinicId),
        isNull(visits.cancelledAt),
        gte(visits.startsAt, from),
        lt(visits.startsAt, to),
      ),
    )
    .orderBy(asc(visits.startsAt), asc(rooms.name));
  const clientIds = [...new Set(rows.map(({ client }) => client.id))];
  // None of these waits for another.
  const [summed, { placeOf, treated }, consents, suitability, figures] = await Promise.all([
    visitsSummed(db, clinicId, defined(and(gte(visits.startsAt, from), lt(visits.startsAt, to)))),
    treatedBefore(db, clinicId, clientIds, day),
    consentsOf(db, clinicId, clientIds),
    suitabilityInForce(db, clinicId),
    figuresInForce(db, clinicId),
  ]);
  const zonesOf = new Map(summed.map((each) => [each.visit.id, each] as const));
  const { ages } = suitability.content;
  return {
    day,
    visits: rows.map(({ visit, client, area, room, staff: name }): DayVisit => {
      const given = defined(consents.get(client.id));
      const { zones: own, unreadable } = defined(zonesOf.get(visit.id));
      const zones = own.map((zone) => {
        const place = defined(placeOf.get(zone.areaId));
        const { state } = treatmentConsent(given, place, client.birthDate, day, ages.alone);
        const before = treated.filter(
          ({ visitId, areaId }) => areaId === zone.areaId && visitId !== visit.id,
        );
        const consented = state === 'valid';
        const attention = attentionFor(zone, consented, before, place, day, figures);
        const stage = consented ? zone.stage.consented : zone.stage.unconsented;
        return { area: place, zone, stage, attention };
      });
      const [first] = zones;
      return {
        id: visit.id,
        areaId: visit.areaId,
        startsAt: visit.startsAt.toISOString(),
        room,
        roomId: visit.roomId,
        staff: name,
        staffId: visit.staffId,
        plannedMinutes: visit.plannedMinutes,
        ...{ handpieceId: visit.handpieceId, numbs: visit.numbs },
        client: {
          id: client.id,
          name: `${client.givenName} ${client.familyName}`,
          reference: client.reference,
        },
        site: first?.area.site ?? area.site,
        side: first?.area.side ?? area.side,
        job: first?.area.job ?? area.job,
        otherZones: zones.slice(1).map((each) => ({ site: each.area.site, side: each.area.side })),
        stage: earliest(zones.map(({ stage }) => stage)),
        status: visitStatus({
          ...{ said: visit.said, cancelled: false },
          begun: zones.some(({ zone }) => zone.begun),
          finished: zones.some(({ zone }) => zone.finished),
        }),
        finished: zones.some(({ zone }) => zone.finished),
        running: zones.some(({ zone }) => ['running', 'paused'].includes(zone.runState)),
        unreadable,
        attention: [...new Set(zones.flatMap(({ attention }) => attention))],
      };
    }),
  };
}

const earliest = (stages: readonly Stage[]): Stage =>
  STAGES.find((stage) => stages.includes(stage)) ?? 'ask';

/** The areas of some clients, and when each was treated. */
async function treatedBefore(
  db: Db,
  clinicId: string,
  clientIds: readonly string[],
  until: string,
) {
  const placeOf = await areasOfClients(db, clinicId, clientIds);
  const areaIds = [...placeOf.keys()];
  return { placeOf, treated: await treatedOf(db, clinicId, { clientIds, areaIds, until }) };
}

async function areasOfClients(db: Db, clinicId: string, clientIds: readonly string[]) {
  if (clientIds.length === 0) return new Map<string, typeof areas.$inferSelect>();
  const rows = await db
    .select()
    .from(areas)
    .where(and(eq(areas.clinicId, clinicId), inArray(areas.clientId, [...clientIds])));
  return new Map(rows.map((row) => [row.id, row] as const));
}

function attentionFor(
  zone: ZoneSummary,
  consented: boolean,
  before: readonly LastTreated[],
  { site, job }: typeof areas.$inferSelect,
  day: string,
  own: ClinicalFigures,
): readonly Attention[] {
  const on = before[0]?.on ?? null;
  const interval = intervalStateOf({ job, site: site as SiteId }, on, day, own);
  const tan = zone.findings?.skin.tan ?? 'none';
  const list: [Attention, boolean][] = [
    ['stopped', zone.stopped],
    ['noConsent', !consented],
    ['planStale', zone.planIsStale],
    ['reactionLastTime', before.some((each) => each.on === on && each.newTestSpot)],
    ['testSpot', zone.needsSpot],
    ['tan', tan !== 'none'],
    ['firstVisit', interval === 'first'],
    ['tooSoon', interval === 'tooSoon'],
    ['late', interval === 'late'],
  ];
  return list.filter(([, holds]) => holds).map(([attention]) => attention);
}
