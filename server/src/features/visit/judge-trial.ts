import type { NewEvent } from '@tidy-quill/contract/visit';
import { zoneRecord } from '@tidy-quill/core/session';
import type { Setting } from '@tidy-quill/core/plan';
import { judgeTrialArm } from '../trials/of-visit';
import type { Locked } from './store';

/**
 * What is started, or dialled in, on a side of a trial is of the way that was drawn for it.
 * @throws HttpProblem 422 for the other side’s way
 */
export async function judgeTrial(
  { tx, clinicId, visit, events }: Locked,
  fresh: readonly NewEvent[],
): Promise<void> {
  for (const { body, areaId = visit.areaId } of fresh) {
    const planned = () => zoneRecord(events, areaId, visit.areaId).plan?.setting;
    const setting = settingOf(body, planned);
    if (setting === undefined) continue;
    await judgeTrialArm(tx, clinicId, visit, areaId, setting, workedIn(events, visit.areaId));
  }
}

/** What each area of a visit is worked with, once its treatment has begun; null before. */
export const workedIn =
  (events: Locked['events'], visitAreaId: string) =>
  (areaId: string): Setting | null => {
    const { run } = zoneRecord(events, areaId, visitAreaId);
    return run.startedAt === null ? null : run.setting;
  };

function settingOf(body: NewEvent['body'], planned: () => Setting | undefined) {
  switch (body.kind) {
    case 'treatmentStarted':
      return planned();
    case 'settingChanged':
      return body.setting as Setting;
    default:
      return undefined;
  }
}
