import type { Area } from '@tidy-quill/contract/clients';
import { aftercare, STANDARD_AFTERCARE } from '@tidy-quill/core/aftercare';
import { visitAfterTest } from '@tidy-quill/core/course';
import { MELANOSOME_FRACTION } from '@tidy-quill/core/optics';
import { ladder, type Subject } from '@tidy-quill/core/plan';
import type { Place } from '@tidy-quill/core/look';
import type { HairMark } from '@tidy-quill/core/reaction';
import { defined, addDays } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { keepPhoto } from '../../features/photos/store';
import { rowStore } from '../../files/row-store';
import { searchTextOf } from '../../features/clients/search-text';
import { momentAt } from '../../http/clinic-day';
import { areas, clients, visits } from '../schema';
import { DEMO_HANDPIECES, EARLIER_PROTOCOL } from './catalogue';
import { skinPicture } from './pictures';
import { TEXTBOOK_PROTOCOL } from '../../features/catalogue/textbook-protocol';
import { VisitScript } from './script';
import { accepted, asked, proposalFor, makeReady } from './visits';
import { DEMO_MINUTES, insertEvents, sign, TIME_ZONE, type DemoClinic, type Tx } from './writing';

type Zone = Pick<Area, 'site' | 'side' | 'areaCm2'>;

interface Tested {
  readonly givenName: string;
  readonly familyName: string;
  readonly age: number;
  readonly zones: readonly Zone[];
  readonly skin: Subject['skin'];
  readonly hair: Subject['hair'];
}

const skin = (type: Subject['skin']['type']): Subject['skin'] => ({
  type,
  tan: 'none',
  freckled: false,
  measuredFraction: MELANOSOME_FRACTION[type],
});

const DARK: Tested = {
  givenName: 'Linnet',
  familyName: 'Ottershaw-Vane',
  age: 30,
  zones: [{ site: 'underarm', side: 'both', areaCm2: 150 }],
  skin: skin(5),
  hair: { colour: 'black', calibre: 'coarse', density: 'medium' },
};

const TWO_ZONES: Tested = {
  givenName: 'Rowena',
  familyName: 'Fiddlewood',
  age: 28,
  zones: [
    { site: 'forearm', side: 'both', areaCm2: 700 },
    { site: 'upperLip', side: 'whole', areaCm2: 12 },
  ],
  skin: skin(2),
  hair: { colour: 'darkBrown', calibre: 'coarse', density: 'medium' },
};

/** Two clients with test spots: one to be looked at the next day, one with two zones and the clock running. */
export async function fillTested(tx: Tx, clinic: DemoClinic, number: number): Promise<void> {
  await testedYesterday(tx, clinic, number);
  await beingTested(tx, clinic, number + 1);
}

/** Tested yesterday on dark skin, home with that; to be looked at today, and back tomorrow. */
async function testedYesterday(tx: Tx, clinic: DemoClinic, number: number): Promise<void> {
  const yesterday = addDays(clinic.today, -1);
  const opened = await openFor(tx, clinic, DARK, number, momentAt(yesterday, '08:30', TIME_ZONE));
  const { script, visitId, actor, areaIds, client } = opened;
  const subject = subjectOf(DARK, 0);
  script.add(asked(yesterday, { client, yes: [], medicines: [] }), 60);
  const { site, history: _history, medicines: _medicines, ...findings } = subject;
  script.add({ kind: 'findingsRecorded', findings }, 240);
  const session = { handpieceId: 'long-pulse-1064', technique: 'longPulse1064' } as const;
  const proposal = proposalFor(subject, session, yesterday, EARLIER_PROTOCOL);
  script.add(accepted(proposal, subject, yesterday, clinic.earlier), 120);
  makeReady(script, proposal);
  const spots = fire(script, proposal, ['upperLeft', 'middle', 'lowerRight']);
  const photos = spots.map(() => v7());
  for (const [index, spotId] of spots.entries()) read(script, spotId, ['nothing'], 2 + index, 25);
  for (const [index, spotId] of spots.entries()) {
    const marks: HairMark[] = index === 0 ? ['nothing'] : ['perifollicularOedema'];
    read(script, spotId, marks, null, index === 0 ? 420 : 20, photos.slice(index, index + 1));
  }
  const next = visitAfterTest({ testedOn: yesterday, adverse: false, own: TEXTBOOK_PROTOCOL });
  const advice = aftercare(STANDARD_AFTERCARE, {
    job: 'hair',
    site,
    technique: null,
    wavelengthNm: 1064,
    workingType: DARK.skin.type,
    treatedOn: yesterday,
    harmed: false,
    habits: [],
  });
  script.add({ kind: 'sentHome', advice, nextVisitOn: next.on, note: '' }, 180);
  await insertEvents(tx, clinic.clinicId, visitId, script.events);
  await tx.insert(visits).values({
    clinicId: clinic.clinicId,
    id: v7(),
    clientId: opened.clientId,
    areaId: defined(areaIds[0]),
    roomId: defined(clinic.roomIds[1]),
    staffId: defined(clinic.staffIds[1]),
    startsAt: momentAt(next.on, '08:30', TIME_ZONE),
    plannedMinutes: DEMO_MINUTES,
  });
  for (const [index, id] of photos.entries()) {
    const picture = await skinPicture({
      type: 5,
      seed: 11 + index,
      redness: index / 2,
      spotMm: 12,
    });
    const taken = momentAt(yesterday, '08:50', TIME_ZONE).toISOString();
    await keepPhoto(
      tx,
      rowStore,
      actor,
      visitId,
      { id, areaId: defined(areaIds[0]), takenAt: taken },
      picture,
    );
  }
}

/** Two zones today: the first planned and under test, the second still to be looked at. */
async function beingTested(tx: Tx, clinic: DemoClinic, number: number): Promise<void> {
  const { today } = clinic;
  const startsAt = momentAt(today, '12:00', TIME_ZONE);
  const opened = await openFor(tx, clinic, TWO_ZONES, number, startsAt);
  const { visitId, areaIds, client } = opened;
  // The last spot was fired a minute ago, whatever the hour.
  const script = new VisitScript(new Date(Date.now() - 18 * 60_000), defined(clinic.staffIds[1]));
  script.add(asked(today, { client, yes: [], medicines: [] }), 60);
  const added = asked(today, {
    client: { ...client, area: defined(TWO_ZONES.zones[1]) },
    yes: [],
    medicines: [],
  });
  const assessment = added.kind === 'answersGiven' ? added.assessment : null;
  script.add({ kind: 'zoneAdded', areaId: defined(areaIds[1]), assessment }, 30);
  const subject = subjectOf(TWO_ZONES, 0);
  const { site: _site, history: _history, medicines: _none, ...findings } = subject;
  script.add({ kind: 'findingsRecorded', findings }, 240);
  const session = { handpieceId: 'diode-810-plate', technique: 'stamping' } as const;
  const proposal = proposalFor(subject, session, today);
  script.add(accepted(proposal, subject, today, clinic.catalogue), 180);
  makeReady(script, proposal);
  const spots = fire(script, proposal, ['upperLeft', 'upperMiddle', 'upperRight']);
  for (const spotId of spots.slice(0, 2)) read(script, spotId, ['perifollicularErythema'], 2, 30);
  await insertEvents(tx, clinic.clinicId, visitId, script.events);
}

async function openFor(tx: Tx, clinic: DemoClinic, of: Tested, number: number, startsAt: Date) {
  const { clinicId, today, roomIds, staffIds } = clinic;
  const clientId = v7();
  const visitId = v7();
  const reference = `TQ-${String(number).padStart(4, '0')}`;
  const { givenName, familyName } = of;
  const birthYear = Number(today.slice(0, 4)) - of.age - 1;
  const birthDate = `${birthYear}-06-21`;
  const phone = `01632 960 ${200 + number}`;
  await tx.insert(clients).values({
    clinicId,
    id: clientId,
    reference,
    givenName,
    familyName,
    birthDate,
    phone,
    note: '',
    searchText: searchTextOf({ givenName, familyName, reference, phone, birthDate }),
  });
  const rows = of.zones.map((zone) => ({ clinicId, id: v7(), clientId, ...zone }));
  await tx.insert(areas).values(rows);
  const areaIds = rows.map(({ id }) => id);
  await tx.insert(visits).values({
    clinicId,
    id: visitId,
    clientId,
    areaId: defined(areaIds[0]),
    roomId: defined(roomIds[1]),
    staffId: defined(staffIds[1]),
    startsAt,
    plannedMinutes: DEMO_MINUTES,
  });
  const signedOn = addDays(today, -1);
  const name = `${givenName} ${familyName}`;
  for (const areaId of areaIds) {
    await sign(tx, clinic, { clientId, areaId, signedOn, name });
    await sign(tx, clinic, { clientId, areaId, signedOn, name, kind: 'photographs' });
  }
  return {
    visitId,
    clientId,
    areaIds,
    actor: { clinicId, staffId: defined(staffIds[1]), role: 'technician' } as const,
    client: { area: defined(of.zones[0]), age: of.age },
    script: new VisitScript(startsAt, defined(staffIds[1])),
  };
}

const subjectOf = ({ zones, skin: found, hair }: Tested, index: number): Subject => {
  const { site, areaCm2 } = defined(zones[index]);
  return { site, areaCm2, skin: found, hair, history: [], medicines: [] };
};

/** Fires up the ladder of a proposal, a place each; gives the spots' ids. */
function fire(
  script: VisitScript,
  { setting, evaluation }: ReturnType<typeof proposalFor>,
  places: readonly Place[],
): readonly string[] {
  const handpiece = defined(DEMO_HANDPIECES.find(({ id }) => id === setting.handpieceId));
  const upper = defined(defined(evaluation.upper).fluenceJcm2);
  const rungs = ladder(setting.fluenceJcm2, upper, handpiece.fluenceJcm2);
  return places.map((place, index) => {
    const fluenceJcm2 = defined(rungs[Math.min(index, rungs.length - 1)]);
    const fired = { ...setting, fluenceJcm2 };
    return script.add({ kind: 'spotFired', place, setting: fired, pulses: 3, note: '' }, 40);
  });
}

function read(
  script: VisitScript,
  spotId: string,
  marks: readonly HairMark[],
  pain: number | null,
  secondsLater: number,
  photoIds: readonly string[] = [],
): void {
  script.add({ kind: 'spotRead', spotId, marks, pain, photoIds, note: '' }, secondsLater);
}
