import { AVOIDED_WORDS, figure } from '../../text';
import type { Session, SessionCell } from './use-session';

const ENDED = {
  done: { mark: '✓', word: 'done' },
  warm: { mark: '≈', word: 'warm' },
  leftOut: { mark: '–', word: 'left out' },
} as const;

/** The zone as cells in the order of work: which are done, which is next, what has to be minded on each. */
export function CellMap({
  session,
  onChoose,
}: {
  session: Session;
  onChoose: (cell: number) => void;
}) {
  const { cells, columns, current, run } = session;
  return (
    <div
      className="cell-map"
      role="group"
      aria-label="Cells of the zone"
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
    >
      {cells.map((cell) => (
        <button
          key={cell.number}
          type="button"
          className={cellClass(cell, current?.number === cell.number)}
          style={{ gridColumn: cell.column + 1, gridRow: cell.row + 1 }}
          aria-current={current?.number === cell.number ? 'step' : undefined}
          disabled={run.state === 'notStarted' || run.state === 'ended'}
          onClick={() => onChoose(cell.number)}
        >
          <strong className="figures">
            {cell.run.ended === null ? '' : `${ENDED[cell.run.ended].mark} `}
            {cell.name ?? cell.number}
          </strong>
          <span className="figures">{pulseText(cell, current?.number === cell.number)}</span>
          {minded(cell).map((word) => (
            <span key={word}>{word}</span>
          ))}
        </button>
      ))}
    </div>
  );
}

function cellClass({ run, bony, mucosal, tested }: SessionCell, isCurrent: boolean): string {
  if (isCurrent) return 'cell is-now';
  if (run.ended !== null) return `cell is-${run.ended}`;
  return `cell ${bony || mucosal ? 'is-bony' : ''} ${tested > 0 ? 'is-tested' : ''}`;
}

function pulseText({ run, pulses }: SessionCell, isCurrent: boolean): string {
  if (run.ended !== null) {
    const word = run.ended === 'done' ? '' : `, ${ENDED[run.ended].word}`;
    return `${figure(run.pulses, 0)}${word}`;
  }
  return isCurrent || run.pulses > 0
    ? `${figure(run.pulses, 0)} of ${figure(pulses, 0)}`
    : figure(pulses, 0);
}

function minded({ bony, mucosal, tested, avoid }: SessionCell): readonly string[] {
  return [
    ...(mucosal ? ['mucosal: one pulse'] : []),
    ...(bony && !mucosal ? ['bony: one pass'] : []),
    ...(tested > 0 ? [tested === 1 ? 'skip 1 spot' : `skip ${tested} spots`] : []),
    ...[...new Set(avoid)].map((what) => AVOIDED_WORDS[what]),
  ];
}
