import { SKILLS, type SignOffRule, type Skill } from '@tidy-quill/core/access';
import { addDays, defined } from '@tidy-quill/core/units';
import { eq } from 'drizzle-orm';
import { v7 } from 'uuid';
import { momentAt } from '../../http/clinic-day';
import { clinics } from '../schema';
import { signOffs } from '../sign-offs';
import { TIME_ZONE, type DemoClinic, type Tx } from './writing';

/** A supervisor approves where a school, ink or a delicate place is not signed off. */
const DEMO_RULE = {
  rule: 'approve',
  asked: ['stamping', 'inMotion', 'longPulse1064', 'subMs1064', 'ink', 'face', 'bikini'],
} satisfies SignOffRule;

/** Idony may do everything; Tobiah is half way: not yet in motion, and the face has to be looked at again. */
const ENTRIES: readonly {
  readonly who: 0 | 1;
  readonly skills: readonly Skill[];
  readonly daysAgo: number;
  /** Null without an end. */
  readonly untilDays: number | null;
  readonly note: string;
}[] = [
  {
    who: 0,
    skills: SKILLS,
    daysAgo: 200,
    untilDays: null,
    note: 'Ten sessions watched, every exercise within the limits.',
  },
  {
    who: 1,
    skills: ['stamping', 'longPulse1064', 'ink', 'bikini', 'underarm', 'trunk', 'limb'],
    daysAgo: 90,
    untilDays: 275,
    note: 'Six sessions watched; even stamping, edge to edge.',
  },
  {
    who: 1,
    skills: ['face'],
    daysAgo: 90,
    untilDays: -8,
    note: 'For three months, beside Idony.',
  },
];

/** What the demo's supervisor signed, and what the clinic asks for. */
export async function fillSignOffs(
  tx: Tx,
  { clinicId, today, staffIds, supervisorId }: DemoClinic,
): Promise<void> {
  await tx.update(clinics).set({ signOffRule: DEMO_RULE }).where(eq(clinics.id, clinicId));
  for (const { who, skills, daysAgo, untilDays, note } of ENTRIES) {
    const fromDay = addDays(today, -daysAgo);
    await tx.insert(signOffs).values({
      ...{ clinicId, id: v7(), staffId: defined(staffIds[who]), skills: [...skills], note },
      ...{ fromDay, addedBy: supervisorId },
      untilDay: untilDays === null ? null : addDays(today, untilDays),
      addedAt: momentAt(fromDay, '17:30', TIME_ZONE),
    });
  }
}
