import type { Calibre, SkinType } from '../optics';
import type { AcceptedPlan, VisitEvent } from '../events';
import type { InkColour } from '../look';
import { workingSkin, type Technique } from '../plan';
import type { Grade, SkinAnswer } from '../reaction';
import {
  answerOf,
  segmentsOf,
  treatedOn,
  undoneBy,
  zoneOfEvent,
  type VisitRecord,
} from '../session';
import type { SiteId } from '../sites';
import type { Job } from '../suitability';
import { longestSideMm, type Day } from '../units';

/** What became of the days that an answer asked to wait: kept, or set aside by a supervisor. */
export const WAITS = ['kept', 'setAside'] as const;

export type WaitFact = (typeof WAITS)[number];

/** What the clinic's findings count of one zone that was treated in one visit. */
export interface SessionFacts {
  readonly areaId: string;
  readonly treatedOn: Day;
  readonly job: Job;
  readonly site: SiteId;
  /** The type that was worked with: a tan counts as darker skin. */
  readonly skinType: SkinType;
  /** Whether the skin was found tanned. */
  readonly tanned: boolean;
  /** Hair by its calibre, ink by the colour that most of the light was for. */
  readonly target: Calibre | InkColour;
  /** Of the setting with most pulses. */
  readonly handpieceId: string;
  readonly wavelengthNm: number;
  readonly technique: Technique;
  readonly pulseMs: number;
  readonly spotMm: number;
  /** Who started the treatment. */
  readonly staffId: string;
  readonly startJcm2: number;
  readonly endJcm2: number;
  /** What the skin showed at the fluence that was begun with. */
  readonly startEndpoint: SkinAnswer['endpoint'];
  readonly endpoint: SkinAnswer['endpoint'];
  /** Whether anything counted as harm, in the room or later. */
  readonly adverse: boolean;
  /** The worst that was seen before the client went home; null where nobody looked. */
  readonly grade: Grade | null;
  /** 0–10; null where it was never asked. */
  readonly painMax: number | null;
  /** From the start of the treatment to its end, pauses in it. */
  readonly treatMinutes: number;
  /** How long the visit took, from the first entry of that day to sending home; of the zone booked alone. */
  readonly visitMinutes: number | null;
  /** What the console or its watch reported. */
  readonly incidents: number;
  /** Told of or seen later. */
  readonly reactions: number;
  /** How often a supervisor set a rule aside. */
  readonly overrides: number;
  /** Null where nothing asked to wait. */
  readonly wait: WaitFact | null;
}

/** What counts of every zone of a visit whose treatment has ended; none of one that was not treated. */
export const sessionFacts = (
  events: readonly VisitEvent[],
  zones: ReadonlyMap<string, VisitRecord>,
): readonly SessionFacts[] => {
  const [bookedId] = zones.keys();
  return [...zones].flatMap(([areaId, record]) => {
    const facts = factsOf(record, startedBy(events, areaId, bookedId ?? areaId));
    if (facts === null) return [];
    const visitMinutes = areaId === bookedId ? minutesOf(events, record) : null;
    return [{ areaId, ...facts, visitMinutes }];
  });
};

function factsOf(
  record: VisitRecord,
  staffId: string | null,
): Omit<SessionFacts, 'areaId' | 'visitMinutes'> | null {
  const { run, postTreatmentChecks, incidents, reactions, assessment } = record;
  const on = treatedOn(record);
  const fired = segmentsOf(record).filter(({ pulses }) => pulses > 0);
  const [first, last] = [fired[0], fired.at(-1)];
  if (on === null || run.state !== 'ended' || staffId === null) return null;
  if (first === undefined || last === undefined) return null;
  const most = fired.reduce((best, each) => (each.pulses > best.pulses ? each : best));
  const { plan, setting } = most;
  const { endpoint, adverse, painMax } = answerOf(record);
  const waits = (assessment?.findings ?? []).filter(({ wait }) => wait !== null);
  return {
    treatedOn: on,
    job: plan.job ?? 'hair',
    site: plan.subject.site,
    skinType: workingSkin(plan.subject).type,
    tanned: plan.subject.skin.tan !== 'none',
    target: targetOf(plan),
    handpieceId: setting.handpieceId,
    wavelengthNm: plan.wavelengthNm,
    technique: setting.technique,
    pulseMs: setting.pulseMs,
    spotMm: longestSideMm(setting.spot),
    staffId,
    startJcm2: first.setting.fluenceJcm2,
    endJcm2: last.setting.fluenceJcm2,
    startEndpoint: first.answer.endpoint,
    endpoint,
    adverse: adverse.length > 0,
    grade: postTreatmentChecks.reduce<Grade | null>(
      (worst, { grade }) => (worst === null || grade > worst ? grade : worst),
      null,
    ),
    painMax,
    treatMinutes: treatMinutesOf(run),
    incidents: incidents.length,
    reactions: reactions.length,
    overrides: overridesOf(record),
    wait: waits.some(({ outcome }) => outcome === 'wait')
      ? 'setAside'
      : waits.length > 0
        ? 'kept'
        : null,
  };
}

const overridesOf = ({ override, agreed, waived, signOffsAgreed }: VisitRecord): number =>
  [override, agreed, waived].filter((each) => each !== null).length + signOffsAgreed.length;

/** The calibre of the hair, or the colour with the largest share of those that the light was for. */
function targetOf({ subject, ink }: AcceptedPlan): SessionFacts['target'] {
  if ('hair' in subject) return subject.hair.calibre;
  const meant = subject.ink.colours.filter(({ colour }) => ink?.colours.includes(colour) ?? true);
  return (meant.length > 0 ? meant : subject.ink.colours).reduce((most, each) =>
    each.share > most.share ? each : most,
  ).colour;
}

/** Who started the treatment of a zone first; null where nobody has. */
function startedBy(events: readonly VisitEvent[], areaId: string, bookedId: string): string | null {
  const undone = undoneBy(events);
  const starts = events.filter(
    (event) =>
      event.body.kind === 'treatmentStarted' &&
      !undone.has(event.id) &&
      zoneOfEvent(event, bookedId) === areaId,
  );
  return starts.sort((one, other) => Date.parse(one.at) - Date.parse(other.at))[0]?.staffId ?? null;
}

const MINUTE_MS = 60_000;

const treatMinutesOf = ({ startedAt, endedAt }: VisitRecord['run']): number =>
  startedAt === null || endedAt === null
    ? 0
    : Math.max(0, Date.parse(endedAt) - Date.parse(startedAt)) / MINUTE_MS;

// Entries of a test spot days before belong to no visit of today.
const SAME_VISIT_MS = 6 * 60 * MINUTE_MS;

function minutesOf(events: readonly VisitEvent[], { run }: VisitRecord): number | null {
  if (run.startedAt === null) return null;
  const started = Date.parse(run.startedAt);
  const near = events
    .map(({ at }) => Date.parse(at))
    .filter((at) => Math.abs(at - started) < SAME_VISIT_MS);
  const home = events.findLast(({ body }) => body.kind === 'sentHome');
  if (home === undefined || !near.includes(Date.parse(home.at))) return null;
  return Math.max(0, Date.parse(home.at) - Math.min(...near)) / MINUTE_MS;
}
