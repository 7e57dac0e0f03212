import { ToConsole } from '@tidy-quill/contract/console';
import { and, eq } from 'drizzle-orm';
import { Router, type Request } from 'express';
import type { Db } from '../../db/connect';
import { rooms } from '../../db/schema';
import { HttpProblem, parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { findVisit } from '../visit/store';
import type { ConsoleBridge } from './bridge';

const BEAT_MS = 15_000;

export function consoleRoutes(db: Db, bridge: ConsoleBridge): Router {
  const router = Router();

  const lineFor = async (request: Request) => {
    const { clinicId } = actorOf(request);
    const { roomId } = await findVisit(db, clinicId, pathId(request));
    const [room] = await db
      .select({ name: rooms.name })
      .from(rooms)
      .where(and(eq(rooms.clinicId, clinicId), eq(rooms.id, roomId)));
    return bridge.lineOf(room!.name);
  };

  /** How the console of the visit's room stands, live, as server-sent events; 204 where the room has none. */
  router.get('/visits/:id/console', async (request, response) => {
    const line = await lineFor(request);
    if (line === null) {
      response.status(204).end();
      return;
    }
    response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
    const stop = line.listen((live) => response.write(`data: ${JSON.stringify(live)}\n\n`));
    // Keeps whatever stands between from closing a quiet line.
    const beat = setInterval(() => response.write(': beat\n\n'), BEAT_MS);
    request.on('close', () => {
      clearInterval(beat);
      stop();
    });
  });

  router.post('/visits/:id/console', async (request, response) => {
    const line = await lineFor(request);
    const order = parse(ToConsole, request.body);
    if (line === null) throw new HttpProblem('not-found', 'This room has no console');
    // A real console is dialled, made ready and fired by hand: from here it can only be made safer.
    if (order.type !== 'standby' && !line.simulated) {
      throw new HttpProblem('not-allowed', 'A console takes nothing but standby from here');
    }
    if (!line.say(order)) throw new HttpProblem('conflict', 'The console cannot be reached');
    response.status(204).end();
  });

  return router;
}
