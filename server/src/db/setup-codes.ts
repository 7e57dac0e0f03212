import { pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { moment } from './columns';

/** One-time codes that prove, by the machine's own terminal, who may set up a clinic. */
export const setupCodes = pgTable('setup_codes', {
  id: uuid('id').primaryKey(),
  /** SHA-256 of the code, hex. */
  codeHash: text('code_hash').notNull(),
  madeAt: moment('made_at').notNull().defaultNow(),
  expiresAt: moment('expires_at').notNull(),
  usedAt: moment('used_at'),
});
