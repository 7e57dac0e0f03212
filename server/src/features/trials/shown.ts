import type { TrialOpened, TrialShown } from '@tidy-quill/contract/trials';
import {
  analyseTrial,
  ARMS,
  FOLLOW_UP_MONTHS,
  lookHolds,
  TRIAL_SIDES,
  type Arm,
  type FollowUpMonth,
  type SideValues,
  type TrialParticipant,
} from '@tidy-quill/core/trial';
import { defined, type Day } from '@tidy-quill/core/units';
import { eq } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { staff, visits } from '../../db/schema';
import { clinicDay, clinicToday } from '../../http/clinic-day';
import type { Actor } from '../../http/session';
import { clinicOf } from '../calendar/store';
import { sumUp } from '../projections/store';
import { participantsOf, type ParticipantKnown } from './participants';
import {
  entriesOf,
  entriesOfTrial,
  findTrial,
  stateOf,
  type EntryRow,
  type TrialRow,
} from './store';

/** A trial with everybody in it. */
export interface TrialKnown {
  readonly row: TrialRow;
  readonly entries: readonly EntryRow[];
  readonly known: readonly ParticipantKnown[];
  readonly today: Day;
  readonly timeZone: string;
}

/** All that is known of a trial. @throws HttpProblem 404 */
export async function knownTrial(db: Db, clinicId: string, id: string): Promise<TrialKnown> {
  const row = await findTrial(db, clinicId, id);
  const { timeZone } = await clinicOf(db, clinicId);
  const today = clinicToday(timeZone);
  await sumUp(db, eq(visits.clinicId, clinicId));
  const entries = await entriesOfTrial(db, clinicId, id);
  const known = await participantsOf(db, row, entries, { timeZone, today });
  return { row, entries, known, today, timeZone };
}

/** A trial as its page shows it: nothing of what the ways came to, and no seed before it is closed. */
export async function openTrial(db: Db, clinicId: string, id: string): Promise<TrialOpened> {
  const { row, entries, known } = await knownTrial(db, clinicId, id);
  const people = await db
    .select({ id: staff.id, name: staff.name })
    .from(staff)
    .where(eq(staff.clinicId, clinicId));
  const nameOf = (of: string) => defined(people.find((each) => each.id === of)).name;
  const { fixedAt, fixedBy, seedHash, closedAt, closedBy, closeReason, seed } = row;
  return {
    ...{ id, version: row.version, design: row.design, state: stateOf(row) },
    createdBy: nameOf(row.createdBy),
    fixed:
      fixedAt === null
        ? null
        : {
            at: fixedAt.toISOString(),
            by: nameOf(defined(fixedBy)),
            seedHash: defined(seedHash),
          },
    closed:
      closedAt === null
        ? null
        : {
            at: closedAt.toISOString(),
            by: nameOf(defined(closedBy)),
            ...{ reason: defined(closeReason), seed: defined(seed) },
          },
    participants: known.map(({ participant }) => participant),
    looks: entriesOf(entries, 'looked').map(({ addedAt, addedBy, body }) => ({
      ...{ at: addedAt.toISOString(), by: nameOf(addedBy), byId: addedBy },
      ...{ pairs: body.pairs, note: body.note },
    })),
  };
}

/** Whether somebody recorded a look at a trial today, and so sees again what it shows. */
export const hasLookedToday = (
  { entries, today, timeZone }: TrialKnown,
  { staffId }: Pick<Actor, 'staffId'>,
): boolean =>
  entriesOf(entries, 'looked').some(
    ({ addedBy, addedAt }) => addedBy === staffId && lookHolds(clinicDay(addedAt, timeZone), today),
  );

/** What a trial shows. */
export const shownOf = ({ row, entries, known }: TrialKnown): TrialShown => ({
  looks: entriesOf(entries, 'looked').length,
  outcomes: analyseTrial(row.design, valuesOf(known)),
});

/** Clients whose sides were drawn, with what came to each way. */
const valuesOf = (known: readonly ParticipantKnown[]): readonly TrialParticipant[] =>
  known.flatMap(({ participant, facts, counts }): TrialParticipant[] => {
    const { code, drawn, areas, deviations, left } = participant;
    if (drawn === null) return [];
    const valuesOfArm = (arm: Arm): SideValues => {
      const side = defined(TRIAL_SIDES.find((each) => drawn[each] === arm));
      const its = facts.filter(({ areaId }) => areaId === areas[side]);
      const countAt = (month: 0 | FollowUpMonth) =>
        counts.findLast((count) => count.side === side && count.month === month)?.perCm2 ?? null;
      const before = countAt(0);
      const leftAt = (month: FollowUpMonth) => {
        const now = countAt(month);
        return before === null || before === 0 || now === null ? null : (100 * now) / before;
      };
      return {
        hairLeft: Object.fromEntries(
          FOLLOW_UP_MONTHS.map((month) => [month, leftAt(month)]),
        ) as unknown as SideValues['hairLeft'],
        pain: meanOf(its.flatMap(({ painMax }) => painMax ?? [])),
        minutes: meanOf(its.map(({ treatMinutes }) => treatMinutes)),
        harm: its.length === 0 ? null : its.filter(({ adverse }) => adverse).length,
      };
    };
    return [
      {
        id: code,
        values: { a: valuesOfArm(ARMS[0]), b: valuesOfArm(ARMS[1]) },
        deviated: deviations.length > 0,
        leftBecause: left?.reason ?? null,
      },
    ];
  });

const meanOf = (values: readonly number[]): number | null =>
  values.length === 0 ? null : values.reduce((sum, each) => sum + each, 0) / values.length;
