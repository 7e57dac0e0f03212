import type { JudgementOpened, JudgementRun, NewJudgement } from '@tidy-quill/contract/practice';
import { inventedClient, judgeChoice, type Judged } from '@tidy-quill/core/practice';
import { CORE_VERSION } from '@tidy-quill/core/version';
import { and, desc, eq } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { judgements } from '../../db/judgements';
import { HttpProblem } from '../../http/problem';
import type { Actor } from '../../http/session';
import { catalogueInForce } from '../catalogue/store';
import { suitabilityInForce } from '../suitability/store';
import { mayRead } from './store';

const MOST = 500;

type Made = Omit<NewJudgement, 'id' | 'at'>;

/** What the clinic's rules, limits and the model say of a choice now. */
async function judge(
  db: Db,
  clinicId: string,
  { seed, on, decision, setting, testSpot }: Made,
): Promise<Judged> {
  const { handpieces, protocol } = await catalogueInForce(db, clinicId);
  const { content: rules } = await suitabilityInForce(db, clinicId);
  return judgeChoice(
    { client: inventedClient(seed, on), today: on, rules, handpieces, protocol },
    { decision, setting, testSpot },
  );
}

/** Keeps a judgement of one's own and says what it is worth; the same id sent twice is one. */
export async function keepJudgement(
  db: Db,
  { clinicId, staffId }: Actor,
  { id, at, ...made }: NewJudgement,
): Promise<JudgementOpened> {
  const judged = await judge(db, clinicId, made);
  const choice = { ...made, wrong: [...judged.wrong] };
  await db
    .insert(judgements)
    .values({ clinicId, id, staffId, at: new Date(at), choice, coreVersion: CORE_VERSION })
    .onConflictDoNothing();
  return { id, staffId, at, ...choice, judged };
}

type Row = typeof judgements.$inferSelect;

const asRun = ({ id, staffId, at, choice }: Row): JudgementRun => ({
  ...{ id, staffId, at: at.toISOString() },
  ...choice,
});

/** Somebody's judgements, newest first: one's own, or anybody's for who signs off. @throws HttpProblem 403 */
export async function judgementsOf(db: Db, actor: Actor, staffId: string): Promise<JudgementRun[]> {
  if (!mayRead(actor, staffId)) {
    throw new HttpProblem('not-allowed', 'Judgements are read by who made them and by supervisors');
  }
  const rows = await db
    .select()
    .from(judgements)
    .where(and(eq(judgements.clinicId, actor.clinicId), eq(judgements.staffId, staffId)))
    .orderBy(desc(judgements.at))
    .limit(MOST);
  return rows.map(asRun);
}

/** One judgement with what rules and model say of it today. @throws HttpProblem 404, for another's too */
export async function judgementOf(db: Db, actor: Actor, id: string): Promise<JudgementOpened> {
  const [row] = await db
    .select()
    .from(judgements)
    .where(and(eq(judgements.clinicId, actor.clinicId), eq(judgements.id, id)));
  if (row === undefined || !mayRead(actor, row.staffId)) {
    throw new HttpProblem('not-found', 'There is no such judgement');
  }
  return { ...asRun(row), judged: await judge(db, actor.clinicId, row.choice) };
}
