import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: [
    './server/src/db/schema.ts',
    './server/src/db/messages.ts',
    './server/src/db/ahead-tables.ts',
    './server/src/db/diary-tables.ts',
    './server/src/db/visit-status.ts',
    './server/src/db/audit-entries.ts',
    './server/src/db/account-tables.ts',
    './server/src/db/consents.ts',
    './server/src/db/course-notes.ts',
    './server/src/db/imports.ts',
    './server/src/db/client-merges.ts',
    './server/src/db/unavailable.ts',
    './server/src/db/calendar-feeds.ts',
    './server/src/db/visit-links.ts',
    './server/src/db/waiting.ts',
    './server/src/db/message-texts.ts',
    './server/src/db/sign-offs.ts',
    './server/src/db/practice-runs.ts',
    './server/src/db/judgements.ts',
    './server/src/db/backups.ts',
    './server/src/db/setup-codes.ts',
  ],
  out: './server/migrations',
});
