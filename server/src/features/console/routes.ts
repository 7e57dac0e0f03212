import { ToConsole } from '@tidy-quill/contract/console';
import { Router, type Request } from 'express';
import type { Db } from '../../db/connect';
import { HttpProblem, parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
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

  return router;
}
