import { signOffOf, SKILLS, type Skill } from '@tidy-quill/core/access';
import { STANDARD_SAFETY } from '@tidy-quill/core/safety';
import { and, asc, count, eq, max } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { practiceRuns } from '../../db/practice-runs';
import { rooms, staff } from '../../db/schema';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import { clinicOf } from '../calendar/store';
import { documentInForce } from '../catalogue/store';
import { eyewearOf } from '../eyewear/store';
import { incidentsOf } from '../incidents/store';
import { signOffsOf } from '../sign-offs/store';
import { doorSheetPdf } from './door-sheet-pdf';
import { safetyPapersPdf, type LaserUser } from './safety-papers-pdf';
import { deviceShown } from './store';

/** The rules for lasers in force; the template that ships where the clinic has approved none. */
const safetyInForce = (db: Db, clinicId: string) =>
  documentInForce(db, clinicId, 'safety', STANDARD_SAFETY);

const wornOf = async (db: Db, clinicId: string) =>
  (await eyewearOf(db, clinicId)).map(({ eyewear }) => eyewear);

/**
 * The sheet at a room’s door, for the handpieces that stand there; for all that are in service where none is named.
 * @throws HttpProblem 404 for a room that is not the clinic’s
 */
export async function doorSheet(
  db: Db,
  clinicId: string,
  roomId: string,
  wanted: readonly string[],
): Promise<Buffer> {
  const clinic = await clinicOf(db, clinicId);
  const [room] = await db
    .select({ name: rooms.name })
    .from(rooms)
    .where(and(eq(rooms.clinicId, clinicId), eq(rooms.id, roomId)));
  if (room === undefined) throw new HttpProblem('not-found', 'There is no such room');
  const { content: handpieces } = await documentInForce(db, clinicId, 'devices', []);
  const { content: papers } = await safetyInForce(db, clinicId);
  return doorSheetPdf({
    ...{ clinicName: clinic.name, emergencyPhone: clinic.emergencyPhone, room: room.name },
    today: clinicToday(clinic.timeZone),
    handpieces: handpieces.filter(({ id, inService }) =>
      wanted.length === 0 ? inService : wanted.includes(id),
    ),
    eyewear: await wornOf(db, clinicId),
    papers,
  });
}

/** The laser safety file of a handpiece. @throws HttpProblem 404 where the catalogue has none of that id */
export async function safetyPapers(db: Db, clinicId: string, handpieceId: string): Promise<Buffer> {
  const { name: clinicName, timeZone } = await clinicOf(db, clinicId);
  const today = clinicToday(timeZone);
  const device = await deviceShown(db, clinicId, handpieceId);
  const { content: papers, number: papersNumber } = await safetyInForce(db, clinicId);
  const incidents = await incidentsOf(db, clinicId);
  return safetyPapersPdf({
    ...{ clinicName, timeZone, today, device, papers, papersNumber },
    eyewear: await wornOf(db, clinicId),
    users: await usersOf(db, clinicId, timeZone, today),
    incidents: incidents.filter(({ handpiece }) => handpiece?.id === handpieceId),
  });
}

/** Everybody who is signed off for something today, by name. */
async function usersOf(
  db: Db,
  clinicId: string,
  timeZone: string,
  today: string,
): Promise<LaserUser[]> {
  const { signOffs } = await signOffsOf(db, clinicId);
  const people = await db
    .select({ id: staff.id, name: staff.name })
    .from(staff)
    .where(and(eq(staff.clinicId, clinicId), eq(staff.active, true)))
    .orderBy(asc(staff.name));
  const practised = await db
    .select({ staffId: practiceRuns.staffId, runs: count(), last: max(practiceRuns.at) })
    .from(practiceRuns)
    .where(eq(practiceRuns.clinicId, clinicId))
    .groupBy(practiceRuns.staffId);
  return people.flatMap(({ id, name }) => {
    const held = new Map<
      string,
      { readonly skills: Skill[]; readonly entry: (typeof signOffs)[number] }
    >();
    for (const skill of SKILLS) {
      const last = signOffOf(signOffs, id, skill);
      const entry = signOffs.find((each) => each === last);
      if (entry === undefined || entry.withdrawn || entry.from > today) continue;
      if (entry.until !== null && entry.until < today) continue;
      held.set(entry.id, { entry, skills: [...(held.get(entry.id)?.skills ?? []), skill] });
    }
    const own = practised.find(({ staffId }) => staffId === id);
    return [...held.values()].map(({ entry, skills }) => ({
      ...{ name, skills, from: entry.from, until: entry.until, signedBy: entry.by },
      practised:
        own?.last == null ? null : { runs: own.runs, lastOn: clinicDay(own.last, timeZone) },
    }));
  });
}
