import './plan.css';
import type { Handpiece, Proposal, Proposals, Setting } from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { memo } from 'react';
import {
  EXPECTED_WORDS,
  expectedAtStartText,
  figure,
  FIRST_BECAUSE_WORDS,
  fluenceText,
  minutesText,
  refusalText,
  TECHNIQUE_TRADE,
  TECHNIQUE_WORDS,
} from '../../text';

/** Every way to treat the area, best first and why; below, what was left out and why. */
export const ProposalsTable = memo(function ProposalsTable({
  handpieces,
  proposals: { proposals, leftOut, firstBecause },
  chosen,
  last = null,
  onChoose,
}: {
  handpieces: readonly Handpiece[];
  proposals: Proposals;
  chosen: WayOf | null;
  /** What was used here last time. */
  last?: Setting | null;
  onChoose: (setting: Setting) => void;
}) {
  const name = (id: string) => handpieces.find((each) => each.id === id)?.name ?? id;
  return (
    <section>
      {proposals.length === 0 ? null : (
        <table className="data-table ways">
          <caption>
            Options, best first
            {firstBecause === null ? null : (
              <span className="quiet-inline">: {FIRST_BECAUSE_WORDS[firstBecause]}</span>
            )}
          </caption>
          <thead>
            <tr>
              <th scope="col">Handpiece</th>
              <th scope="col" className="is-figure">
                Pulse
              </th>
              <th scope="col" className="is-figure">
                Start
              </th>
              <th scope="col" className="is-figure">
                Not above
              </th>
              <th scope="col">Expected, start → highest</th>
              <th scope="col" className="is-figure">
                Pulses
              </th>
              <th scope="col" className="is-figure">
                Time
              </th>
            </tr>
          </thead>
          <tbody>
            {proposals.map((proposal) => (
              <Way
                key={`${proposal.setting.handpieceId} ${proposal.setting.technique}`}
                name={name(proposal.setting.handpieceId)}
                proposal={proposal}
                wasLast={last !== null && sameWay(proposal.setting, last)}
                isChosen={chosen !== null && sameWay(proposal.setting, chosen)}
                onChoose={() => onChoose(proposal.setting)}
              />
            ))}
          </tbody>
        </table>
      )}
      {proposals.length === 0 ? null : (
        <details className="left-out">
          <summary>What each way gives and gives up</summary>
          <ul>
            {[...new Set(proposals.map(({ setting }) => setting.technique))].map((technique) => (
              <li key={technique}>{TECHNIQUE_TRADE[technique]}</li>
            ))}
          </ul>
        </details>
      )}
      {leftOut.length === 0 ? null : (
        <details className="left-out">
          <summary>
            {leftOut.length === 1 ? '1 way is left out' : `${leftOut.length} ways are left out`}
          </summary>
          <ul>
            {leftOut.map(({ handpieceId, technique, refusal }) => (
              <li key={`${handpieceId} ${technique}`}>
                {name(handpieceId)}, {TECHNIQUE_WORDS[technique]}: {refusalText(refusal)}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
});

/** What tells one way from another. */
export type WayOf = Pick<Setting, 'handpieceId' | 'technique'>;

function Way({
  name,
  proposal: { setting, evaluation, room },
  wasLast,
  isChosen,
  onChoose,
}: {
  name: string;
  proposal: Proposal;
  wasLast: boolean;
  isChosen: boolean;
  onChoose: () => void;
}) {
  const { expected } = evaluation;
  const classes = [isChosen ? 'is-chosen' : '', expected === 'tooLittle' ? 'is-weak' : ''];
  return (
    <tr className={classes.join(' ')} onClick={onChoose}>
      <th scope="row">
        <button
          type="button"
          className="row-button"
          aria-pressed={isChosen}
          onClick={(event) => {
            event.stopPropagation();
            onChoose();
          }}
        >
          {isChosen ? '✓ ' : ''}
          {name}
          <span className="quiet-inline">, {TECHNIQUE_WORDS[setting.technique]}</span>
          {wasLast ? <span className="tag">last time</span> : null}
        </button>
      </th>
      <td className="is-figure figures">{figure(setting.pulseMs, 2)} ms</td>
      <td className="is-figure figures">{fluenceText(setting)}</td>
      <td className="is-figure figures">
        {figure(defined(defined(evaluation.upper).fluenceJcm2))} J/cm²
      </td>
      <td className="ways-expected">
        {evaluation.expectedAtStart === evaluation.expectedAtUpper
          ? EXPECTED_WORDS[expected]
          : `${expectedAtStartText(evaluation.expectedAtStart)} → ${EXPECTED_WORDS[evaluation.expectedAtUpper]}`}
        {room === null ? null : (
          <span className="quiet-inline figures">, × {figure(room, 2)} of floor</span>
        )}
      </td>
      <td className="is-figure figures">{figure(evaluation.work.pulses, 0)}</td>
      <td className="is-figure figures">{minutesText(evaluation.work.minutes)}</td>
    </tr>
  );
}

const sameWay = (one: WayOf, other: WayOf) =>
  one.handpieceId === other.handpieceId && one.technique === other.technique;
