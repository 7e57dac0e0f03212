import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    name: 'laws',
    include: ['core/src/laws/*.test.ts'],
    setupFiles: ['core/fuzz/setup.ts'],
    testTimeout: 3_600_000,
  },
});
