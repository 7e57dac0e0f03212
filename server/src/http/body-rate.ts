import type { RequestHandler } from 'express';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { HttpProblem } from './problem';

const WINDOW_S = 60;
const KB = 1024;
/** Three pictures of a diary, and what a whole clinic behind one address sends before it is signed in. */
const NOBODY_KB = 60 * KB;
const SIGNED_IN_KB = 400 * KB;
// Sent in pieces, nobody knows beforehand how much comes.
const UNTOLD_KB = KB;

/**
 * Says no to more bytes in a minute than anybody needs to send, before any of them are read: by address for who is not
 * signed in, by session for who is. Each server counts for itself: it guards its own memory.
 */
export function limitBodies(): RequestHandler {
  const nobody = new RateLimiterMemory({ points: NOBODY_KB, duration: WINDOW_S });
  const signedIn = new RateLimiterMemory({ points: SIGNED_IN_KB, duration: WINDOW_S });
  return async (request, _response, next) => {
    const kilobytes = Math.ceil(declared(request.headers) / KB);
    if (kilobytes > 0) {
      const known = request.session.actor !== undefined;
      const counted = known
        ? signedIn.consume(request.sessionID, kilobytes)
        : nobody.consume(request.ip ?? '', kilobytes);
      await counted.catch((refused: unknown) => {
        if (!(refused instanceof RateLimiterRes)) throw refused;
        throw new HttpProblem(
          'too-many-tries',
          'Too much was sent at once. Wait a minute, then go on',
          {
            retryAfterS: Math.ceil(refused.msBeforeNext / 1000),
          },
        );
      });
    }
    next();
  };
}

/** How many bytes a request's head announces. */
function declared(headers: Readonly<Record<string, string | string[] | undefined>>): number {
  const length = Number(headers['content-length'] ?? 0);
  return headers['transfer-encoding'] === undefined ? length : Math.max(length, UNTOLD_KB * KB);
}
