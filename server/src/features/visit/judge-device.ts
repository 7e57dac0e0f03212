import type { NewEvent } from '@tidy-quill/contract/visit';
import { outputProblem } from '@tidy-quill/core/plan';
import { zoneRecord } from '@tidy-quill/core/session';
import { HttpProblem } from '../../http/problem';
import { catalogueNow } from '../calendar/in-service';
import type { Locked } from './store';

const WORDS = {
  notInService: 'This handpiece is out of use',
  otherOutput: 'What this handpiece gives was measured since',
} as const;

/**
 * Settings are read back from a handpiece that is in use, and that gives what it gave when they were planned.
 * @throws HttpProblem 422 where it is not
 */
export async function judgeDevice(
  { tx, clinicId, visit, events }: Locked,
  fresh: readonly NewEvent[],
): Promise<void> {
  const reads = fresh.filter(({ body }) => body.kind === 'settingsRead');
  if (reads.length === 0) return;
  const { handpieces } = await catalogueNow(tx, clinicId);
  for (const { areaId = visit.areaId } of reads) {
    const { plan, run } = zoneRecord(events, areaId, visit.areaId);
    if (plan === null) continue;
    const setting = run.setting ?? plan.setting;
    const problem = outputProblem(
      setting,
      handpieces.find(({ id }) => id === setting.handpieceId),
    );
    if (problem === null) continue;
    throw new HttpProblem('refused-by-rule', WORDS[problem], {
      detail: 'Go back to Plan and accept a setting for it as it is now.',
    });
  }
}
