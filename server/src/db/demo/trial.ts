import type { TrialEntryBody } from '@tidy-quill/contract/trials';
import { isOfVisit, type VisitEvent } from '@tidy-quill/core/events';
import type { PastSession, Proposal, SkinFinding, Technique } from '@tidy-quill/core/plan';
import type { SiteId } from '@tidy-quill/core/sites';
import {
  allocations,
  TRIAL_SIDES,
  type Arm,
  type TrialDesign,
  type TrialSide,
} from '@tidy-quill/core/trial';
import { addDays, addMonths, defined, seeded, type Day } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { searchTextOf } from '../../features/clients/search-text';
import { drawsOf, newSeed } from '../../features/trials/seed';
import { momentAt } from '../../http/clinic-day';
import { courseNotes } from '../course-notes';
import { areas, clients, visits } from '../schema';
import { trialEntries, trials } from '../trial-tables';
import { EARLIER_PROTOCOL } from './catalogue';
import type { DemoClient } from './people';
import { demoPast, demoVisit, proposalFor, subjectOf } from './visits';
import { insertEvents, sign, TIME_ZONE, type DemoClinic, type Tx } from './writing';

const DESIGN: TrialDesign = {
  title: 'In motion or stamping',
  question: 'Does gliding leave as little hair as stamping, and does it hurt less?',
  arms: {
    a: { name: 'in motion', handpieceId: 'diode-810-plate', technique: 'inMotion' },
    b: { name: 'stamping', handpieceId: 'diode-810-plate', technique: 'stamping' },
  },
  ...{ settings: 'asPlanned', sites: ['lowerLeg', 'underarm'], visits: 3 },
  ...{ outcome: 'hairLeft', decidedAt: 6, clients: 12, difference: 10, deviation: 12 },
  information:
    'Two ways of working that are both usual here are compared. One side is treated in motion, the other stamped, on the same days; which side gets which is drawn by lot. Both sides are counted before, and one, six and twelve months after the last session. You may leave at any time without a reason and go on being treated.',
};

const TYPE_II: SkinFinding = { type: 2, tan: 'none', freckled: false, measuredFraction: null };
const TYPE_III: SkinFinding = { ...TYPE_II, type: 3 };

/** Weeks since the first visit, and what became of it; a visit every eight weeks until three are done. */
const PEOPLE: readonly (readonly [
  given: string,
  family: string,
  site: SiteId,
  weeksAgo: number,
])[] = [
  ['Emmeline', 'Brambleworth', 'lowerLeg', 46],
  ['Peregrine', 'Saltmarsh-Vane', 'underarm', 45],
  ['Lisbet', 'Cobblewick', 'lowerLeg', 44],
  ['Amaryllis', 'Fenwhistle', 'underarm', 41],
  ['Ignatia', 'Mossgarden', 'lowerLeg', 39],
  ['Barnaby', 'Quillfeather', 'lowerLeg', 37],
  ['Seraphine', 'Duckworth-Lamb', 'underarm', 33],
  ['Hyacinth', 'Pebblebank', 'lowerLeg', 30],
  ['Wilhelmine', 'Thistledown', 'underarm', 28],
  ['Cosima', 'Windlestraw', 'lowerLeg', 22],
  ['Tamsin', 'Gooseberry', 'underarm', 13],
  ['Rosalind', 'Copperkettle', 'lowerLeg', 7],
];

const EVERY_WEEKS = 8;
// Each in hours of their own, so that no room is taken twice.
const clockOf = (index: number) => ['08:20', '12:40', '15:20'][index % 3] ?? '08:20';
const SIZE_CM2 = { lowerLeg: 320, underarm: 90 } as const;
/** The one who left, after as many visits, and the one of whom a side was once stamped for want of a gliding tip. */
const LEFT = { person: 7, visits: 2 };
const DEVIATED = { person: 3, visit: 1 };

/** A trial half way: twelve clients, one of whom left, and one deviation. */
export async function fillTrial(tx: Tx, clinic: DemoClinic, firstNumber: number): Promise<void> {
  const { clinicId, supervisorId, today } = clinic;
  const trialId = v7();
  const { seed, seedHash } = newSeed();
  const fixedAt = momentAt(addDays(today, -7 * 48), '09:00', TIME_ZONE);
  await tx.insert(trials).values({
    ...{ clinicId, id: trialId, design: DESIGN, createdBy: supervisorId, version: 1 },
    ...{ fixedBy: supervisorId, fixedAt, createdAt: fixedAt, seed, seedHash },
  });
  const drawn = allocations(drawsOf(seed, 'sides'), PEOPLE.length);
  // What is invented of skin and hair is the same each time, whatever the sides.
  const chance = seeded(24);
  for (const [index, [givenName, familyName, site, weeksAgo]] of PEOPLE.entries()) {
    const about = { givenName, familyName, site, weeksAgo, index };
    await fillParticipant(tx, clinic, {
      ...{ ...about, trialId, number: firstNumber + index, chance },
      sides: defined(drawn[index]),
    });
  }
}

interface Joining {
  readonly givenName: string;
  readonly familyName: string;
  readonly site: SiteId;
  readonly weeksAgo: number;
  readonly index: number;
  readonly trialId: string;
  readonly number: number;
  readonly chance: () => number;
  readonly sides: Readonly<Record<TrialSide, Arm>>;
}

async function fillParticipant(tx: Tx, clinic: DemoClinic, of: Joining): Promise<void> {
  const { clinicId, today, supervisorId } = clinic;
  const { weeksAgo, index, trialId, chance, sides } = of;
  const person = await addClient(tx, clinic, of);
  const began = addDays(today, -7 * weeksAgo - (index % 4));
  const clock = clockOf(index);
  // The supervisor, who has treated none of them, counts.
  const tell = (body: TrialEntryBody, day: Day, at = '17:30') => {
    const addedAt = momentAt(day, at, TIME_ZONE);
    return tx.insert(trialEntries).values({
      ...{ clinicId, id: v7({ msecs: addedAt.getTime() }), trialId, kind: body.kind, body },
      ...{ clientId: person.clientId, addedBy: supervisorId, addedAt },
    });
  };
  await tell(
    {
      kind: 'enrolled',
      ...{ leftAreaId: person.areaIds.left, rightAreaId: person.areaIds.right },
      information: DESIGN.information,
      signature: { kind: 'typed', name: `${of.givenName} ${of.familyName}` },
    },
    addDays(began, -7),
  );
  const before = 18 + Math.round(chance() * 14);
  const counts = { left: before + Math.round(chance() * 2), right: before };
  const tellCounts = async (month: 0 | 1 | 6, day: Day, shares: Record<Arm, number> | null) => {
    for (const side of TRIAL_SIDES) {
      const share = shares === null ? 1 : shares[sides[side]];
      const perCm2 = Math.max(1, Math.round(counts[side] * share));
      await tell({ kind: 'counted', side, month, perCm2, how: 'secondPerson', photoId: null }, day);
    }
  };
  await tellCounts(0, addDays(began, -7), null);
  const made = Math.min(
    index === LEFT.person ? LEFT.visits : DESIGN.visits,
    1 + Math.floor((weeksAgo - 1) / EVERY_WEEKS),
  );
  let history: Record<TrialSide, readonly PastSession[]> = { left: [], right: [] };
  let last = began;
  for (let visit = 0; visit < made; visit++) {
    last = addDays(began, 7 * EVERY_WEEKS * visit);
    const deviates = index === DEVIATED.person && visit === DEVIATED.visit;
    const visitId = v7();
    history = await fillVisit(tx, clinic, of, {
      ...{ ...person, visitId, day: last, history, deviates, isFirst: visit === 0 },
    });
    if (visit === 0) {
      await tell({ kind: 'drawn', ...sides, visitId }, last, clock);
    }
    if (deviates) {
      const side = defined(TRIAL_SIDES.find((each) => sides[each] === 'a'));
      const reason = 'The gliding tip was cracked; this side was stamped today.';
      await tell({ kind: 'deviated', side, visitId, reason }, last, clock);
    }
  }
  const shares = (base: number): Record<Arm, number> => ({
    a: base + 0.02 + chance() * 0.12,
    b: base - 0.02 + chance() * 0.12,
  });
  const seen = addMonths(last, 1);
  if (made === DESIGN.visits && seen < today) await tellCounts(1, seen, shares(0.34));
  // Of the last two whose window is open nobody has counted yet.
  if (index < 3) await tellCounts(6, addMonths(last, 6), shares(0.42));
  if (index === LEFT.person) {
    await tell({ kind: 'left', reason: 'Moved to another town' }, addDays(last, 40));
  }
  if (made === DESIGN.visits || index === LEFT.person) await rest(tx, clinic, person, last);
}

interface Person {
  readonly clientId: string;
  readonly areaIds: Readonly<Record<TrialSide, string>>;
  readonly skin: SkinFinding;
}

async function addClient(
  tx: Tx,
  clinic: DemoClinic,
  { givenName, familyName, site, weeksAgo, number, index }: Joining,
): Promise<Person> {
  const { clinicId, today } = clinic;
  const clientId = v7();
  const areaIds = { left: v7(), right: v7() };
  const reference = `TQ-${String(number).padStart(4, '0')}`;
  const birthDate = `${Number(today.slice(0, 4)) - 28 - index}-${String((index % 12) + 1).padStart(2, '0')}-08`;
  const phone = `01632 960 ${300 + number}`;
  await tx.insert(clients).values({
    ...{ clinicId, id: clientId, reference, givenName, familyName, birthDate, phone, note: '' },
    searchText: searchTextOf({ givenName, familyName, reference, phone, birthDate }),
  });
  const areaCm2 = SIZE_CM2[site as keyof typeof SIZE_CM2];
  for (const side of TRIAL_SIDES) {
    await tx.insert(areas).values({ clinicId, id: areaIds[side], clientId, site, side, areaCm2 });
    const signedOn = addDays(today, -7 * Math.min(weeksAgo, 40));
    const name = `${givenName} ${familyName}`;
    await sign(tx, clinic, { clientId, areaId: areaIds[side], signedOn, name });
  }
  return { clientId, areaIds, skin: index % 3 === 2 ? TYPE_III : TYPE_II };
}

const TECHNIQUE: Readonly<Record<Arm, Technique & ('inMotion' | 'stamping')>> = {
  a: 'inMotion',
  b: 'stamping',
};

const starts = new Map<string, Proposal>();

/** The setting that a first visit begins with, and every later one stays at: worked out once for all who are alike. */
function startFor(
  client: DemoClient,
  session: Parameters<typeof demoVisit>[0]['session'],
  day: Day,
): Proposal {
  const key = [client.area.site, client.skin.type, session.technique].join(' ');
  const known = starts.get(key);
  if (known !== undefined) return known;
  const start = proposalFor(subjectOf(client, session, []), session, day, EARLIER_PROTOCOL);
  starts.set(key, start);
  return start;
}

/** One visit of both sides; gives what each side has had by then. */
async function fillVisit(
  tx: Tx,
  clinic: DemoClinic,
  { site, sides, chance, index }: Joining,
  of: Person & {
    readonly visitId: string;
    readonly day: Day;
    readonly history: Record<TrialSide, readonly PastSession[]>;
    readonly deviates: boolean;
    readonly isFirst: boolean;
  },
): Promise<Record<TrialSide, readonly PastSession[]>> {
  const { clinicId, supervisorId } = clinic;
  const { visitId, clientId, areaIds, day, history } = of;
  const room = index % 2;
  const staffId = defined(clinic.staffIds[room]);
  const startsAt = momentAt(day, clockOf(index), TIME_ZONE);
  await tx.insert(visits).values({
    ...{ clinicId, id: visitId, clientId, areaId: areaIds.left, staffId, startsAt },
    ...{ roomId: defined(clinic.roomIds[room]), plannedMinutes: site === 'lowerLeg' ? 80 : 60 },
  });
  const areaCm2 = SIZE_CM2[site as keyof typeof SIZE_CM2];
  const eventsOf = (side: TrialSide, from: Date): readonly VisitEvent[] => {
    const technique = of.deviates ? 'stamping' : TECHNIQUE[sides[side]];
    const pain = (technique === 'inMotion' ? 2 : 4) + Math.floor(chance() * 2);
    const client: DemoClient = {
      ...{ givenName: '', familyName: '', age: 30, note: '', skin: of.skin, sessions: [] },
      area: { site, side, areaCm2 },
      hair: { colour: 'darkBrown', calibre: 'coarse', density: 'medium' },
      today: null,
    };
    const session = {
      ...{ handpieceId: 'diode-810-plate', technique, pains: [pain - 1, pain] },
      marks: ['perifollicularOedema'] as const,
    };
    return demoVisit({
      ...{ client, day, staffId, supervisorId, startsAt: from, history: history[side] },
      ...{ session, proposal: startFor(client, session, day) },
      ...{ progress: 'home', yes: [], medicines: [] },
      ...{ catalogue: clinic.earlier, protocol: EARLIER_PROTOCOL },
    });
  };
  const left = eventsOf('left', startsAt);
  const [answered, ...leftZone] = left.filter(({ body }) => body.kind !== 'sentHome');
  const { body, at, ...asked } = defined(answered);
  const addedAt = new Date(Date.parse(at) + 20_000);
  const assessment = body.kind === 'answersGiven' ? body.assessment : null;
  const zoneAdded: VisitEvent = {
    ...{ id: v7({ msecs: addedAt.getTime() }), at: addedAt.toISOString(), staffId },
    body: { kind: 'zoneAdded', areaId: areaIds.right, assessment },
  };
  const right = eventsOf('right', new Date(defined(left.at(-1)).at));
  const inZone = (areaId: string) => (event: VisitEvent) =>
    isOfVisit(event.body.kind) ? event : { ...event, areaId };
  await insertEvents(tx, clinicId, visitId, [
    { ...asked, at, body },
    zoneAdded,
    ...leftZone.map(inZone(areaIds.left)),
    ...right.filter((event) => event.body.kind !== 'answersGiven').map(inZone(areaIds.right)),
  ]);
  return {
    left: [...history.left, ...demoPast(left)],
    right: [...history.right, ...demoPast(right)],
  };
}

/** Both courses rest until the trial's last follow-up: nobody is called in for another session meanwhile. */
async function rest(
  tx: Tx,
  { clinicId, staffIds }: DemoClinic,
  { clientId, areaIds }: Person,
  last: Day,
): Promise<void> {
  const at = momentAt(last, '11:30', TIME_ZONE);
  await tx.insert(courseNotes).values(
    TRIAL_SIDES.map((side) => ({
      ...{ clinicId, id: v7(), clientId, areaId: areaIds[side], staffId: defined(staffIds[0]), at },
      ...{ kind: 'paused' as const, reason: 'Until the trial’s last follow-up' },
    })),
  );
}
