import './watch.css';
import { lastSessions, leadingOn, stepRule } from '@tidy-quill/core/plan';
import type { Mark } from '@tidy-quill/core/reaction';
import { faintEnough, segmentsOf, type SettingResponse } from '@tidy-quill/core/session';
import { figure, fluenceText, responseText, sentence, STEP_WORDS, worstPainText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useVisit } from '../visit/use-visit';
import { lazily } from '../../widgets/lazily';

const WhatItTaught = lazily(async () => (await import('./WhatItTaught')).WhatItTaught);

const EXPECTED = {
  hair: 'slight redness or small bumps around the hairs, pain 0–4',
  ink: 'an even whitening that fades in about 20 minutes, pain 0–6',
} as const;

/** What was to be expected beside what is seen, and what that means for next time, by each setting that the next plan goes by. */
export function ExpectedSeen({ seen, severe }: { seen: readonly Mark[]; severe: boolean }) {
  const { area, history, record } = useVisit('area', 'history', 'record');
  const last = lastSessions(history);
  const used = segmentsOf(record, seen);
  const harmed = used.some(({ answer }) => answer.adverse.length > 0);
  return (
    <>
      <dl className="expected-seen">
        <dt>Expected</dt>
        <dd>{EXPECTED[area.job]}</dd>
        <dt>Last time</dt>
        <dd>{last.length === 0 ? 'no session here yet' : <Answers used={last} />}</dd>
        <dt>Seen</dt>
        <dd>
          <strong>
            <Answers used={used} />
          </strong>
        </dd>
      </dl>
      <Notice kind={harmed ? 'stop' : 'info'} title="What it means for next time">
        {leadingOn(used).map((each, index) => (
          <p key={index}>{nextTime(each)}</p>
        ))}
        <WhatItTaught />
        {severe ? (
          <p>
            <strong>Severe: clinician now.</strong> Cool, cover, do not send home alone.
          </p>
        ) : null}
      </Notice>
    </>
  );
}

/** A line a setting; its fluence is named where there were several. */
function Answers({ used }: { used: readonly Pick<SettingResponse, 'setting' | 'answer'>[] }) {
  return used.map(({ setting, answer }, index) => {
    const at = used.length > 1 ? `${fluenceText(setting)}: ` : '';
    return <div key={index}>{`${at}${responseText(answer)}, ${worstPainText(answer)}`}</div>;
  });
}

/** What the step rule makes of one setting's own response. */
function nextTime({ plan, setting: { fluenceJcm2 }, answer }: SettingResponse): string {
  const advice = stepRule(answer, faintEnough(plan));
  const wanted = figure(fluenceJcm2 * advice.factor, 2);
  const next =
    advice.factor === 1
      ? `, ${wanted} J/cm² again`
      : `: ${figure(fluenceJcm2, 2)} × ${advice.factor} = ${wanted} J/cm² before limits and steps`;
  const spot = advice.newTestSpot ? '; a new test spot first' : '';
  const approval = advice.supervisor ? '; with the supervisor’s approval' : '';
  return `${sentence(STEP_WORDS[advice.because])}${next}${spot}${approval}.`;
}
