import { CardPrint, type CardPrintKept } from '@tidy-quill/contract/card-prints';
import { PRINT_FAULT_WORDS } from '@tidy-quill/contract/labels/pictures';
import { read } from '@tidy-quill/contract/problem';
import { faultOfPrint } from '@tidy-quill/core/picture';
import { defined } from '@tidy-quill/core/units';
import { and, asc, eq } from 'drizzle-orm';
import { cardPrints } from '../../db/card-prints';
import type { Db, Queryable } from '../../db/connect';
import { clinics, staff } from '../../db/schema';
import { clinicToday } from '../../http/clinic-day';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import stringify from 'safe-stable-stringify';
import { actAs } from '../audit/store';

/** All prints of a clinic in the order in which they were kept. */
export async function cardPrintsOf(db: Queryable, clinicId: string): Promise<CardPrintKept[]> {
  const rows = await db
    .select({ row: cardPrints, by: staff.name })
    .from(cardPrints)
    .innerJoin(
      staff,
      and(eq(staff.clinicId, cardPrints.clinicId), eq(staff.id, cardPrints.addedBy)),
    )
    .where(eq(cardPrints.clinicId, clinicId))
    .orderBy(asc(cardPrints.addedAt), asc(cardPrints.id));
  return rows.map(({ row, by }) => {
    const kept = read(CardPrint, row.content);
    if (kept.ok) return { ...kept.value, by, at: row.addedAt.toISOString() };
    throw new HttpProblem('unreadable', 'Something that was kept cannot be read', {
      detail: 'A print of the picture card does not hold what one holds.',
    });
  });
}

/** Keeps what was measured of a print; the same one sent twice is one. */
export async function keepCardPrint(db: Db, actor: Actor, print: CardPrint): Promise<void> {
  const { clinicId, staffId } = actor;
  const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
  if (print.since > clinicToday(defined(clinic).timeZone)) {
    throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
      fields: [{ field: 'since', problem: 'must not be after today' }],
    });
  }
  const fault = faultOfPrint(print);
  if (fault !== null) {
    throw new HttpProblem('refused-by-rule', 'These greys make no print of the card', {
      detail: PRINT_FAULT_WORDS[fault],
    });
  }
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    const added = await tx
      .insert(cardPrints)
      .values({ clinicId, id: print.id, content: print, addedBy: staffId })
      .onConflictDoNothing()
      .returning({ id: cardPrints.id });
    if (added.length > 0) return;
    const [kept] = await tx
      .select({ content: cardPrints.content })
      .from(cardPrints)
      .where(and(eq(cardPrints.clinicId, clinicId), eq(cardPrints.id, print.id)));
    if (stringify(kept?.content) !== stringify(print)) {
      throw new HttpProblem('conflict', 'This print was kept already, with other greys');
    }
  });
}
