import { ToConsole, type ConsoleCounter } from '@tidy-quill/contract/console';
import { asc, eq } from 'drizzle-orm';
import { Router, type Request } from 'express';
import type { Db } from '../../db/connect';
import { HttpProblem, parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { rooms } from '../../db/schema';
import { findVisit } from '../visit/store';
import type { ConsoleBridge } from './bridge';

/** The line to the console of the visit's room; null where that has none. */
export async function lineFor(
  db: Db,
  bridge: ConsoleBridge,
  request: Request,
): Promise<ReturnType<ConsoleBridge['lineOf']>> {
  const { clinicId } = actorOf(request);
  const { roomId } = await findVisit(db, clinicId, pathId(request));
  return bridge.lineOf(roomId);
}

export function consoleRoutes(db: Db, bridge: ConsoleBridge): Router {
  const router = Router();

  router.post('/visits/:id/console', async (request, response) => {
    const line = await lineFor(db, bridge, request);
    const order = parse(ToConsole, request.body);
    if (line === null) throw new HttpProblem('not-found', 'This room has no console');
    // A real console is dialled, made ready and fired by hand: from here it can only be made safer.
    if (order.type !== 'standby' && !line.simulated) {
      throw new HttpProblem('not-allowed', 'A console takes nothing but standby from here');
    }
    if (!line.say(order)) throw new HttpProblem('conflict', 'The console cannot be reached');
    response.status(204).end();
  });

  router.get('/consoles', async (request, response) => {
    const { clinicId } = actorOf(request);
    const own = await db
      .select({ id: rooms.id, name: rooms.name })
      .from(rooms)
      .where(eq(rooms.clinicId, clinicId))
      .orderBy(asc(rooms.name));
    const found = await Promise.all(own.map(({ id, name }) => counterOf(bridge, id, name)));
    response.json(found.flat());
  });

  return router;
}

// Whoever asks waits no longer for a console that is off or gone.
const ANSWER_MS = 1500;

/** What a room’s console counts, as a list of one; empty where it has none, or none that answers. */
function counterOf(bridge: ConsoleBridge, roomId: string, room: string): Promise<ConsoleCounter[]> {
  const line = bridge.lineOf(roomId);
  if (line === null) return Promise.resolve([]);
  return new Promise((resolve) => {
    const done = (found: ConsoleCounter[]) => {
      clearTimeout(late);
      resolve(found);
      // Not within the call that tells: the line is still telling.
      queueMicrotask(() => stop());
    };
    const late = setTimeout(() => done([]), ANSWER_MS);
    const stop = line.listen(({ link, hello, status }) => {
      if (link !== 'up' || hello === null || status === null) return;
      done([{ roomId, room, serial: hello.serial, pulses: status.pulses }]);
    });
  });
}
