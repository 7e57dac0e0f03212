import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { serveConsole } from '../../simulated/serve-console';
import {
  signedInAt,
  startApplication,
  startBeside,
  type Application,
} from '../../testing/application';
import { consolePlaces } from './places';

// The demo clinic has a Window room and a Garden room; another clinic calls one of its own the same.
let app: Application;
const other = { clinic: v7(), window: v7(), attic: v7() };
let demoWindow: string;
beforeAll(async () => {
  app = await startApplication();
  const { pool } = app.connection;
  const { rows } = await pool.query<{ id: string }>(
    "select id from rooms where name = 'Window room'",
  );
  demoWindow = defined(rows[0]).id;
  await pool.query(
    `insert into clinics (id, name, time_zone, phone, emergency_phone)
     values ($1, 'Another', 'Europe/London', '01632 960 999', '112')`,
    [other.clinic],
  );
  await pool.query(
    `insert into rooms (clinic_id, id, name) values ($1, $2, 'Window room'), ($1, $3, 'Attic')`,
    [other.clinic, other.window, other.attic],
  );
});
afterAll(() => app.close());

const places = (settings: Parameters<typeof consolePlaces>[1]) =>
  consolePlaces(app.connection.db, settings);

describe('consoles', () => {
  it('stand in the room of their id, not in one that is called the same', async () => {
    const found = await places({ rooms: `${other.window}=192.0.2.7:4400` });
    expect([...found]).toEqual([[other.window, { host: '192.0.2.7', port: 4400 }]]);
  });

  it('that are simulated stand in the demo clinic alone', async () => {
    const found = await places({ simulated: 'Window room=127.0.0.1:5001;Attic=127.0.0.1:5002' });
    expect([...found.keys()]).toEqual([demoWindow]);
  });

  it('may be named by a room’s name where there is one such room, and by nothing else', async () => {
    expect([...(await places({ rooms: 'Attic=192.0.2.8:4400' })).keys()]).toEqual([other.attic]);
    await expect(places({ rooms: 'Window room=192.0.2.7:4400' })).rejects.toThrow(
      '2 rooms are called “Window room”',
    );
    await expect(places({ rooms: 'Cellar=192.0.2.7:4400' })).rejects.toThrow('there is no room');
  });

  it('that are real keep simulated ones out of their room', async () => {
    const found = await places({
      rooms: `${demoWindow}=192.0.2.7:4400`,
      simulated: 'Window room=127.0.0.1:5001',
    });
    expect(found.get(demoWindow)).toEqual({ host: '192.0.2.7', port: 4400 });
  });
});

describe('what the consoles of a clinic count', () => {
  it('is told by those that answer, and left out by one that does not', async () => {
    const served = await serveConsole('S7', 0);
    const beside = await startBeside(app, {
      simulated: `Window room=127.0.0.1:${served.port};Garden room=127.0.0.1:1`,
    });
    const person = await signedInAt(beside.url, 'idony');
    const { body } = await person.get('/api/consoles');
    expect(body).toEqual([
      { roomId: demoWindow, room: 'Window room', serial: 'S7', pulses: 41_200 },
    ]);
    await beside.close();
    served.close();
  });
});
