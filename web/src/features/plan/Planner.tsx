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
import { useCallback, useMemo, useState, type ReactNode } from 'react';
import { refusalText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { AnsweredLimits, AnsweredWays } from './Answered';
import { Recommended } from './Recommended';
import { SettingSteppers } from './SettingSteppers';
import { useView } from './use-planner';
import { TemperatureChart } from './TemperatureChart';
import { ProposalsTable } from './ProposalsTable';
import { lazily } from '../../widgets/lazily';
import { useLatest } from '../../widgets/use-latest';

const LightCheckPanel = lazily(async () => (await import('./LightCheckPanel')).LightCheckPanel);

/** The planner itself, with or without a client: window, setting, limits, ways, reasons, warmth. */
export function Planner({
  plan,
  proposals,
  setting,
  onChange: onChosen,
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
  const { value, fault, asked, ahead, isFresh } = useView(of, wholeOf(setting));
  const { evaluation, curves } = value;
  const onChange = useCallback(
    (next: Setting) => {
      ahead(wholeOf(next));
      onChosen(next);
    },
    [ahead, onChosen],
  );
  const latest = useLatest({ setting, onChange });
  const [onPoint] = useState(
    () => (point: Pick<Setting, 'pulseMs' | 'fluenceJcm2'>) =>
      latest.current.onChange({ ...latest.current.setting, ...point }),
  );
  const { handpieceId, technique } = setting;
  const way = useMemo(() => ({ handpieceId, technique }), [handpieceId, technique]);
  const handpiece = plan.handpieces.find(({ id }) => id === handpieceId);
  // What is worked out stands beside the setting that it follows from, until the one at hand is worked out too.
  const shown = asked?.setting ?? setting;
  const shownHandpiece = plan.handpieces.find(({ id }) => id === shown.handpieceId);
  const proposal = proposals.proposals.find((each) => sameWay(each, shown));
  const ladder = evaluation?.ladder ?? proposal?.ladder ?? NO_LADDER;
  const refusals = evaluation?.refusals ?? [];
  return (
    <>
      <Recommended handpieces={plan.handpieces} proposals={proposals} chosen={way} />
      {evaluation === null || handpiece === undefined
        ? null
        : aside?.(evaluation, handpiece, isFresh)}
      <div className="stage plan" aria-busy={!isFresh}>
        <div className="plan-ways">
          {shownHandpiece === undefined ? null : (
            <AnsweredWays
              plan={plan}
              view={value}
              setting={shown}
              handpiece={shownHandpiece}
              ladder={ladder}
              onChange={onChange}
              onPoint={onPoint}
            />
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
          <AnsweredLimits view={value} setting={shown} />
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
        chosen={way}
        last={lastSessions(plan.subject.history).at(-1)?.setting ?? null}
        onChoose={onChange}
      />
      {curves === null || evaluation?.model == null ? null : (
        <TemperatureChart temperatureCurves={curves} fluenceJcm2={shown.fluenceJcm2} />
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

const wholeOf = (setting: Setting) => ({ setting, colours: [], whole: true });

const NO_LADDER: readonly number[] = [];

const sameWay = ({ setting }: Proposal, chosen: Setting) =>
  setting.handpieceId === chosen.handpieceId && setting.technique === chosen.technique;
