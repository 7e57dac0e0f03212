import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { text } from 'node:stream/consumers';
import type { Logger } from 'pino';
import { isBackupDue } from '../../backup/schedule';
import { clinics } from '../../db/schema';
import type { Db } from '../../db/connect';
import { entryCommand } from '../../entry-command';
import { clinicClock } from '../../http/clinic-day';
import { backupsSoFar } from './store';

/** Where backups go, and what the program that makes them is told; it works as the database's owner, as no request does. */
export interface BackupSettings {
  readonly folder: string;
  readonly databaseUrl: string;
  readonly passphraseFile: string;
  readonly programs?: string | undefined;
  readonly filesFolder?: string | undefined;
}

/**
 * Makes a backup in a program of its own, takes away what is old enough, and notes in the database what became of it. Where
 * another program is at it already, nothing is done.
 * @throws Error where it failed
 */
export async function backUp(settings: BackupSettings): Promise<void> {
  const { folder, databaseUrl, passphraseFile, programs, filesFolder } = settings;
  const child = spawn(process.execPath, [...entryCommand('backup'), 'by-itself', folder], {
    stdio: ['ignore', 'ignore', 'pipe'],
    env: {
      PATH: process.env['PATH'],
      DATABASE_URL: databaseUrl,
      BACKUP_PASSPHRASE_FILE: passphraseFile,
      ...(programs === undefined ? {} : { PG_PROGRAMS: programs }),
      ...(filesFolder === undefined ? {} : { FILES_FOLDER: filesFolder }),
    },
  });
  const said = text(child.stderr);
  const [code] = (await once(child, 'close')) as [number | null];
  if (code !== 0) throw new Error((await said).trim());
}

const EVERY_MS = 10 * 60_000;

/** Looks every ten minutes whether a backup is due, by the clock of the first clinic; gives how to end that. */
export function backUpByItself(db: Db, settings: BackupSettings, logger: Logger): () => void {
  let running = false;
  const timer = setInterval(() => {
    if (running) return;
    running = true;
    whereDue(db, settings)
      .catch((error: unknown) => logger.error({ error: String(error).slice(0, 500) }, 'backup'))
      .finally(() => (running = false));
  }, EVERY_MS);
  timer.unref();
  return () => clearInterval(timer);
}

/** Makes a backup where one is due; gives whether it did. */
export async function whereDue(
  db: Db,
  settings: BackupSettings,
  now = new Date(),
): Promise<boolean> {
  const [clinic] = await db
    .select({ timeZone: clinics.timeZone })
    .from(clinics)
    .orderBy(clinics.id)
    .limit(1);
  if (clinic === undefined) return false;
  const hour = Number(clinicClock(now, clinic.timeZone).slice(0, 2));
  if (!isBackupDue(await backupsSoFar(db), now, hour)) return false;
  await backUp(settings);
  return true;
}
