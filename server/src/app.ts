import { existsSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import compression from 'compression';
import express, { type Express } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import sirv from 'sirv';
import { v7 } from 'uuid';
import type { Connection, Db } from './db/connect';
import { ReadingSide } from './db/reading-side';
import { installation } from './db/schema';
import { whileLocked } from './features/accounts/lock';
import { accountLinkRoutes, accountRoutes } from './features/accounts/routes';
import { aftercareRoutes } from './features/aftercare/routes';
import { aheadRoutes, invitationRoutes } from './features/ahead/routes';
import { ReadTrail } from './features/audit/reads';
import { auditRoutes } from './features/audit/routes';
import { authRoutes } from './features/auth/routes';
import { currentActor } from './features/auth/store';
import { triesBy } from './features/auth/tries';
import { backUpByItself, type BackupSettings } from './features/backups/by-itself';
import { backupRoutes } from './features/backups/routes';
import { backupsSoFar } from './features/backups/store';
import { catalogueRoutes } from './features/catalogue/routes';
import { clientRoutes } from './features/clients/routes';
import { calendarLinkRoutes, calendarRoutes } from './features/calendar/routes';
import { remindOfItself } from './features/calendar/reminding';
import { courseRoutes } from './features/course/routes';
import { clinicRoutes } from './features/clinic/routes';
import { ConsoleBridge } from './features/console/bridge';
import { guardConsoles } from './features/console/guard';
import { consolePlaces, type ConsoleSettings } from './features/console/places';
import { consoleRoutes } from './features/console/routes';
import { consentRoutes } from './features/consent/routes';
import { simulatedCarrier, type MessageCarrier } from './features/messages/carrier';
import { EventFeed } from './features/live/event-notifications';
import { languageRoutes } from './features/languages/routes';
import { liveRoutes } from './features/live/routes';
import { importBodies, importRoutes } from './features/imports/routes';
import { trialRoutes } from './features/trials/routes';
import { findingsRoutes } from './features/findings/routes';
import { incidentRoutes } from './features/incidents/routes';
import { messageRoutes } from './features/messages/routes';
import { diaryDeskRoutes, diaryRoutes } from './features/diary/routes';
import { deviceRoutes } from './features/devices/routes';
import { exportRoutes } from './features/export/routes';
import { eyewearRoutes } from './features/eyewear/routes';
import { handpieceRoutes } from './features/handpieces/routes';
import { openApiRoutes } from './features/openapi/routes';
import { photoRoutes } from './features/photos/routes';
import { practiceRoutes } from './features/practice/routes';
import { reactionRoutes } from './features/reactions/routes';
import { recordRoutes } from './features/record/routes';
import { firstStartRoutes, setupRoutes } from './features/setup/routes';
import { signOffRoutes } from './features/sign-offs/routes';
import { todayRoutes } from './features/today/routes';
import { pressRoutes } from './features/visit/presses';
import { visitRoutes } from './features/visit/routes';
import type { FileStore } from './files/file-store';
import { rowStore } from './files/row-store';
import { limitBodies } from './http/body-rate';
import { publicOrigin, setOrigin, type ReachedBy } from './http/origin';
import { answerProblems, HttpProblem } from './http/problem';
import { routesOf, type ApiRoute } from './http/routes-of';
import { sameOrigin } from './http/same-origin';
import { actorOf, sessions } from './http/session';
import { accountOf } from './http/session-store';
import { takeUpgrades } from './http/upgrade';
import { makeMetrics, type Metrics } from './operation/metrics';
import { stateOf } from './operation/state';

const secondsOf = (at: Date | null): number | null => (at === null ? null : at.getTime() / 1000);

/** The application, ready to listen. */
export interface Application {
  readonly server: Server;
  readonly metrics: Metrics;
  /** Every route of the API, as the router has it. */
  readonly routes: readonly ApiRoute[];
  /** Ends every line to a browser, and resolves once nothing is answered any more. */
  readonly close: () => Promise<void>;
}

/** The whole application on a database. `webFolder` holds the built pages; without it, only the API answers. */
export async function makeApplication(options: {
  readonly connection: Connection;
  /** Connections that stay one: what listens and what holds a lock. The usual ones where it is left out. */
  readonly direct?: Connection['pool'] | undefined;
  /** A replica, which much reading is done on; none where it is left out. */
  readonly replica?: Db | undefined;
  readonly logger: Logger;
  readonly webFolder: string | null;
  /** Which room has which console; none where it is left out. */
  readonly consoles?: ConsoleSettings | undefined;
  /** Where photographs and signed papers lie; in the database where it is left out. */
  readonly files?: FileStore | undefined;
  /** Where backups go that are made by themselves; none are where it is left out. */
  readonly backups?: BackupSettings | undefined;
  /** What stands between browsers and the server; nothing where it is left out. */
  readonly reachedBy?: ReachedBy | undefined;
  /** What carries messages to clients; a stand-in that delivers to nobody where it is left out. */
  readonly carrier?: MessageCarrier | undefined;
}): Promise<Application> {
  const { db, pool } = options.connection;
  const files = options.files ?? rowStore;
  const carrier = options.carrier ?? simulatedCarrier;
  const [shared] = await db.select().from(installation);
  if (shared === undefined) throw new Error('The database is not set up: run the migrations first');
  const places = await consolePlaces(db, options.consoles ?? {});
  const bridge = new ConsoleBridge(places);
  const direct = options.direct ?? pool;
  const reading = new ReadingSide(db, options.replica ?? null);
  const feed = new EventFeed(direct);
  const reads = new ReadTrail(db, options.logger);
  const endGuards = guardConsoles({ db, pool: direct }, bridge, feed, options.logger);
  const app = express();
  app.disable('x-powered-by');
  const reachedBy = options.reachedBy ?? {};
  setOrigin(app, reachedBy);
  const https = publicOrigin(reachedBy.publicUrl)?.startsWith('https:') === true;
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          workerSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: https ? { maxAge: YEAR_S, includeSubDomains: false } : false,
    }),
  );
  // Of a request itself nothing is logged: its head has the session's cookie, its address may have a token.
  const serializers = { req: () => undefined, res: () => undefined };
  app.use(
    pinoHttp({ logger: options.logger, autoLogging: false, serializers, genReqId: () => v7() }),
  );
  app.use((request, response, next) => {
    response.set('x-request-id', String(request.id));
    next();
  });
  const metrics = makeMetrics({
    pool,
    auditWaiting: () => reads.waitingCount,
    lastBackupS: async () => secondsOf((await backupsSoFar(db)).lastGood),
  });
  app.use(metrics.handler);
  app.get('/healthz', async (_request, response) => {
    await db.execute(sql`select 1`);
    response.json({ ok: true });
  });
  app.get('/readyz', async (_request, response) => {
    const state = await stateOf(db);
    response.status(state.ready ? 200 : 503).json(state);
  });
  const api = apiRouter(options.connection, shared.sessionSecret);
  app.use('/api', api);
  if (options.webFolder !== null) servePages(app, options.webFolder);
  app.use(answerProblems);
  const server = createServer(app);
  const endUpgraded = takeUpgrades(server, app);
  remindOfItself(server, {
    ...{ db, carrier, logger: options.logger },
    origin: publicOrigin(reachedBy.publicUrl),
  });
  const endBackups =
    options.backups === undefined ? () => {} : backUpByItself(db, options.backups, options.logger);
  return {
    server,
    metrics,
    routes: routesOf(api).map(({ method, path }) => ({ method, path: `/api${path}` })),
    close: async () => {
      endBackups();
      await endGuards();
      await new Promise<void>((resolve) => {
        server.close(() => resolve());
        // Live lines never end by themselves.
        endUpgraded();
        server.closeAllConnections();
      });
      await reads.close();
    },
  };

  function apiRouter({ db }: Connection, secret: string) {
    const api = express.Router();
    const tries = triesBy(pool, 'name');
    api.use(sameOrigin);
    api.use(...sessions(pool, secret));
    api.use((_request, response, next) => {
      // Tablets learn from it how far their clocks are off.
      response.set({ 'cache-control': 'no-store', 'x-server-time': String(Date.now()) });
      next();
    });
    api.use(limitBodies());
    const guesses = triesBy(pool, 'address');
    api.use(openApiRoutes());
    api.use(aheadRoutes(db, guesses));
    api.use(diaryRoutes(db, files, guesses));
    api.use(accountLinkRoutes(db, guesses));
    api.use(firstStartRoutes(db, guesses));
    api.use(calendarLinkRoutes(db, guesses));
    api.use(authRoutes(db, tries, triesBy(pool, 'sign-in address')));
    // Nothing larger is read of anybody who is not signed in.
    api.use((request, _response, next) => {
      actorOf(request);
      next();
    });
    api.use('/imports', importBodies());
    api.use(express.json({ limit: '1mb' }));
    api.use(whileLocked);
    api.use(pressRoutes(db));
    // Presses are small and come first; whatever else is read goes out compressed.
    api.use(compression());
    api.use((request, _response, next) => {
      // A closed account or a changed role takes effect at once, not when the session ends.
      const current = currentActor(actorOf(request), accountOf(request));
      if (current === null)
        throw new HttpProblem('not-signed-in', 'This account is no longer active');
      request.session.actor = current.actor;
      // Nothing of a client is answered before the second factor that the clinic asks for is set up.
      if (current.secondFactorOwed && !request.path.startsWith('/me/')) {
        throw new HttpProblem('not-allowed', 'Set up a second factor first');
      }
      next();
    });
    api.use(accountRoutes(db, { password: triesBy(pool, 'own'), pin: triesBy(pool, 'pin') }));
    api.use(reads.handler);
    api.use(todayRoutes(db));
    api.use(clientRoutes(db, files, carrier));
    api.use(courseRoutes(db));
    api.use(importRoutes(db, files));
    api.use(calendarRoutes(db, carrier));
    api.use(visitRoutes(db, triesBy(pool, 'approval'), carrier));
    api.use(photoRoutes(db, files));
    api.use(aftercareRoutes(db, carrier));
    api.use(recordRoutes(db, files));
    api.use(reactionRoutes(db));
    api.use(exportRoutes(reading, files));
    api.use(handpieceRoutes(db));
    api.use(diaryDeskRoutes(db, carrier));
    api.use(consoleRoutes(db, bridge));
    api.use(liveRoutes(db, bridge, feed));
    api.use(consentRoutes(db, files));
    api.use(invitationRoutes(db, carrier));
    api.use(messageRoutes(db, carrier));
    api.use(catalogueRoutes(db));
    api.use(clinicRoutes(db));
    api.use(signOffRoutes(db));
    api.use(setupRoutes(db, new Set(places.keys())));
    api.use(languageRoutes(db));
    api.use(eyewearRoutes(db));
    api.use(deviceRoutes(db, files));
    api.use(incidentRoutes(db));
    api.use(findingsRoutes(db));
    api.use(trialRoutes(db, carrier));
    api.use(backupRoutes(db, options.backups ?? null, options.logger));
    api.use(practiceRoutes(db));
    api.use(auditRoutes(db));
    api.use(() => {
      throw new HttpProblem('not-found', 'There is nothing at this address');
    });
    return api;
  }
}

// The build writes each file as brotli and gzip beside itself.
const COMPRESSED = { brotli: true, gzip: true, etag: true } as const;
const YEAR_S = 365 * 24 * 3600;

function servePages(app: Express, folder: string): void {
  const page = join(folder, 'index.html');
  if (!existsSync(page)) throw new Error(`No built pages in ${folder}: run the build first`);
  app.use(
    '/assets',
    sirv(join(folder, 'assets'), { ...COMPRESSED, immutable: true, maxAge: YEAR_S }),
  );
  app.use('/assets', () => {
    throw new HttpProblem('not-found', 'There is nothing at this address');
  });
  // Any other address gets index.html, never cached: the client-side router takes it from there.
  app.use(sirv(folder, { ...COMPRESSED, single: true, maxAge: 0 }));
}
