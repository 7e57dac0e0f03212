import type { TrialFollowUp, TrialOfVisit } from '@tidy-quill/contract/trials';
import { armRefusal, TRIAL_SIDES } from '@tidy-quill/core/trial';
import type { Setting } from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import type { Db, Queryable } from '../../db/connect';
import { trialEntries, trials } from '../../db/trial-tables';
import { clinicToday } from '../../http/clinic-day';
import { clinicOf } from '../calendar/store';
import { clientsById } from '../clients/store';
import { participantsOf } from './participants';
import { entriesOf, entriesOfTrial, refused, type EntryRow, type TrialRow } from './store';

/** The running trial that a client takes part in, as a visit needs it; null where there is none. */
export async function trialOfVisit(
  db: Queryable,
  clinicId: string,
  clientId: string,
  visitId: string,
): Promise<TrialOfVisit | null> {
  const rows = await db
    .select({ trial: trials, entry: trialEntries })
    .from(trialEntries)
    .innerJoin(
      trials,
      and(eq(trials.clinicId, trialEntries.clinicId), eq(trials.id, trialEntries.trialId)),
    )
    .where(
      and(
        ...[eq(trialEntries.clinicId, clinicId), eq(trialEntries.clientId, clientId)],
        ...[isNotNull(trials.fixedAt), isNull(trials.closedAt)],
      ),
    );
  const [first] = rows;
  if (first === undefined) return null;
  const entries = rows.map(({ entry }) => entry);
  return asOfVisit(first.trial, entries, visitId);
}

function asOfVisit(
  { id, design }: TrialRow,
  entries: readonly EntryRow[],
  visitId: string,
): TrialOfVisit | null {
  const [enrolled] = entriesOf(entries, 'enrolled');
  if (enrolled === undefined || entriesOf(entries, 'left').length > 0) return null;
  const areas = { left: enrolled.body.leftAreaId, right: enrolled.body.rightAreaId };
  const [drawn] = entriesOf(entries, 'drawn');
  const { title, arms, settings, visits } = design;
  return {
    ...{ id, title, areas, design: { arms, settings, visits } },
    drawn: drawn === undefined ? null : { left: drawn.body.left, right: drawn.body.right },
    deviating: entriesOf(entries, 'deviated')
      .filter(({ body }) => body.visitId === visitId)
      .map(({ body }) => areas[body.side]),
  };
}

/**
 * Refuses a setting on a side that was drawn for the other way, or before the sides were drawn.
 * @throws HttpProblem 422
 */
export async function judgeTrialArm(
  db: Queryable,
  clinicId: string,
  visit: { readonly id: string; readonly clientId: string },
  areaId: string,
  setting: Pick<Setting, 'handpieceId' | 'technique'>,
): Promise<void> {
  const trial = await trialOfVisit(db, clinicId, visit.clientId, visit.id);
  const side = TRIAL_SIDES.find((each) => trial?.areas[each] === areaId);
  if (trial === null || side === undefined) return;
  const refusal = armRefusal({
    ...{ arms: trial.design.arms, drawn: trial.drawn, side, setting },
    deviates: trial.deviating.includes(areaId),
  });
  if (refusal === null) return;
  throw refusal === 'notDrawn'
    ? refused(
        'The sides of the trial have not been drawn',
        `${trial.title}: draw them at Plan, before either side is planned.`,
      )
    : refused(
        'This is the other side’s way',
        `${trial.title}: this side is worked ${trial.design.arms[defined(trial.drawn)[side]].name}. Record a deviation with its reason to work otherwise.`,
      );
}

/** Follow-ups of running trials whose window is open, the one that closes first at the head. */
export async function trialFollowUps(db: Db, clinicId: string): Promise<TrialFollowUp[]> {
  const { timeZone } = await clinicOf(db, clinicId);
  const today = clinicToday(timeZone);
  const running = await db
    .select()
    .from(trials)
    .where(and(eq(trials.clinicId, clinicId), isNotNull(trials.fixedAt), isNull(trials.closedAt)));
  const lists = await Promise.all(
    running.map(async (row) => {
      const entries = await entriesOfTrial(db, clinicId, row.id);
      const known = await participantsOf(db, row, entries, { timeZone, today });
      const clientOf = await clientsById(
        db,
        clinicId,
        known.map(({ participant }) => participant.client.id),
      );
      return known.flatMap(({ participant: { client, site, followUps } }) =>
        followUps
          .filter(({ state }) => state === 'open')
          .map(({ month, from, due, until }) => ({
            ...{ trialId: row.id, title: row.design.title, site, month, from, due, until },
            client: { ...client, phone: defined(clientOf.get(client.id)).phone },
          })),
      );
    }),
  );
  return lists.flat().sort((one, other) => one.until.localeCompare(other.until));
}
