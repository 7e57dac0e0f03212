import './plan.css';
import {
  asksForApproval,
  modelSilence,
  type PlanCase,
  type Proposals,
  type Setting,
} from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { useDraft } from '../../app/draft';
import { CourseLine } from '../course/CourseLine';
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
  const first = record.plan?.setting ?? defined(proposals.proposals[0]).setting;
  const [setting, setSetting, clearDraft] = useDraft<Setting>(`plan ${visit.id} ${area.id}`, first);
  return (
    <>
      <Stale />
      <CourseLine plan={plan} />
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

/** After a reaction, and where the model is silent, nothing is accepted before a supervisor approves. */
function approvalFirst({ subject }: PlanCase): string | null {
  if (!asksForApproval(subject, 'hair')) return null;
  return modelSilence(subject) === null
    ? 'It reacted last time: the supervisor’s approval comes before anything is accepted.'
    : 'The model does not cover this skin: a supervisor approves before anything is accepted.';
}
