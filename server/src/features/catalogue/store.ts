import { mayApprove } from '@tidy-quill/core/access';
import type {
  Catalogue,
  CatalogueKind,
  CatalogueVersion,
  InForce,
  NewVersion,
} from '@tidy-quill/contract/catalogue';
import { Pace } from '@tidy-quill/contract/plan';
import { rowsOf } from '@tidy-quill/contract/version-changes';
import { read } from '@tidy-quill/contract/problem';
import type { KeptContents } from '@tidy-quill/contract/kept-contents';
import type { ClinicalFigures } from '@tidy-quill/core/figures';
import { figuresAtFault, type Handpiece, type Protocol } from '@tidy-quill/core/plan';
import { FAULT_COLUMN, faultText } from '@tidy-quill/contract/labels/handpieces';
import stringify from 'safe-stable-stringify';
import { and, desc, eq, isNotNull, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Db, Queryable } from '../../db/connect';
import { catalogueVersions, staff } from '../../db/schema';
import { contentOf } from '../../http/kept-content';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';

/** The approved devices and protocol in force. */
export async function catalogueInForce(db: Queryable, clinicId: string): Promise<Catalogue> {
  const devices = await newestApproved(db, clinicId, 'devices');
  const protocol = await newestApproved(db, clinicId, 'protocol');
  return {
    devicesVersionId: devices.id,
    devicesNumber: devices.number,
    handpieces: contentOf('devices', devices),
    protocolVersionId: protocol.id,
    protocolNumber: protocol.number,
    protocol: contentOf('protocol', protocol),
  };
}

/** The pace of the protocol in force; null where none was approved yet. */
export async function paceInForce(
  db: Queryable,
  clinicId: string,
): Promise<Protocol['pace'] | null> {
  // Asked at every judged event: the pace alone, not the whole protocol.
  const pace = sql<unknown>`${catalogueVersions.content} -> 'pace'`;
  const [row] = await db
    .select({ pace })
    .from(catalogueVersions)
    .where(approvedOf(clinicId, 'protocol'))
    .orderBy(desc(catalogueVersions.number))
    .limit(1);
  const known = read(Pace, row?.pace);
  return known.ok ? known.value : null;
}

/** The clinical numbers of the protocol in force; those that ship where none was approved yet. */
export async function figuresInForce(db: Queryable, clinicId: string): Promise<ClinicalFigures> {
  const row = await newestApprovedOrNone(db, clinicId, 'protocol');
  return row === undefined ? {} : contentOf('protocol', row);
}

/** A document in force; the one that ships where the clinic has approved none. */
export async function documentInForce<K extends CatalogueKind>(
  db: Queryable,
  clinicId: string,
  kind: K,
  shipped: KeptContents[K],
): Promise<InForce<KeptContents[K]>> {
  const row = await newestApprovedOrNone(db, clinicId, kind);
  return row === undefined
    ? { versionId: null, number: 0, content: shipped }
    : { versionId: row.id, number: row.number, content: contentOf(kind, row) };
}

async function newestApproved(db: Queryable, clinicId: string, kind: CatalogueKind) {
  const row = await newestApprovedOrNone(db, clinicId, kind);
  if (row === undefined) {
    throw new HttpProblem('refused-by-rule', `No approved ${kind} yet`, {
      detail: 'A supervisor approves them under Devices; until then nothing can be planned.',
    });
  }
  return row;
}

async function newestApprovedOrNone(db: Queryable, clinicId: string, kind: CatalogueKind) {
  const [row] = await db
    .select()
    .from(catalogueVersions)
    .where(approvedOf(clinicId, kind))
    .orderBy(desc(catalogueVersions.number))
    .limit(1);
  return row;
}

const approvedOf = (clinicId: string, kind: CatalogueKind) =>
  and(
    eq(catalogueVersions.clinicId, clinicId),
    eq(catalogueVersions.kind, kind),
    isNotNull(catalogueVersions.approvedAt),
  );

const author = alias(staff, 'author');
const approver = alias(staff, 'approver');

/** All versions of a document, newest first. */
export async function versionsOf(
  db: Queryable,
  clinicId: string,
  kind: CatalogueKind,
): Promise<CatalogueVersion[]> {
  const rows = await db
    .select({ version: catalogueVersions, createdBy: author.name, approvedBy: approver.name })
    .from(catalogueVersions)
    .innerJoin(
      author,
      and(
        eq(author.clinicId, catalogueVersions.clinicId),
        eq(author.id, catalogueVersions.createdBy),
      ),
    )
    .leftJoin(
      approver,
      and(
        eq(approver.clinicId, catalogueVersions.clinicId),
        eq(approver.id, catalogueVersions.approvedBy),
      ),
    )
    .where(and(eq(catalogueVersions.clinicId, clinicId), eq(catalogueVersions.kind, kind)))
    .orderBy(desc(catalogueVersions.number));
  return rows.map(({ version, createdBy, approvedBy }) => ({
    id: version.id,
    kind: version.kind,
    number: version.number,
    note: version.note,
    createdBy,
    createdAt: version.createdAt.toISOString(),
    approvedBy,
    approvedAt: version.approvedAt?.toISOString() ?? null,
    byAuthor: version.approvedBy === version.createdBy,
    content: contentOf(version.kind, version),
  }));
}

/** Adds a whole version as a draft; 409 when another has come since the one it was made from. */
export async function addVersion(db: Db, actor: Actor, made: NewVersion): Promise<void> {
  const { clinicId, staffId } = actor;
  await db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${clinicId + made.kind}))`);
    const versions = await versionsOf(tx, clinicId, made.kind);
    if (versions.some(({ id }) => id === made.id)) return;
    const newest = versions[0]?.number ?? 0;
    if (newest !== made.basedOn) {
      throw new HttpProblem('conflict', `Version ${newest} was made meanwhile`, {
        detail: 'Look at it first; what you changed is kept on this tablet.',
        current: versions[0],
      });
    }
    if (made.kind === 'devices') refuseFaults(made.content, versions[0]);
    await tx.insert(catalogueVersions).values({
      clinicId,
      id: made.id,
      kind: made.kind,
      number: newest + 1,
      content: made.content,
      note: made.note,
      createdBy: staffId,
    });
  });
}

/** A handpiece that is new or was changed has to hold figures that fit each other; one that is there already stays as it is. */
function refuseFaults(
  handpieces: readonly Handpiece[],
  before: CatalogueVersion | undefined,
): void {
  const known = new Set(
    before?.kind === 'devices' ? (before.content as readonly Handpiece[]).map(asText) : [],
  );
  const fields = handpieces.flatMap((each, index) =>
    known.has(asText(each))
      ? []
      : figuresAtFault(each).map((fault) => ({
          field: `content.${String(index)}.${FAULT_COLUMN[fault.why]}`,
          problem: faultText(fault),
        })),
  );
  if (fields.length === 0) return;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', { fields });
}

const asText = (handpiece: Handpiece): string => stringify(handpiece) ?? '';

/** One version; 404 where there is none. */
export async function findVersion(db: Queryable, clinicId: string, id: string) {
  const [row] = await db
    .select()
    .from(catalogueVersions)
    .where(and(eq(catalogueVersions.clinicId, clinicId), eq(catalogueVersions.id, id)));
  if (row === undefined) throw new HttpProblem('not-found', 'There is no such version');
  return row;
}

/** Approves a draft; from then on it is in force and never changed. */
export async function approveVersion(
  db: Db,
  actor: Actor,
  id: string,
  rowsRead: readonly string[],
): Promise<void> {
  const mine = and(eq(catalogueVersions.clinicId, actor.clinicId), eq(catalogueVersions.id, id));
  const row = await findVersion(db, actor.clinicId, id);
  if (row.approvedAt !== null) return;
  const inForce = await versionsOf(db, actor.clinicId, row.kind);
  if (inForce.some(({ number, approvedAt }) => approvedAt !== null && number > row.number)) {
    throw new HttpProblem('refused-by-rule', 'A newer version is already in force');
  }
  if (inForce.every(({ approvedAt }) => approvedAt === null)) {
    const unread = rowsOf(row.kind, contentOf(row.kind, row)).filter(
      ({ key }) => !rowsRead.includes(key),
    );
    if (unread.length > 0) {
      const [first] = unread;
      throw new HttpProblem('invalid-input', 'Every row is read before a first version holds', {
        fields: [{ field: 'read', problem: `lacks ${unread.length}, the first ${first?.key}` }],
      });
    }
  }
  const supervisors = await db.$count(
    staff,
    and(eq(staff.clinicId, actor.clinicId), eq(staff.role, 'supervisor'), staff.active),
  );
  if (!mayApprove({ authorId: row.createdBy, approverId: actor.staffId, supervisors })) {
    throw new HttpProblem('refused-by-rule', 'Another supervisor has to approve this', {
      detail:
        'Whoever drafted a version does not approve it while the clinic has another supervisor.',
    });
  }
  await db
    .update(catalogueVersions)
    .set({ approvedBy: actor.staffId, approvedAt: new Date() })
    .where(mine);
}
