import './plan.css';
import {
  asksForApproval,
  modelSilence,
  sameOutput,
  type PlanCase,
  type Proposals,
  type Setting,
} from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { useDraft } from '../../app/draft';
import { CourseLine } from '../course/CourseLine';
import { DeviceNotice } from '../devices/DeviceNotice';
import { useVisit, usePlanCase } from '../visit/use-visit';
import { AcceptFoot } from './AcceptFoot';
import { Planner } from './Planner';
import { Proposed } from './Proposed';
import { Stale } from './Stale';

/** The ways to treat this area, ranked; the chosen one with its window, limits, work and reasons. */
export function PlanStage() {
  const plan = defined(usePlanCase());
  return (
    <Proposed plan={plan}>{(proposals) => <Planning plan={plan} proposals={proposals} />}</Proposed>
  );
}

function Planning({ plan, proposals }: { plan: PlanCase; proposals: Proposals }) {
  const { record, visit, area } = useVisit('record', 'visit', 'area');
  const proposed = defined(proposals.proposals[0]).setting;
  const first = record.plan?.setting ?? proposed;
  const [kept, setSetting, clearDraft] = useDraft<Setting>(`plan ${visit.id} ${area.id}`, first);
  // What a handpiece gives was measured since: begin from what is proposed for it as it is now.
  const setting = isAsMeasured(plan, kept)
    ? kept
    : (proposals.proposals.find((each) => each.setting.handpieceId === kept.handpieceId)?.setting ??
      proposed);
  return (
    <>
      <Stale />
      <CourseLine plan={plan} />
      <DeviceNotice setting={setting} />
      <Planner
        plan={plan}
        proposals={proposals}
        setting={setting}
        onChange={setSetting}
        foot={(usable) => (
          <AcceptFoot
            setting={setting}
            usable={usable}
            approvalFirst={record.agreed === null ? approvalFirst(plan) : null}
            onAccepted={clearDraft}
          />
        )}
      />
    </>
  );
}

const isAsMeasured = ({ handpieces }: PlanCase, { handpieceId, output }: Setting): boolean => {
  const handpiece = handpieces.find(({ id }) => id === handpieceId);
  return handpiece === undefined || sameOutput(output, handpiece.output);
};

/** After a reaction, and where the model is silent, nothing is accepted before a supervisor approves. */
function approvalFirst({ subject }: PlanCase): string | null {
  if (!asksForApproval(subject, 'hair')) return null;
  return modelSilence(subject) === null
    ? 'It reacted last time: the supervisor’s approval comes before anything is accepted.'
    : 'The model does not cover this skin: a supervisor approves before anything is accepted.';
}
