import type { JudgementOpened } from '@tidy-quill/contract/practice';
import type { Handpiece } from '@tidy-quill/core/plan';
import {
  DECISION_WORDS,
  FACT_WORDS,
  figure,
  findingText,
  HAIR_DONE_WORDS,
  INK_REFUSAL_WORDS,
  judgedSentence,
  refusalText,
  RISK_LEVEL_WORDS,
  sentence,
  settingText,
  skinSentence,
  TEST_SPOT_WORDS,
} from '../../text';

/** What the rules, the limits and the model say of a judgement, what would have happened, and what there was to see. */
export function JudgementVerdict({
  opened: { decision, setting, testSpot, judged },
  handpieces,
}: {
  opened: JudgementOpened;
  handpieces: readonly Handpiece[];
}) {
  const { assessment, shouldBe, setting: found, spotReasons, facts } = judged;
  const name = handpieces.find(({ id }) => id === setting?.handpieceId)?.name ?? '';
  return (
    <div className="verdict">
      <p className="after-sentence" role="status">
        {judgedSentence(judged)}
      </p>
      <h2>Go or wait</h2>
      <p>
        You: {DECISION_WORDS[decision]}. The rules: {DECISION_WORDS[shouldBe]}.
      </p>
      {assessment.findings.length === 0 ? (
        <p>No rule speaks against it.</p>
      ) : (
        <ul>
          {assessment.findings.map((each) => (
            <li key={`${each.rule.id} ${each.medicine ?? ''}`}>
              <strong>{sentence(findingText(each))}</strong>: {each.outcome}. {each.advice}
            </li>
          ))}
        </ul>
      )}
      {setting === null || found === null ? null : (
        <>
          <h2>The setting</h2>
          <p>
            {name}, {settingText(setting)}.{' '}
            {found.upperJcm2 === null
              ? 'Nothing is allowed here with it.'
              : `Not above ${figure(found.upperJcm2, 2)} J/cm² here.`}
          </p>
          <ul>
            {found.refusals.map((each) => (
              <li key={each.code}>{sentence(refusalText(each))}</li>
            ))}
            {found.inkRefusals.map((code) => (
              <li key={code}>{sentence(INK_REFUSAL_WORDS[code])}.</li>
            ))}
          </ul>
          <h2>What would have happened</h2>
          <p>
            Skin: {skinSentence(found, setting.fluenceJcm2)}
            {found.ruptures === null
              ? ''
              : ` Pigment in this skin bursts at ${figure(setting.fluenceJcm2 / Math.max(found.ruptures, 1e-9), 2)} J/cm²; this is ${figure(found.ruptures, 1)} times that. Risk of blisters: ${RISK_LEVEL_WORDS[found.risk ?? 'usual']}.`}
          </p>
          {found.hair === null ? null : (
            <p>
              Hair: {HAIR_DONE_WORDS[found.hair]}; such a visit takes about{' '}
              {figure(100 * (found.hairShare ?? 0), 0)} % of the hair that grows, by the clinic’s
              figure.
            </p>
          )}
          <p className="quiet">An estimate: the model is not tried on patients.</p>
          <h2>Test spot</h2>
          <p>
            You: {testSpot ? 'first' : 'none'}.{' '}
            {spotReasons.length === 0
              ? 'None is asked for.'
              : `Asked for: ${spotReasons.map((reason) => TEST_SPOT_WORDS[reason]).join(', ')}.`}
          </p>
        </>
      )}
      <h2>What there was to see</h2>
      {facts.length === 0 ? (
        <p>Nothing out of the ordinary.</p>
      ) : (
        <ul>
          {facts.map(({ id, isHeeded }) => (
            <li key={id}>
              {isHeeded ? '✓' : '✗ not heeded:'} {FACT_WORDS[id]}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
