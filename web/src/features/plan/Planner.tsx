import './plan.css';
import {
  lastSessions,
  type Evaluation,
  type Handpiece,
  type PlanCase,
  type Proposal,
  type Proposals,
  type Setting,
} from '@tidy-quill/core/plan';
import { useMemo, type ReactNode } from 'react';
import { refusalText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { Cautions } from './Cautions';
import { LimitBars } from './LimitBars';
import { ModelFigures } from './ModelFigures';
import { Recommended } from './Recommended';
import { AlternativeChoice } from './AlternativeChoice';
import { ModelView } from './ModelView';
import { SettingSteppers } from './SettingSteppers';
import { useView } from './use-planner';
import { TemperatureChart } from './TemperatureChart';
import { ProposalsTable } from './ProposalsTable';
import { WhyStart } from './WhyStart';
import { lazily } from '../../widgets/lazily';

const ChanceCurves = lazily(async () => (await import('./ChanceCurves')).ChanceCurves);
const Chances = lazily(async () => (await import('./Chances')).Chances);
const LightCheckPanel = lazily(async () => (await import('./LightCheckPanel')).LightCheckPanel);

/** The planner itself, with or without a client: window, setting, limits, ways, reasons, warmth. */
export function Planner({
  plan,
  proposals,
  setting,
  onChange,
  aside,
  foot,
}: {
  plan: PlanCase;
  proposals: Proposals;
  setting: Setting;
  onChange: (setting: Setting) => void;
  /** What stands above it, given what follows from the setting. */
  aside?: (evaluation: Evaluation, handpiece: Handpiece, isFresh: boolean) => ReactNode;
  /** What stands below, given whether the setting may be used. */
  foot: (usable: boolean) => ReactNode;
}) {
  const of = useMemo(() => ({ job: 'hair' as const, plan }), [plan]);
  const { value, fault, isFresh } = useView(of, { setting, colours: [], whole: true });
  const { evaluation, curves, alternatives, map, uncertainty } = value;
  const handpiece = plan.handpieces.find(({ id }) => id === setting.handpieceId);
  const proposal = proposals.proposals.find((each) => sameWay(each, setting));
  const ladder = evaluation?.ladder ?? proposal?.ladder ?? [];
  const refusals = evaluation?.refusals ?? [];
  return (
    <>
      <Recommended handpieces={plan.handpieces} proposals={proposals} chosen={setting} />
      {evaluation === null || handpiece === undefined
        ? null
        : aside?.(evaluation, handpiece, isFresh)}
      <div className="stage plan" aria-busy={!isFresh}>
        <div className="plan-ways">
          {evaluation === null || handpiece === undefined ? null : (
            <ModelView
              plan={plan}
              handpiece={handpiece}
              setting={setting}
              evaluation={evaluation}
              ladder={ladder}
              map={map}
              uncertainty={uncertainty}
              onChange={onChange}
            />
          )}
          {evaluation?.model == null || evaluation.learnt === null ? null : (
            <ChanceCurves
              model={evaluation.model}
              learnt={evaluation.learnt}
              fluenceJcm2={setting.fluenceJcm2}
              riskJcm2={evaluation.limits?.risk ?? null}
            />
          )}
          {evaluation === null ? null : (
            <WhyStart evaluation={evaluation} setting={setting} ladder={ladder} />
          )}
          {alternatives === null || handpiece === undefined ? null : (
            <AlternativeChoice
              alternatives={alternatives}
              handpiece={handpiece}
              onChange={onChange}
            />
          )}
          {evaluation === null ? null : (
            <>
              <Cautions evaluation={evaluation} />
              <ModelFigures evaluation={evaluation} setting={setting} />
            </>
          )}
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
              protocol={plan.protocol}
              onChange={onChange}
            />
          )}
          {evaluation === null ? null : (
            <>
              <LimitBars evaluation={evaluation} setting={setting} uncertainty={uncertainty} />
              <Chances
                evaluation={evaluation}
                fluenceJcm2={setting.fluenceJcm2}
                today={plan.today}
              />
            </>
          )}
        </div>
      </div>
      <div aria-live="polite">
        {refusals.map((refusal) => (
          <p key={refusal.code} className="refusal" role="alert">
            {refusalText(refusal)}
          </p>
        ))}
        {fault === null ? null : <p className="refusal">{fault}</p>}
      </div>
      <ProposalsTable
        handpieces={plan.handpieces}
        proposals={proposals}
        chosen={setting}
        last={lastSessions(plan.subject.history).at(-1)?.setting ?? null}
        onChoose={onChange}
      />
      {curves === null || evaluation?.model == null ? null : (
        <TemperatureChart temperatureCurves={curves} fluenceJcm2={setting.fluenceJcm2} />
      )}
      {handpiece === undefined || evaluation?.model == null ? null : (
        <LightCheckPanel
          key={JSON.stringify([plan.subject, setting.handpieceId, setting.spot])}
          plan={plan}
          handpiece={handpiece}
          setting={setting}
        />
      )}
      {foot(evaluation !== null && refusals.length === 0)}
    </>
  );
}

const sameWay = ({ setting }: Proposal, chosen: Setting) =>
  setting.handpieceId === chosen.handpieceId && setting.technique === chosen.technique;
