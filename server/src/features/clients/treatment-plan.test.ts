import type { ClientOpened } from '@tidy-quill/contract/clients';
import { defined } from '@tidy-quill/core/units';
import { extractText, getDocumentProxy } from 'unpdf';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApplication, type Application, type Person } from '../../testing/application';

let app: Application;
let person: Person;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

async function opened(familyName: string): Promise<ClientOpened> {
  const { body } = await person.get(`/api/clients?text=${familyName}`);
  const { clients } = body as { clients: { id: string }[] };
  return (await person.get(`/api/clients/${defined(clients[0]).id}`)).body as ClientOpened;
}

const pathOf = ({ client }: ClientOpened, areaId: string) =>
  `/api/clients/${client.id}/treatment-plan.pdf?areaId=${areaId}`;

async function textOf(familyName: string) {
  const client = await opened(familyName);
  const file = await person.bytes(pathOf(client, defined(client.areas[0]).id));
  const { text, totalPages } = await extractText(await getDocumentProxy(new Uint8Array(file)), {
    mergePages: true,
  });
  return { text: text.replace(/\s+/g, ' '), totalPages };
}

describe('a treatment plan', () => {
  it('says on one page how many visits are likely, how far apart, and that nothing is promised', async () => {
    const { text, totalPages } = await textOf('Saltmeadow');
    expect(totalPages).toBe(1);
    expect(text).toMatch(
      /Expect (\d+–\d+|at least \d+) visits until less than a fifth of the hair/,
    );
    expect(text).toContain('about 8 weeks apart. This is an estimate');
    expect(text).toContain('White, grey, blond and very fine hair does not respond');
    expect(text).not.toContain('So far');
  });

  it('counts what was made, and goes on from there', async () => {
    const { text } = await textOf('Candlewick');
    expect(text).toContain('So far: 2 visits.');
    expect(text).toContain('more visits until less than a fifth');
  });

  it('is there for hair of this client alone', async () => {
    const [hair, ink] = [await opened('Marshwhistle'), await opened('Larkspur-Bell')];
    const status = async (path: string) => (await person.get(path)).status;
    expect(await status(pathOf(ink, defined(ink.areas[0]).id))).toBe(422);
    expect(await status(pathOf(hair, defined(ink.areas[0]).id))).toBe(404);
    expect(await status(pathOf(hair, v7()))).toBe(404);
    expect(await status(pathOf(hair, 'none'))).toBe(400);
  });
});
