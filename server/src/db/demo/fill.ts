import { fillDevices } from './devices';
import { fillEyewear } from './eyewear';
import { fillLanguages } from './languages';
import { aheadAnswers, invitations } from '../ahead-tables';
import type { PastSession } from '@tidy-quill/core/plan';
import { defined, addDays, type Day } from '@tidy-quill/core/units';
import { and, eq, sql } from 'drizzle-orm';
import { v7 } from 'uuid';
import { hashPassword } from '../../features/auth/store';
import { searchTextOf } from '../../features/clients/search-text';
import { clinicToday, momentAt } from '../../http/clinic-day';
import type { Db } from '../connect';
import { courseNotes } from '../course-notes';
import { areas, catalogueVersions, clients, clinics, rooms, staff, visits } from '../schema';
import { fillAway } from './away';
import { DEMO_HANDPIECES, DEMO_PROTOCOL, EARLIER_PROTOCOL } from './catalogue';
import { DEMO_CLIENTS, DEMO_PASSWORD, DEMO_STAFF, type DemoClient } from './people';
import { DEMO_STOPPED } from './stopped';
import { DEMO_PICTURED, keepPictures, type Filled } from './pictured';
import { fillPractice } from './practice';
import { fillSignOffs } from './sign-offs';
import { fillTattoos } from './tattoos';
import { fillTested } from './tested';
import { fillTrial } from './trial';
import { fillWeek } from './week';
import { DEMO_MINUTES, insertEvents, sign, TIME_ZONE, type DemoClinic, type Tx } from './writing';
import { answers, demoPast, demoVisit } from './visits';

/** Whether the database holds any clinic at all. */
export async function hasClinic(db: Db): Promise<boolean> {
  return (await db.select({ id: clinics.id }).from(clinics).limit(1)).length > 0;
}

/** Fills in the demo clinic: staff, devices, protocol, clients, and visits worked out from today. */
export async function fillDemo(db: Db): Promise<void> {
  await db.transaction(async (tx) => {
    // Nobody did what is invented: the audit trail begins empty.
    await tx.execute(sql`select set_config('tidy_quill.filling', 'demo', true)`);
    const setting = await fillClinic(tx);
    await fillAway(tx, setting);
    await fillSignOffs(tx, setting);
    await fillPractice(tx, setting);
    await fillDevices(tx, setting);
    for (const [index, client] of DEMO_CLIENTS.entries()) {
      await fillClient(tx, setting, client, index + 1);
    }
    await fillTested(tx, setting, DEMO_CLIENTS.length + 1);
    await fillTattoos(tx, setting, DEMO_CLIENTS.length + 3);
    const given = tx.$count(clients, eq(clients.clinicId, setting.clinicId));
    await fillClient(tx, setting, DEMO_STOPPED, (await given) + 1);
    await fillWeek(tx, setting, (await given) + 1);
    await fillTrial(tx, setting, (await given) + 1);
    const pictured = await fillClient(tx, setting, DEMO_PICTURED, (await given) + 1);
    await keepPictures(tx, setting, pictured);
    await tx
      .update(clinics)
      .set({ lastClientNumber: await given })
      .where(eq(clinics.id, setting.clinicId));
  });
}

/** Takes out demo clinics and all that is theirs; nothing of any other clinic is touched. */
export async function removeDemo(db: Db): Promise<void> {
  await db.execute(sql`select remove_demo(id) from ${clinics} where ${clinics.isDemo}`);
}

async function fillClinic(tx: Tx): Promise<DemoClinic> {
  const clinicId = v7();
  await tx.insert(clinics).values({
    id: clinicId,
    name: 'Lantern Yard Laser Rooms',
    timeZone: TIME_ZONE,
    phone: '01632 960 114',
    emergencyPhone: '112',
    dayOrder: 'dayFirst',
    isDemo: true,
  });
  const roomRows = ['Window room', 'Garden room'].map((name) => ({ clinicId, id: v7(), name }));
  await tx.insert(rooms).values(roomRows);
  const passwordHash = await hashPassword(DEMO_PASSWORD);
  const staffRows = DEMO_STAFF.map((each) => ({ clinicId, id: v7(), ...each, passwordHash }));
  await tx.insert(staff).values(staffRows);
  const supervisorId = defined(staffRows.find(({ role }) => role === 'supervisor')).id;
  const earlier = { devicesVersionId: v7(), protocolVersionId: v7() };
  const catalogue = { ...earlier, protocolVersionId: v7() };
  const first = {
    ...{ clinicId, number: 1, note: 'First version, from textbook ranges' },
    ...{ createdBy: supervisorId, approvedBy: supervisorId, approvedAt: new Date() },
  };
  await tx.insert(catalogueVersions).values([
    { ...first, id: earlier.devicesVersionId, kind: 'devices', content: DEMO_HANDPIECES },
    { ...first, id: earlier.protocolVersionId, kind: 'protocol', content: EARLIER_PROTOCOL },
    {
      ...{ ...first, id: catalogue.protocolVersionId, kind: 'protocol', content: DEMO_PROTOCOL },
      ...{ number: 2, note: 'What answers teach may lower a limit, at a chance of harm of 2 %' },
    },
  ]);
  await fillLanguages(tx, { clinicId, supervisorId });
  await fillEyewear(tx, { clinicId, supervisorId, today: clinicToday(TIME_ZONE) });
  return {
    clinicId,
    today: clinicToday(TIME_ZONE),
    roomIds: roomRows.map(({ id }) => id),
    supervisorId,
    staffIds: staffRows.filter(({ role }) => role === 'technician').map(({ id }) => id),
    ...{ catalogue, earlier },
  };
}

async function fillClient(
  tx: Tx,
  setting: DemoClinic,
  client: DemoClient,
  number: number,
): Promise<Filled> {
  const { clinicId, today } = setting;
  const clientId = v7();
  const areaId = v7();
  const reference = `TQ-${String(number).padStart(4, '0')}`;
  const { givenName, familyName, age, note } = client;
  const birthYear = Number(today.slice(0, 4)) - age - 1;
  const birthDate = `${birthYear}-${String((number % 12) + 1).padStart(2, '0')}-17`;
  const phone = `01632 960 ${200 + number}`;
  await tx.insert(clients).values({
    clinicId,
    id: clientId,
    reference,
    givenName,
    familyName,
    birthDate,
    phone,
    note,
    searchText: searchTextOf({ givenName, familyName, reference, phone, birthDate }),
  });
  await tx.insert(areas).values({ clinicId, id: areaId, clientId, ...client.area });
  let history: readonly PastSession[] = [];
  const booked: Filled['booked'][number][] = [];
  const book = async (input: {
    day: Day;
    clock: string;
    room: 0 | 1;
    session: Parameters<typeof demoVisit>[0]['session'];
    progress: Parameters<typeof demoVisit>[0]['progress'];
    yes: Parameters<typeof demoVisit>[0]['yes'];
    medicines?: Parameters<typeof demoVisit>[0]['medicines'];
  }) => {
    const { day, clock, room, medicines, ...rest } = input;
    const visitId = v7();
    const staffId = defined(setting.staffIds[room]);
    const startsAt = momentAt(day, clock, TIME_ZONE);
    await tx.insert(visits).values({
      clinicId,
      id: visitId,
      clientId,
      areaId,
      roomId: defined(setting.roomIds[room]),
      staffId,
      startsAt,
      plannedMinutes: day === today ? DEMO_MINUTES : null,
    });
    const events = demoVisit({
      ...rest,
      medicines,
      client,
      day,
      startsAt,
      staffId,
      supervisorId: setting.supervisorId,
      history,
      ...(day === today
        ? { catalogue: setting.catalogue, protocol: DEMO_PROTOCOL }
        : { catalogue: setting.earlier, protocol: EARLIER_PROTOCOL }),
    });
    if (events.length > 0) {
      await insertEvents(tx, clinicId, visitId, events);
    }
    history = [...history, ...demoPast(events)];
    booked.push({ visitId, startsAt, staffId });
  };
  for (const session of client.sessions) {
    await book({
      day: addDays(today, -7 * session.weeksAgo),
      clock: '10:30',
      room: 0,
      session,
      progress: 'home',
      yes: [],
    });
  }
  const [first] = client.sessions;
  const begun = client.today !== null && client.today.progress !== 'nothing';
  if (first !== undefined || begun) {
    const signedOn = addDays(today, -7 * Math.min(first?.weeksAgo ?? 0, CONSENT_WEEKS));
    await sign(tx, setting, { clientId, areaId, signedOn, name: `${givenName} ${familyName}` });
  }
  if (client.coming !== undefined) {
    await bookComing(tx, setting, { clientId, areaId, coming: client.coming });
  }
  if (client.stopped !== undefined) {
    const { weeksAgo, colour, counted, reason } = client.stopped;
    const day = addDays(today, -7 * weeksAgo);
    const usual = { handpieceId: '', technique: 'stamping', marks: [], pains: [] } as const;
    const session = { ...usual, colour, counted };
    await book({ day, clock: '10:30', room: 0, progress: 'looked', yes: [], session });
    await stopCourse(tx, setting, { clientId, areaId, day, reason });
  }
  const filled = { clientId, areaId, booked };
  if (client.today === null) return filled;
  const { clock, room, progress, yes, medicines, handpieceId, technique } = client.today;
  await book({
    day: today,
    clock,
    room,
    progress,
    yes,
    medicines,
    session: {
      handpieceId: handpieceId ?? '',
      technique: technique ?? 'stamping',
      marks: ['perifollicularOedema'],
      pains: [3, 4],
    },
  });
  return filled;
}

/** Cancels the visit of a day after the look, and stops the course. */
async function stopCourse(
  tx: Tx,
  { clinicId, staffIds }: DemoClinic,
  of: { clientId: string; areaId: string; day: Day; reason: string },
): Promise<void> {
  const { clientId, areaId, day, reason } = of;
  const startsAt = momentAt(day, '10:30', TIME_ZONE);
  const staffId = defined(staffIds[0]);
  const at = new Date(startsAt.getTime() + 20 * 60_000);
  await tx
    .update(visits)
    .set({ cancelledAt: at, cancelledBy: staffId, cancelReason: reason })
    .where(and(eq(visits.areaId, areaId), eq(visits.startsAt, startsAt)));
  await tx
    .insert(courseNotes)
    .values({ clinicId, id: v7(), clientId, areaId, staffId, at, kind: 'stopped', reason });
}

// Renewed within the year.
const CONSENT_WEEKS = 40;

/** A visit booked for later, with what was answered at home where there is something. */
async function bookComing(
  tx: Tx,
  { clinicId, today, roomIds, staffIds }: DemoClinic,
  of: { clientId: string; areaId: string; coming: NonNullable<DemoClient['coming']> },
): Promise<void> {
  const { clientId, areaId, coming } = of;
  const visitId = v7();
  const startsAt = momentAt(addDays(today, coming.inDays), coming.clock, TIME_ZONE);
  const [roomId, staffId] = [defined(roomIds[0]), defined(staffIds[0])];
  await tx.insert(visits).values({
    clinicId,
    id: visitId,
    clientId,
    areaId,
    roomId,
    staffId,
    startsAt,
    plannedMinutes: DEMO_MINUTES,
  });
  if (coming.atHome === null) return;
  const invitationId = v7();
  await tx.insert(invitations).values({
    clinicId,
    id: invitationId,
    visitId,
    staffId,
    tokenHash: `used ${invitationId}`,
    expiresAt: startsAt,
    usedAt: new Date(),
  });
  const history = { answers: answers(today, coming.atHome), medicines: [] };
  await tx.insert(aheadAnswers).values({ clinicId, id: v7(), visitId, invitationId, history });
}
