import type { PlanCase, Proposal, Setting } from '@tidy-quill/core/plan';
import { Skeleton } from 'antd';
import { useNavigate } from 'react-router';
import { v7 } from 'uuid';
import { problemText, useAcceptPlanMutation } from '../../app/api';
import { useDraft } from '../../app/draft';
import { figure, refusalText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { CAUTION_SHORT } from '../auth/caution';
import { StageFoot } from '../visit/StageFoot';
import { useOpenVisit, usePlanCase } from '../visit/use-visit';
import { Cautions } from './Cautions';
import { LimitBars } from './LimitBars';
import { SettingSteppers } from './SettingSteppers';
import { useEvaluation, useProposals } from './use-planner';
import { WaysTable } from './WaysTable';
import { WhyStart } from './WhyStart';

/** The ways to treat this area, ranked; the chosen one with its limits, work and reasons. */
export function PlanStage() {
  const plan = usePlanCase()!;
  const { value, fault } = useProposals(plan);
  if (fault !== null) {
    return (
      <Notice kind="stop" title="This cannot be planned">
        <p>{fault}</p>
      </Notice>
    );
  }
  if (value === null) return <Skeleton active paragraph={{ rows: 8 }} />;
  if (value.refused !== null) {
    return (
      <Notice kind="stop" title="No setting is proposed">
        <p>{refusalText(value.refused)}</p>
      </Notice>
    );
  }
  if (value.proposals.length === 0) {
    return (
      <>
        <Notice kind="stop" title="No setting is proposed">
          <p>None of the handpieces in service has an approved way to treat this.</p>
        </Notice>
        <WaysTable proposals={[]} leftOut={value.leftOut} chosen={null} onChoose={() => {}} />
      </>
    );
  }
  return <Planning plan={plan} proposals={value.proposals} leftOut={value.leftOut} />;
}

function Planning({
  plan,
  proposals,
  leftOut,
}: {
  plan: PlanCase;
  proposals: readonly Proposal[];
  leftOut: Parameters<typeof WaysTable>[0]['leftOut'];
}) {
  const { record, visit } = useOpenVisit();
  const navigate = useNavigate();
  const first = record.plan?.setting ?? proposals[0]!.setting;
  const [setting, setSetting, clearDraft] = useDraft<Setting>(`plan ${visit.id}`, first);
  const { value: evaluation, fault } = useEvaluation(plan, setting);
  const [accept, { isLoading, error }] = useAcceptPlanMutation();
  const handpiece = plan.handpieces.find(({ id }) => id === setting.handpieceId);
  const proposal = proposals.find(
    (each) =>
      each.setting.handpieceId === setting.handpieceId &&
      each.setting.technique === setting.technique,
  );
  const refusals = evaluation?.refusals ?? [];
  const treatable = record.run.state !== 'ended';
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
    <>
      <div className="stage plan">
        <div className="plan-ways">
          <WaysTable
            proposals={proposals}
            leftOut={leftOut}
            chosen={setting}
            onChoose={setSetting}
          />
          {evaluation === null || proposal === undefined ? null : (
            <WhyStart evaluation={evaluation} setting={setting} ladder={proposal.ladder} />
          )}
          {evaluation === null ? null : <Cautions evaluation={evaluation} />}
        </div>
        <div className="plan-setting">
          {handpiece === undefined ? (
            <Notice kind="stop" title="This handpiece is no longer listed" />
          ) : (
            <SettingSteppers
              handpiece={handpiece}
              setting={setting}
              evaluation={evaluation}
              subject={plan.subject}
              onChange={setSetting}
            />
          )}
          {evaluation === null ? null : <LimitBars evaluation={evaluation} setting={setting} />}
        </div>
      </div>
      <div aria-live="polite">
        {refusals.map((refusal) => (
          <p key={refusal.code} className="refusal" role="alert">
            {refusalText(refusal)}
          </p>
        ))}
        {fault === null ? null : <p className="refusal">{fault}</p>}
        {error === undefined ? null : <p className="refusal">{problemText(error)}</p>}
      </div>
      <StageFoot
        action={`Accept ${figure(setting.fluenceJcm2, 2)} J/cm²`}
        disabled={evaluation === null || refusals.length > 0 || !treatable}
        busy={isLoading}
        onAction={() => void onAccept()}
      >
        {CAUTION_SHORT}
      </StageFoot>
    </>
  );
}
