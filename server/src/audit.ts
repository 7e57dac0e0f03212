import { readFileSync } from 'node:fs';
import { passphraseGiven } from './backup/passphrase';
import { checkedManifest } from './backup/restore-backup';
import { connect } from './db/connect';
import { verifyTrail, type Anchor } from './features/audit/verify';

// audit.js verify [--against <anchors.json or a backup>]: checks every clinic's trail, and prints how far each reaches with its last
// hash: kept with a backup, these lines show a trail that was cut or rewritten since.
const databaseUrl = process.env['DATABASE_URL'];
const [asked, option, file] = process.argv.slice(2);
if (databaseUrl === undefined || asked !== 'verify') {
  console.error('DATABASE_URL=… audit verify [--against <anchors.json or a backup>]');
  process.exit(2);
}
const against = option === '--against' && file !== undefined ? await anchorsOf(file) : [];
const { db, pool } = connect(databaseUrl);
const { anchors, broken } = await verifyTrail(db, against);
await pool.end();
console.log(JSON.stringify(anchors));
for (const { clinicId, seq, why } of broken) {
  console.error(`clinic ${clinicId}: entry ${seq} ${why}`);
}
process.exitCode = broken.length === 0 ? 0 : 1;

/** Anchors as they were printed once, or as a backup's manifest keeps them. */
async function anchorsOf(path: string): Promise<readonly Anchor[]> {
  if (!path.endsWith('.tar.age')) return JSON.parse(readFileSync(path, 'utf8')) as Anchor[];
  const passphrase = passphraseGiven();
  if (passphrase === null) throw new Error('Set BACKUP_PASSPHRASE_FILE: the backup is encrypted');
  return (await checkedManifest({ path, passphrase })).anchors;
}
