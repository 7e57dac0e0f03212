import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

const CORES = availableParallelism();

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          // Files share the modules of a worker: reading them again for each took longer than the tests.
          isolate: false,
          // Both cores of a small machine, which would be given one worker otherwise.
          maxWorkers: CORES,
          include: ['{core,contract,cli,web}/src/**/*.test.ts'],
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'server',
          isolate: false,
          maxWorkers: CORES,
          include: ['server/src/**/*.test.ts'],
          testTimeout: 120_000,
          hookTimeout: 240_000,
          sequence: { groupOrder: 1 },
        },
      },
      {
        test: {
          name: 'browser',
          include: ['e2e/src/**/*.test.ts'],
          // Where the demo clinic of the walks is: it is day there.
          env: { DEMO_TIME_ZONE: process.env['WALKS_TIME_ZONE'] ?? 'Europe/London' },
          // A busy machine may be many times slower: patience, never a sleep.
          testTimeout: 400_000,
          hookTimeout: 300_000,
          // A walk takes all of a machine of two cores; against slow answers it mostly waits.
          maxWorkers: process.env['SLOW_SEED'] === undefined ? 1 : CORES,
          sequence: { groupOrder: 2 },
        },
      },
    ],
  },
});
