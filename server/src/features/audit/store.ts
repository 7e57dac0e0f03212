import type { AuditAsked, AuditKind, AuditPage } from '@tidy-quill/contract/audit';
import { and, desc, eq, gte, lt, sql } from 'drizzle-orm';
import { defined } from '@tidy-quill/core/units';
import type { Queryable } from '../../db/connect';
import { auditEntries } from '../../db/audit-entries';
import { clients, clinics, staff } from '../../db/schema';
import { dayBounds } from '../../http/clinic-day';
import type { Actor } from '../../http/session';

/** Something that the trail tells of; its place, time and hash are the database's to give. */
export interface Told {
  readonly clinicId: string;
  /** Null where nobody had signed in. */
  readonly staffId: string | null;
  readonly kind: AuditKind;
  readonly clientId?: string | null;
  readonly visitId?: string | null;
  readonly what?: Readonly<Record<string, unknown>>;
}

/** Adds to the trail, in the transaction of what it tells of where there is one. */
export async function audit(tx: Queryable, told: readonly Told[]): Promise<void> {
  if (told.length > 0) await tx.insert(auditEntries).values([...told]);
}

/** Says who changes what this transaction changes: the triggers that tell of it know no session. */
export async function actAs(tx: Queryable, { staffId }: Pick<Actor, 'staffId'>): Promise<void> {
  await tx.execute(sql`select set_config('tidy_quill.staff', ${staffId}, true)`);
}

/** The same where a client did, by a link: the trail names nobody of the staff. */
export async function actAsNobody(tx: Queryable): Promise<void> {
  await tx.execute(sql`select set_config('tidy_quill.staff', 'nobody', true)`);
}

const PAGE = 100;

/** A page of a clinic's trail, the newest first. */
export async function auditPage(
  db: Queryable,
  clinicId: string,
  asked: AuditAsked,
): Promise<AuditPage> {
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  const day = asked.day === undefined ? null : dayBounds(asked.day, defined(clinic).timeZone);
  const { seq, staffId, clientId, kind, at } = auditEntries;
  const rows = await db
    .select({ entry: auditEntries, staff: staff.name, client: clients })
    .from(auditEntries)
    .leftJoin(staff, and(eq(staff.clinicId, auditEntries.clinicId), eq(staff.id, staffId)))
    .leftJoin(clients, and(eq(clients.clinicId, auditEntries.clinicId), eq(clients.id, clientId)))
    .where(
      and(
        eq(auditEntries.clinicId, clinicId),
        asked.before === undefined ? undefined : lt(seq, asked.before),
        asked.staff === undefined ? undefined : eq(staffId, asked.staff),
        asked.client === undefined ? undefined : eq(clientId, asked.client),
        asked.kind === undefined ? undefined : eq(kind, asked.kind),
        day === null ? undefined : and(gte(at, day.from), lt(at, day.to)),
      ),
    )
    .orderBy(desc(seq))
    .limit(PAGE + 1);
  return {
    entries: rows.slice(0, PAGE).map(({ entry, staff: by, client }) => ({
      seq: entry.seq,
      at: entry.at.toISOString(),
      staff: by,
      kind: entry.kind,
      client:
        client === null
          ? null
          : { id: client.id, name: `${client.givenName} ${client.familyName}` },
      visitId: entry.visitId,
      what: entry.what,
    })),
    more: rows.length > PAGE,
  };
}
