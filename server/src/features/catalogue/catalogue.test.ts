import type { Catalogue, CatalogueVersion, VersionImpact } from '@tidy-quill/contract/catalogue';
import { HAIR_COLOURS } from '@tidy-quill/core/optics';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { invited, startApplication, type Application } from '../../testing/application';

let app: Application;
beforeAll(async () => {
  app = await startApplication();
});
afterAll(() => app.close());

const inForce = async () =>
  (await (await app.signedIn('idony')).get('/api/catalogue')).body as Catalogue;
const versions = async (kind: string) =>
  (await (await app.signedIn('idony')).get(`/api/catalogue/versions?kind=${kind}`))
    .body as CatalogueVersion[];

describe('a version of the devices', () => {
  it('is drafted by a supervisor, holds once approved, and never changes then', async () => {
    const { handpieces } = await inForce();
    const content = handpieces.map((each) => ({ ...each, inService: true }));
    const made = { id: v7(), kind: 'devices', content, note: 'Ruby is back', basedOn: 1 };
    const technician = await app.signedIn('idony');
    expect((await technician.post('/api/catalogue/versions', made)).status).toBe(403);
    const supervisor = await app.signedIn('caspian');
    expect((await supervisor.post('/api/catalogue/versions', made)).status).toBe(201);
    expect((await inForce()).devicesNumber).toBe(1);
    const owner = await app.signedIn('morwenna');
    const approve = `/api/catalogue/versions/${made.id}/approve`;
    expect((await owner.post(approve)).status).toBe(403);
    expect((await supervisor.post(approve)).status).toBe(204);
    const now = await inForce();
    expect(now.devicesNumber).toBe(2);
    expect(now.handpieces.every(({ inService }) => inService)).toBe(true);
    const [newest] = await versions('devices');
    expect(newest).toMatchObject({
      number: 2,
      createdBy: 'Caspian Thorngate',
      note: 'Ruby is back',
    });
    await expect(
      app.connection.pool.query('update catalogue_versions set content = content || content'),
    ).rejects.toThrow(/never changed/);
  });

  it('is not approved by its author while another supervisor could', async () => {
    const second = await invited(app, {
      ...{ name: 'Second Eyes', signInName: 'second', role: 'supervisor' },
    });
    const supervisor = await app.signedIn('caspian');
    const { handpieces: content } = await inForce();
    const made = { id: v7(), kind: 'devices', content, note: 'Four eyes', basedOn: 2 };
    expect((await supervisor.post('/api/catalogue/versions', made)).status).toBe(201);
    const refused = await supervisor.post(`/api/catalogue/versions/${made.id}/approve`);
    expect(refused).toMatchObject({
      status: 422,
      body: { title: 'Another supervisor has to approve this' },
    });
    const other = second.person;
    await other.post('/api/sign-in', { name: 'second', password: second.password });
    expect((await other.post(`/api/catalogue/versions/${made.id}/approve`)).status).toBe(204);
    const [newest, before] = await versions('devices');
    expect(newest).toMatchObject({ approvedBy: 'Second Eyes', byAuthor: false });
    expect(before).toMatchObject({ approvedBy: 'Caspian Thorngate', byAuthor: true });
  });

  it('made from an old version is a conflict, and nothing is written', async () => {
    const supervisor = await app.signedIn('caspian');
    const { handpieces: content } = await inForce();
    const late = { id: v7(), kind: 'devices', content, note: '', basedOn: 1 };
    const { status, body } = await supervisor.post('/api/catalogue/versions', late);
    expect(status).toBe(409);
    expect(body).toMatchObject({ current: { number: 3 } });
    expect(await versions('devices')).toHaveLength(3);
  });
});

describe('a version of the protocol', () => {
  it('is refused whole when one figure is out of bounds, by its place', async () => {
    const supervisor = await app.signedIn('caspian');
    const { protocol } = await inForce();
    const content = { ...protocol, margins: { ...protocol.margins, usual: 0.9 } };
    const { status, body } = await supervisor.post('/api/catalogue/versions', {
      id: v7(),
      kind: 'protocol',
      content,
      note: '',
      basedOn: 1,
    });
    expect(status).toBe(400);
    expect(body).toMatchObject({
      fields: [{ field: 'content.margins.usual', problem: 'must be 0.8 or less' }],
    });
    expect(await versions('protocol')).toHaveLength(2);
  });

  it('takes no clinical number that allows more than what ships', async () => {
    const supervisor = await app.signedIn('caspian');
    const { protocol } = await inForce();
    const content = { ...protocol, figures: { aboveWell: 1.3 }, noTarget: ['red'] };
    const made = { id: v7(), kind: 'protocol', content, note: '', basedOn: 1 };
    const { status, body } = await supervisor.post('/api/catalogue/versions', made);
    expect(status).toBe(400);
    expect(body).toMatchObject({
      fields: [
        { field: 'content.figures.aboveWell', problem: 'must be 1.2 or less' },
        { field: 'content.noTarget', problem: expect.stringMatching(/^must hold blond/) as string },
      ],
    });
  });
});

describe('what a draft would change', () => {
  const draft = async (content: (now: Catalogue) => unknown, basedOn: number) => {
    const supervisor = await app.signedIn('caspian');
    const made = {
      id: v7(),
      kind: 'protocol',
      content: content(await inForce()),
      note: '',
      basedOn,
    };
    expect((await supervisor.post('/api/catalogue/versions', made)).status).toBe(201);
    const { body } = await supervisor.get(`/api/catalogue/versions/${made.id}/impact`);
    return body as VersionImpact[];
  };
  const newest = async () => (await versions('protocol'))[0]?.number ?? 0;

  it('is nothing where it says what is in force', async () => {
    expect(await draft(({ protocol }) => protocol, await newest())).toEqual([]);
  });

  it('names the visits that are planned, with the limit before and after', async () => {
    const halved = ({ protocol }: Catalogue) => ({
      ...protocol,
      rows: protocol.rows.map((row) => ({
        ...row,
        fluenceJcm2: { low: row.fluenceJcm2.low / 2, high: row.fluenceJcm2.high / 2 },
      })),
    });
    const changed = await draft(halved, await newest());
    expect(changed.length).toBeGreaterThan(0);
    for (const { upperJcm2, client } of changed) {
      expect(defined(defined(upperJcm2).now), client).toBeLessThan(
        defined(defined(upperJcm2).before),
      );
    }
  });

  it('counts its clinical numbers too', async () => {
    const none = ({ protocol }: Catalogue) => ({ ...protocol, noTarget: HAIR_COLOURS });
    const changed = await draft(none, await newest());
    expect(changed.length).toBeGreaterThan(0);
    for (const { refusals, client } of changed) expect(refusals, client).toContain('noTarget');
  });

  it('answers 404 for an unknown version', async () => {
    const person = await app.signedIn('idony');
    expect((await person.get(`/api/catalogue/versions/${v7()}/impact`)).status).toBe(404);
  });
});
