import type { PlanCase, Proposals, Setting } from '@tidy-quill/core/plan';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useAcceptPlanMutation } from '../../app/api';
import { useDraft } from '../../app/draft';
import { figure } from '../../text';
import { CAUTION_SHORT } from '../auth/caution';
import { StageFoot } from '../visit/StageFoot';
import { useOpenVisit, usePlanCase } from '../visit/use-visit';
import { Planner } from './Planner';
import { Proposed } from './Proposed';

/** The ways to treat this area, ranked; the chosen one with its window, limits, work and reasons. */
export function PlanStage() {
  const plan = usePlanCase()!;
  return (
    <Proposed plan={plan}>{(proposals) => <Planning plan={plan} proposals={proposals} />}</Proposed>
  );
}

function Planning({ plan, proposals }: { plan: PlanCase; proposals: Proposals }) {
  const { record, visit } = useOpenVisit();
  const navigate = useNavigate();
  const first = record.plan?.setting ?? proposals.proposals[0]!.setting;
  const [setting, setSetting, clearDraft] = useDraft<Setting>(`plan ${visit.id}`, first);
  const [accept, { isLoading, error }] = useAcceptPlanMutation();
  const onAccept = async () => {
    const result = await accept({
      visitId: visit.id,
      id: v7(),
      at: new Date().toISOString(),
      setting: setting as Parameters<typeof accept>[0]['setting'],
    });
    if (result.error !== undefined) return;
    clearDraft();
    void navigate(`/visits/${visit.id}/treat`);
  };
  return (
    <Planner
      plan={plan}
      proposals={proposals}
      setting={setting}
      onChange={setSetting}
      foot={(usable) => (
        <StageFoot
          action={`Accept ${figure(setting.fluenceJcm2, 2)} J/cm²`}
          disabled={!usable || record.run.state === 'ended'}
          busy={isLoading}
          onAction={() => void onAccept()}
          above={error === undefined ? null : <p className="refusal">{problemText(error)}</p>}
        >
          {CAUTION_SHORT}
        </StageFoot>
      )}
    />
  );
}
