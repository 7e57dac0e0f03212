import type { ClientOpened } from '@tidy-quill/contract/clients';
import type { Day, DayVisit } from '@tidy-quill/contract/today';
import { defined } from '@tidy-quill/core/units';
import { afterAll } from 'vitest';
import { startApplication, type Application, type Person } from './application';

/** The demo clinic with somebody at its desk, for all tests of a file; it ends with them. Called at the top of the file. */
export async function startDesk(): Promise<{
  readonly app: Application;
  readonly person: Person;
  /** The visit that a client of today's has. */
  readonly of: (name: string) => DayVisit;
  /** Everything of that client. */
  readonly opened: (name: string) => Promise<ClientOpened>;
}> {
  const app = await startApplication();
  afterAll(() => app.close());
  const person = await app.signedIn('idony');
  const { visits } = (await person.get('/api/today')).body as Day;
  const of = (name: string) => defined(visits.find(({ client }) => client.name.includes(name)));
  const opened = async (name: string) =>
    (await person.get(`/api/clients/${of(name).client.id}`)).body as ClientOpened;
  return { app, person, of, opened };
}
