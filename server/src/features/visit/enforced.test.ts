import type { EventBody } from '@tidy-quill/core/events';
import type { NewEvent } from '@tidy-quill/contract/visit';
import type { Day } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { openCauses } from '@tidy-quill/core/reaction';
import { zoneRecord } from '@tidy-quill/core/session';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';
import { lineAt, type Line } from '../../testing/line';

let app: Application;
let person: Person;
let visits: Day['visits'];
/** A visit of the demo whose session runs, and one whose client went home. */
let running: string;
let over: string;
let line: Line;

beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
  ({ visits } = (await person.get('/api/today')).body as Day);
  const visitOf = (name: string) =>
    defined(visits.find(({ client }) => client.name.includes(name))).id;
  running = visitOf('Okapi-Lune');
  over = visitOf('Yewbarrow');
  line = await lineAt(app.url, running, person.cookie());
});
afterAll(async () => {
  line.end();
  await app.close();
});

const opened = async (id = running) => (await person.get(`/api/visits/${id}`)).body as VisitOpened;
const event = (body: EventBody, at = new Date().toISOString()) =>
  ({ id: v7(), at, body }) as NewEvent;

/** What the server says to an event: `kept`, or its rule. Its id is given too. */
async function told(body: EventBody, of: { id?: string; at?: string } = {}) {
  const { id = running, at } = of;
  const { after } = await opened(id);
  const sent = event(body, at);
  const { status, body: answer } = await person.post(`/api/visits/${id}/events?after=${after}`, [
    sent,
  ]);
  const said = answer as { detail?: string };
  return { id: sent.id, said: status === 200 ? 'kept' : (said.detail ?? String(status)) };
}
const said = async (...of: Parameters<typeof told>) => (await told(...of)).said;

const record = async () => {
  const { events, area } = await opened();
  return zoneRecord(events, area.id, area.id);
};

describe('a session that hurt, on the server', () => {
  it('does not go on by the fast way, nor before its causes were looked for', async () => {
    const { after } = await opened();
    expect(await line.ask([event({ kind: 'painScored', score: 7 })], after)).not.toBeNull();
    expect((await record()).run.state).toBe('stopped');
    // The fast way hands it to the judge, which refuses it.
    expect(await line.ask([event({ kind: 'resumed' })], after)).toBeNull();
    expect(await said({ kind: 'resumed' })).toBe('causesFirst');
    expect((await record()).run.state).toBe('stopped');
    for (const cause of openCauses((await record()).run, 'hair')) {
      expect(await said({ kind: 'causeChecked', cause, found: false })).toBe('kept');
    }
    expect(await said({ kind: 'resumed' })).toBe('kept');
  });

  it('rises once, by a tenth at the most, after whatever lowering', async () => {
    const setting = defined((await record()).run.setting);
    const dial = (share: number): EventBody => ({
      kind: 'settingChanged',
      setting: { ...setting, fluenceJcm2: Math.floor(setting.fluenceJcm2 * share) },
      reason: 'No endpoint seen',
    });
    expect(await said(dial(1.2))).toBe('riseTooLarge');
    expect(await said(dial(0.8))).toBe('kept');
    expect(await said(dial(0.85))).toBe('kept');
    expect(await said(dial(0.95))).toBe('raisedAlready');
  });
});

describe('taking back, on the server', () => {
  const undo = (eventId: string, id = running) => said({ kind: 'undone', eventId }, { id });
  const entry = async (kind: EventBody['kind'], id = running) =>
    defined((await opened(id)).events.find(({ body }) => body.kind === kind)).id;

  it('reaches a press of the room, and neither answers, the plan nor what was never there', async () => {
    const press = await told({ kind: 'pulsesFired', count: 3 });
    expect(press.said).toBe('kept');
    expect(await undo(press.id)).toBe('kept');
    for (const kind of ['answersGiven', 'findingsRecorded', 'planAccepted'] as const) {
      expect(await undo(await entry(kind)), kind).toBe('notUndoable');
    }
    expect(await undo(v7())).toBe('noSuchEntry');
  });

  it('ends with the signature, after which only additions are taken', async () => {
    const read = (await person.get(`/api/visits/${over}/record`)).body as { digest: string };
    const signature = { kind: 'typed', name: 'Idony Brackwater' };
    const path = `/api/visits/${over}/sign`;
    const signed = await person.post(path, { id: v7(), digest: read.digest, signature });
    expect(signed.status).toBe(201);
    for (const kind of ['pulsesFired', 'painScored', 'markSeen'] as const) {
      expect(await undo(await entry(kind, over), over), kind).toBe('recordSigned');
    }
    const addition = { kind: 'amended', about: null, text: 'Left-handed', reason: 'Left out' };
    expect(await said(addition as EventBody, { id: over })).toBe('kept');
  });
});

describe('what no record can mean, on the server', () => {
  it('is a reading of a spot without a mark', async () => {
    const bare = { kind: 'spotRead', spotId: v7(), marks: [], pain: 2, photoIds: [], note: '' };
    const { status, body } = await person.post(`/api/visits/${running}/events?after=0`, [
      event(bare as EventBody),
    ]);
    expect(status).toBe(400);
    expect(body).toMatchObject({ fields: [{ field: '0.body.marks' }] });
  });

  it('is a reaction that began before the last pulse, or after it was told', async () => {
    const report = (onsetAt: string) =>
      ({
        kind: 'reactionReported',
        how: 'phone',
        report: {
          ...{ what: 'blister', onsetAt, extent: 'part', sizeCm: 1, place: 'middle' },
          ...{ trend: 'same', signs: [] },
        },
        photoIds: [],
        note: '',
      }) as unknown as EventBody;
    const hour = 3_600_000;
    for (const [hours, problem] of [
      [-30, 'is before the last pulse'],
      [1, 'is after it was told'],
    ] as const) {
      const onset = new Date(Date.now() + hours * hour).toISOString();
      const { body } = await person.post(`/api/visits/${over}/events`, [event(report(onset))]);
      expect(body).toMatchObject({ fields: [{ field: '0.body.report.onsetAt', problem }] });
    }
  });
});
