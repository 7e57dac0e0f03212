import './plan.css';
import {
  asksForApproval,
  modelSilence,
  sameOutput,
  type PlanCase,
  type Proposals,
  type Setting,
} from '@tidy-quill/core/plan';
import { belongsTo } from '@tidy-quill/core/trial';
import { defined } from '@tidy-quill/core/units';
import { Notice } from '../../widgets/Notice';
import { TrialSideNotice } from '../trials/TrialSideNotice';
import { useTrialSide } from '../trials/use-trial-side';
import { useDraft } from '../../app/draft';
import { DeviceNotice } from '../devices/DeviceNotice';
import { useVisit, usePlanCase } from '../visit/use-visit';
import { AcceptFoot } from './AcceptFoot';
import { Planner } from './Planner';
import { Proposed } from './Proposed';
import { Stale } from './Stale';
import { lazily } from '../../widgets/lazily';

const CourseLine = lazily(async () => (await import('../course/CourseLine')).CourseLine);

/** The ways to treat this area, ranked; the chosen one with its window, limits, work and reasons. */
export function PlanStage() {
  const plan = defined(usePlanCase());
  const side = useTrialSide();
  // Before the sides of a trial are drawn nothing is planned on either.
  if (side !== null && side.arm === null) return <TrialSideNotice />;
  return (
    <Proposed plan={plan}>{(proposals) => <OfSide plan={plan} proposals={proposals} />}</Proposed>
  );
}

/** Of a side of a trial the ways alone that were drawn for it, unless a deviation is recorded. */
function OfSide({ plan, proposals }: { plan: PlanCase; proposals: Proposals }) {
  const side = useTrialSide();
  if (side === null || side.arm === null || side.deviates) {
    return (
      <>
        <TrialSideNotice />
        <Planning plan={plan} proposals={proposals} />
      </>
    );
  }
  const { arm } = side;
  const own = proposals.proposals.filter(({ setting }) => belongsTo(arm, setting));
  return (
    <>
      <TrialSideNotice />
      {own.length === 0 ? (
        <Notice kind="stop" title={`Nothing is proposed for ${arm.name} here`}>
          <p>The protocol and the limits leave no setting of this way on this side today.</p>
        </Notice>
      ) : (
        <Planning plan={plan} proposals={{ ...proposals, proposals: own }} />
      )}
    </>
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
