import type { Setting } from '../plan';
import { energyJ } from '../units';
import { MARK_MEANING, painMeaning, type Mark, type StopCause } from '../reaction';
import type { BodyOf, CellEnd, PressBody, VisitEvent } from '../events';
import { withInterval, type Intervals } from './intervals';

export type RunState = 'notStarted' | 'running' | 'paused' | 'stopped' | 'ended';

/** What was done on one cell. */
export interface CellRun {
  readonly pulses: number;
  readonly passes: number;
  /** How far the cell had come at the end of each pass: its pulses, and the seconds that its clock had run. */
  readonly passEnds: readonly { readonly pulses: number; readonly seconds: number }[];
  /** All that was given here, J. */
  readonly energyJ: number;
  readonly seconds: number;
  readonly marks: readonly Mark[];
  readonly pains: readonly number[];
  readonly ended: CellEnd | null;
}

/** How far a session has come: what was given, and how long its lists are. */
export interface RunCounts {
  readonly pulses: number;
  /** All that was given, J. */
  readonly energyJ: number;
  readonly marks: number;
  readonly pains: number;
}

/** How far a session has come. */
export const countsOf = ({ pulses, energyJ, marks, pains }: Run): RunCounts => ({
  pulses,
  energyJ,
  marks: marks.length,
  pains: pains.length,
});

/** The session as its presses tell it. */
export interface Run {
  readonly state: RunState;
  readonly startedAt: string | null;
  readonly endedAt: string | null;
  /** By hand and by the console together. */
  readonly pulses: number;
  readonly passes: number;
  /** All that was given, J, each pulse at the setting of its moment. */
  readonly energyJ: number;
  /** What the console counted, by its serial number. */
  readonly counted: Intervals;
  /** What it counted before the treatment was started, test spots included; none of it is in `pulses`. */
  readonly beforeStart: { readonly pulses: number; readonly energyJ: number };
  /** The cell that is worked on; null before any was chosen. */
  readonly cell: number | null;
  readonly cells: ReadonlyMap<number, CellRun>;
  /** Since when the clock of this cell runs; null while it stands. */
  readonly runningSince: string | null;
  readonly declined: readonly BodyOf<'stepDeclined'>[];
  readonly pains: readonly { readonly at: string; readonly score: number }[];
  readonly marks: readonly { readonly at: string; readonly mark: Mark }[];
  /** What the session began with; null before it did. */
  readonly first: Setting | null;
  /** When the last pulse was logged or counted; null before any. */
  readonly lastPulseAt: string | null;
  /** What is dialled in now: the accepted setting, or the last change. */
  readonly setting: Setting | null;
  readonly changes: readonly {
    readonly at: string;
    readonly setting: Setting;
    readonly reason: string;
    readonly forCell?: number | undefined;
    /** How far the session had come when it was changed. */
    readonly upTo: RunCounts;
  }[];
  /** Whether the skin was harmed, or it hurt too much, since it last began or went on. */
  readonly harmed: boolean;
  /** The causes that were checked since it stopped, and whether it was this. */
  readonly causesChecked: ReadonlyMap<StopCause, boolean>;
  /** What of its stops a tablet has to have seen before it may go on. */
  readonly stops: Stops;
  /** The last press that can be taken back. */
  readonly lastPress: VisitEvent | null;
}

/** The stops of a session, by hand or by what hurt. */
interface Stops {
  /** The highest place at which the server received one; −1 without any. */
  readonly received: number;
  /** Whether there is one that the server has not received yet: this tablet's own. */
  readonly own: boolean;
}

const EMPTY_CELL: CellRun = {
  pulses: 0,
  passes: 0,
  passEnds: [],
  energyJ: 0,
  seconds: 0,
  marks: [],
  pains: [],
  ended: null,
};

export const EMPTY_RUN: Run = {
  state: 'notStarted',
  startedAt: null,
  endedAt: null,
  pulses: 0,
  passes: 0,
  energyJ: 0,
  counted: {},
  beforeStart: { pulses: 0, energyJ: 0 },
  cell: null,
  cells: new Map(),
  runningSince: null,
  declined: [],
  pains: [],
  marks: [],
  first: null,
  lastPulseAt: null,
  setting: null,
  changes: [],
  harmed: false,
  causesChecked: new Map(),
  stops: { received: -1, own: false },
  lastPress: null,
};

/** An event that is pressed in the room. */
export interface Press extends VisitEvent {
  readonly body: PressBody;
}

/** A run with one press more. */
export function withPress(run: Run, event: Press): Run {
  const { body, at } = event;
  // Another tablet may send late what it did before it heard of the end: it counts, but nothing begins again.
  const isOver = run.state === 'ended';
  switch (body.kind) {
    case 'treatmentStarted':
      return {
        ...run,
        state: 'running',
        first: run.first ?? run.setting,
        startedAt: run.startedAt ?? at,
        endedAt: null,
        runningSince: at,
      };
    case 'pulsesFired': {
      const pulsed = {
        ...withPulses(run, body.count, run.setting),
        lastPress: event,
        lastPulseAt: at,
      };
      return inCell(run, pulsed, (cell) => withPulses(cell, body.count, run.setting));
    }
    case 'consolePulses': {
      const { intervals, added } = withInterval(run.counted, body);
      if (run.startedAt === null) {
        return {
          ...run,
          counted: intervals,
          beforeStart: withPulses(run.beforeStart, added, run.setting),
          lastPulseAt: added > 0 ? at : run.lastPulseAt,
        };
      }
      const counted = {
        ...withPulses(run, added, run.setting),
        counted: intervals,
        lastPulseAt: added > 0 ? at : run.lastPulseAt,
      };
      return inCell(run, counted, (cell) => withPulses(cell, added, run.setting));
    }
    case 'passDone':
      return inCell(run, { passes: run.passes + 1, lastPress: event }, (cell) => ({
        passes: cell.passes + 1,
        passEnds: [
          ...cell.passEnds,
          { pulses: cell.pulses, seconds: cell.seconds + ranS(run, at) },
        ],
      }));
    case 'painScored': {
      const pains = [...run.pains, { at, score: body.score }];
      const hurts = painMeaning(body.score) === 'stop';
      const changed = { pains, harmed: run.harmed || hurts, lastPress: event };
      return inCell(hurts ? halted(run, event) : run, changed, (cell) => ({
        pains: [...cell.pains, body.score],
      }));
    }
    case 'markSeen': {
      const marks = [...run.marks, { at, mark: body.mark }];
      const harms = MARK_MEANING[body.mark] === 'adverse';
      const changed = { marks, harmed: run.harmed || harms, lastPress: event };
      return inCell(harms ? halted(run, event) : run, changed, (cell) => ({
        marks: [...cell.marks, body.mark],
      }));
    }
    case 'cellChosen':
      return { ...stopClock(run, at), cell: body.cell, runningSince: runningFrom(run, at) };
    case 'cellEnded': {
      const stopped = stopClock(run, at);
      const before = stopped.cells.get(body.cell) ?? EMPTY_CELL;
      const cells = new Map(stopped.cells).set(body.cell, { ...before, ended: body.how });
      return { ...stopped, cells, lastPress: event, runningSince: runningFrom(run, at) };
    }
    case 'settingChanged':
      return {
        ...run,
        setting: body.setting,
        changes: [
          ...run.changes,
          {
            at,
            setting: body.setting,
            reason: body.reason,
            forCell: body.forCell,
            upTo: countsOf(run),
          },
        ],
      };
    case 'stepDeclined':
      return { ...run, declined: [...run.declined, body] };
    case 'paused':
      return isOver ? run : { ...stopClock(run, at), state: 'paused' };
    case 'resumed':
      if (isOver || !hasSeenStops(run, event)) return run;
      return {
        ...run,
        state: 'running',
        runningSince: at,
        harmed: false,
        causesChecked: new Map(),
        stops: { ...run.stops, own: false },
      };
    case 'causeChecked': {
      const causesChecked = new Map(run.causesChecked);
      // The one checked last stands last.
      causesChecked.delete(body.cause);
      causesChecked.set(body.cause, body.found);
      return { ...run, causesChecked, lastPress: event };
    }
    case 'stopped':
      return isOver
        ? run
        : { ...stopClock(run, at), state: 'stopped', stops: withStop(run.stops, event) };
    case 'treatmentReopened':
      return run.state === 'ended' ? { ...run, state: 'paused', endedAt: null } : run;
    case 'treatmentEnded':
      return { ...stopClock(run, at), state: 'ended', endedAt: at, lastPress: null };
    case 'handedOver':
    case 'undone':
      return run;
  }
}

/**
 * A run that goes on with another plan: paused, its clock stopped, until that was made ready. Where it goes on with the
 * same work it stays at its cell, and what was dialled in again counts as a change.
 */
export function swapped(run: Run, setting: Setting, at: string, same: boolean): Run {
  if (run.startedAt === null || run.state === 'ended') return { ...run, setting };
  const held: Run = { ...stopClock(run, at), setting, state: 'paused', lastPress: null };
  if (!same) return { ...held, cell: null, first: setting, changes: [] };
  const changed = run.setting?.fluenceJcm2 !== setting.fluenceJcm2;
  return changed
    ? { ...held, changes: [...run.changes, { at, setting, reason: '', upTo: countsOf(held) }] }
    : held;
}

/** What was done on a cell; nothing where nobody was there yet. */
export const cellRun = (run: Run, cell: number): CellRun => run.cells.get(cell) ?? EMPTY_CELL;

/** Pulses and energy with some pulses more, at what is dialled in. */
const withPulses = (
  so: Pick<Run, 'pulses' | 'energyJ'>,
  count: number,
  setting: Setting | null,
) => ({
  pulses: so.pulses + count,
  energyJ: so.energyJ + (setting === null ? 0 : count * energyJ(setting.fluenceJcm2, setting.spot)),
});

const runningFrom = (run: Run, at: string) => (run.state === 'running' ? at : null);

/** A run with what a press changed, on the cell that is worked on as well; a session without cells has none. */
function inCell(run: Run, changed: Partial<Run>, onCell: (cell: CellRun) => Partial<CellRun>): Run {
  if (run.cell === null) return { ...run, ...changed };
  const before = cellRun(run, run.cell);
  const cells = new Map(run.cells).set(run.cell, { ...before, ...onCell(before) });
  return { ...run, ...changed, cells };
}

/** A run that pain of 7 and more, or harm to the skin, has stopped, also where that is told in a pause; one that is over stays as it is. */
const halted = (run: Run, event: VisitEvent): Run =>
  run.state === 'running' || run.state === 'paused'
    ? { ...stopClock(run, event.at), state: 'stopped', stops: withStop(run.stops, event) }
    : run;

const withStop = ({ received, own }: Stops, { seq }: VisitEvent): Stops =>
  seq === undefined ? { received, own: true } : { received: Math.max(received, seq), own };

/**
 * Whether a press to go on was made by somebody who had seen every stop: a stop wins over whatever was pressed before it
 * was seen, whatever the clocks of the tablets say.
 */
export function hasSeenStops(
  { stops }: Pick<Run, 'stops'>,
  { seq, seen = Infinity }: Pick<VisitEvent, 'seq' | 'seen'>,
): boolean {
  if (seq !== undefined) return !stops.own && stops.received < seq;
  return stops.received <= seen;
}

/** How long the clock has run since it was last started, s. */
const ranS = ({ runningSince }: Run, at: string): number =>
  runningSince === null ? 0 : Math.max(0, Date.parse(at) - Date.parse(runningSince)) / 1000;

/** Books the time since the clock began to run on the cell that is worked on. */
function stopClock(run: Run, at: string): Run {
  if (run.runningSince === null) return run;
  const seconds = ranS(run, at);
  return inCell(run, { runningSince: null }, (cell) => ({ seconds: cell.seconds + seconds }));
}
