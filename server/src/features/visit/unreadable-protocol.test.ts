import { QUESTION_IDS } from '@tidy-quill/core/suitability';
import type { Day } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { startApplication, type Application } from '../../testing/application';

let app: Application;
beforeAll(async () => {
  app = await startApplication();
});
afterAll(() => app.close());

it('keeps nothing from the record that no plan rests on', async () => {
  const idony = await app.signedIn('idony');
  const { visits } = (await idony.get('/api/today')).body as Day;
  const { id } = defined(visits.find(({ client }) => client.name.includes('Oxenstable')));
  const { today } = (await idony.get(`/api/visits/${id}`)).body as VisitOpened;
  await app.connection.pool.query(
    `insert into catalogue_versions (clinic_id, id, kind, number, content, note, created_by, approved_by, approved_at)
     select clinic_id, $1, kind, 1000, '{}', '', created_by, approved_by, now()
     from catalogue_versions where kind = 'protocol' and approved_at is not null order by number desc limit 1`,
    [v7()],
  );
  const answers = Object.fromEntries(QUESTION_IDS.map((question) => [question, { yes: false }]));
  const body = { kind: 'answersGiven', answers, medicines: [], on: today, aheadId: null };
  const given = { id: v7(), at: new Date().toISOString(), body };
  expect(await idony.post(`/api/visits/${id}/events`, [given])).toMatchObject({ status: 200 });
});
