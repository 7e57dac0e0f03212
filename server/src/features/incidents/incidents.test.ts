import type { ClientRecordFile } from '@tidy-quill/contract/client-record';
import type { DeviceShown } from '@tidy-quill/contract/devices';
import type { IncidentShown } from '@tidy-quill/contract/incidents';
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

const report = (more: object = {}) => ({
  ...{ sort: 'misfire', happenedAt: new Date().toISOString(), hurt: [], name: '', eyes: null },
  ...{ done: ['stopAndStandby', 'keyOut'], text: 'Two pulses after the pedal was let go' },
  ...more,
});
const send = (more: object = {}, id = v7(), handpieceId: string | null = 'diode-810-plate') =>
  person.post('/api/incidents', {
    ...{ id, visitId: of('Oxenstable').id, handpieceId, report: report(more) },
  });
const register = async () => (await person.get('/api/incidents')).body as IncidentShown[];
const follow = (id: string, followUp: object, who = person) =>
  who.post(`/api/incidents/${id}/follow-ups`, { id: v7(), followUp });
const EYE = { distanceM: 0.4, way: 'mirrored', worn: 'none' };

describe('an incident', () => {
  it('of the device takes it out of use, once however often it is sent', async () => {
    const id = v7();
    expect([(await send({}, id)).status, (await send({}, id)).status]).toEqual([201, 201]);
    expect((await register()).filter((each) => each.id === id)).toHaveLength(1);
    const { state, entries } = (await person.get('/api/handpieces/diode-810-plate/log'))
      .body as DeviceShown;
    expect(state.outOfUse).toMatchObject({
      ...{ because: 'takenOut', reason: 'Incident: fired by itself, or not as set' },
    });
    expect(entries.filter(({ body }) => body.kind === 'takenOut')).toHaveLength(1);
    await expect(app.connection.pool.query('delete from incident_entries')).rejects.toThrow(
      /append-only/,
    );
  });

  it('of an eye tells of the eye, and is closed by a supervisor once a clinician has seen it', async () => {
    const id = v7();
    expect(await send({ sort: 'eyeExposure' }, id)).toMatchObject({
      ...{ status: 400, body: { fields: [{ field: 'report.eyes' }] } },
    });
    expect((await send({ eyes: EYE })).status).toBe(400);
    const eye = { sort: 'eyeExposure', hurt: ['staff'], eyes: EYE };
    expect((await send(eye, id, null)).status).toBe(201);
    const closed = { kind: 'closed', text: 'No harm found' };
    expect((await follow(id, closed)).status).toBe(403);
    expect(await follow(id, closed, supervisor)).toMatchObject({
      ...{ status: 422, body: { title: 'A clinician has to have seen it first' } },
    });
    await follow(id, { kind: 'seen', by: 'The eye clinic', text: 'Nothing found' });
    expect((await follow(id, closed, supervisor)).status).toBe(201);
    expect(await follow(id, closed, supervisor)).toMatchObject({
      ...{ status: 422, body: { detail: 'closedAlready' } },
    });
    const found = defined((await register()).find((each) => each.id === id));
    expect(found.followUps.map(({ followUp }) => followUp.kind)).toEqual(['seen', 'closed']);
    expect(found.visit?.client).toContain('Oxenstable');
    expect((await follow(v7(), { kind: 'noted', text: 'x' })).status).toBe(404);
  });

  it('is part of the client’s record, and its words go when the client is erased', async () => {
    const { client } = of('Oxenstable');
    const record = (await person.get(`/api/clients/${client.id}/record.json`))
      .body as ClientRecordFile;
    expect(record.rows['incident_entries']?.length).toBeGreaterThan(0);
    const staffId = (await person.get('/api/me')).body as { staff: { id: string } };
    const { rows: own } = await app.connection.pool.query<{ clinic_id: string }>(
      'select clinic_id from clients where id = $1',
      [client.id],
    );
    await app.connection.pool.query('select erase_client($1, $2, $3)', [
      ...[defined(own[0]).clinic_id, client.id, staffId.staff.id],
    ]);
    const mine = (await register()).filter(({ visit }) => visit !== null);
    expect(mine.length).toBeGreaterThan(0);
    for (const each of mine) expect(each.report.text).toBe('…');
    expect(mine.map(({ report: told }) => told.sort)).toContain('eyeExposure');
  });
});
