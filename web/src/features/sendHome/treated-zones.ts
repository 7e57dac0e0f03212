import { aftercare, mergedAdvice, type Advice, type Habit } from '@tidy-quill/core/aftercare';
import type { ClinicalFigures } from '@tidy-quill/core/figures';
import { nextVisitOf, visitAfterTest, type NextVisit } from '@tidy-quill/core/course';
import { sessionDays, workingSkin } from '@tidy-quill/core/plan';
import { answerOf, shortestNm } from '@tidy-quill/core/session';
import { isTestVisit } from '@tidy-quill/core/workflow';
import { spotAnswer } from '@tidy-quill/core/spot';
import type { OpenVisit, OpenZone } from '../../visit-engine/open-visit';

/** One zone that something was fired on, and what follows from it. */
export interface Treated {
  readonly zone: OpenZone;
  readonly advice: readonly Advice[];
  readonly next: NextVisit;
}

/** The zones that were treated or tested today, each with its aftercare and its next visit. */
export function treatedZones(
  {
    zones,
    before,
    aftercare: blocks,
    catalogue: { protocol: own },
  }: Pick<OpenVisit, 'zones' | 'before' | 'aftercare'> & {
    readonly catalogue: { readonly protocol: ClinicalFigures };
  },
  habits: readonly Habit[],
): readonly Treated[] {
  return zones.flatMap((zone): Treated[] => {
    const { record, area } = zone;
    const { plan } = record;
    const tested = isTestVisit(record);
    if (plan === null || (record.run.startedAt === null && !tested)) return [];
    const { site, job } = area;
    const treatedOn = plan.plannedOn;
    const spotsHarmed = record.spots.some((spot) => spotAnswer(spot).adverse.length > 0);
    const adverse = answerOf(record).adverse.length > 0 || spotsHarmed;
    const visitNumber = sessionDays(before[area.id]?.history ?? []) + 1;
    const next = tested
      ? visitAfterTest({ testedOn: treatedOn, adverse, own })
      : nextVisitOf({ job, site, treatedOn, visitNumber, adverse, own });
    return [
      {
        zone,
        next,
        advice: aftercare(blocks.content, {
          job,
          site,
          technique: record.run.startedAt === null ? null : plan.setting.technique,
          wavelengthNm: shortestNm(record) ?? plan.wavelengthNm,
          workingType: workingSkin(plan.subject).type,
          treatedOn,
          harmed: adverse,
          habits,
        }),
      },
    ];
  });
}

/** All lines that the client takes home, each once. */
export const adviceFor = (treated: readonly Treated[]): readonly Advice[] =>
  mergedAdvice(treated.map(({ advice }) => advice));
