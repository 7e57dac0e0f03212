import type { SkinAnswer } from '../reaction';
import { proportion, type Proportion } from './proportion';

/** Fewer clients than this are never shown apart: a figure of so few tells of persons, and little of the way of working. */
export const FEWEST_CLIENTS = 5;

/** Weeks without a session, and with none booked, after which a course that nobody ended counts as left. */
export const DROP_OUT_WEEKS = 26;

/** What sessions add up to, whatever was asked for. */
export interface FactSums {
  readonly sessions: number;
  readonly adverse: number;
  readonly endpoints: Readonly<Record<SkinAnswer['endpoint'], number>>;
  /** Sessions in which pain was asked for, their highest scores added up, and those that reached 7. */
  readonly painAsked: number;
  readonly painSum: number;
  readonly painHigh: number;
  readonly incidents: number;
  /** Sessions in which a supervisor set something aside. */
  readonly overridden: number;
  readonly waitsKept: number;
  readonly waitsSetAside: number;
  /** Visits of which both the booked and the real minutes are known. */
  readonly timed: number;
  readonly minutes: number;
  readonly plannedMinutes: number;
  /** Of those, which took longer by more than the tolerance. */
  readonly overran: number;
}

/** The figures of a set of sessions. */
export interface FindingsSummary {
  readonly sessions: number;
  /** Null where there are more sessions than clients are counted for; enough to be shown all the same. */
  readonly clients: number | null;
  readonly adverse: Proportion | null;
  /** Sessions with an endpoint as it is wanted, of those where somebody looked for one. */
  readonly rightEndpoint: Proportion | null;
  readonly noEndpoint: Proportion | null;
  readonly strongEndpoint: Proportion | null;
  /** The highest pain of a session, 0–10, on average; null where it was never asked. */
  readonly meanPain: number | null;
  /** Sessions whose pain reached 7, of those where it was asked. */
  readonly painAtLeast7: Proportion | null;
  readonly incidents: number;
  readonly overridden: Proportion | null;
  /** Waits that were set aside, of all that an answer asked for. */
  readonly waitsSetAside: Proportion | null;
  /** Real and booked minutes of a visit, on average; null where none is known. */
  readonly minutes: {
    readonly visits: number;
    readonly real: number;
    readonly planned: number;
    readonly overran: Proportion | null;
  } | null;
}

/** A visit that took so many minutes more than it was booked for overran. */
export const OVERRUN_MINUTES = 5;

/** Whether as many clients may be shown apart. */
export const isEnough = (clients: number | null): boolean =>
  clients === null || clients >= FEWEST_CLIENTS;

/** Works out the figures of sums; null for fewer clients than may be shown apart. Clients are null where they are many. */
export function summarise(sums: FactSums, clients: number | null): FindingsSummary | null {
  if (!isEnough(clients)) return null;
  const { sessions, endpoints, painAsked, timed } = sums;
  const read = sessions - endpoints.notRead;
  return {
    ...{ sessions, clients, incidents: sums.incidents },
    adverse: proportion(sums.adverse, sessions),
    rightEndpoint: proportion(endpoints.right, read),
    noEndpoint: proportion(endpoints.none, read),
    strongEndpoint: proportion(endpoints.strong, read),
    meanPain: painAsked === 0 ? null : sums.painSum / painAsked,
    painAtLeast7: proportion(sums.painHigh, painAsked),
    overridden: proportion(sums.overridden, sessions),
    waitsSetAside: proportion(sums.waitsSetAside, sums.waitsKept + sums.waitsSetAside),
    minutes:
      timed === 0
        ? null
        : {
            visits: timed,
            real: sums.minutes / timed,
            planned: sums.plannedMinutes / timed,
            overran: proportion(sums.overran, timed),
          },
  };
}

/** The sums of several sets in one. */
export const added = (list: readonly FactSums[]): FactSums => list.reduce(plus, NO_FACTS);

const NO_FACTS: FactSums = {
  sessions: 0,
  adverse: 0,
  endpoints: { notRead: 0, none: 0, faint: 0, right: 0, strong: 0 },
  painAsked: 0,
  painSum: 0,
  painHigh: 0,
  incidents: 0,
  overridden: 0,
  waitsKept: 0,
  waitsSetAside: 0,
  timed: 0,
  minutes: 0,
  plannedMinutes: 0,
  overran: 0,
};

function plus(one: FactSums, other: FactSums): FactSums {
  const sum = (key: keyof Omit<FactSums, 'endpoints'>) => one[key] + other[key];
  const end = (key: SkinAnswer['endpoint']) => one.endpoints[key] + other.endpoints[key];
  return {
    sessions: sum('sessions'),
    adverse: sum('adverse'),
    endpoints: {
      ...{ notRead: end('notRead'), none: end('none'), faint: end('faint') },
      ...{ right: end('right'), strong: end('strong') },
    },
    painAsked: sum('painAsked'),
    painSum: sum('painSum'),
    painHigh: sum('painHigh'),
    incidents: sum('incidents'),
    overridden: sum('overridden'),
    waitsKept: sum('waitsKept'),
    waitsSetAside: sum('waitsSetAside'),
    timed: sum('timed'),
    minutes: sum('minutes'),
    plannedMinutes: sum('plannedMinutes'),
    overran: sum('overran'),
  };
}
