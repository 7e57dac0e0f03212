import type { Handpiece } from '@tidy-quill/core/plan';
import { Button } from 'antd';
import { useState } from 'react';
import {
  changeSentence,
  EXPECTED_WORDS,
  figure,
  fluenceText,
  LIMIT_WORDS,
  minutesText,
  pulseText,
  spotText,
  type BenchState,
} from '../../text';

/** What the last change did, and two settings side by side. */
export function BenchCompare({
  now,
  isFresh,
  handpieces,
}: {
  now: BenchState;
  /** Whether what follows is worked out already for what was set last. */
  isFresh: boolean;
  handpieces: readonly Handpiece[];
}) {
  const [before, current] = useLastTwo(now, isFresh);
  const [pinned, setPinned] = useState<BenchState | null>(null);
  const sentence = before === null ? null : changeSentence(before, current);
  return (
    <section className="bench-compare" aria-label="Comparison">
      <p aria-live="polite" data-testid="bench-change">
        {sentence ?? 'Change one thing: what it does to skin and hair is said here.'}
      </p>
      {pinned === null ? (
        <Button onClick={() => setPinned(now)}>Keep as A, to compare</Button>
      ) : (
        <>
          <table className="data-table is-still">
            <thead>
              <tr>
                <th scope="col">
                  <span className="visually-hidden">Figure</span>
                </th>
                <th scope="col">A, kept</th>
                <th scope="col">B, now</th>
              </tr>
            </thead>
            <tbody>
              {rowsOf(handpieces).map(([label, text]) => {
                const [a, b] = [text(pinned), text(now)];
                return (
                  <tr key={label}>
                    <th scope="row">{label}</th>
                    <td className="figures">{a}</td>
                    <td className={a === b ? 'figures' : 'figures is-other'}>
                      {b}
                      {a === b ? '' : ' ≠'}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <Button onClick={() => setPinned(now)}>Keep this one as A</Button>{' '}
          <Button onClick={() => setPinned(null)}>Compare no longer</Button>
        </>
      )}
    </section>
  );
}

type Row = readonly [label: string, text: (state: BenchState) => string];

const fluence = (value: number | null | undefined) =>
  value == null ? 'none' : `${figure(value)} J/cm²`;

const rowsOf = (handpieces: readonly Handpiece[]): readonly Row[] => [
  [
    'Handpiece',
    ({ setting }) => handpieces.find(({ id }) => id === setting.handpieceId)?.name ?? '',
  ],
  [
    'Setting',
    ({ setting }) =>
      `${fluenceText(setting)}, ${pulseText(setting.pulseMs)}, ${spotText(setting.spot)}`,
  ],
  ['Skin ceiling', ({ evaluation }) => fluence(evaluation.model?.ceilingJcm2)],
  ['Works partly from', ({ evaluation }) => fluence(evaluation.model?.floorJcm2)],
  ['Works fully from', ({ evaluation }) => fluence(evaluation.model?.fullJcm2)],
  [
    'Not above',
    ({ evaluation: { upper } }) =>
      upper === null ? 'none' : `${fluence(upper.fluenceJcm2)}, ${LIMIT_WORDS[upper.binding]}`,
  ],
  ['Expected', ({ evaluation }) => EXPECTED_WORDS[evaluation.expected]],
  ['Energy of a pulse', ({ evaluation }) => `${figure(evaluation.energyJ)} J`],
  [
    'Pulses, time',
    ({ evaluation: { work } }) => `${figure(work.pulses, 0)}, ${minutesText(work.minutes)}`,
  ],
];

/** The state before the last change, and the one now. */
function useLastTwo(now: BenchState, isFresh: boolean): readonly [BenchState | null, BenchState] {
  const key = JSON.stringify([now.subject, now.setting]);
  const [states, setStates] = useState<{
    readonly key: string;
    readonly before: BenchState | null;
    readonly now: BenchState;
  }>({ key, before: null, now });
  if (states.key === key || !isFresh) return [states.before, states.now];
  setStates({ key, before: states.now, now });
  return [states.now, now];
}
