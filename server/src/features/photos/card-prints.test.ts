import type { CardPrint, CardPrintKept } from '@tidy-quill/contract/card-prints';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let technician: Person;
let supervisor: Person;
beforeAll(async () => {
  app = await startApplication();
  technician = await app.signedIn('idony');
  supervisor = await app.signedIn('caspian');
});
afterAll(() => app.close());

const grey = (value: number): [number, number, number] => [value, value, value];
const print = (more: Partial<CardPrint> = {}): CardPrint => ({
  ...{ id: v7(), since: '2026-03-01', misfit: 0.012 },
  greys: [grey(0.07), grey(0.16), grey(0.31), grey(0.56), grey(0.86)],
  colours: [
    [0.08, 0.14, 0.33],
    [0.52, 0.33, 0.21],
    [0.47, 0.1, 0.08],
  ],
  ...more,
});
const keep = (who: Person, body: CardPrint) => who.post('/api/card-prints', body);
const kept = async () => (await technician.get('/api/card-prints')).body as CardPrintKept[];

describe('the print of the picture card', () => {
  it('is kept once by a supervisor, and read by all', async () => {
    const mine = print();
    expect((await keep(technician, mine)).status).toBe(403);
    expect((await keep(supervisor, mine)).status).toBe(204);
    expect((await keep(supervisor, mine)).status).toBe(204);
    const other = { ...mine, since: '2026-03-02' };
    expect((await keep(supervisor, other)).status).toBe(409);
    expect(await kept()).toEqual([
      { ...mine, by: 'Caspian Thorngate', at: expect.any(String) as string },
    ]);
  });

  it('is refused where its greys do not rise, and where it is in use only later', async () => {
    const before = await kept();
    const greys = print().greys.with(1, grey(0.06));
    expect(await keep(supervisor, print({ greys }))).toMatchObject({
      status: 422,
      body: { title: 'These greys make no print of the card' },
    });
    expect((await keep(supervisor, print({ misfit: 0.2 }))).status).toBe(422);
    expect(await keep(supervisor, print({ since: '2199-01-01' }))).toMatchObject({
      status: 400,
      body: { fields: [{ field: 'since', problem: 'must not be after today' }] },
    });
    expect((await keep(supervisor, print({ greys: greys.slice(1) }))).status).toBe(400);
    expect(await kept()).toEqual(before);
  });

  it('is neither changed nor deleted', async () => {
    for (const change of ["update card_prints set content = '{}'", 'delete from card_prints']) {
      await expect(app.connection.pool.query(change)).rejects.toThrow(/append-only/);
    }
  });
});
