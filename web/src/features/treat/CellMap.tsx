import type { SiteId } from '@tidy-quill/core/sites';
import { AVOIDED_WORDS, figure, INK_SWATCHES } from '../../text';
import type { Session, SessionCell } from './use-session';
import { zoneOutline } from './zone-outline';

const ENDED = {
  done: { mark: '✓', word: 'done' },
  warm: { mark: '≈', word: 'warm' },
  leftOut: { mark: '–', word: 'left out' },
} as const;

const SIDE_WORDS = { right: 'Right', left: 'Left' } as const;

/**
 * The zone as cells in the order of work, on a drawing of it: which are done, which is next, what has to be minded on each.
 * Two like sides are drawn apart, as they face whoever looks at the client.
 */
export function CellMap({
  session,
  site,
  onChoose,
}: {
  session: Session;
  /** Where it lies; null where parts of a design are the cells. */
  site: SiteId | null;
  onChoose: (cell: number) => void;
}) {
  const { cells } = session;
  const sides = [...new Set(cells.map(({ side }) => side))];
  return (
    <div className="cell-map" role="group" aria-label="Cells of the zone">
      {sides.map((side) => (
        <div
          key={side ?? ''}
          role="group"
          aria-label={side === null ? undefined : SIDE_WORDS[side]}
        >
          {side === null ? null : <h3 className="cell-side">{SIDE_WORDS[side]}</h3>}
          <Side
            session={session}
            site={site}
            cells={cells.filter((cell) => cell.side === side)}
            onChoose={onChoose}
          />
        </div>
      ))}
    </div>
  );
}

function Side({
  session: { columns, current, run },
  site,
  cells,
  onChoose,
}: {
  session: Session;
  site: SiteId | null;
  cells: readonly SessionCell[];
  onChoose: (cell: number) => void;
}) {
  return (
    <div
      className="cell-zone"
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}
    >
      {site === null ? null : (
        <svg className="cell-outline" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden>
          <path d={zoneOutline(site)} vectorEffect="non-scaling-stroke" />
        </svg>
      )}
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
            {cell.colour === undefined ? null : (
              <i
                className="ink-swatch"
                style={{ background: INK_SWATCHES[cell.colour] }}
                aria-hidden
              />
            )}
            {cell.name ?? cell.number}
          </strong>{' '}
          <span className="figures">{pulseText(cell, current?.number === cell.number)}</span>
          {minded(cell).map((word) => (
            <span key={word} className="cell-minded">
              {word}
            </span>
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
  const over = run.pulses > pulses ? `, ${figure(run.pulses - pulses, 0)} over` : '';
  if (run.ended !== null) {
    const word = run.ended === 'done' ? '' : `, ${ENDED[run.ended].word}`;
    const under = run.pulses < pulses ? ` of ${figure(pulses, 0)}` : '';
    return `${figure(run.pulses, 0)}${under}${over}${word}`;
  }
  return isCurrent || run.pulses > 0
    ? `${figure(run.pulses, 0)} of ${figure(pulses, 0)}${over}`
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
