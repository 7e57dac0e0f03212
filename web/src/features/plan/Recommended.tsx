import './plan.css';
import type { Handpiece, Proposals } from '@tidy-quill/core/plan';
import { memo } from 'react';
import {
  EXPECTED_WORDS,
  expectedAtStartText,
  figure,
  FIRST_BECAUSE_WORDS,
  fluenceText,
  pulseText,
  spotText,
  TECHNIQUE_WORDS,
} from '../../text';
import type { WayOf } from './ProposalsTable';

/** What is recommended, and why, in two lines; and that something else was chosen, where it was. */
export const Recommended = memo(function Recommended({
  handpieces,
  proposals: { proposals, firstBecause },
  chosen,
}: {
  handpieces: readonly Handpiece[];
  proposals: Proposals;
  chosen: WayOf;
}) {
  const [first] = proposals;
  if (first === undefined) return null;
  const { setting, evaluation } = first;
  const { expectedAtStart, expectedAtUpper, upper } = evaluation;
  const name = handpieces.find(({ id }) => id === setting.handpieceId)?.name ?? '';
  const other =
    setting.handpieceId !== chosen.handpieceId || setting.technique !== chosen.technique;
  const because = firstBecause === null ? '' : `${FIRST_BECAUSE_WORDS[firstBecause]}. `;
  const expected =
    expectedAtUpper === 'unknown'
      ? 'The model does not cover this skin, so what the pulse will do here cannot be foreseen.'
      : expectedAtStart === expectedAtUpper
        ? `From start to the highest allowed: ${EXPECTED_WORDS[expectedAtStart]}.`
        : `At the start: ${expectedAtStartText(expectedAtStart)}; at the highest allowed: ${EXPECTED_WORDS[expectedAtUpper]}.`;
  return (
    <section className="recommended" aria-label="Recommended">
      <p>
        <strong>Recommended:</strong> {name}, {TECHNIQUE_WORDS[setting.technique]}, start at{' '}
        <strong className="figures">{fluenceText(setting)}</strong>, not above{' '}
        {figure(upper?.fluenceJcm2 ?? setting.fluenceJcm2, 2)} J/cm², {pulseText(setting.pulseMs)},{' '}
        {spotText(setting.spot)}.{other ? ' You chose another below.' : ''}
      </p>
      <p>
        <strong>Because:</strong> {because}
        {expected}
        {expectedAtStart === 'tooLittle' && expectedAtUpper !== 'tooLittle'
          ? ' Test spots decide how far to rise from the start.'
          : ''}
      </p>
    </section>
  );
});
