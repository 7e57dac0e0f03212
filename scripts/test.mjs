import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { debian, folderWith, packages, root, run, step, Stop } from './setup.mjs';
import { dataFolder, findPostgres, startPostgres } from './postgres.mjs';

await run(async () => {
  // Words after -- go to the test runner: npm test -- --project unit. With --slow the walks alone are run, against servers
  // that answer late, each time by another while; --slow=7 is another run of chance.
  const given = process.argv.slice(2);
  const slow = given.find((word) => /^--slow(=\d+)?$/.test(word));
  const asked = [
    ...(slow === undefined ? [] : ['--project', 'browser']),
    ...given.filter((word) => word !== slow),
  ];
  // Walks book, wait and come back within the demo clinic's day: theirs is where it is day now.
  const walksZone = process.env.WALKS_TIME_ZONE ?? zoneWhereItIsDay(new Date());
  process.env.WALKS_TIME_ZONE = walksZone;
  if (slow !== undefined) process.env.SLOW_SEED = slow.split('=')[1] ?? '1';
  await step('packages', packages);
  await step('programs', () =>
    debian(['postgresql', 'chromium', 'chromium-driver'], () =>
      findPostgres() !== null && folderWith(['chromium', 'chromedriver']) !== null ? true : null,
    ),
  );
  const name = createHash('sha256').update(root).digest('hex').slice(0, 8);
  const folder = dataFolder(join(tmpdir(), `tidy-quill-test-${name}`));
  const postgres = await startPostgres(folder, { forTests: true });
  try {
    // Imported once the packages are there.
    const databases = await import('../server/test-databases.mjs');
    const { build } = await import('./build.mjs');
    const filled = async () => {
      await step('build', build);
      if (asked.includes('unit')) return;
      await step('demo data', async () => {
        for (const zone of new Set(['Europe/London', walksZone])) {
          await databases.makeTemplate(postgres.url, zone);
        }
      });
    };
    if (asked.length === 0) await (await import('./check.mjs')).check(filled);
    else await filled();
    const failed = await tests(postgres.url, asked);
    await databases.dropTestDatabases(postgres.url);
    if (failed) throw new Stop('Some tests failed');
  } finally {
    await postgres.stop();
  }
});

/** A zone in which it is day: London, where it is day there. */
function zoneWhereItIsDay(now) {
  const hourIn = (timeZone) =>
    Number(new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit' }).format(now));
  const hour = hourIn('Europe/London');
  if (hour >= 8 && hour < 18) return 'Europe/London';
  // Ten in the morning there; the sign of these zones is turned round (POSIX).
  const ahead = 10 - now.getUTCHours();
  const offset = ahead < -12 ? ahead + 24 : ahead;
  return `Etc/GMT${offset > 0 ? '-' : '+'}${Math.abs(offset)}`;
}

/** Runs the tests; whether any failed. A signal ends all that they started, and then this. */
async function tests(databaseUrl, asked) {
  const results = join(root, '.build', 'test-results.json');
  rmSync(results, { force: true });
  // In a group of its own: browsers and servers that the tests started end with it.
  const child = spawn(
    process.execPath,
    [
      ...[join(root, 'node_modules/vitest/vitest.mjs'), 'run'],
      ...['--reporter=default', '--reporter=json', `--outputFile.json=${results}`, ...asked],
    ],
    {
      ...{ cwd: root, stdio: 'inherit', detached: true },
      env: { ...process.env, TEST_DATABASE_URL: databaseUrl },
    },
  );
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
    process.once(signal, () => process.kill(-child.pid, 'SIGTERM'));
  }
  const code = await new Promise((resolve) => child.once('exit', resolve));
  if (!existsSync(results)) throw new Stop('Ended before all tests had run');
  const { numPassedTests, numFailedTests, numPendingTests } = JSON.parse(
    readFileSync(results, 'utf8'),
  );
  const skipped = numPendingTests > 0 ? `, ${numPendingTests} skipped` : '';
  console.log(`${numPassedTests} passed, ${numFailedTests} failed${skipped}`);
  return code !== 0;
}
