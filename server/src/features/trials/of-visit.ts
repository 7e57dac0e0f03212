import { ALIKE_PART_WORDS } from '@tidy-quill/contract/labels/trials';
import type { TrialOfVisit } from '@tidy-quill/contract/trials';
import { armRefusal, TRIAL_SIDES, unlikeParts } from '@tidy-quill/core/trial';
import type { Setting } from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { trialEntries, trials } from '../../db/trial-tables';
import { entriesOf, refused, type EntryRow, type TrialRow } from './store';

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
 * Refuses a setting on a side that was drawn for the other way, or before the sides were drawn, or unlike the one that the other
 * side is worked with where both go alike.
 * @param workedWith the setting of another area of this visit, once its treatment has begun
 * @throws HttpProblem 422
 */
export async function judgeTrialArm(
  db: Queryable,
  clinicId: string,
  visit: { readonly id: string; readonly clientId: string },
  areaId: string,
  setting: Setting,
  workedWith: (areaId: string) => Setting | null,
): Promise<void> {
  const trial = await trialOfVisit(db, clinicId, visit.clientId, visit.id);
  const side = TRIAL_SIDES.find((each) => trial?.areas[each] === areaId);
  if (trial === null || side === undefined) return;
  const deviates = trial.deviating.includes(areaId);
  const { arms, settings } = trial.design;
  const refusal = armRefusal({ ...{ arms, drawn: trial.drawn, side, setting }, deviates });
  if (refusal === null && deviates) return;
  if (refusal === null) {
    const otherSide = defined(TRIAL_SIDES.find((each) => each !== side));
    const unlike = unlikeParts(settings, setting, workedWith(trial.areas[otherSide]));
    if (unlike.length === 0) return;
    throw refused(
      'This is not the other side’s setting',
      `${trial.title}: both sides go alike, and ${unlike.map((part) => ALIKE_PART_WORDS[part]).join(', ')} would differ. Record a deviation with its reason to work otherwise.`,
    );
  }
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
