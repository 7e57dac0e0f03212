import { mayApprove } from '@tidy-quill/core/access';
import type {
  Catalogue,
  CatalogueKind,
  CatalogueVersion,
  InForce,
  NewVersion,
} from '@tidy-quill/contract/catalogue';
import { translationOf } from '@tidy-quill/contract/translations';
import { rowsOf } from '@tidy-quill/contract/version-changes';
import type { Translation } from '@tidy-quill/core/client-texts';
import type { KeptContents } from '@tidy-quill/contract/kept-contents';
import type { ClinicalFigures } from '@tidy-quill/core/figures';
import { figuresAtFault, type Handpiece, type Protocol } from '@tidy-quill/core/plan';
import { FAULT_COLUMN, faultText } from '@tidy-quill/contract/labels/handpieces';
import { Cache } from '@tidy-quill/core/units';
import stringify from 'safe-stable-stringify';
import { and, desc, eq, isNotNull, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Db, Queryable } from '../../db/connect';
import { catalogueVersions, staff } from '../../db/schema';
import { together } from '../../db/together';
import { contentOf } from '../../http/kept-content';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { lettersLacking } from '../../pdf/faces';

/** The approved devices and protocol in force. */
export async function catalogueInForce(db: Queryable, clinicId: string): Promise<Catalogue> {
  const found = await together(
    newestApproved(db, clinicId, 'devices'),
    newestApproved(db, clinicId, 'protocol'),
  );
  const [devices, protocol] = [orRefused('devices', found[0]), orRefused('protocol', found[1])];
  return {
    devicesVersionId: devices.id,
    devicesNumber: devices.number,
    handpieces: devices.content,
    protocolVersionId: protocol.id,
    protocolNumber: protocol.number,
    protocol: protocol.content,
  };
}

/** The pace of the protocol in force; null where none was approved yet, or it cannot be read: entries are kept all the same. */
export async function paceInForce(
  db: Queryable,
  clinicId: string,
): Promise<Protocol['pace'] | null> {
  try {
    return (await newestApproved(db, clinicId, 'protocol'))?.content.pace ?? null;
  } catch (error) {
    if (error instanceof HttpProblem) return null;
    throw error;
  }
}

/** The clinical numbers of the protocol in force; those that ship where none was approved yet. */
export const figuresInForce = async (db: Queryable, clinicId: string): Promise<ClinicalFigures> =>
  (await newestApproved(db, clinicId, 'protocol'))?.content ?? {};

/** A document in force; the one that ships where the clinic has approved none. */
export async function documentInForce<K extends CatalogueKind>(
  db: Queryable,
  clinicId: string,
  kind: K,
  shipped: KeptContents[K],
): Promise<InForce<KeptContents[K]>> {
  const version = await newestApproved(db, clinicId, kind);
  return version === undefined
    ? { versionId: null, number: 0, content: shipped }
    : { versionId: version.id, number: version.number, content: version.content };
}

function orRefused<T>(kind: CatalogueKind, version: T | undefined): T {
  if (version === undefined) {
    throw new HttpProblem('refused-by-rule', `No approved ${kind} yet`, {
      detail: 'A supervisor approves them under Devices; until then nothing can be planned.',
    });
  }
  return version;
}

interface Approved<K extends CatalogueKind> {
  readonly id: string;
  readonly number: number;
  readonly content: KeptContents[K];
}

// What versions hold, by id. A version never changes once it is made: each is fetched and checked once.
const CONTENTS = new Cache<unknown>(200);

/** The newest approved version of a document; undefined where there is none. `about` tells translations apart. */
export async function newestApproved<K extends CatalogueKind>(
  db: Queryable,
  clinicId: string,
  kind: K,
  about = '',
): Promise<Approved<K> | undefined> {
  const { id, number } = catalogueVersions;
  const [version] = await db
    .select({ id, number })
    .from(catalogueVersions)
    .where(approvedOf(clinicId, kind, about))
    .orderBy(desc(number))
    .limit(1);
  if (version === undefined) return undefined;
  const known = CONTENTS.known(version.id) as KeptContents[K] | undefined;
  if (known !== undefined) return { ...version, content: known };
  const content = contentOf(kind, await findVersion(db, clinicId, version.id));
  CONTENTS.recall(version.id, () => content);
  return { ...version, content };
}

const versionsAbout = (clinicId: string, kind: CatalogueKind, about: string) =>
  and(
    eq(catalogueVersions.clinicId, clinicId),
    eq(catalogueVersions.kind, kind),
    eq(catalogueVersions.about, about),
  );

const approvedOf = (clinicId: string, kind: CatalogueKind, about = '') =>
  and(versionsAbout(clinicId, kind, about), isNotNull(catalogueVersions.approvedAt));

const author = alias(staff, 'author');
const approver = alias(staff, 'approver');

/** All versions of a document, newest first. */
export async function versionsOf(
  db: Queryable,
  clinicId: string,
  kind: CatalogueKind,
  about = '',
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
    .where(versionsAbout(clinicId, kind, about))
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
    const about = aboutOf(made);
    const lock = clinicId + made.kind + about;
    await tx.execute(sql`select pg_advisory_xact_lock(hashtext(${lock}))`);
    const versions = await versionsOf(tx, clinicId, made.kind, about);
    if (versions.some(({ id }) => id === made.id)) return;
    const newest = versions[0]?.number ?? 0;
    if (newest !== made.basedOn) {
      throw new HttpProblem('conflict', `Version ${newest} was made meanwhile`, {
        detail: 'Look at it first; what you changed is kept on this tablet.',
        current: versions[0],
      });
    }
    if (made.kind === 'devices') refuseFaults(made.content, versions[0]);
    if (made.kind === 'translation') refuseUnprintable(made.content);
    await tx.insert(catalogueVersions).values({
      clinicId,
      id: made.id,
      kind: made.kind,
      about,
      number: newest + 1,
      content: made.content,
      note: made.note,
      createdBy: staffId,
    });
  });
}

const aboutOf = (made: NewVersion): string =>
  made.kind === 'translation' ? translationOf(made.content.language, made.content.part) : '';

/** What is signed or taken home on paper has to be in letters that the paper's type has. */
function refuseUnprintable({ part, texts }: Translation): void {
  if (part === 'messages' || part === 'questions' || part === 'diary') return;
  const fields = Object.entries(texts).flatMap(([key, { text }]) => {
    const lacking = lettersLacking(text);
    return lacking === ''
      ? []
      : [
          {
            field: `content.texts.${key}`,
            problem: `holds letters that cannot be printed: ${lacking}`,
          },
        ];
  });
  if (fields.length > 0) {
    throw new HttpProblem('invalid-input', 'Some fields cannot be taken', { fields });
  }
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
  const inForce = await versionsOf(db, actor.clinicId, row.kind, row.about);
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
