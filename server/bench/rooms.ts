import pg from 'pg';
import { v7 } from 'uuid';

/** A database with the demo in it, and a client of it to whom rooms may belong. */
export interface Rooms {
  readonly pool: pg.Pool;
  readonly someone: Readonly<
    Record<'clinic_id' | 'client_id' | 'area_id' | 'room_id' | 'staff_id', string>
  >;
}

export async function openRooms(databaseUrl: string): Promise<Rooms> {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 10 });
  const { rows } = await pool.query(
    'select clinic_id, client_id, area_id, room_id, staff_id from visits limit 1',
  );
  return { pool, someone: rows[0] };
}

/** A visit in which a session has begun, with so many presses in it already. */
export async function begunVisit({ pool, someone }: Rooms, presses: number): Promise<string> {
  const id = v7();
  const { clinic_id, client_id, area_id, room_id, staff_id } = someone;
  await pool.query(
    `insert into visits (clinic_id, id, client_id, area_id, room_id, staff_id, starts_at)
     values ($1, $2, $3, $4, $5, $6, now() - interval '400 days')`,
    [clinic_id, id, client_id, area_id, room_id, staff_id],
  );
  await pool.query(
    `insert into visit_events (clinic_id, id, visit_id, staff_id, kind, at, body)
     select $1, gen_random_uuid(), $2, $3, kind, now() + n * interval '1 second', body::jsonb
     from (select 0 as n, 'treatmentStarted' as kind, '{"kind":"treatmentStarted"}' as body
           union all select n, 'pulsesFired', '{"kind":"pulsesFired","count":1}'
           from generate_series(1, $4::int) n) e`,
    [clinic_id, id, staff_id, presses],
  );
  return id;
}

/** Signs in as the demo’s technician, or as somebody else of it; gives the cookies. */
export async function signedIn(url: string, name = 'idony'): Promise<string> {
  const response = await fetch(`${url}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ name, password: 'quill and candle' }),
  });
  if (!response.ok) throw new Error(`sign-in: ${response.status} ${await response.text()}`);
  return response.headers
    .getSetCookie()
    .map((each) => each.split(';')[0])
    .join('; ');
}

/** One press, as a page sends it. */
export const pulse = () => ({
  id: v7(),
  at: new Date().toISOString(),
  body: { kind: 'pulsesFired', count: 1 } as const,
});
