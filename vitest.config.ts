import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['core/src/**/*.test.ts', 'contract/src/**/*.test.ts', 'web/src/**/*.test.ts'],
        },
      },
    ],
  },
});
