import { sql, type SQL } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { withoutToken } from '../messages/store';

/** Rows of a table as the data dictionary describes them, by column; the clinic's id and tokens are left out. */
export type KeptRow = Readonly<Record<string, unknown>>;

/** A client's rows by table, each table after those that it refers to. */
export type KeptRows = Readonly<Record<string, readonly KeptRow[]>>;

const OF_CLIENT = sql`t.client_id = own.client_id`;
const OF_VISIT = sql`t.visit_id in (select v.id from visits v where v.clinic_id = own.clinic_id and v.client_id = own.client_id)`;

/** Which rows of each table are a client's, in the order in which they can be put back. */
const TABLES: readonly (readonly [table: string, whose: SQL, order: SQL])[] = [
  ['clients', sql`t.id = own.client_id`, sql`t.id`],
  ['areas', OF_CLIENT, sql`t.created_at, t.id`],
  ['visits', OF_CLIENT, sql`t.starts_at, t.id`],
  ['visit_events', OF_VISIT, sql`t.seq`],
  ['photos', OF_VISIT, sql`t.id`],
  ['incident_entries', OF_VISIT, sql`t.added_at, t.id`],
  ['consents', OF_CLIENT, sql`t.id`],
  [
    'consent_withdrawals',
    sql`t.consent_id in (select c.id from consents c where c.clinic_id = own.clinic_id and c.client_id = own.client_id)`,
    sql`t.id`,
  ],
  ['invitations', OF_VISIT, sql`t.id`],
  ['ahead_answers', OF_VISIT, sql`t.given_at, t.id`],
  ['diary_links', OF_VISIT, sql`t.id`],
  ['diary_entries', OF_VISIT, sql`t.given_at, t.id`],
  [
    'diary_photos',
    sql`t.photo_id in (select p.id from photos p join visits v on v.clinic_id = p.clinic_id and v.id = p.visit_id
      where v.clinic_id = own.clinic_id and v.client_id = own.client_id)`,
    sql`t.photo_id`,
  ],
  [
    'diary_reads',
    sql`t.entry_id in (select d.id from diary_entries d join visits v on v.clinic_id = d.clinic_id and v.id = d.visit_id
      where v.clinic_id = own.clinic_id and v.client_id = own.client_id)`,
    sql`t.entry_id`,
  ],
  ['course_notes', OF_CLIENT, sql`t.at, t.id`],
  ['typed_sessions', OF_CLIENT, sql`t.on_day, t.id`],
  ['waiting', OF_CLIENT, sql`t.id`],
  ['trial_entries', OF_CLIENT, sql`t.added_at, t.id`],
  ['messages', OF_CLIENT, sql`t.created_at, t.id`],
];

/** The tables whose rows a client's record holds, in the order in which they can be put back. */
export const KEPT_TABLES: readonly string[] = TABLES.map(([table]) => table);

/** All rows of a client. Messages and links are without their tokens: nobody opens anything by an export. */
export async function keptRows(
  db: Queryable,
  clinicId: string,
  clientId: string,
): Promise<KeptRows> {
  const kept: Record<string, readonly KeptRow[]> = {};
  for (const [table, whose, order] of TABLES) {
    const { rows } = await db.execute<{ row: KeptRow }>(sql`
      select to_jsonb(t) - 'clinic_id' - 'token_hash' as row
      from ${sql.identifier(table)} t, (select ${clinicId}::uuid as clinic_id, ${clientId}::uuid as client_id) own
      where t.clinic_id = own.clinic_id and ${whose} order by ${order}`);
    kept[table] = rows.map(({ row }) =>
      table === 'messages' ? { ...row, text: withoutToken(String(row['text'])) } : row,
    );
  }
  return kept;
}
