import type { Backups } from '@tidy-quill/contract/backups';
import { desc, isNotNull, sql } from 'drizzle-orm';
import { isBackupOverdue, type BackupsSoFar } from '../../backup/schedule';
import { backups } from '../../db/backups';
import type { Db } from '../../db/connect';

/** Held in the database by whichever program makes a backup by itself. */
export const BACKUP_LOCK = 7_264_001;

/** When backups were made and tried, and since when there is something to keep: the first entry of an audit trail. */
export async function backupsSoFar(db: Db): Promise<BackupsSoFar> {
  const { rows } = await db.execute<{
    since: string | null;
    good: string | null;
    tried: string | null;
  }>(
    sql`select (select min(at) from audit_entries where seq = 1) as since,
      (select max(started_at) from backups where name is not null) as good,
      (select max(started_at) from backups) as tried`,
  );
  const moment = (text: string | null | undefined) => (text == null ? null : new Date(text));
  const [row] = rows;
  return { lastGood: moment(row?.good), lastTry: moment(row?.tried), since: moment(row?.since) };
}

/** What the Clinic page and Today show of backups. */
export async function backupsShown(db: Db, byItself: boolean, now = new Date()): Promise<Backups> {
  const so = await backupsSoFar(db);
  const [last] = await db
    .select()
    .from(backups)
    .where(isNotNull(backups.name))
    .orderBy(desc(backups.startedAt))
    .limit(1);
  const [tried] = await db.select().from(backups).orderBy(desc(backups.startedAt)).limit(1);
  const { rows } = await db.execute<{ running: boolean }>(
    sql`select exists (select from pg_locks where locktype = 'advisory' and classid = 0 and objid = ${BACKUP_LOCK}
      and database = (select oid from pg_database where datname = current_database())) as running`,
  );
  return {
    byItself,
    running: rows[0]?.running === true,
    last:
      last?.name == null
        ? null
        : {
            at: last.startedAt.toISOString(),
            name: last.name,
            bytes: last.bytes ?? 0,
            trailStands: last.trailStands,
          },
    failed: tried?.why == null ? null : { at: tried.startedAt.toISOString(), why: tried.why },
    overdue: byItself && isBackupOverdue(so, now),
  };
}
