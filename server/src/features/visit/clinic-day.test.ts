import type { Day } from '@tidy-quill/contract/today';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { defined } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { clinicDay } from '../../http/clinic-day';
import { startApplication, type Application, type Person } from '../../testing/application';
import { readyEvents } from '../../testing/ready';

let app: Application;
let person: Person;
beforeAll(async () => {
  app = await startApplication();
  person = await app.signedIn('idony');
});
afterAll(() => app.close());

it('knows of harm at a session typed in for the day before, where that is the visit’s day in UTC', async () => {
  const { pool } = app.connection;
  const { visits } = (await person.get('/api/today')).body as Day;
  const { id } = defined(visits.find(({ client }) => client.name.includes('Marshwhistle')));
  // Ten in the morning at a clinic fourteen hours ahead of UTC, where it is eight in the evening of the day before.
  await pool.query(`update clinics set time_zone = 'Etc/GMT-14'`);
  const day = clinicDay(new Date(), 'UTC');
  await pool.query('update visits set starts_at = $1 where id = $2', [`${day}T20:00:00Z`, id]);
  const opened = async () => (await person.get(`/api/visits/${id}`)).body as VisitOpened;
  const { area, client, before } = await opened();
  const { setting, wavelengthNm } = defined(before[area.id]?.history.at(-1));
  const at = new Date().toISOString();
  const planned = await person.post(`/api/visits/${id}/plan`, { id: v7(), at, setting });
  expect(planned.status).toBe(200);
  const ready = readyEvents(setting, wavelengthNm);
  expect((await person.post(`/api/visits/${id}/events`, ready)).status).toBe(200);

  await pool.query(
    `insert into imports (clinic_id, id, file_name, clients, sessions, created_by)
     select clinic_id, gen_random_uuid(), 'old.csv', 0, 1, id from staff where sign_in_name = 'morwenna'`,
  );
  await pool.query(
    `insert into typed_sessions (clinic_id, id, client_id, area_id, import_id, on_day, wavelength_nm, fluence_jcm2,
       pulse_ms, spot_mm, endpoint, adverse, pain_max, note)
     select clinic_id, gen_random_uuid(), $1, $2, id, $3, 755, 12, 5, 15, 'right', '["blister"]', 6, '' from imports
     where file_name = 'old.csv'`,
    [client.id, area.id, day],
  );
  const started = await person.post(`/api/visits/${id}/events`, [
    { id: v7(), at: new Date().toISOString(), body: { kind: 'treatmentStarted' } },
  ]);
  expect(started).toMatchObject({ status: 422, body: { detail: 'planIsStale' } });
});
