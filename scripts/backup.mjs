import { run, Stop } from './setup.mjs';
import { onDatabase } from './backup-program.mjs';

// Makes an encrypted backup of DATABASE_URL, or of the database in the project's own folder: npm run backup -- FOLDER
await run(async () => {
  const folder = process.argv[2];
  if (folder === undefined) throw new Stop('Say where to: npm run backup -- FOLDER');
  await onDatabase(['make', folder], { asksTwice: true });
});
