import { Router } from 'express';
import type { Db } from '../../db/connect';
import { pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import type { ConsoleBridge } from '../console/bridge';
import { lineFor } from '../console/routes';
import { lastKept, type KeptFeed } from './kept';

const BEAT_MS = 15_000;

export function liveRoutes(db: Db, bridge: ConsoleBridge, feed: KeptFeed): Router {
  const router = Router();

  /**
   * What goes on about a visit, live, as server-sent events: `console`, how the console of its room stands (none where
   * the room has none), and `kept`, the place of the last event that was kept, by whomever.
   */
  router.get('/visits/:id/live', async (request, response) => {
    const { clinicId } = actorOf(request);
    const visitId = pathId(request);
    const line = await lineFor(db, bridge, request);
    // Whoever hung up meanwhile is told of nothing, and would never be known to have gone.
    if (request.socket.destroyed) return;
    response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
    const say = (event: string, data: unknown) =>
      response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    const tell = () =>
      void lastKept(db, clinicId, visitId).then(
        (after) => say('kept', { after }),
        // A database that is lost for now: the line to it tells again when it is back.
        () => {},
      );
    const stops = [
      feed.listen(visitId, tell),
      line?.listen((live) => say('console', live)) ?? (() => {}),
    ];
    tell();
    // Keeps whatever stands between from closing a quiet line.
    const beat = setInterval(() => response.write(': beat\n\n'), BEAT_MS);
    request.on('close', () => {
      clearInterval(beat);
      for (const stop of stops) stop();
    });
  });

  return router;
}
