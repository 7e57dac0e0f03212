import { readFileSync } from 'node:fs';
import { connect } from './db/connect';
import { verifyTrail, type Anchor } from './features/audit/verify';

// audit.js verify [--against <anchors.json>]: checks every clinic's trail, and prints how far each reaches with its last
// hash: kept with a backup, these lines show a trail that was cut or rewritten since.
const databaseUrl = process.env['DATABASE_URL'];
const [asked, option, file] = process.argv.slice(2);
if (databaseUrl === undefined || asked !== 'verify') {
  console.error('DATABASE_URL=… audit verify [--against <anchors.json>]');
  process.exit(2);
}
const against =
  option === '--against' && file !== undefined
    ? (JSON.parse(readFileSync(file, 'utf8')) as readonly Anchor[])
    : [];
const { db, pool } = connect(databaseUrl);
const { anchors, broken } = await verifyTrail(db, against);
await pool.end();
console.log(JSON.stringify(anchors));
for (const { clinicId, seq, why } of broken) {
  console.error(`clinic ${clinicId}: entry ${seq} ${why}`);
}
process.exitCode = broken.length === 0 ? 0 : 1;
