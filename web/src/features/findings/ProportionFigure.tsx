import { intervalText, proportionText, shareText } from '@tidy-quill/contract/labels/findings';
import type { Proportion } from '@tidy-quill/core/findings';
import { figure } from '../../text';

const WIDTH = 170;
const ENDS = [0.1, 0.25, 0.5, 1];

/** A share with its 95 % interval as a thin line; a press opens the sessions behind it. */
export function ProportionFigure({
  word,
  of,
  most = 1,
  none = 'not recorded',
  onOpen,
}: {
  word: string;
  /** Null where nothing could be counted. */
  of: Proportion | null;
  /** The share that the line reaches at least, 0–1. */
  most?: number;
  /** What stands there where nothing could be counted. */
  none?: string;
  onOpen: () => void;
}) {
  if (of === null) {
    return (
      <div className="finding">
        <dt>{word}</dt>
        <dd className="quiet">{none}</dd>
      </div>
    );
  }
  return (
    <div className="finding">
      <dt>{word}</dt>
      <dd>
        <span className="finding-figure figures">{shareText(of)}</span>
        <Interval of={of} most={most} />
        <button
          type="button"
          className="finding-count figures"
          aria-label={`${word}: ${proportionText(of)}. Open these sessions`}
          onClick={onOpen}
        >
          {of.count} of {of.of}
        </button>
      </dd>
    </div>
  );
}

/** The interval of a share on a line from 0 to the most that is drawn, the share a mark on it. */
export function Interval({
  of,
  most,
  width = WIDTH,
}: {
  of: Proportion;
  most: number;
  width?: number;
}) {
  // A round end that the interval does not pass.
  const end = ENDS.find((each) => each >= Math.max(most, of.high)) ?? 1;
  const right = width - 38;
  const x = (share: number) => 4 + (share / end) * (right - 4);
  return (
    <svg
      className="interval"
      width={width}
      height={18}
      role="img"
      aria-label={`95 % interval ${intervalText(of)}`}
    >
      <title>{`95 % interval ${intervalText(of)}`}</title>
      <line x1={4} x2={right} y1={13} y2={13} stroke="var(--strong-rule)" />
      <line x1={right} x2={right} y1={10} y2={16} stroke="var(--strong-rule)" />
      <text x={right + 4} y={16} className="interval-end" aria-hidden>
        {figure(end * 100, 0)} %
      </text>
      <line x1={x(of.low)} x2={x(of.high)} y1={9} y2={9} stroke="var(--ink)" strokeWidth={1.5} />
      {[of.low, of.high].map((end, index) => (
        <line key={index} x1={x(end)} x2={x(end)} y1={6} y2={12} stroke="var(--ink)" />
      ))}
      <circle cx={x(of.count / of.of)} cy={9} r={4} fill="var(--accent)" />
    </svg>
  );
}
