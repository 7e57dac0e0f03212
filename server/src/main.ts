import { pino } from 'pino';
import { makeApplication } from './app';
import { connect, connectAsApplication, type Connection } from './db/connect';
import { folderStore } from './files/folder-store';
import { rowStore } from './files/row-store';
import { simulatedCarrier } from './features/messages/carrier';
import { mailCarrier, mailSettings } from './features/messages/mail-carrier';
import { serveMetrics } from './operation/metrics';

const databaseUrl = process.env['DATABASE_URL'];
if (databaseUrl === undefined) {
  console.error('DATABASE_URL is not set');
  process.exit(2);
}

const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
const connection = connectAsApplication({
  databaseUrl,
  applicationUrl: process.env['APP_DATABASE_URL'],
  pooled: process.env['LISTEN_DATABASE_URL'] !== undefined,
});
// A pooler in transaction mode lends a connection for a transaction alone: what listens or holds a lock has its own.
const direct = connectedTo('LISTEN_DATABASE_URL');
const replica = connectedTo('READ_DATABASE_URL');
const filesFolder = process.env['FILES_FOLDER'];
const {
  server,
  metrics,
  close: closeApplication,
} = await makeApplication({
  connection,
  direct: direct?.pool,
  replica: replica?.db,
  logger,
  files: filesFolder === undefined ? rowStore : folderStore(filesFolder, rowStore),
  webFolder: process.env['WEB_FOLDER'] ?? null,
  carrier: carrierAsked(),
  backups: backupsAsked(databaseUrl),
  reachedBy: {
    publicUrl: process.env['PUBLIC_URL'],
    trustProxy: process.env['TRUST_PROXY'],
  },
  consoles: {
    rooms: process.env['ROOM_CONSOLES'],
    simulated: process.env['SIMULATED_CONSOLES'],
  },
});
const metricsPort = process.env['METRICS_PORT'];
const metricsServer = metricsPort === undefined ? null : serveMetrics(metrics, Number(metricsPort));
metricsServer?.once('error', (error) => {
  console.error(`Metrics: ${error.message}`);
  process.exit(2);
});
const host = process.env['HOST'] ?? '127.0.0.1';

server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(error.message);
  process.exit(error.code === 'EADDRINUSE' ? 98 : 1);
});
server.listen(Number(process.env['PORT'] ?? 4310), host, () => {
  const address = server.address();
  const port = typeof address === 'object' && address !== null ? address.port : 0;
  console.log(`listening on http://${host}:${port}`);
});

/** A connection to an address of the environment, whose account is the application's; null where none is named. */
function connectedTo(name: string): Connection | null {
  const url = process.env[name];
  return url === undefined ? null : connect(url);
}

/** What carries messages: e-mail too, where a server for it is named. */
function carrierAsked() {
  try {
    const mail = mailSettings(process.env);
    return mail === null ? simulatedCarrier : mailCarrier(mail, simulatedCarrier);
  } catch (error) {
    console.error((error as Error).message);
    process.exit(2);
  }
}

/** Where backups go, where a folder and a file with the passphrase are named. */
function backupsAsked(databaseUrl: string) {
  const { BACKUP_FOLDER: folder, BACKUP_PASSPHRASE_FILE: passphraseFile } = process.env;
  if (folder === undefined) return undefined;
  if (passphraseFile === undefined) {
    console.error('BACKUP_FOLDER needs BACKUP_PASSPHRASE_FILE: backups are encrypted');
    process.exit(2);
  }
  // Empty where they are on the path.
  const programs = process.env['PG_PROGRAMS'] === '' ? undefined : process.env['PG_PROGRAMS'];
  return { folder, passphraseFile, databaseUrl, programs, filesFolder };
}

function close(): void {
  metricsServer?.close();
  void closeApplication()
    .then(() => Promise.all([connection, direct, replica].map((each) => each?.pool.end())))
    .then(() => process.exit(0));
  setTimeout(() => process.exit(0), 5000).unref();
}

process.once('SIGINT', close);
process.once('SIGTERM', close);
// Started by a script of the project: end with it.
process.once('disconnect', close);
