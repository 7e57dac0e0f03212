import { prepareRestored, onDatabase } from './backup-program.mjs';
import { run, Stop } from './setup.mjs';

// Brings a backup back into an empty database, all of it or nothing, and compares it row by row:
// npm run restore -- FILE [--check: read it through alone] [--rehearse: into a database that is taken away again]
await run(async () => {
  const [file] = process.argv.slice(2).filter((each) => !each.startsWith('--'));
  if (file === undefined) throw new Stop('Say which: npm run restore -- FILE');
  if (process.argv.includes('--check')) await onDatabase(['check', file]);
  else if (process.argv.includes('--rehearse')) await onDatabase(['rehearse', file]);
  else await onDatabase(['restore', file], { then: prepareRestored });
});
