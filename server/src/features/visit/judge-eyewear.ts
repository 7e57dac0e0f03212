import type { NewEvent } from '@tidy-quill/contract/visit';
import { misfitText } from '@tidy-quill/contract/labels/eyewear';
import { misfitOf } from '@tidy-quill/core/eyewear';
import { beamOf } from '@tidy-quill/core/prepare';
import { zoneRecord } from '@tidy-quill/core/session';
import { HttpProblem } from '../../http/problem';
import { eyewearOf } from '../eyewear/store';
import type { Locked } from './store';

/**
 * Eyewear that is named as put on fits the light of the plan, as its label says today, and is kept under its name.
 * @throws HttpProblem 422 for eyewear that does not fit, or is not the clinic's
 */
export async function judgeEyewear(
  { tx, clinicId, visit, events }: Locked,
  fresh: readonly NewEvent[],
): Promise<readonly NewEvent[]> {
  const names = ({ body }: NewEvent) => body.kind === 'checkTicked' && body.worn !== undefined;
  if (!fresh.some(names)) return fresh;
  const inventory = new Map(
    (await eyewearOf(tx, clinicId)).map(({ eyewear }) => [eyewear.id, eyewear] as const),
  );
  return fresh.map((event) => {
    const { body } = event;
    if (body.kind !== 'checkTicked' || body.worn === undefined) return event;
    const { plan, run } = zoneRecord(events, event.areaId ?? visit.areaId, visit.areaId);
    if (plan === null) return event;
    const light = plan.light ?? { wavelengthNm: plan.wavelengthNm };
    const beam = beamOf(run.setting ?? plan.setting, light);
    const worn = body.worn.map(({ id }) => {
      const pair = inventory.get(id);
      const misfit = pair === undefined ? null : misfitOf(pair, beam);
      if (pair === undefined || misfit !== null) {
        throw new HttpProblem('refused-by-rule', 'This eyewear is not for this light', {
          detail:
            pair === undefined || misfit === null
              ? 'It is not on the clinic’s list.'
              : `${pair.name}: ${misfitText(misfit)}.`,
        });
      }
      return { id, name: pair.name };
    });
    return { ...event, body: { ...body, worn } };
  });
}
