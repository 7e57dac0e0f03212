import { readFileSync } from 'node:fs';

/** The passphrase of backups: BACKUP_PASSPHRASE, or what BACKUP_PASSPHRASE_FILE holds; null where neither is set. */
export function passphraseGiven(): string | null {
  const file = process.env['BACKUP_PASSPHRASE_FILE'];
  const given = process.env['BACKUP_PASSPHRASE'];
  return given ?? (file === undefined ? null : readFileSync(file, 'utf8').trim());
}
