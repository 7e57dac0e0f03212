import type { Reminded } from '@tidy-quill/contract/calendar';
import type { TrialFollowUp } from '@tidy-quill/contract/trials';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, eq, gte, inArray, isNotNull, isNull, ne } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
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
  const running = await runningTrials(db, clinicId);
  const lists = await Promise.all(
    running.map(async (row) => {
      const entries = await entriesOfTrial(db, clinicId, row.id);
      const known = await participantsOf(db, row, entries, { timeZone, today });
      return known.flatMap(({ participant: { client, site, areas, followUps } }) =>
        followUps
          .filter(({ state }) => state === 'open')
          .map(({ month, from, due, until }) => ({
            ...{ trialId: row.id, title: row.design.title, site, areas, client },
            ...{ month, from, due, until },
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

/** Whether a day lies in the window of a follow-up of one of some areas: it is looked at then, whatever became of the course. */
export async function isFollowedUpOn(
  db: Queryable,
  clinicId: string,
  areaIds: readonly string[],
  day: Day,
): Promise<boolean> {
  for (const row of await runningTrials(db, clinicId)) {
    const entries = await entriesOfTrial(db, clinicId, row.id);
    const { timeZone } = await clinicOf(db, clinicId);
    const known = await participantsOf(db, row, entries, { timeZone, today: day });
    const its = known.find(({ participant: { areas } }) =>
      areaIds.every((id) => Object.values(areas).includes(id)),
    );
    if (its?.participant.followUps.some(({ state }) => state === 'open') === true) return true;
  }
  return false;
}

const runningTrials = (db: Queryable, clinicId: string) =>
  db
    .select()
    .from(trials)
    .where(and(eq(trials.clinicId, clinicId), isNotNull(trials.fixedAt), isNull(trials.closedAt)));

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
