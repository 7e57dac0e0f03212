import { stepRule, wholeSessions } from '@tidy-quill/core/plan';
import type { SkinAnswer } from '@tidy-quill/core/reaction';
import { ADVERSE_WORDS, ENDPOINT_WORDS, figure, sentence, STEP_WORDS } from '../../text';
import { Notice } from '../../widgets/Notice';
import { useOpenVisit } from '../visit/use-visit';

const EXPECTED = {
  hair: 'slight redness or small bumps around the hairs, pain 0–4',
  ink: 'an even whitening that fades in about 20 minutes, pain 0–6',
} as const;

/** What was to be expected beside what is seen, and what that means for next time. */
export function ExpectedSeen({ answer, severe }: { answer: SkinAnswer; severe: boolean }) {
  const { area, history, record } = useOpenVisit();
  const advice = stepRule(answer);
  const last = wholeSessions(history).at(-1);
  const used = record.run.setting?.fluenceJcm2 ?? null;
  const text = (of: SkinAnswer) =>
    [
      ...(of.adverse.length > 0
        ? of.adverse.map((each) => ADVERSE_WORDS[each])
        : [ENDPOINT_WORDS[of.endpoint]]),
      of.painMax === null ? 'pain not asked' : `pain up to ${of.painMax}`,
    ].join(', ');
  return (
    <>
      <dl className="expected-seen">
        <dt>Expected</dt>
        <dd>{EXPECTED[area.job]}</dd>
        <dt>Last time</dt>
        <dd>{last === undefined ? 'no session here yet' : text(last.answer)}</dd>
        <dt>Seen</dt>
        <dd>
          <strong>{text(answer)}</strong>
        </dd>
      </dl>
      <Notice
        kind={answer.adverse.length > 0 ? 'stop' : 'info'}
        title="What it means for next time"
      >
        <p>
          {sentence(STEP_WORDS[advice.because])}
          {used === null || advice.factor === 1 ? '' : `: ${arithmetic(used, advice.factor)}`}
          {advice.newTestSpot ? '; a new test spot first' : ''}
          {advice.supervisor ? '; with the supervisor’s approval' : ''}.
        </p>
        {severe ? (
          <p>
            <strong>Severe: clinician now.</strong> Cool, cover, do not send home alone.
          </p>
        ) : null}
      </Notice>
    </>
  );
}

const arithmetic = (used: number, factor: number) =>
  `${figure(used, 2)} × ${factor} = ${figure(used * factor, 2)} J/cm² before limits and steps`;
