import type { DeviceShown, DeviceStanding } from '@tidy-quill/contract/devices';
import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import type { DeviceEntryBody } from '@tidy-quill/core/device';
import { QUESTION_IDS } from '@tidy-quill/core/suitability';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Person } from '../../testing/application';
import { startDesk } from '../../testing/desk';

const { app, person, of } = await startDesk();
let supervisor: Person;
beforeAll(async () => {
  supervisor = await app.signedIn('caspian');
});

const PLATE = 'diode-810-plate';
const log = async (id = PLATE) =>
  (await person.get(`/api/handpieces/${id}/log`)).body as DeviceShown;
const write = (body: object, who = person, id = PLATE) =>
  who.post(`/api/handpieces/${id}/log`, { id: v7(), body });
const passed = {
  ...{ selfTest: 'passed', tip: 'passed', cooling: 'passed', aimingBeam: 'passed' },
  ...{ door: 'passed', emergencyStop: 'passed' },
};
/** A check at 10 J/cm² over 9 × 9 mm: 8.1 J are shown. */
const check = (share: number | null, counter: number | null = null) => ({
  ...{ kind: 'checked', items: passed, counter, note: '' },
  meter:
    share === null
      ? null
      : {
          ...{ name: 'by hand', spot: { widthMm: 9, heightMm: 9 }, fluenceJcm2: 10 },
          measuredJ: [8.1, 8.1, 8.1].map((joules) => joules * share),
        },
});

const visit = () => of('Oxenstable');
const event = (body: object) => ({ id: v7(), at: new Date().toISOString(), body });
const events = (...bodies: object[]) =>
  person.post(`/api/visits/${visit().id}/events`, bodies.map(event));
const plan = (fluenceJcm2: number, output?: object) =>
  person.post(`/api/visits/${visit().id}/plan`, {
    ...{ id: v7(), at: new Date().toISOString() },
    setting: {
      ...{ handpieceId: PLATE, technique: 'stamping', fluenceJcm2, output },
      ...{ spot: { widthMm: 12, heightMm: 12 }, pulseMs: 30, rateHz: 1.5, passes: 1 },
    },
  });
const opened = async () => (await person.get(`/api/visits/${visit().id}`)).body as VisitOpened;
const plate = async () =>
  defined((await opened()).catalogue.handpieces.find(({ id }) => id === PLATE));

describe('a device’s log', () => {
  it('tells how each handpiece stands, and what is due', async () => {
    const all = (await person.get('/api/devices')).body as DeviceStanding[];
    const drifts = defined(all.find(({ handpiece }) => handpiece.id === 'pulsed-light-640'));
    expect(drifts.state.outOfUse).toBeNull();
    expect(drifts.state.drift.perDay).toBeCloseTo(-0.0012, 5);
    expect(drifts.dues.map(({ what }) => what)).toEqual(['check', 'drift']);
  });

  it('takes a check as it is, once however often it is sent', async () => {
    const id = v7();
    const body = check(0.95, 1_600_000);
    const send = () => person.post(`/api/handpieces/${PLATE}/log`, { id, body });
    expect([(await send()).status, (await send()).status]).toEqual([201, 201]);
    const { entries, state } = await log();
    expect(entries.filter((each) => each.id === id)).toHaveLength(1);
    expect(state).toMatchObject({ outOfUse: null, output: null, counter: 1_600_000 });
    expect(state.measured?.ratio).toBeCloseTo(0.95, 9);
    await expect(app.connection.pool.query('delete from device_log')).rejects.toThrow(
      /append-only/,
    );
  });

  it('takes no counter that runs backwards, no two pulses, no unknown handpiece', async () => {
    expect(await write(check(1, 1_500_000))).toMatchObject({
      ...{ status: 422, body: { detail: 'It showed 1,600,000 pulses before.' } },
    });
    const two = check(1);
    const few = { ...two, meter: { ...two.meter, measuredJ: [8, 8] } };
    expect(await write(few)).toMatchObject({
      status: 400,
      body: {
        fields: [{ field: 'body.meter.measuredJ', problem: 'must be three pulses at least' }],
      },
    });
    expect((await write(check(1), person, 'nobodys')).status).toBe(404);
  });

  it('keeps the paper of a service, and no other file', async () => {
    const pdf = Buffer.from('%PDF-1.4 a service report');
    const sent = await person.send(`/api/handpieces/ruby-694/papers`, pdf, 'application/pdf');
    const { sha256 } = sent.body as { sha256: string };
    const service = { kind: 'serviced', what: 'service', by: 'an engineer', counter: null };
    const body = { ...service, note: '', paper: { name: 'report.pdf', sha256 } };
    expect((await write(body, person, 'ruby-694')).status).toBe(201);
    const { entries, state } = await log('ruby-694');
    expect(state.outOfUse?.because).toBe('serviced');
    const paper = await person.bytes(`/api/device-papers/${defined(entries[0]).id}`);
    expect(paper.equals(pdf)).toBe(true);
    const none = { ...body, paper: { name: 'x', sha256: 'f'.repeat(64) } };
    expect((await write(none, person, 'ruby-694')).status).toBe(422);
    const other = Buffer.from('no paper');
    const refused = await person.send(`/api/handpieces/ruby-694/papers`, other, 'application/pdf');
    expect(refused.status).toBe(400);
  });
});

describe('a handpiece that gives 15 % less than it shows', () => {
  beforeAll(async () => {
    const answers = Object.fromEntries(QUESTION_IDS.map((id) => [id, { yes: false }]));
    const { today } = await opened();
    await events(
      { kind: 'answersGiven', answers, medicines: [], on: today, aheadId: null },
      {
        kind: 'findingsRecorded',
        findings: {
          skin: { type: 2, tan: 'none', freckled: false, measuredFraction: 0.016 },
          hair: { colour: 'black', calibre: 'coarse', density: 'dense' },
          areaCm2: 950,
        },
      },
    );
    expect((await plan(10)).status).toBe(200);
    expect((await write(check(0.85))).status).toBe(201);
  });

  it('is planned by what it gives: its scale is that of light that reaches skin', async () => {
    const { fluenceJcm2, output } = await plate();
    expect(fluenceJcm2).toEqual({ min: 1.7, max: 34, step: 0.85 });
    expect(output?.share).toBeCloseTo(0.85, 9);
  });

  it('is not read back with a plan of before, and takes none that says nothing of it', async () => {
    const shown = { wavelengthNm: 810, fluenceJcm2: 10, pulseMs: 30, rateHz: 1.5 };
    const spot = { widthMm: 12, heightMm: 12 };
    const read = { kind: 'settingsRead', by: 'eye', shown: { ...shown, spot } };
    expect(await events(read)).toMatchObject({
      status: 422,
      body: { title: 'What this handpiece gives was measured since' },
    });
    expect(await plan(10)).toMatchObject({ status: 422 });
    const { output } = await plate();
    const accepted = await plan(8.5, output);
    expect(accepted.status).toBe(200);
    const { events: kept } = accepted.body as EventsKept;
    const { body } = defined(kept.findLast((each) => each.body.kind === 'planAccepted'));
    expect(body).toMatchObject({ plan: { setting: { fluenceJcm2: 8.5, output } } });
    expect(output?.share).toBeCloseTo(0.85, 9);
    // The console still shows 10.
    expect((await events(read)).status).toBe(200);
  });
});

describe('a handpiece that is out of use', () => {
  it('cannot be planned or booked, whose visits are in the way is said, until a supervisor frees it', async () => {
    expect((await write(check(1.3))).status).toBe(201);
    expect((await plate()).inService).toBe(false);
    const { state } = await log();
    expect(state.outOfUse).toMatchObject({ because: 'output' });
    const { output } = await plate();
    expect(await plan(8.5, output)).toMatchObject({ status: 422 });
    const calendar = await person.get(
      `/api/calendar?from=${(await opened()).today}&until=${(await opened()).today}`,
    );
    expect(JSON.stringify(calendar.body)).toContain('more than 20 % too much or too little');
    const free: DeviceEntryBody = { kind: 'freed', reason: 'Adjusted, measured twice' };
    expect((await write(free)).status).toBe(403);
    await write(check(1));
    expect((await plate()).inService).toBe(false);
    expect((await write(free, supervisor)).status).toBe(201);
    expect(await plate()).toMatchObject({ inService: true, fluenceJcm2: { min: 2, step: 1 } });
  });
});

describe('papers', () => {
  it('are a door sheet for a room and a safety file for a device', async () => {
    const { rows } = await app.connection.pool.query<{ id: string }>(
      'select id from rooms limit 1',
    );
    const door = await person.bytes(`/api/clinic/rooms/${defined(rows[0]).id}/door-sheet.pdf`);
    expect(door.subarray(0, 5).toString()).toBe('%PDF-');
    const file = await person.bytes(`/api/handpieces/${PLATE}/safety-file.pdf`);
    expect(file.subarray(0, 5).toString()).toBe('%PDF-');
    expect((await person.get(`/api/clinic/rooms/${v7()}/door-sheet.pdf`)).status).toBe(404);
    expect((await person.get('/api/handpieces/nobodys/safety-file.pdf')).status).toBe(404);
  });
});
