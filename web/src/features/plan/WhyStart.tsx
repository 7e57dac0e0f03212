import type { Evaluation, Setting, Start } from '@tidy-quill/core/plan';
import {
  figure,
  LIMIT_WORDS,
  LOW_START_WORDS,
  shortDay,
  STEP_WORDS,
  TECHNIQUE_TRADE,
} from '../../text';

/** Why the planner starts where it does, with the arithmetic. */
export function WhyStart({
  evaluation,
  setting,
  ladder,
}: {
  evaluation: Evaluation;
  setting: Setting;
  ladder: readonly number[];
}) {
  const { start, upper } = evaluation;
  if (start === null) return null;
  const moved = setting.fluenceJcm2 - start.fluenceJcm2;
  return (
    <section className="why">
      <p>
        <strong>Why {figure(start.fluenceJcm2)}.</strong> {basisText(start)}
        {start.cutByUpper && upper !== null
          ? ` Cut to ${figure(start.fluenceJcm2)} by ${LIMIT_WORDS[upper.binding]}.`
          : ''}
        {moved === 0
          ? ''
          : ` You chose ${figure(Math.abs(moved), 2)} J/cm² ${moved > 0 ? 'more' : 'less'}.`}
      </p>
      <p className="small">{TECHNIQUE_TRADE[setting.technique]}</p>
      <p>
        <strong>Test spots.</strong>{' '}
        <span className="figures">{ladder.map((rung) => figure(rung)).join(' · ')} J/cm²</span>, a
        few pulses each, read after 5–15 minutes.
      </p>
    </section>
  );
}

function basisText({ basis, fluenceJcm2 }: Start): string {
  switch (basis.kind) {
    case 'lastSession': {
      const used = basis.session.setting.fluenceJcm2;
      const { factor, because } = basis.advice;
      return `On ${shortDay(basis.session.on)} ${figure(used)} J/cm² was used and ${STEP_WORDS[because]}. ${figure(used)} × ${factor} = ${figure(basis.wantedJcm2)}, on the console’s step ${figure(fluenceJcm2)}.`;
    }
    case 'protocolLow':
      return `The low end of the protocol’s row, for ${basis.because.map((each) => LOW_START_WORDS[each]).join(' and ')}.`;
    case 'protocolThird':
      return `The protocol’s row is ${figure(basis.low)}–${figure(basis.high)} J/cm²; a first visit starts a third of the way up.`;
  }
}
