import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: ['./server/src/db/schema.ts', './server/src/db/diary-tables.ts'],
  out: './server/migrations',
});
