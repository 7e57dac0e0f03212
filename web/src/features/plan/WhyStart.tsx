import './plan.css';
import type { Evaluation, Setting, Start } from '@tidy-quill/core/plan';
import {
  figure,
  LIMIT_WORDS,
  LOW_START_WORDS,
  shortDay,
  STEP_WORDS,
  TECHNIQUE_TRADE,
  TEST_SPOT_WORDS,
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
  const { start } = evaluation;
  if (start === null) return null;
  const moved = setting.fluenceJcm2 - start.fluenceJcm2;
  return (
    <section className="why">
      <p>
        <strong>Why {figure(start.fluenceJcm2)}.</strong> {basisText(start)}
        {cutText(start, evaluation)}
        {start.belowProtocol
          ? ` Below the protocol’s low end of ${figure(evaluation.row?.fluenceJcm2.low ?? 0)} J/cm².`
          : ''}
        {standingText(evaluation)}
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

function cutText({ cut, changed, fluenceJcm2 }: Start, { upper }: Evaluation): string {
  if (cut === null || upper === null) return '';
  const to = ` Cut to ${figure(fluenceJcm2)} J/cm²`;
  switch (cut) {
    case 'newClient':
      return `${to}, what a new client with this skin would get: ${changed.map((each) => TEST_SPOT_WORDS[each]).join(', ')}.`;
    case 'upper':
      return `${to} by ${LIMIT_WORDS[upper.binding]}, leaving room for a second test spot.`;
    case 'secondRung':
      return `${to}: at most 0.85 of the upper limit, to leave room for a second test spot.`;
  }
}

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth'];

/** Where the start stands against what is expected to work. */
function standingText({ model, expectedAtStart, firstWorkingRung, start }: Evaluation): string {
  if (model === null || start === null) return '';
  if (expectedAtStart !== 'tooLittle') return '';
  if (model.floorJcm2 === null) return ' No fluence here is expected to work on this hair.';
  const reached =
    firstWorkingRung === null
      ? 'no step reaches it'
      : `the ${ORDINALS[firstWorkingRung]} step reaches it`;
  return ` It is below what is expected to work (${figure(model.floorJcm2)} J/cm²): ${reached}.`;
}

function basisText({ basis, fluenceJcm2 }: Start): string {
  switch (basis.kind) {
    case 'lastSession': {
      const used = basis.session.setting.fluenceJcm2;
      const { factor, because } = basis.advice;
      const from = basis.fromJcm2;
      const converted =
        Math.abs(from - used) > 0.005
          ? ` That is an equal share of the ceiling with ${figure(from)} J/cm² at this setting.`
          : '';
      return `On ${shortDay(basis.session.on)} ${figure(used)} J/cm² was used and ${STEP_WORDS[because]}.${converted} ${figure(from)} × ${factor} = ${figure(basis.wantedJcm2)}, on the console’s step ${figure(fluenceJcm2)}.`;
    }
    case 'protocolLow':
      return `The low end of the protocol’s row, for ${basis.because.map((each) => LOW_START_WORDS[each]).join(' and ')}.`;
    case 'protocolRange':
      return `The protocol’s row is ${figure(basis.low)}–${figure(basis.high)} J/cm²; a first visit starts ${Math.abs(basis.share - 1 / 3) < 0.005 ? 'a third' : `${figure(100 * basis.share, 0)} %`} of the way up.`;
  }
}
