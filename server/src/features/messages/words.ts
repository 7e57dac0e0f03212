import { SHIPPED_TEXTS } from '@tidy-quill/contract/labels/calendar';
import type { MessageTextNow, NewMessageText } from '@tidy-quill/contract/message-texts';
import { MESSAGE_KINDS, type MessageKind } from '@tidy-quill/core/calendar';
import { and, desc, eq } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { messageTexts } from '../../db/message-texts';
import { staff } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { actAs } from '../audit/store';

/** What a kind of message says now. */
export async function wordsOf(
  db: Queryable,
  clinicId: string,
  kind: MessageKind,
): Promise<MessageTextNow> {
  const [newest] = await db
    .select({ text: messageTexts, by: staff.name })
    .from(messageTexts)
    .innerJoin(
      staff,
      and(eq(staff.clinicId, messageTexts.clinicId), eq(staff.id, messageTexts.addedBy)),
    )
    .where(and(eq(messageTexts.clinicId, clinicId), eq(messageTexts.kind, kind)))
    .orderBy(desc(messageTexts.version))
    .limit(1);
  if (newest === undefined)
    return { kind, version: 0, text: SHIPPED_TEXTS[kind], by: null, at: null };
  const { text, by } = newest;
  return { kind, version: text.version, text: text.text, by, at: text.addedAt.toISOString() };
}

export const allWords = (db: Queryable, clinicId: string): Promise<MessageTextNow[]> =>
  Promise.all(MESSAGE_KINDS.map((kind) => wordsOf(db, clinicId, kind)));

/** Keeps new words as a version of their own; the same id sent twice is one. 409 where they changed meanwhile. */
export async function setWords(
  db: Db,
  actor: Actor,
  { id, kind, version, text }: NewMessageText,
): Promise<void> {
  const { clinicId, staffId } = actor;
  await db.transaction(async (tx) => {
    const its = and(eq(messageTexts.clinicId, clinicId), eq(messageTexts.id, id));
    if ((await tx.select({ id: messageTexts.id }).from(messageTexts).where(its)).length > 0) return;
    await actAs(tx, actor);
    const current = await wordsOf(tx, clinicId, kind);
    if (current.version !== version) throw changedMeanwhile(current);
    const added = await tx
      .insert(messageTexts)
      .values({ clinicId, id, kind, version: version + 1, text, addedBy: staffId })
      .onConflictDoNothing()
      .returning({ id: messageTexts.id });
    if (added.length === 0) throw changedMeanwhile(await wordsOf(tx, clinicId, kind));
  });
}

const changedMeanwhile = (current: MessageTextNow) =>
  new HttpProblem('conflict', 'Somebody else has changed these words meanwhile', { current });
