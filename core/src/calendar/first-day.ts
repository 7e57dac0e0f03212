import { nextVisitOf, visitAfterTest, type NextVisit } from '../course';
import type { ClinicalFigures } from '../figures';
import { lastSessions, sessionDays, type PastSession } from '../plan';
import type { SiteId } from '../sites';
import type { Job } from '../suitability';
import { addDays, laterDay, type Day } from '../units';

/** A zone that a visit is sought for, with what was done on it. */
export interface ZoneSought {
  readonly job: Job;
  readonly site: SiteId;
  /** Oldest first. */
  readonly history: readonly PastSession[];
}

/** The first day worth looking at, and what it rests on. */
export interface FirstDay {
  readonly on: Day;
  readonly because: NextVisit['because'] | 'answers' | 'today';
}

/** A usual interval is no law: a time may be sought from so many days before it is over. */
const BEFORE_USUAL_DAYS = 7;
const USUAL: readonly FirstDay['because'][] = [
  'siteInterval',
  'regrowthSlowing',
  'inkClears',
  'inkClearsSlowly',
];

/**
 * From which day on a time is sought for a visit: the latest that any of its zones asks for by its interval, its healing or
 * its test spot, or what was answered. A week before a usual interval is over; to the day where it is no matter of habit.
 */
export function firstDay(of: {
  readonly zones: readonly ZoneSought[];
  /** The first day on which nothing that was answered stands in the way; null where nothing does. */
  readonly answersFrom: Day | null;
  readonly today: Day;
  readonly own: ClinicalFigures;
}): FirstDay {
  const asked = of.zones.flatMap(({ job, site, history }): FirstDay[] => {
    const newest = history.at(-1);
    if (newest === undefined) return [];
    const { own } = of;
    // Test spots since the last session are read, or heal, first.
    const tested = newest.test === true;
    const last = tested ? history.filter(({ on }) => on === newest.on) : lastSessions(history);
    const adverse = last.some(({ answer }) => answer.adverse.length > 0);
    const next = tested
      ? visitAfterTest({ testedOn: newest.on, adverse, own })
      : nextVisitOf({
          ...{ job, site, adverse, own },
          treatedOn: newest.on,
          visitNumber: sessionDays(history),
        });
    const on = USUAL.includes(next.because) ? addDays(next.on, -BEFORE_USUAL_DAYS) : next.on;
    return [{ on, because: next.because }];
  });
  const answers: readonly FirstDay[] =
    of.answersFrom === null ? [] : [{ on: of.answersFrom, because: 'answers' }];
  return [...asked, ...answers].reduce<FirstDay>(
    (latest, each) => (laterDay(latest.on, each.on) === latest.on ? latest : each),
    { on: of.today, because: 'today' },
  );
}
