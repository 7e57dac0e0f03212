import { demoZone } from '../../../test-databases.mjs';
import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { ReactionListed, RecordOpened } from '@tidy-quill/contract/record';
import type { Day } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import type { Message } from '@tidy-quill/contract/ahead';
import { reportNames, reportSections } from '@tidy-quill/contract/labels/index';
import { visitReport } from '@tidy-quill/core/report';
import { zoneRecord } from '@tidy-quill/core/session';
import { signedEvents } from '@tidy-quill/core/workflow';
import Papa from 'papaparse';
import { extractText, getDocumentProxy } from 'unpdf';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application, type Person } from '../../testing/application';
import { recordDigest } from './store';

let app: Application;
let person: Person;
let visitId: string;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  const { visits } = (await person.get('/api/today')).body as Day;
  visitId = defined(visits.find(({ client }) => client.name.includes('Yewbarrow'))).id;
});
afterAll(() => app.close());

const opened = async (id = visitId) => (await person.get(`/api/visits/${id}`)).body as VisitOpened;
const record = async () => (await person.get(`/api/visits/${visitId}/record`)).body as RecordOpened;
const append = (...bodies: object[]) =>
  person.post(
    `/api/visits/${visitId}/events`,
    bodies.map((body) => ({ id: v7(), at: new Date().toISOString(), body })),
  );
const pdfText = async (path: string) => {
  const file = await person.bytes(path);
  expect(file.subarray(0, 5).toString()).toBe('%PDF-');
  const { text } = await extractText(await getDocumentProxy(new Uint8Array(file)), {
    mergePages: true,
  });
  return text.replace(/\s+/g, ' ');
};

const report = (onsetAt: string, more: object = {}) => ({
  what: 'blister',
  onsetAt,
  extent: 'part',
  sizeCm: 1,
  place: 'middle',
  trend: 'same',
  signs: [],
  ...more,
});
const told = (onsetAt: string, more: object = {}) => ({
  kind: 'reactionReported',
  how: 'phone',
  report: report(onsetAt, more),
  photoIds: [],
  note: 'Told by the client',
});

describe('what the client took home', () => {
  it('is on paper in words that hold its days', async () => {
    const { client } = await opened();
    const text = await pdfText(`/api/visits/${visitId}/aftercare.pdf`);
    expect(text).toContain('After your laser hair removal');
    expect(text).toContain(`${client.givenName} ${client.familyName}, both forearms`);
    // Each setting with its own pulses and pain.
    expect(text).toMatch(
      /both forearms: 245 pulses at 13 J\/cm², 30 ms, 18\smm, pain up to 4, small bumps/,
    );
    expect(text).toContain('Keep the sun off the skin we treated.');
    expect(text).toMatch(/No self-tan\. Again from \w{3} \d+ \w{3} \d{4}\./);
    expect(text).toContain('Do not wax, pluck or thread until your course has ended.');
    expect(text).toContain('Emergency: 112.');
  });

  it('goes as a message once, however often it is sent, and stands on the record', async () => {
    const once = { id: v7() };
    const path = `/api/visits/${visitId}/aftercare-message`;
    expect((await person.post(path, once)).status).toBe(201);
    expect((await person.post(path, once)).status).toBe(201);
    const all = (await person.get('/api/messages')).body as Message[];
    const mine = all.filter(({ text }) => text.includes('After your laser hair removal'));
    expect(mine).toHaveLength(1);
    expect(mine[0]).toMatchObject({ state: 'sent', to: expect.stringMatching(/^01632 960/) });
    expect(defined(mine[0]).text).toContain('Next visit: ');
    const { events } = await opened();
    expect(events.filter(({ body }) => body.kind === 'adviceGiven')).toHaveLength(1);
  });

  it('gives the next visit to a calendar, naming nothing clinical', async () => {
    const { visit } = await opened();
    const next = { id: v7(), areaId: visit.areaId, roomId: visit.roomId, staffId: visit.staffId };
    await person.post(`/api/clients/${visit.clientId}/visits`, {
      ...next,
      startsAt: '2031-01-05T10:00:00.000Z',
    });
    const { status, type } = await person.get(`/api/visits/${visitId}/next-visit.ics`);
    expect([status, type]).toEqual([200, 'text/calendar; charset=utf-8']);
    const ics = (await person.bytes(`/api/visits/${visitId}/next-visit.ics`)).toString();
    expect(ics).toContain('BEGIN:VCALENDAR');
    expect(ics).toContain('DTSTART:20310105T100000Z');
    expect(ics).toContain(`UID:${next.id}@tidy-quill`);
    expect(ics).not.toMatch(/hair|laser removal|forearm/i);
  });

  it('is not there before anybody was sent home', async () => {
    const { visits } = (await person.get('/api/today')).body as Day;
    const { id } = defined(visits.find(({ client }) => client.name.includes('Okapi-Lune')));
    const { status, body } = await person.get(`/api/visits/${id}/aftercare.pdf`);
    expect(status).toBe(422);
    expect(body).toMatchObject({ title: 'Nobody has been sent home yet' });
  });
});

describe('the record', () => {
  it('is the same whatever order its events came in, and its paper holds what its page shows', async () => {
    const shown = await record();
    const { events, visit } = shown;
    const names = reportNames(shown, demoZone());
    const sections = reportSections(visitReport(events, visit.areaId), names);
    // As if written, read and shuffled on the way: events alone make the record.
    const travelled = [...(JSON.parse(JSON.stringify(events)) as typeof events)].reverse();
    const again = visitReport([...travelled, ...travelled.slice(0, 3)], visit.areaId);
    expect(reportSections(again, names)).toEqual(sections);
    expect(recordDigest(signedEvents(travelled))).toBe(shown.digest);
    const text = await pdfText(`/api/visits/${visitId}/record.pdf`);
    for (const { title, lines } of sections) {
      expect(text).toContain(title);
      for (const line of lines) {
        expect(text).toContain(`${line.label}: ${line.text}`.replace(/\s+/g, ' '));
      }
    }
  });

  it('counts pulses, energy and minutes from the presses', async () => {
    const { events, visit } = await record();
    const [zone] = visitReport(events, visit.areaId).zones;
    const { setting } = defined(zone).record.run;
    const fired = events.flatMap(({ body }) => (body.kind === 'pulsesFired' ? [body.count] : []));
    const pulses = fired.reduce((sum, count) => sum + count, 0);
    expect(defined(zone).pulses).toBe(pulses);
    const spot = defined(setting).spot as { diameterMm: number };
    const each = defined(setting).fluenceJcm2 * Math.PI * (spot.diameterMm / 20) ** 2;
    expect(defined(zone).energyJ).toBeCloseTo(pulses * each, 6);
    expect(defined(zone).energyJcm2).toBeCloseTo((pulses * each) / 640, 6);
    expect(defined(zone).pains.map(({ score }) => score)).toEqual([3, 4]);
  });

  it('is signed as it was read, and not as it no longer is', async () => {
    const { digest } = await record();
    const signature = { kind: 'typed', name: 'Idony Brackwater' };
    const path = `/api/visits/${visitId}/sign`;
    expect((await person.post(path, { id: v7(), digest, signature })).status).toBe(201);
    const addition = {
      kind: 'amended',
      about: null,
      text: 'Left-handed grip',
      reason: 'Left out then',
    };
    expect((await append(addition)).status).toBe(200);
    const stale = await person.post(path, { id: v7(), digest, signature });
    expect(stale.status).toBe(409);
    const { events, visit } = await record();
    const sheet = visitReport(events, visit.areaId);
    expect(sheet.signatures).toHaveLength(1);
    expect(sheet.changedSinceSigned).toBe(true);
    expect(sheet.amendments).toMatchObject([{ text: 'Left-handed grip', reason: 'Left out then' }]);
    const supervisor = await app.signedIn('caspian');
    const fresh = (await record()).digest;
    const signed = await supervisor.post(path, { id: v7(), digest: fresh, signature });
    expect(signed.status).toBe(201);
  });

  it('takes an addition about an entry of its own only, and with a reason', async () => {
    const about = { kind: 'amended', about: v7(), text: 'x', reason: 'y' };
    expect((await append(about)).body).toMatchObject({ detail: 'noSuchEntry' });
    const bare = { kind: 'amended', about: null, text: 'x', reason: '' };
    expect((await append(bare)).status).toBe(400);
  });

  it('is not signed by a way of its own, nor while the session runs', async () => {
    const { digest } = await record();
    const forged = { kind: 'recordSigned', digest, signature: { kind: 'typed', name: 'x' } };
    expect((await append(forged)).status).toBe(400);
    const { visits } = (await person.get('/api/today')).body as Day;
    const { id } = defined(visits.find(({ client }) => client.name.includes('Okapi-Lune')));
    const running = (await person.get(`/api/visits/${id}/record`)).body as RecordOpened;
    const { status, body } = await person.post(`/api/visits/${id}/sign`, {
      id: v7(),
      digest: running.digest,
      signature: { kind: 'typed', name: 'x' },
    });
    expect(status).toBe(422);
    expect(body).toMatchObject({ detail: 'notFinished' });
  });
});

describe('a reaction told of later', () => {
  const onset = () => new Date().toISOString();
  const reactions = async () => {
    const { events, area } = await opened();
    return zoneRecord(events, area.id, area.id).reactions;
  };

  it('is triaged by the server, whatever a browser claims', async () => {
    const claimed = { level: 'normal', reasons: [], onsetHours: 0, adverse: false };
    expect((await append({ ...told(onset()), triage: claimed })).status).toBe(200);
    const [reaction] = await reactions();
    expect(defined(reaction).triage).toMatchObject({ level: 'seeToday', adverse: true });
    expect(defined(defined(reaction).triage).reasons[0]).toMatchObject({ level: 'seeToday' });
    expect(defined(reaction).againAt).not.toBeNull();
  });

  it('cannot begin before the last pulse, nor after it was told', async () => {
    const early = await append(told('2020-01-01T10:00:00.000Z'));
    expect(early.body).toMatchObject({
      fields: [{ field: '0.body.report.onsetAt', problem: 'is before the last pulse' }],
    });
    const late = await append(told('2099-01-01T10:00:00.000Z'));
    expect(late.body).toMatchObject({ fields: [{ problem: 'is after it was told' }] });
  });

  it('needs a session that fired something', async () => {
    const { visits } = (await person.get('/api/today')).body as Day;
    const { id } = defined(visits.find(({ client }) => client.name.includes('Oxenstable')));
    const event = { id: v7(), at: onset(), body: told(onset()) };
    const { status, body } = await person.post(`/api/visits/${id}/events`, [event]);
    expect(status).toBe(422);
    expect(body).toMatchObject({ detail: 'nothingFired' });
  });

  it('stands with all that are followed, the gravest first and what is overdue told apart', async () => {
    const listed = (await person.get('/api/reactions')).body as ReactionListed[];
    expect(listed.map(({ client }) => client.name)).toEqual([
      'Corisande Yewbarrow',
      'Jessamy Rookwhistle',
    ]);
    const [fresh, old] = listed;
    const now = Date.now();
    expect(Date.parse(defined(defined(fresh).reaction.againAt))).toBeGreaterThan(now);
    expect(Date.parse(defined(defined(old).reaction.againAt))).toBeLessThan(now);
  });

  it('is used by the planner at the very next visit, which waits for it', async () => {
    const { visit } = await opened();
    const { visits } = (await person.get(`/api/clients/${visit.clientId}`)).body as ClientOpened;
    const next = defined(visits.find(({ startsAt }) => startsAt.startsWith('2031')));
    const { before } = await opened(next.id);
    const { history, openReactions } = defined(before[visit.areaId]);
    expect(defined(history.at(-1)).answer.adverse).toEqual(['blister']);
    expect(openReactions).toHaveLength(1);
  });

  it('is followed step by step and closed once', async () => {
    const reactionId = defined((await reactions())[0]).id;
    const step = {
      kind: 'reactionFollowed',
      reactionId,
      how: 'seen',
      trend: 'better',
      signs: [],
      sizeCm: 0.5,
      did: ['dressed', 'supervisorTold'],
      photoIds: [],
      note: '',
      againAt: null,
    };
    expect((await append(step)).status).toBe(200);
    expect(defined((await reactions())[0]).report).toMatchObject({ trend: 'better', sizeCm: 0.5 });
    const close = { kind: 'reactionClosed', reactionId, outcome: 'healed', note: 'flat' };
    expect((await append(close)).status).toBe(200);
    expect((await append(close)).body).toMatchObject({ detail: 'reactionClosed' });
    expect((await append({ ...step, reactionId: v7() })).body).toMatchObject({
      detail: 'noSuchReaction',
    });
    const [reaction] = await reactions();
    expect(reaction).toMatchObject({ againAt: null, adverse: true, closed: { outcome: 'healed' } });
    expect(defined(reaction).entries).toHaveLength(3);
  });
});

describe('one client’s record in open formats', () => {
  it('holds every event, from which the record is made again', async () => {
    const { visit } = await opened();
    const { body, status } = await person.get(`/api/clients/${visit.clientId}/record.json`);
    expect(status).toBe(200);
    const exported = body as {
      format: string;
      visits: { visit: { id: string; areaId: string }; events: VisitOpened['events'] }[];
    };
    expect(exported.format).toBe('tidy-quill-client');
    const own = defined(exported.visits.find((each) => each.visit.id === visitId));
    const { events } = await record();
    expect(recordDigest(signedEvents(own.events))).toBe(recordDigest(signedEvents(events)));
  });

  it('lists its sessions as a table, a line a session', async () => {
    const { visit } = await opened();
    const csv = (await person.bytes(`/api/clients/${visit.clientId}/sessions.csv`)).toString();
    const { data } = Papa.parse<Record<string, string>>(csv, { header: true });
    const own = defined(data.find((row) => row['visitId'] === visitId));
    const { events } = await record();
    const [zone] = visitReport(events, visit.areaId).zones;
    expect(own).toMatchObject({
      area: 'both forearms',
      wavelengthNm: '755',
      pulses: String(defined(zone).pulses),
      painMax: '4',
      adverse: 'blister',
    });
    expect(data.filter((row) => Number(row['pulses']) > 0)).toHaveLength(3);
  });

  it('is not given for a client of another clinic', async () => {
    expect((await person.get(`/api/clients/${v7()}/record.json`)).status).toBe(404);
  });
});
