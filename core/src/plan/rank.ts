import { SITES } from '../sites';
import type { Expected } from './evaluate';
import { buildsUpHeat } from './technique';
import type { Proposal } from './propose';
import type { WorkingSkin } from './subject';
import { defined } from '../units';

/** What put the first proposal before the second. */
export type FirstBecause =
  | 'noRestsNeeded'
  | 'worksBetter'
  | 'suitsSkin'
  | 'reachesBulb'
  | 'moreRoom'
  | 'moreRoomOfSuited'
  | 'quicker'
  | 'gentler';

const WORKS: Readonly<Record<Expected, number>> = {
  toTheBulb: 0,
  inPart: 0,
  unknown: 1,
  tooLittle: 2,
};

// A shorter wavelength suits pale skin only where it leaves this much between too little and too much.
const ROOM_TO_SPARE = 1.3;

// Room that differs by less is nothing to choose by where the minutes differ by this much.
const NEAR_ROOM = 0.95;
const QUICKER_SHARE = 0.8;

/** Classes of wavelength as practice tells them apart: 694–780, to 900, and beyond. */
const INFRARED = 2;
const wavelengthClass = (nm: number) => (nm < 780 ? 0 : nm < 900 ? 1 : INFRARED);

/**
 * How well the wavelength suits the skin, lowest first. Types I–III: of 694–900 nm the shortest that works with room of
 * 1.3 at least, then the others of these that work, then what is longer. Types IV–VI: the longest.
 */
function suits({ evaluation, wavelengthNm, room }: Proposal, { type }: WorkingSkin): number {
  const band = wavelengthClass(wavelengthNm);
  if (type >= 4) return INFRARED - band;
  if (WORKS[evaluation.expected] > 0) return 0;
  if (band === INFRARED) return 3;
  return (room ?? 0) >= ROOM_TO_SPARE ? band : 2;
}

/** Keys in their order of weight, lowest first; what is equal in all of them is told apart by room and minutes. */
const KEYS: readonly (readonly [FirstBecause, (of: Proposal, working: WorkingSkin) => number])[] = [
  // Over bone, single passes with rests are never the first choice.
  [
    'noRestsNeeded',
    ({ setting, site }) => (buildsUpHeat(setting.technique) && SITES[site].bonyOrThin ? 1 : 0),
  ],
  ['worksBetter', ({ evaluation }) => WORKS[evaluation.expected]],
  ['suitsSkin', suits],
  ['reachesBulb', ({ evaluation }) => (evaluation.expected === 'toTheBulb' ? 0 : 1)],
];

const roomOf = ({ room }: Proposal) => room ?? 0;
const minutesOf = ({ evaluation }: Proposal) => evaluation.work.minutes;
/** Share of the ceiling that the start takes: how schools and spots compare, never by bare fluence. */
const loadOf = ({ evaluation }: Proposal) => evaluation.startShare ?? 1;

/**
 * Proposals, best first: what works; then the wavelength that suits the skin; then what reaches the bulb; then room
 * between floor and upper end, unless it hardly differs (under 5 %) and minutes do (20 % and more); then the smaller
 * share of the ceiling.
 */
export function rank(proposals: readonly Proposal[], working: WorkingSkin): readonly Proposal[] {
  const keyed = proposals.map((proposal) => ({
    proposal,
    keys: KEYS.map(([, key]) => key(proposal, working)),
  }));
  keyed.sort((one, other) => firstDifference(one.keys, other.keys));
  const ranked: Proposal[] = [];
  while (keyed.length > 0) {
    const { keys } = defined(keyed[0]);
    const equal = keyed.filter((each) => firstDifference(each.keys, keys) === 0).length;
    ranked.push(...byRoomAndMinutes(keyed.splice(0, equal).map(({ proposal }) => proposal)));
  }
  return ranked;
}

/** One after another the best of what is left: a rule with a "hardly differs" in it sorts nothing, but it can pick. */
function byRoomAndMinutes(group: readonly Proposal[]): readonly Proposal[] {
  const rest = [...group];
  const picked: Proposal[] = [];
  while (rest.length > 0) {
    const best = pick(rest);
    picked.push(best);
    rest.splice(rest.indexOf(best), 1);
  }
  return picked;
}

function pick(rest: readonly Proposal[]): Proposal {
  const most = Math.max(...rest.map(roomOf));
  const near = rest.filter((each) => roomOf(each) >= NEAR_ROOM * most);
  const roomiest = near
    .filter((each) => roomOf(each) >= most - 1e-9)
    .reduce((best, each) => (loadOf(each) < loadOf(best) - 1e-9 ? each : best));
  const quickest = near.reduce((best, each) => (minutesOf(each) < minutesOf(best) ? each : best));
  return minutesOf(quickest) <= QUICKER_SHARE * minutesOf(roomiest) ? quickest : roomiest;
}

const firstDifference = (one: readonly number[], other: readonly number[]): number => {
  const at = one.findIndex((key, i) => key !== other[i]);
  return at < 0 ? 0 : defined(one[at]) - defined(other[at]);
};

/** Why the first of ranked proposals stands before the second; null where there is no second. */
export function firstBecause(
  ranked: readonly Proposal[],
  working: WorkingSkin,
): FirstBecause | null {
  const [first, second] = ranked;
  if (first === undefined || second === undefined) return null;
  const named = KEYS.find(([, key]) => key(first, working) < key(second, working));
  if (named !== undefined) return named[0];
  if (
    minutesOf(first) <= QUICKER_SHARE * minutesOf(second) &&
    roomOf(first) <= roomOf(second) + 1e-9
  ) {
    return 'quicker';
  }
  if (roomOf(first) > roomOf(second) + 1e-9) {
    const suited = ranked.some(
      (other) => roomOf(other) > roomOf(first) && suits(first, working) < suits(other, working),
    );
    return suited ? 'moreRoomOfSuited' : 'moreRoom';
  }
  return loadOf(first) < loadOf(second) ? 'gentler' : null;
}
