import type { VersionImpact } from '@tidy-quill/contract/catalogue';
import type { Handpiece, Protocol } from '@tidy-quill/core/plan';
import type { ZoneSummary } from '@tidy-quill/core/report';
import { workAgain, zoneRecords, type VisitRecord } from '@tidy-quill/core/session';
import { assess } from '@tidy-quill/core/suitability';
import { and, asc, eq, gte, isNull } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { type areas, type catalogueVersions, clients, clinics, visits } from '../../db/schema';
import { clinicDay, clinicToday, dayBounds } from '../../http/clinic-day';
import { contentOf } from '../../http/kept-content';
import { suitabilityCase, suitabilityInForce } from '../suitability/store';
import { areasById } from '../clients/store';
import { visitsSummed } from '../projections/store';
import { eventsOf } from '../visit/events';
import { catalogueInForce } from './store';

type Effect = Pick<VersionImpact, 'upperJcm2' | 'refusals' | 'outcome'>;

type AreaRow = typeof areas.$inferSelect;

const isOpen = ({ finished, runState }: ZoneSummary) => !finished && runState !== 'ended';
const idOf = ({ areaId }: ZoneSummary) => areaId;

type KeptVersion = typeof catalogueVersions.$inferSelect;

/** The visits from today on that a version would change: their plans' limits, or what their answers lead to. */
export async function impactOf(
  db: Db,
  clinicId: string,
  version: KeptVersion,
): Promise<readonly VersionImpact[]> {
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  const { timeZone } = defined(clinic);
  const { from } = dayBounds(clinicToday(timeZone), timeZone);
  const rows = await db
    .select({ visit: visits, client: clients })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .where(
      and(eq(visits.clinicId, clinicId), isNull(visits.cancelledAt), gte(visits.startsAt, from)),
    )
    .orderBy(asc(visits.startsAt));
  const summed = await visitsSummed(db, clinicId, gte(visits.startsAt, from));
  const coming = new Map(
    summed.map(({ visit, zones }) => [visit.id, new Set(zones.filter(isOpen).map(idOf))] as const),
  );
  const waiting = rows.filter(({ visit }) => defined(coming.get(visit.id)).size > 0);
  const events = await eventsOf(
    db,
    clinicId,
    waiting.map(({ visit }) => visit.id),
  );
  const open = waiting.flatMap(({ visit, client }) =>
    [...zoneRecords(defined(events.get(visit.id)), visit.areaId)]
      .filter(([areaId]) => defined(coming.get(visit.id)).has(areaId))
      .map(([areaId, record]) => ({ visit, client, areaId, record })),
  );
  const places = await areasById(
    db,
    clinicId,
    open.map(({ areaId }) => areaId),
  );
  const effectOn = await judgeOf(db, clinicId, version);
  return open.flatMap(({ visit, client, areaId, record }): VersionImpact[] => {
    const area = defined(places.get(areaId));
    const on = clinicDay(visit.startsAt, timeZone);
    const effect = effectOn(record, area, client.birthDate, on);
    if (effect === null) return [];
    return [
      {
        visitId: visit.id,
        areaId,
        startsAt: visit.startsAt.toISOString(),
        client: `${client.givenName} ${client.familyName}`,
        site: area.site,
        side: area.side,
        ...effect,
      },
    ];
  });
}

type Judge = (record: VisitRecord, area: AreaRow, birthDate: string, on: string) => Effect | null;

/** How a version is told apart from what is in force, for one zone of a visit; null where it changes nothing. */
async function judgeOf(db: Db, clinicId: string, version: KeptVersion): Promise<Judge> {
  const { kind } = version;
  if (kind === 'devices' || kind === 'protocol') {
    const inForce = await catalogueInForce(db, clinicId);
    const drafted =
      kind === 'devices'
        ? { handpieces: contentOf('devices', version), protocol: inForce.protocol }
        : { handpieces: inForce.handpieces, protocol: contentOf('protocol', version) };
    return (record) => planEffect(record, inForce, drafted);
  }
  if (kind === 'suitability') {
    const drafted = contentOf('suitability', version);
    const { content: inForce } = await suitabilityInForce(db, clinicId);
    return (record, area, birthDate, on) => {
      if (record.history === null) return null;
      const of = suitabilityCase(area, birthDate, on);
      const before = assess(record.history, of, inForce).outcome;
      const now = assess(record.history, of, drafted).outcome;
      return before === now ? null : { upperJcm2: null, refusals: [], outcome: { before, now } };
    };
  }
  // Texts change what is read from now on, never what was planned.
  return () => null;
}

interface Catalogued {
  readonly handpieces: readonly Handpiece[];
  readonly protocol: Protocol;
}

function planEffect(record: VisitRecord, inForce: Catalogued, drafted: Catalogued): Effect | null {
  const { plan } = record;
  if (plan === null) return null;
  const agreed = record.agreed !== null;
  const by = ({ handpieces, protocol }: Catalogued) =>
    workAgain({ plan, handpieces, protocol, agreed });
  const [before, now] = [by(inForce), by(drafted)];
  const refusals = now.refusals.filter((each) => !before.refusals.includes(each));
  const [was, is] = [before.upperJcm2.now, now.upperJcm2.now];
  return was === is && refusals.length === 0
    ? null
    : { upperJcm2: { before: was, now: is }, refusals, outcome: null };
}
