import { API } from '@tidy-quill/contract/api';
import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { actorOf } from '../../http/session';
import { audit, type Told } from './store';

const EVERY_MS = 1000;
const MOST = 200;

/** Tells the trail who read what, some at a time, so that no page waits for it. */
export class ReadTrail {
  private waiting: Told[] = [];
  private turn: Promise<void> = Promise.resolve();
  private readonly timer = setInterval(() => void this.flush(), EVERY_MS).unref();

  constructor(
    private readonly db: Db,
    private readonly logger: Logger,
  ) {}

  /** Notes every read of a route that the API's table says is told of, once it was answered. */
  readonly handler: RequestHandler = (request, response, next) => {
    response.once('finish', () => {
      const path = (request.route as { path?: string } | undefined)?.path;
      const kind = API[`${request.method} /api${path ?? ''}`]?.audit;
      if (kind === undefined || response.statusCode >= 400) return;
      const { clinicId, staffId } = actorOf(request);
      const id = String(request.params['id'] ?? '');
      this.tell({
        ...{ clinicId, staffId, kind },
        clientId: defined(path).startsWith('/clients/:id') ? id : null,
        visitId: defined(path).startsWith('/visits/:id') ? id : null,
        what: whatOf(defined(path), id, request.query['text']),
      });
    });
    next();
  };

  /** How many reads are not told yet. */
  get waitingCount(): number {
    return this.waiting.length;
  }

  /** Writes what waits; resolves once it is written. */
  flush(): Promise<void> {
    const batch = this.waiting;
    this.waiting = [];
    this.turn = this.turn.then(async () => {
      try {
        await audit(this.db, batch);
      } catch (error) {
        this.logger.warn({ problem: String(error) }, 'audit trail');
        // The database is away for now: the same again when it is back.
        this.waiting = [...batch, ...this.waiting];
      }
    });
    return this.turn;
  }

  close(): Promise<void> {
    clearInterval(this.timer);
    return this.flush();
  }

  private tell(told: Told): void {
    this.waiting.push(told);
    if (this.waiting.length >= MOST) void this.flush();
  }
}

/** What was looked for, or which document or picture. */
function whatOf(path: string, id: string, text: unknown): Readonly<Record<string, unknown>> {
  // What the route has read and found writable; of the rest of a query nothing is known.
  if (path === '/clients') return typeof text === 'string' ? { text } : {};
  if (path.startsWith('/photos/') || path.startsWith('/consents/')) return { id };
  const document = defined(path.split('/').at(-1));
  return document.includes('.') || document === 'plans' ? { document } : {};
}
