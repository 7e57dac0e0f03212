import './plan.css';
import {
  asksForApproval,
  modelSilence,
  type PlanCase,
  type Proposals,
  type Setting,
} from '@tidy-quill/core/plan';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { problemText } from '../../app/api';
import { useAcceptPlanMutation } from '../../app/visit-api';
import { useDraft } from '../../app/draft';
import { figure } from '../../text';
import { CAUTION_SHORT } from '../auth/caution';
import { StageFoot } from '../visit/StageFoot';
import { SupervisorWord } from '../visit/SupervisorWord';
import { useOnce } from '../../widgets/use-once';
import { useVisit, usePlanCase } from '../visit/use-visit';
import { Planner } from './Planner';
import { Proposed } from './Proposed';
import { Stale } from './Stale';
import { nowText } from '../../visit-engine/clock';

/** The ways to treat this area, ranked; the chosen one with its window, limits, work and reasons. */
export function PlanStage() {
  const plan = usePlanCase()!;
  return (
    <Proposed plan={plan}>{(proposals) => <Planning plan={plan} proposals={proposals} />}</Proposed>
  );
}

function Planning({ plan, proposals }: { plan: PlanCase; proposals: Proposals }) {
  const { record, visit, area, pathOf } = useVisit('record', 'visit', 'area', 'pathOf');
  // After a reaction, and where the model is silent, nothing is accepted before a supervisor approves.
  const wordNeeded = asksForApproval(plan.subject, 'hair') && record.agreed === null;
  const silent = modelSilence(plan.subject) !== null;
  const [asking, setAsking] = useState(false);
  const navigate = useNavigate();
  const first = record.plan?.setting ?? proposals.proposals[0]!.setting;
  const [setting, setSetting, clearDraft] = useDraft<Setting>(`plan ${visit.id} ${area.id}`, first);
  const [accept, { error }] = useAcceptPlanMutation();
  const keep = async () => {
    const result = await accept({
      visitId: visit.id,
      areaId: area.id,
      id: v7(),
      at: nowText(),
      setting: setting as Parameters<typeof accept>[0]['setting'],
    });
    if (result.error !== undefined) return;
    clearDraft();
    void navigate(pathOf('prepare'));
  };
  const [busy, onAccept] = useOnce(keep);
  return (
    <>
      <Stale />
      <Planner
        plan={plan}
        proposals={proposals}
        setting={setting}
        onChange={setSetting}
        foot={(usable) => (
          <StageFoot
            action={
              wordNeeded
                ? 'Supervisor’s approval…'
                : `Accept ${figure(setting.fluenceJcm2, 2)} J/cm²`
            }
            disabled={(!usable && !wordNeeded) || record.run.state === 'ended'}
            busy={busy}
            onAction={() => (wordNeeded ? setAsking(true) : onAccept())}
            above={error === undefined ? null : <p className="refusal">{problemText(error)}</p>}
          >
            {wordNeeded
              ? silent
                ? 'The model does not cover this skin: a supervisor approves before anything is accepted.'
                : 'It reacted last time: the supervisor’s approval comes before anything is accepted.'
              : CAUTION_SHORT}
            {record.agreed === null ? null : ` Agreed by a supervisor: ${record.agreed.reason}`}
            {asking ? <SupervisorWord about="reaction" onClose={() => setAsking(false)} /> : null}
          </StageFoot>
        )}
      />
    </>
  );
}
