import type { VisitAtConsole } from '@tidy-quill/core/console';
import { EVENT_KINDS, type EventKind, type VisitEvent } from '@tidy-quill/core/events';
import { incrementalFold } from '@tidy-quill/core/session';
import { and, between, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { rooms, visitEvents, visits } from '../../db/schema';
import type { Actor } from '../../http/session';
import { eventsSince } from '../visit/events';

const DAY_MS = 86_400_000;
const IN_ROOM = (Object.keys(EVENT_KINDS) as EventKind[]).filter(
  (kind) => EVENT_KINDS[kind].inRoom,
);

/** The visit whose technician worked at a room's console last, as it stands. */
export interface RoomVisit extends VisitAtConsole {
  readonly visitId: string;
  /** Who worked there last. */
  readonly actor: Actor;
  /** The place of the last event that was read. */
  readonly after: number;
}

interface Read {
  readonly visitId: string;
  readonly events: readonly VisitEvent[];
  readonly after: number;
  readonly rebuild: ReturnType<typeof incrementalFold>;
}

/** Reads the visit at work in a room again and again, each of its events once. */
export class RoomVisits {
  private read: Read | null = null;

  constructor(
    private readonly db: Db,
    private readonly roomId: string,
  ) {}

  /** The visit as it stands now; null where nobody worked in the room of late. */
  async now(): Promise<RoomVisit | null> {
    const found = await visitInRoom(this.db, this.roomId);
    if (found === null) return null;
    const { visitId, bookedId, actor } = found;
    const before = this.read?.visitId === visitId ? this.read : null;
    const since = await eventsSince(this.db, actor.clinicId, visitId, before?.after ?? 0);
    const events = [...(before?.events ?? []), ...since.events];
    const rebuild = before?.rebuild ?? incrementalFold();
    const { after } = since;
    this.read = { visitId, events, after, rebuild };
    return { visitId, bookedId, actor, after, events, zones: rebuild(events, bookedId) };
  }
}

/** The visit whose technician worked at the room's console last, and who that was; null where nobody did of late. */
async function visitInRoom(
  db: Db,
  roomId: string,
): Promise<Pick<RoomVisit, 'actor' | 'visitId' | 'bookedId'> | null> {
  const nowMs = Date.now();
  const last = db
    .select({ seq: visitEvents.seq, staffId: visitEvents.staffId })
    .from(visitEvents)
    .where(
      and(
        eq(visitEvents.clinicId, visits.clinicId),
        eq(visitEvents.visitId, visits.id),
        inArray(visitEvents.kind, IN_ROOM),
      ),
    )
    .orderBy(desc(visitEvents.seq))
    .limit(1)
    .as('last');
  const [found] = await db
    .select({
      clinicId: visits.clinicId,
      visitId: visits.id,
      bookedId: visits.areaId,
      staffId: last.staffId,
    })
    .from(rooms)
    .innerJoin(visits, and(eq(visits.clinicId, rooms.clinicId), eq(visits.roomId, rooms.id)))
    .innerJoinLateral(last, sql`true`)
    .where(
      and(
        eq(rooms.id, roomId),
        between(visits.startsAt, new Date(nowMs - DAY_MS), new Date(nowMs + DAY_MS)),
      ),
    )
    .orderBy(desc(last.seq))
    .limit(1);
  if (found === undefined) return null;
  const { clinicId, staffId, visitId, bookedId } = found;
  return { actor: { clinicId, staffId, role: 'technician' }, visitId, bookedId };
}
