import type { Reminded } from '@tidy-quill/contract/calendar';
import type { TrialFollowUp } from '@tidy-quill/contract/trials';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, eq, gte, inArray, isNotNull, isNull, ne } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { visits } from '../../db/schema';
import { trials } from '../../db/trial-tables';
import { clinicDay, clinicToday, dayBounds } from '../../http/clinic-day';
import { clinicOf } from '../calendar/store';
import { askClients, askedAt } from '../calendar/visit-messages';
import { clientsById } from '../clients/store';
import type { MessageCarrier } from '../messages/carrier';
import { participantsOf } from './participants';
import { entriesOfTrial } from './store';

/** Follow-ups of running trials whose window is open, the one that closes first at the head. */
export async function trialFollowUps(db: Db, clinicId: string): Promise<TrialFollowUp[]> {
  const { timeZone } = await clinicOf(db, clinicId);
  const today = clinicToday(timeZone);
  const running = await db
    .select()
    .from(trials)
    .where(and(eq(trials.clinicId, clinicId), isNotNull(trials.fixedAt), isNull(trials.closedAt)));
  const lists = await Promise.all(
    running.map(async (row) => {
      const entries = await entriesOfTrial(db, clinicId, row.id);
      const known = await participantsOf(db, row, entries, { timeZone, today });
      return known.flatMap(({ participant: { client, site, followUps } }) =>
        followUps
          .filter(({ state }) => state === 'open')
          .map(({ month, from, due, until }) => ({
            ...{ trialId: row.id, title: row.design.title, site, month, from, due, until, client },
          })),
      );
    }),
  );
  const open = lists.flat().sort((one, other) => one.until.localeCompare(other.until));
  const ids = open.map(({ client }) => client.id);
  const [clientOf, asked, booked] = await Promise.all([
    clientsById(db, clinicId, ids),
    askedAt(db, clinicId, 'followUp', ids),
    nextVisits(db, clinicId, ids, { timeZone, today }),
  ]);
  return open.map(({ client, ...followUp }) => ({
    ...followUp,
    client: { ...client, phone: defined(clientOf.get(client.id)).phone },
    askedAt: asked.get(client.id) ?? null,
    bookedOn:
      (booked.get(client.id) ?? []).find((on) => on >= followUp.from && on <= followUp.until) ??
      null,
  }));
}

/** Days of the visits to come, by client, the next first. */
async function nextVisits(
  db: Db,
  clinicId: string,
  clientIds: readonly string[],
  { timeZone, today }: { readonly timeZone: string; readonly today: Day },
): Promise<ReadonlyMap<string, readonly Day[]>> {
  if (clientIds.length === 0) return new Map();
  const rows = await db
    .select({ clientId: visits.clientId, startsAt: visits.startsAt })
    .from(visits)
    .where(
      and(
        ...[eq(visits.clinicId, clinicId), inArray(visits.clientId, [...clientIds])],
        ...[isNull(visits.cancelledAt), ne(visits.said, 'missed')],
        gte(visits.startsAt, dayBounds(today, timeZone).from),
      ),
    )
    .orderBy(visits.startsAt);
  const days = new Map<string, Day[]>();
  for (const { clientId, startsAt } of rows) {
    days.set(clientId, [...(days.get(clientId) ?? []), clinicDay(startsAt, timeZone)]);
  }
  return days;
}

/** Asks for the follow-ups whose window is open and for which nothing is booked: of some clients, or of all. */
export async function askForFollowUps(
  db: Db,
  carrier: MessageCarrier,
  clinicId: string,
  clientIds: readonly string[] | null,
): Promise<Reminded> {
  const open = (await trialFollowUps(db, clinicId)).filter(
    ({ client, bookedOn }) =>
      bookedOn === null && (clientIds === null || clientIds.includes(client.id)),
  );
  const asked = open.map(({ client, until }) => ({ clientId: client.id, until }));
  return askClients(db, carrier, clinicId, 'followUp', asked);
}
