import {
  inkOrder,
  proposeInk,
  treatedParts,
  type InkCase,
  type InkStep,
} from '@tidy-quill/core/ink';
import { aftercare, STANDARD_AFTERCARE } from '@tidy-quill/core/aftercare';
import { nextInkVisit } from '@tidy-quill/core/course';
import { workload } from '@tidy-quill/core/coverage';
import type { InkFinding } from '@tidy-quill/core/look';
import { workingSkin, type InkSubject, type PastSession } from '@tidy-quill/core/plan';
import { asShown } from '@tidy-quill/core/prepare';
import { answerOf, pastSessions, preparation, visitRecord } from '@tidy-quill/core/session';
import { defined, addDays, type Day } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { searchTextOf } from '../../features/clients/search-text';
import { keepPhoto } from '../../features/photos/store';
import { rowStore } from '../../files/row-store';
import { CORE_VERSION } from '@tidy-quill/core/version';
import { momentAt } from '../../http/clinic-day';
import { areas, clients, visits } from '../schema';
import { DEMO_HANDPIECES } from './catalogue';
import { TEXTBOOK_PROTOCOL } from '../../features/catalogue/textbook-protocol';
import { INK_CLIENTS, type InkClient, type InkSession } from './ink-people';
import { tattooPicture } from './pictures';
import { jpegOf, TATTOO_MM, tattooSeries } from './series';
import { VisitScript } from './script';
import { asked, toldLater } from './visits';
import { DEMO_MINUTES, insertEvents, sign, TIME_ZONE, type DemoClinic, type Tx } from './writing';

const PACE = TEXTBOOK_PROTOCOL.pace;

/** Clients with tattoos in several stages of fading, each design drawn and photographed by our own generator. */
export async function fillTattoos(tx: Tx, clinic: DemoClinic, number: number): Promise<void> {
  for (const [index, client] of INK_CLIENTS.entries()) {
    await fillOne(tx, clinic, client, number + index);
  }
}

async function fillOne(
  tx: Tx,
  clinic: DemoClinic,
  client: InkClient,
  number: number,
): Promise<void> {
  const { clinicId, today, roomIds, staffIds } = clinic;
  const [clientId, areaId] = [v7(), v7()];
  const reference = `TQ-${String(number).padStart(4, '0')}`;
  const { givenName, familyName, age, note, areaCm2 } = client;
  const birthDate = `${Number(today.slice(0, 4)) - age - 1}-09-04`;
  const phone = `01632 960 ${200 + number}`;
  await tx.insert(clients).values({
    ...{ clinicId, id: clientId, reference, givenName, familyName, note },
    birthDate,
    phone,
    searchText: searchTextOf({ givenName, familyName, reference, phone, birthDate }),
  });
  await tx
    .insert(areas)
    .values({ clinicId, id: areaId, clientId, ...client.area, job: 'ink', areaCm2 });
  const first = client.sessions[0]?.weeksAgo ?? 0;
  const signedOn = addDays(today, -7 * Math.min(first, 40));
  const name = `${givenName} ${familyName}`;
  await sign(tx, clinic, { clientId, areaId, signedOn, name, kind: 'ink' });
  await sign(tx, clinic, { clientId, areaId, signedOn, name, kind: 'photographs' });
  let history: readonly PastSession[] = [];
  const book = async (day: Day, clock: string, room: 0 | 1) => {
    const visitId = v7();
    const startsAt = momentAt(day, clock, TIME_ZONE);
    const where = { roomId: defined(roomIds[room]), staffId: defined(staffIds[room]) };
    const plannedMinutes = day === today ? DEMO_MINUTES : null;
    await tx
      .insert(visits)
      .values({ clinicId, id: visitId, clientId, areaId, ...where, startsAt, plannedMinutes });
    return { visitId, startsAt, staffId: where.staffId };
  };
  const photoIds = [...client.sessions, client.today].map(() => v7());
  const traced =
    client.pictured === true
      ? { photoId: defined(photoIds[0]), widthCm: TATTOO_MM.width / 10 }
      : undefined;
  const keep = async (visit: Awaited<ReturnType<typeof book>>, index: number, picture: Buffer) => {
    const actor = { clinicId, staffId: visit.staffId, role: 'technician' } as const;
    const takenAt = new Date(
      Math.min(visit.startsAt.getTime() + 3 * 60_000, Date.now()),
    ).toISOString();
    const about = { id: defined(photoIds[index]), areaId, takenAt, ...HELD };
    await keepPhoto(tx, rowStore, actor, visit.visitId, about, picture);
  };
  const drawn = (visit: number, faded: readonly number[] | null) =>
    jpegOf(
      tattooSeries(
        { type: client.skin.type, parts: client.ink.parts ?? [] },
        ...([visit, 1 - (faded?.[0] ?? 0)] as const),
      ),
    );
  for (const [index, session] of client.sessions.entries()) {
    const day = addDays(today, -7 * session.weeksAgo);
    const visit = await book(day, '11:00', 0);
    const script = new VisitScript(visit.startsAt, visit.staffId);
    lookAt(script, client, day, session.faded, traced);
    treat(script, client, session, history, day, clinic);
    await insertEvents(tx, clinicId, visit.visitId, script.events);
    if (traced !== undefined) await keep(visit, index, await drawn(index, session.faded));
    history = [...history, ...pastSessions(visitRecord(script.events))];
  }
  if (client.today === null) return;
  const { clock, room, progress, faded } = client.today;
  const visit = await book(today, clock, room);
  if (progress === 'nothing') return;
  // One looked at already never lies ahead of now.
  const begun = new Date(Math.min(visit.startsAt.getTime(), Date.now() - 12 * 60_000));
  const script = new VisitScript(begun, visit.staffId);
  const last = client.sessions.length;
  lookAt(script, client, today, faded, traced ?? { photoId: defined(photoIds[last]), widthCm: 20 });
  await insertEvents(tx, clinicId, visit.visitId, script.events);
  const picture =
    traced === undefined
      ? await tattooPicture({
          ...{ type: client.skin.type, parts: client.ink.parts ?? [] },
          left: 1 - (faded?.[0] ?? 0),
        })
      : await drawn(last, faded);
  await keep({ ...visit, startsAt: begun }, last, picture);
}

const HELD = { pose: 'sitting', view: 'straightOn', distance: 'forearm', light: 'ring' } as const;

/** Asks and looks, and judges how far the ink has faded where there were sessions before. */
function lookAt(
  script: VisitScript,
  client: InkClient,
  day: Day,
  faded: readonly number[] | null,
  traced?: InkFinding['traced'],
): void {
  const { skin, ink, areaCm2 } = client;
  const said = { client: { area: client.area, age: client.age }, yes: [], medicines: [] };
  script.add(asked(day, said, 'ink'), 120);
  if (faded !== null) {
    const fades = ink.colours.map(({ colour }, index) => ({ colour, faded: faded[index] ?? 0 }));
    script.add({ kind: 'fadingSeen', how: 'eye', fades }, 60);
  }
  script.add(
    {
      kind: 'findingsRecorded',
      findings: { skin, areaCm2, ink: { ...ink, ...(traced === undefined ? {} : { traced }) } },
    },
    180,
  );
}

function treat(
  script: VisitScript,
  client: InkClient,
  session: InkSession,
  history: readonly PastSession[],
  day: Day,
  clinic: DemoClinic,
): void {
  const { skin, ink, areaCm2 } = client;
  const { site } = client.area;
  const subject: InkSubject = { site, skin, ink, areaCm2, history, medicines: [] };
  const of: InkCase = {
    subject,
    handpieces: DEMO_HANDPIECES,
    own: TEXTBOOK_PROTOCOL,
    agreed: false,
    today: day,
  };
  const steps = inkOrder(of).steps.filter(({ visit }) => visit === 0);
  for (const [index, step] of steps.entries()) work(script, of, step, index, session, clinic);
  script.add({ kind: 'treatmentEnded' }, 10);
  script.add(
    {
      ...{ kind: 'postTreatmentChecked', minutesAfter: 15, marks: [], grade: 1, note: '' },
      ...{ found: [], photoIds: [], cared: ['ointment', 'dressing'], cooledMinutes: 10 },
    },
    900,
  );
  const record = visitRecord(script.events);
  const harmed = answerOf(record).adverse.length > 0;
  const { plan } = record;
  const advice = aftercare(STANDARD_AFTERCARE, {
    ...{ job: 'ink', site, technique: 'stamping', harmed, habits: [] },
    wavelengthNm: defined(plan).wavelengthNm,
    workingType: workingSkin(subject).type,
    treatedOn: day,
  });
  const { on } = nextInkVisit({ site, treatedOn: day, adverse: harmed, own: TEXTBOOK_PROTOCOL });
  const home = { kind: 'sentHome', advice, nextVisitOn: on, note: '' } as const;
  script.add({ ...home, habits: [], blocksNumber: 0 }, 240);
  if (session.later !== undefined) toldLater(script, session.later);
}

/** One wavelength of a session: planned, made ready, its parts treated one by one. */
function work(
  script: VisitScript,
  of: InkCase,
  step: InkStep,
  index: number,
  session: InkSession,
  { catalogue, supervisorId }: DemoClinic,
): void {
  const proposal = proposeInk(of, step, PACE);
  if (proposal === null) throw new Error(`No proposal at ${step.wavelengthNm} nm`);
  const { setting, evaluation } = proposal;
  const { colours, darkPartOf, wavelengthNm } = step;
  const plan = {
    ...{ subject: of.subject, ink: { colours, darkPartOf }, setting, wavelengthNm },
    upperJcm2: defined(defined(evaluation.upper).fluenceJcm2),
    expectedPulses: evaluation.work.pulses,
    ...({ cooling: { kind: 'air' }, gel: false, job: 'ink' } as const),
    ...catalogue,
    ...{ coreVersion: CORE_VERSION, plannedOn: of.today },
  } as const;
  script.add({ kind: 'planAccepted', plan }, 90);
  script.waiveSpots(supervisorId);
  for (const { id } of preparation(visitRecord(script.events)).open) {
    script.add({ kind: 'checkTicked', check: id, done: true }, 12);
  }
  const shown = asShown(setting, wavelengthNm);
  script.add({ kind: 'settingsRead', by: 'eye', shown }, 15);
  script.add(index === 0 ? { kind: 'treatmentStarted' } : { kind: 'resumed' }, 20);
  const all = of.subject.ink.parts ?? [];
  const parts = treatedParts(of.subject.ink).filter(({ colour }) =>
    [...colours, ...darkPartOf].includes(colour),
  );
  for (const each of parts) {
    const cell = all.findIndex(({ id }) => id === each.id) + 1 + index * 100;
    const { pulses } = workload({
      ...{ areaCm2: each.areaCm2, spot: setting.spot, rateHz: setting.rateHz },
      ...{
        fluenceJcm2: setting.fluenceJcm2,
        strokes: { kind: 'stamping' },
        pace: PACE,
        gel: false,
      },
    });
    script.add({ kind: 'cellChosen', cell }, 2);
    script.add({ kind: 'pulsesFired', count: pulses }, Math.ceil(pulses / setting.rateHz));
    script.add({ kind: 'cellEnded', cell, how: 'done' }, 3);
  }
  session.pains.forEach((score) => script.add({ kind: 'painScored', score }, 10));
  session.marks.forEach((mark) => script.add({ kind: 'markSeen', mark }, 8));
}
