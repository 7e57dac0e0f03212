import type { ComingVisit, Day } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { STANDARD_SUITABILITY, type SuitabilityRules } from '@tidy-quill/core/suitability';
import { defined, addDays } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { rowsOf } from '@tidy-quill/contract/version-changes';
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

const draft = (content: SuitabilityRules, basedOn: number) => ({
  id: v7(),
  kind: 'suitability',
  content,
  note: 'Our own waits',
  basedOn,
});
const withRule = (id: string, more: object): SuitabilityRules => ({
  ...STANDARD_SUITABILITY,
  rules: STANDARD_SUITABILITY.rules.map((rule) => (rule.id === id ? { ...rule, ...more } : rule)),
});
const coming = async (name: string) =>
  ((await technician.get('/api/today/not-ready')).body as ComingVisit[]).find(({ client }) =>
    client.name.includes(name),
  );
const opened = async (name: string) => {
  const { visits } = (await technician.get('/api/today')).body as Day;
  const { id } = defined(visits.find(({ client }) => client.name.includes(name)));
  return (await technician.get(`/api/visits/${id}`)).body as VisitOpened;
};

describe('the clinic’s own rules', () => {
  it('are drafted by a supervisor and hold once approved, for coming visits at once', async () => {
    const { day } = (await technician.get('/api/today')).body as Day;
    // Sun six days ago, the visit in five: 28 days stop it until the 22nd from today.
    const stopped = { code: 'stopped', outcome: 'wait', rules: ['sun'] };
    expect(defined(await coming('Gullfeather')).notReady).toContainEqual({
      ...stopped,
      clearOn: addDays(day, 22),
    });
    const made = draft(withRule('sun', { wait: { days: 11 } }), 0);
    expect((await technician.post('/api/catalogue/versions', made)).status).toBe(403);
    expect((await supervisor.post('/api/catalogue/versions', made)).status).toBe(201);
    expect(defined(await coming('Gullfeather')).notReady).toContainEqual({
      ...stopped,
      clearOn: addDays(day, 22),
    });
    const approve = `/api/catalogue/versions/${made.id}/approve`;
    expect((await supervisor.post(approve)).body).toMatchObject({
      fields: [{ field: 'read', problem: expect.stringMatching(/^lacks \d+, the first /) }],
    });
    const read = rowsOf('suitability', made.content).map(({ key }) => key);
    expect((await supervisor.post(approve, { read })).status).toBe(204);
    // Eleven days are over on the day of the visit: only the confirming is left.
    expect(defined(await coming('Gullfeather')).notReady).toEqual([{ code: 'toConfirm' }]);
    expect((await opened('Oxenstable')).suitability).toMatchObject({
      versionId: made.id,
      number: 1,
    });
  });

  it('change nothing in what was judged before', async () => {
    const visit = await opened('Bristlecombe');
    expect(defined(visit.events[0]).body).toMatchObject({
      assessment: { outcome: 'wait', findings: [{ wait: { days: 14 } }] },
    });
  });

  it('are refused when a question would be left without one, and when somebody was quicker', async () => {
    const none = {
      ...STANDARD_SUITABILITY,
      rules: STANDARD_SUITABILITY.rules.filter(({ id }) => id !== 'gold'),
    };
    const { status, body } = await supervisor.post('/api/catalogue/versions', draft(none, 1));
    expect(status).toBe(400);
    expect(JSON.stringify(body)).toContain('must keep a rule for gold');
    const late = draft(STANDARD_SUITABILITY, 0);
    expect((await supervisor.post('/api/catalogue/versions', late)).status).toBe(409);
  });

  it('set the age under which nobody is treated', async () => {
    const older = draft({ ...STANDARD_SUITABILITY, ages: { least: 18, alone: 18 } }, 1);
    await supervisor.post('/api/catalogue/versions', older);
    await supervisor.post(`/api/catalogue/versions/${older.id}/approve`);
    const id = defined(await coming('Marrowby')).id;
    const { today } = (await technician.get(`/api/visits/${id}`)).body as VisitOpened;
    const asked = (await opened('Oxenstable')).suitability.content.rules.flatMap(({ trigger }) =>
      'question' in trigger ? [trigger.question] : [],
    );
    const answers = Object.fromEntries(
      [...asked, 'medicines'].map((question) => [question, { yes: false }]),
    );
    const body = { kind: 'answersGiven', answers, medicines: [], on: today, aheadId: null };
    const at = new Date().toISOString();
    await technician.post(`/api/visits/${id}/events`, [{ id: v7(), at, body }]);
    expect(defined(await coming('Marrowby')).notReady).toContainEqual({
      code: 'stopped',
      outcome: 'refer',
      rules: ['under the least age'],
      clearOn: null,
    });
  });
});
