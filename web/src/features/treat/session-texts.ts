import type { PassPace, RunState } from '@tidy-quill/core/session';
import { defined } from '@tidy-quill/core/units';
import { figure, passesText, pulsesText, spanText } from '../../text';
import type { Session, SessionCell } from './use-session';

/** How far a count lies above what was planned, where it does. */
export function overText({ givenPulses, plannedPulses }: Session): string {
  const over = givenPulses - plannedPulses;
  return over > 0 ? `, ${figure(over, 0)} more than planned` : '';
}

/** The one action of the session as it stands. */
export function footAction(state: RunState, current: SessionCell | null): string {
  if (state === 'notStarted') return 'Start treatment';
  if (state === 'ended') return 'Go to Watch';
  if (current === null) return 'End treatment';
  // Its colour stands on the part itself.
  return `${cellName(current).split(',')[0]} done`;
}

/** What a cell is called: a part of a design by its name. */
export const cellName = ({ number, name }: SessionCell) => name ?? `Cell ${number}`;

/** What was done on the cell that is worked on: pulses, time without pauses, energy. */
export function cellText({ current, run }: Session, nowMs: number): string {
  const { number, run: done, pulses } = defined(current);
  const since =
    run.runningSince === null || run.cell !== number ? 0 : nowMs - Date.parse(run.runningSince);
  const spent = spanText(1000 * done.seconds + Math.max(0, since));
  const over = done.pulses - pulses;
  return [
    `${cellName(defined(current))}: ${figure(done.pulses, 0)} of ${figure(pulses, 0)} pulses`,
    ...(over > 0 ? [`${figure(over, 0)} more than planned`] : []),
    passesText(done.passes),
    spent,
    `${figure(done.energyJ, done.energyJ < 10 ? 1 : 0)} J`,
  ].join(', ');
}

/** How the last pass over the cell went against an even hand's. */
export function paceText(paces: readonly PassPace[]): string {
  const last = paces.at(-1);
  if (last === undefined) return '';
  const { seconds, expectedS, pulses, pace } = last;
  const counted = pulses === 0 ? '' : `, ${pulsesText(pulses)}`;
  return `Pass ${paces.length}: ${figure(seconds, 1)} s of ${figure(expectedS, 1)} s${counted}: ${PACE_WORDS[pace]}.`;
}

const PACE_WORDS: Readonly<Record<PassPace['pace'], string>> = {
  even: 'as an even hand',
  tooQuick: 'too quick, skin is missed',
  tooSlow: 'too slow, heat stacks where the hand rests',
};

/** How long has been treated, without pauses. */
export function sessionText({ cells, run }: Session, nowMs: number): string {
  const booked = cells.reduce((sum, cell) => sum + cell.run.seconds, 0);
  const since = run.runningSince === null ? 0 : (nowMs - Date.parse(run.runningSince)) / 1000;
  return spanText(1000 * (booked + Math.max(0, since)));
}
