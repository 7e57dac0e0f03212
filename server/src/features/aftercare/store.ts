import type { InForce } from '@tidy-quill/contract/catalogue';
import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import {
  STANDARD_AFTERCARE,
  type Advice,
  type AdviceBlocks,
  type Habit,
} from '@tidy-quill/core/aftercare';
import { givenLines } from '@tidy-quill/contract/labels/index';
import { zoneRecords } from '@tidy-quill/core/session';
import { and, desc, eq, gt } from 'drizzle-orm';
import { ENGLISH, saysAll, type LanguageRead } from '@tidy-quill/contract/client-words/index';
import { clientLanguage, sameLanguage } from '@tidy-quill/core/client-texts';
import { approvedTranslations, readIn } from '../languages/store';
import { defined } from '@tidy-quill/core/units';
import { ofEarlierVisits } from '../suitability/store';
import type { Queryable } from '../../db/connect';
import { areas, clients, clinics, visitEvents, visits } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import { documentInForce } from '../catalogue/store';
import { areasById } from '../clients/store';
import { bodyOf, eventsOf } from '../visit/events';
import type { Leaflet } from './leaflet';

/** The building blocks in force; those that ship where the clinic has approved none. */
export const aftercareInForce = (db: Queryable, clinicId: string): Promise<InForce<AdviceBlocks>> =>
  documentInForce(db, clinicId, 'aftercare', STANDARD_AFTERCARE);

/** What of the client's days the advice of the last visit went by; nothing where none did. */
export async function habitsBefore(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
): Promise<readonly Habit[]> {
  const [row] = await db
    .select({ event: visitEvents })
    .from(visitEvents)
    .innerJoin(
      visits,
      and(eq(visits.clinicId, visitEvents.clinicId), eq(visits.id, visitEvents.visitId)),
    )
    .where(
      and(
        eq(visitEvents.clinicId, clinicId),
        ofEarlierVisits(db, clinicId, visit.clientId, new Date(visit.startsAt)),
        eq(visitEvents.kind, 'sentHome'),
      ),
    )
    .orderBy(desc(visits.startsAt))
    .limit(1);
  const body = row === undefined ? null : bodyOf(row.event);
  return body?.kind === 'sentHome' ? (body.habits ?? []) : [];
}

/** What a client took home, as it was given. 422 before that. */
export async function leafletOf(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
): Promise<Leaflet> {
  const [sent] = await db
    .select()
    .from(visitEvents)
    .where(
      and(
        eq(visitEvents.clinicId, clinicId),
        eq(visitEvents.visitId, visit.id),
        eq(visitEvents.kind, 'sentHome'),
      ),
    )
    .orderBy(desc(visitEvents.at))
    .limit(1);
  const body = sent === undefined ? null : bodyOf(sent);
  if (body?.kind !== 'sentHome') {
    throw new HttpProblem('refused-by-rule', 'Nobody has been sent home yet', {
      detail: 'The advice is made when the client is sent home.',
    });
  }
  const [around] = await db
    .select({ client: clients, area: areas, clinic: clinics })
    .from(areas)
    .innerJoin(clients, and(eq(clients.clinicId, areas.clinicId), eq(clients.id, areas.clientId)))
    .innerJoin(clinics, eq(clinics.id, areas.clinicId))
    .where(and(eq(areas.clinicId, clinicId), eq(areas.id, visit.areaId)));
  const { advice, nextVisitOn } = body;
  const next = await visitAfter(db, clinicId, visit);
  const { client, clinic } = defined(around);
  return {
    ...defined(around),
    read: await adviceReadIn(db, client, clinic, advice),
    given: await givenIn(db, clinicId, visit),
    advice,
    nextVisitOn,
    nextVisitAt: next?.startsAt ?? null,
    sentAt: defined(sent).at,
  };
}

/**
 * The language that some advice is read in: the client's own in the newest version that says every line as it was given, so
 * that a paper that is printed again says what it said.
 */
async function adviceReadIn(
  db: Queryable,
  client: Leaflet['client'],
  clinic: Leaflet['clinic'],
  advice: readonly Advice[],
): Promise<LanguageRead> {
  const code = clientLanguage(client, clinic);
  const now = await readIn(db, clinic.id, client, clinic, 'aftercare');
  if (now.texts === null && sameLanguage(now.code, code)) return now;
  const [places] = await approvedTranslations(db, clinic.id, code, 'places');
  const versions = await approvedTranslations(db, clinic.id, code, 'aftercare');
  const found = versions.find((version) => saysAll(code, version, advice));
  const needsPlaces = !sameLanguage(code, ENGLISH.code);
  if ((needsPlaces && places === undefined) || found === undefined) return ENGLISH;
  const texts = Object.entries({ ...places?.texts, ...found.texts }).map(
    ([key, { text }]) => [key, text] as const,
  );
  return { code, texts: Object.fromEntries(texts) };
}

/** What each zone of a visit was given, zones without a pulse left out. */
async function givenIn(
  db: Queryable,
  clinicId: string,
  visit: VisitHeader,
): Promise<Leaflet['given']> {
  const events = defined((await eventsOf(db, clinicId, [visit.id])).get(visit.id));
  const zones = [...zoneRecords(events, visit.areaId)];
  const places = await areasById(
    db,
    clinicId,
    zones.map(([areaId]) => areaId),
  );
  return zones.flatMap(([areaId, record]) => {
    const lines = givenLines(record);
    return lines.length === 0 ? [] : [{ area: defined(places.get(areaId)), lines }];
  });
}

/** The client's next visit to the same area, and where it is; null where none is booked. */
export async function visitAfter(db: Queryable, clinicId: string, visit: VisitHeader) {
  const [next] = await db
    .select()
    .from(visits)
    .where(
      and(
        eq(visits.clinicId, clinicId),
        eq(visits.clientId, visit.clientId),
        eq(visits.areaId, visit.areaId),
        gt(visits.startsAt, new Date(visit.startsAt)),
      ),
    )
    .orderBy(visits.startsAt)
    .limit(1);
  return next ?? null;
}
