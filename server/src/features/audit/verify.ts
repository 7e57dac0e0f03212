import { createHash } from 'node:crypto';
import { sql } from 'drizzle-orm';
import type { Db } from '../../db/connect';

/** How far a clinic's trail reaches, and the hash of its last entry: kept elsewhere, it shows a trail that was cut. */
export interface Anchor {
  readonly clinicId: string;
  readonly seq: number;
  readonly hash: string;
}

export interface Verified {
  readonly anchors: readonly Anchor[];
  /** The first entry of each clinic that is not as it was written; none where all stand. */
  readonly broken: readonly {
    readonly clinicId: string;
    readonly seq: number;
    readonly why: string;
  }[];
}

interface Row {
  clinic_id: string;
  seq: string;
  previous: string;
  hash: string;
  /** As it goes into the hash, but for what is before it. */
  rest: string;
  /** The entry that tells of its erasure. */
  erased_by: string | null;
  /** The entries whose words an erasure took away, where it tells of one. */
  erases: readonly number[] | null;
  client_id: string | null;
}

const STEP = 5000;

/**
 * Works every hash out again, apart from the database's own function, and names the first entry of each clinic that does
 * not stand: changed, left out, put in, or cut off after an anchor.
 */
export async function verifyTrail(db: Db, anchors: readonly Anchor[] = []): Promise<Verified> {
  const clinics = await db.execute<{ clinic_id: string }>(
    sql`select distinct clinic_id from audit_entries order by clinic_id`,
  );
  const ids = new Set([
    ...clinics.rows.map((row) => row.clinic_id),
    ...anchors.map((a) => a.clinicId),
  ]);
  const found: Anchor[] = [];
  const broken: Verified['broken'][number][] = [];
  for (const clinicId of ids) {
    const own = anchors.filter((anchor) => anchor.clinicId === clinicId);
    const { last, fault } = await verifyClinic(db, clinicId, own);
    if (last !== null) found.push(last);
    if (fault !== null) broken.push({ clinicId, ...fault });
  }
  return { anchors: found, broken };
}

async function verifyClinic(db: Db, clinicId: string, anchors: readonly Anchor[]) {
  let last: Anchor | null = null;
  // Entries without their words, by the erasure that each names: it has to name them too.
  const wordless = new Map<number, Set<number>>();
  for (;;) {
    const page: { readonly rows: readonly Row[] } = await db.execute<
      Row & Record<string, unknown>
    >(sql`
      select clinic_id, seq, previous, hash, concat_ws('|', clinic_id, seq,
        to_char(at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US'), coalesce(staff_id::text, '-'), kind,
        coalesce(client_id::text, '-'), coalesce(visit_id::text, '-'), what::text) as rest,
        erased_by, client_id, case when kind = 'clientErased' then what -> 'entries' end as erases
      from audit_entries where clinic_id = ${clinicId} and seq > ${last?.seq ?? 0}
      order by seq limit ${STEP}`);
    for (const row of page.rows) {
      const seq = Number(row.seq);
      const fault = faultOf(row, seq, last);
      if (fault !== null) return { last, fault: { seq, why: fault } };
      if (row.erased_by !== null) {
        const by = Number(row.erased_by);
        wordless.set(by, (wordless.get(by) ?? new Set()).add(seq));
      }
      for (const erased of row.erases ?? []) wordless.get(seq)?.delete(erased);
      if (wordless.get(seq)?.size === 0) wordless.delete(seq);
      last = { clinicId, seq, hash: row.hash };
      const anchor = anchors.find((each) => each.seq === seq);
      if (anchor !== undefined && anchor.hash !== row.hash) {
        return { last, fault: { seq, why: 'is another than was anchored' } };
      }
    }
    if (page.rows.length < STEP) break;
  }
  const reached = last?.seq ?? 0;
  const cut = anchors.find((anchor) => anchor.seq > reached);
  const [untold] = [...wordless.values()].flatMap((entries) => [...entries]).sort((a, b) => a - b);
  const fault =
    untold !== undefined
      ? { seq: untold, why: 'lost its words, and no erasure tells of it' }
      : cut === undefined
        ? null
        : { seq: reached + 1, why: 'was cut off' };
  return { last, fault };
}

function faultOf(row: Row, seq: number, last: Anchor | null): string | null {
  if (seq !== (last?.seq ?? 0) + 1) return 'follows a gap';
  if (row.previous !== (last?.hash ?? '')) return 'does not follow the entry before it';
  // Its words are gone: that they were its own only the erasure tells, which is held to it at the end.
  if (row.erased_by !== null) return Number(row.erased_by) > seq ? null : 'was changed';
  const hash = createHash('sha256').update(`${row.previous}|${row.rest}`).digest('hex');
  return hash === row.hash ? null : 'was changed';
}
