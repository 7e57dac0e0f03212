import { createServer, type Server } from 'node:http';
import type { Request, RequestHandler } from 'express';
import type pg from 'pg';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import manifest from '../../package.json' with { type: 'json' };

/** What Prometheus reads of one server, each name beginning with `tidy_quill_`. */
export interface Metrics {
  /** Measures every request by its route, never by its address: an address may have a token or an id in it. */
  readonly handler: RequestHandler;
  /** Text of Prometheus’s exposition format. */
  readonly text: () => Promise<string>;
}

/** Upper bounds of the answering times, s. */
const BUCKETS_S = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 10];

/**
 * @param watched connections, and how many entries of the audit trail wait to be written
 */
export function makeMetrics(watched: {
  readonly pool: pg.Pool;
  readonly auditWaiting: () => number;
  /** Unix seconds of the newest backup that succeeded; null for none. */
  readonly lastBackupS: () => Promise<number | null>;
}): Metrics {
  const registry = new Registry();
  const registers = [registry];
  collectDefaultMetrics({ register: registry, prefix: 'tidy_quill_' });
  new Gauge({
    ...{ name: 'tidy_quill_info', help: 'Always 1; the release as a label', registers },
    labelNames: ['version'],
  }).set({ version: manifest.version }, 1);
  const requests = new Histogram({
    name: 'tidy_quill_request_seconds',
    help: 'How long requests took to answer',
    labelNames: ['method', 'route', 'status'],
    buckets: BUCKETS_S,
    registers,
  });
  new Gauge({
    name: 'tidy_quill_database_connections',
    help: 'Connections of the pool: all, idle ones, and requests that wait for one',
    labelNames: ['state'],
    registers,
    collect() {
      const { totalCount, idleCount, waitingCount } = watched.pool;
      this.set({ state: 'all' }, totalCount);
      this.set({ state: 'idle' }, idleCount);
      this.set({ state: 'waited_for' }, waitingCount);
    },
  });
  new Gauge({
    name: 'tidy_quill_audit_entries_waiting',
    help: 'Entries of the audit trail about reads that are not written yet',
    registers,
    collect() {
      this.set(watched.auditWaiting());
    },
  });
  new Gauge({
    name: 'tidy_quill_last_backup_timestamp_seconds',
    help: 'When the newest backup succeeded; 0 where there is none',
    registers,
    async collect() {
      this.set((await watched.lastBackupS()) ?? 0);
    },
  });
  return {
    handler: (request, response, next) => {
      const end = requests.startTimer();
      response.once('finish', () =>
        end({ ...routeOf(request), status: String(response.statusCode) }),
      );
      next();
    },
    text: () => registry.metrics(),
  };
}

function routeOf(request: Request): { method: string; route: string } {
  const route = (request.route as { path?: unknown } | undefined)?.path;
  return {
    method: request.method,
    route: typeof route === 'string' ? `${request.baseUrl}${route}` : 'page or file',
  };
}

/** Serves them at /metrics on this machine alone, on a port of their own that no proxy passes on. */
export function serveMetrics(metrics: Metrics, port: number): Server {
  const server = createServer((request, response) => {
    if (request.url !== '/metrics') {
      response.writeHead(404).end();
      return;
    }
    metrics.text().then(
      (text) => response.writeHead(200, { 'content-type': 'text/plain; version=0.0.4' }).end(text),
      () => response.writeHead(500).end(),
    );
  });
  return server.listen(port, '127.0.0.1');
}
