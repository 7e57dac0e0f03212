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
    const setting = settingOf(body, () => zoneRecord(events, areaId, visit.areaId).plan?.setting);
    if (setting !== undefined) await judgeTrialArm(tx, clinicId, visit, areaId, setting);
  }
}

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
