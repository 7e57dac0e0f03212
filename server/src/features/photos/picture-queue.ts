import pLimit from 'p-limit';
import { HttpProblem } from '../../http/problem';

// Pictures are decoded one at a time a server: a decoded one takes up to 8 bytes a pixel.
const MOST_WAITING = 8;
const RETRY_AFTER_S = 5;

const decoding = pLimit(1);

/**
 * Works on a picture once it is its turn.
 * @throws HttpProblem 503, with when to come again, where too many wait already
 */
export function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (decoding.activeCount + decoding.pendingCount > MOST_WAITING) {
    throw new HttpProblem('busy', 'Too many pictures at once. Send it again in some seconds', {
      retryAfterS: RETRY_AFTER_S,
    });
  }
  return decoding(work);
}
