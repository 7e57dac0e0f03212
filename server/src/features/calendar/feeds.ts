import type { CalendarFeed, FeedMade } from '@tidy-quill/contract/calendar';
import { and, eq, gte, isNull } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import { calendarFeeds } from '../../db/calendar-feeds';
import type { Db, Queryable } from '../../db/connect';
import { clients, clinics, rooms, staff, visits } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';
import { icsOf } from './ics';

const TOKEN_BYTES = 24;
/** How far back a feed reaches, days: what was cancelled is taken off calendars that hold it. */
const BACK_DAYS = 30;
const DAY_MS = 86_400_000;

const hashOf = (token: string) => createHash('sha256').update(token).digest('hex');

const openOf = ({ clinicId, staffId }: Pick<Actor, 'clinicId' | 'staffId'>) =>
  and(
    eq(calendarFeeds.clinicId, clinicId),
    eq(calendarFeeds.staffId, staffId),
    isNull(calendarFeeds.endedAt),
  );

/** Whether somebody has an address for their calendar program, since when, and what it shows. */
export async function feedOf(db: Db, actor: Actor): Promise<CalendarFeed> {
  const [feed] = await db.select().from(calendarFeeds).where(openOf(actor));
  const [clinic] = await db
    .select({ named: clinics.feedNames })
    .from(clinics)
    .where(eq(clinics.id, actor.clinicId));
  return { since: feed?.createdAt.toISOString() ?? null, named: clinic?.named === true };
}

/** Makes a new address; the one before ends. The token is told once, and kept as a hash alone. */
export async function makeFeed(
  db: Db,
  actor: Actor,
  id: string,
  origin: string,
): Promise<FeedMade> {
  const token = randomBytes(TOKEN_BYTES).toString('base64url');
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    await endOpen(tx, actor);
    const { clinicId, staffId } = actor;
    await tx.insert(calendarFeeds).values({ clinicId, id, staffId, tokenHash: hashOf(token) });
  });
  return { url: `${origin}/api/feeds/${token}` };
}

export async function endFeed(db: Db, actor: Actor): Promise<void> {
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    await endOpen(tx, actor);
  });
}

const endOpen = (tx: Queryable, actor: Actor) =>
  tx.update(calendarFeeds).set({ endedAt: new Date() }).where(openOf(actor));

/** What an address gives: the visits of whoever it is of. 404 once it ended, or its account was closed. */
export async function readFeed(db: Db, token: string): Promise<string> {
  const [found] = await db
    .select({ of: staff, clinic: clinics })
    .from(calendarFeeds)
    .innerJoin(
      staff,
      and(eq(staff.clinicId, calendarFeeds.clinicId), eq(staff.id, calendarFeeds.staffId)),
    )
    .innerJoin(clinics, eq(clinics.id, calendarFeeds.clinicId))
    .where(
      and(
        eq(calendarFeeds.tokenHash, hashOf(token)),
        isNull(calendarFeeds.endedAt),
        eq(staff.active, true),
      ),
    );
  if (found === undefined) throw new HttpProblem('not-found', 'There is no such calendar');
  const { of, clinic } = found;
  const now = new Date();
  const rows = await db
    .select({ visit: visits, room: rooms.name, client: clients })
    .from(visits)
    .innerJoin(rooms, and(eq(rooms.clinicId, visits.clinicId), eq(rooms.id, visits.roomId)))
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .where(
      and(
        ...[eq(visits.clinicId, clinic.id), eq(visits.staffId, of.id)],
        gte(visits.startsAt, new Date(now.getTime() - BACK_DAYS * DAY_MS)),
      ),
    )
    .orderBy(visits.startsAt);
  const events = rows.map(({ visit, room, client }) => ({
    ...visit,
    cancelled: visit.cancelledAt !== null || visit.said === 'missed',
    confirmed: visit.said === 'confirmed' || visit.said === 'arrived',
    summary: clinic.feedNames ? `${client.givenName} ${client.familyName}` : `Visit, ${room}`,
    location: `${clinic.name}, ${room}`,
  }));
  return icsOf(`${of.name}, ${clinic.name}`, events, now);
}

/** One visit for the client's own calendar: when and where, and nothing of what for. */
export async function visitIcs(db: Db, clinicId: string, visitId: string): Promise<string> {
  const [found] = await db
    .select({ visit: visits, clinic: clinics })
    .from(visits)
    .innerJoin(clinics, eq(clinics.id, visits.clinicId))
    .where(and(eq(visits.clinicId, clinicId), eq(visits.id, visitId)));
  if (found === undefined) throw new HttpProblem('not-found', 'There is no such visit');
  const { visit, clinic } = found;
  return icsOf(
    clinic.name,
    [
      {
        ...visit,
        cancelled: visit.cancelledAt !== null,
        confirmed: visit.said === 'confirmed' || visit.said === 'arrived',
        ...{ summary: `Appointment, ${clinic.name}`, location: clinic.name },
      },
    ],
    new Date(),
  );
}
