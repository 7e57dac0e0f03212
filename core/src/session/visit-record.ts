import type { WornEyewear } from '../eyewear';
import { medicineKey } from '../plan';
import {
  beamOf,
  mismatches,
  type CheckId,
  type ConsoleSetting,
  type NumbingKind,
} from '../prepare';
import { type AcceptedPlan, type BodyOf, type Findings, inOrder, type VisitEvent } from '../events';
import { harmLater } from './harm-later';
import { readingsIn } from './planned-spots';
import { withStale, type StaleReason } from './stale-plan';
import { withReaction, type Reaction } from './reactions';
import { closedSegment, type WavelengthSegment } from './wavelength-segments';
import { EMPTY_RUN, swapped, withPress, type Run } from './run';
import { skinAnswer, type SkinAnswer } from '../reaction';
import type { TestSpot } from '../spot';
import { isStop, type Assessment, type History } from '../suitability';
import type { Day } from '../units';

/** A visit, or one zone of it, rebuilt from its events alone. */
export interface VisitRecord {
  /** What the client said; null until asked. */
  readonly history: History | null;
  /** What it means; null until it was worked out. */
  readonly assessment: Assessment | null;
  readonly override: BodyOf<'stopOverridden'> | null;
  /** The supervisor's approval after a reaction last time. */
  readonly agreed: BodyOf<'reactionAgreed'> | null;
  /** A supervisor's approvals of people who are not signed off for the zone. */
  readonly signOffsAgreed: readonly BodyOf<'signOffAgreed'>[];
  readonly findings: Findings | null;
  readonly plan: AcceptedPlan | null;
  /** What answers, findings or test spots have changed since the plan was accepted; empty where it still fits. */
  readonly stale: readonly StaleReason[];
  /** Whether anything has. */
  readonly planIsStale: boolean;
  /** What the plan was accepted on. */
  readonly planBasis: PlanBasis | null;
  /** Test spots of this visit, in order of time. */
  readonly spots: readonly TestSpot[];
  readonly waived: BodyOf<'spotWaived'> | null;
  /** What was made ready for this plan, and by whom and when. */
  readonly ready: ReadonlyMap<
    CheckId,
    {
      readonly at: string;
      readonly staffId: string;
      /** Of eyewear: which was put on. */
      readonly worn?: readonly WornEyewear[] | undefined;
    }
  >;
  readonly numbing: Numbing | null;
  /** What the console showed when it was last compared. */
  readonly shown:
    | (BodyOf<'settingsRead'> & {
        readonly at: string;
        /** Whether it was as planned, or as dialled in since, when it was read. */
        readonly agreed: boolean;
      })
    | null;
  readonly incidents: readonly (BodyOf<'incident'> & {
    readonly at: string;
    readonly id: string;
  })[];
  readonly run: Run;
  /** What was done of this session with plans before the present one, in order. */
  readonly segments: readonly WavelengthSegment[];
  /** How far each colour of ink has faded, as it was last seen; null where nobody looked. */
  readonly fading: BodyOf<'fadingSeen'> | null;
  /** The last look at the skin within the visit. */
  readonly postTreatmentCheck: BodyOf<'postTreatmentChecked'> | null;
  /** Every such look, in order of time. */
  readonly postTreatmentChecks: readonly (BodyOf<'postTreatmentChecked'> & {
    readonly at: string;
    readonly staffId: string;
  })[];
  readonly sentHome: BodyOf<'sentHome'> | null;
  readonly given: readonly { readonly at: string; readonly by: BodyOf<'adviceGiven'>['by'] }[];
  /** Told of or seen later, in the order in which they were. */
  readonly reactions: readonly Reaction[];
}

/** What numbs the skin in this visit. */
interface Numbing {
  readonly by: NumbingKind;
  readonly areaCm2: number;
  readonly onAt: string;
  /** When it was wiped off; null while it is on. */
  readonly offAt: string | null;
}

/** What a plan was accepted on. */
export interface PlanBasis {
  readonly findings: Findings | null;
  readonly history: History | null;
  /** How many readings of test spots there were. */
  readonly readings: number;
}

/** A visit of which nothing is known. */
export const EMPTY: VisitRecord = {
  history: null,
  assessment: null,
  override: null,
  agreed: null,
  signOffsAgreed: [],
  findings: null,
  plan: null,
  stale: [],
  planIsStale: false,
  planBasis: null,
  spots: [],
  waived: null,
  ready: new Map(),
  numbing: null,
  shown: null,
  incidents: [],
  run: EMPTY_RUN,
  segments: [],
  fading: null,
  postTreatmentCheck: null,
  postTreatmentChecks: [],
  sentHome: null,
  given: [],
  reactions: [],
};

/** Rebuilds a visit. Events may come in any order and more than once; time, then id, orders them. */
export function visitRecord(events: readonly VisitEvent[]): VisitRecord {
  const ordered = inOrder(events);
  return withStale(folded(EMPTY, ordered, undoneBy(ordered)));
}

/** Which events were taken back. */
export const undoneBy = (events: readonly VisitEvent[]): ReadonlySet<string> =>
  new Set(events.flatMap(({ body }) => (body.kind === 'undone' ? [body.eventId] : [])));

/** A record with events more, in the order in which they happened, but for those taken back; what is stale is not judged. */
export const folded = (
  record: VisitRecord,
  ordered: readonly VisitEvent[],
  undone: ReadonlySet<string>,
): VisitRecord =>
  ordered.reduce((so, event) => (undone.has(event.id) ? so : withEvent(so, event)), record);

/** What skin and client answered over the whole visit, the second look and what was told of later included. */
export function answerOf(record: VisitRecord): SkinAnswer {
  const later = record.postTreatmentCheck?.marks ?? [];
  return skinAnswer(
    [...record.run.marks.map(({ mark }) => mark), ...later],
    record.run.pains.map(({ score }) => score),
    harmLater(record.reactions),
  );
}

/** What the client takes, each by its key. */
export const medicinesIn = ({ history }: Pick<VisitRecord, 'history'>): readonly string[] =>
  (history?.medicines ?? []).map(medicineKey);

/** Whether the answers stop the visit and nobody has set that aside; answers that nobody judged stop it too. */
export function isStopped(record: VisitRecord): boolean {
  if (record.history === null || record.override !== null) return false;
  if (record.assessment === null) return record.run.startedAt === null;
  return isStop(record.assessment.outcome);
}

function withEvent(record: VisitRecord, event: VisitEvent): VisitRecord {
  const { body } = event;
  switch (body.kind) {
    case 'answersGiven':
      return {
        ...record,
        // An entry of before medicines were named, or before it was judged, has to be asked again.
        history: { answers: body.answers, medicines: body.medicines ?? [] },
        assessment: body.assessment ?? null,
        override: null,
      };
    case 'zoneAdded':
      return withZone(record, body.assessment);
    case 'stopOverridden':
      return { ...record, override: body };
    case 'reactionAgreed':
      return { ...record, agreed: body };
    case 'signOffAgreed':
      return { ...record, signOffsAgreed: [...record.signOffsAgreed, body] };
    case 'findingsRecorded':
      return { ...record, findings: body.findings };
    case 'spotFired': {
      const { kind: _kind, ...fired } = body;
      const skin = record.findings?.skin;
      const medicines = medicinesIn(record);
      const wavelengthNm = record.plan?.wavelengthNm;
      const known = { skin, medicines, wavelengthNm, readings: [] };
      const spot = { id: event.id, at: event.at, ...fired, ...known };
      return { ...record, spots: [...record.spots, spot] };
    }
    case 'spotRead':
      return { ...record, spots: record.spots.map((spot) => withReading(spot, event, body)) };
    case 'spotWaived':
      return { ...record, waived: body };
    case 'fadingSeen':
      return { ...record, fading: body };
    case 'checkTicked': {
      const ready = new Map(record.ready);
      if (body.done) {
        const { worn } = body;
        ready.set(body.check, { at: event.at, staffId: event.staffId, ...(worn && { worn }) });
      } else ready.delete(body.check);
      return { ...record, ready };
    }
    case 'numbingChanged':
      return { ...record, numbing: withNumbing(record.numbing, body, event.at) };
    case 'settingsRead':
      return { ...record, shown: { ...body, at: event.at, agreed: agrees(record, body.shown) } };
    case 'incident':
      return {
        ...record,
        incidents: [...record.incidents, { ...body, at: event.at, id: event.id }],
      };
    case 'planAccepted': {
      const { run, plan: before } = record;
      const under = run.startedAt !== null;
      const same = under && before !== null && goesOnWith(before, body.plan);
      return {
        ...record,
        ready: readyFor(record, body.plan),
        plan: body.plan,
        planBasis: {
          findings: record.findings,
          history: record.history,
          readings: readingsIn(record.spots),
        },
        segments: same ? record.segments : under ? [...record.segments, closedSegment(record)] : [],
        // Another plan under way: nothing goes on before it is made ready too.
        shown: under ? null : record.shown,
        run: swapped(run, body.plan.setting, event.at, same),
      };
    }
    case 'postTreatmentChecked': {
      const { at, staffId } = event;
      return {
        ...record,
        postTreatmentCheck: body,
        postTreatmentChecks: [...record.postTreatmentChecks, { ...body, at, staffId }],
      };
    }
    case 'sentHome':
      return { ...record, sentHome: body };
    case 'adviceGiven':
      return { ...record, given: [...record.given, { at: event.at, by: body.by }] };
    case 'reactionReported':
    case 'reactionFollowed':
    case 'reactionClosed':
      return { ...record, reactions: withReaction(record.reactions, event, record) };
    case 'zoneLeft':
    case 'amended':
    case 'recordSigned':
      return record;
    // All that is left is pressed in the room: the compiler knows of no other.
    default:
      return { ...record, run: withPress(record.run, { ...event, body }) };
  }
}

/** What stays ready for another plan: nothing but the client for another light, all but the eyewear where a stronger one is asked for. */
function readyFor({ plan, ready }: VisitRecord, next: AcceptedPlan): VisitRecord['ready'] {
  if (plan === null) return ready;
  if (!sameLight(plan, next)) return identityOf(ready);
  return densityOf(next) > densityOf(plan)
    ? new Map([...ready].filter(([check]) => check !== 'eyewear'))
    : ready;
}

const densityOf = ({ setting, light, wavelengthNm }: AcceptedPlan): number =>
  beamOf(setting, light ?? { wavelengthNm }).density;

/** What holds whatever the light: that the client is who they should be. */
const identityOf = (ready: VisitRecord['ready']): VisitRecord['ready'] =>
  new Map([...ready].filter(([check]) => check === 'identity'));

/** The day of a record's answers and plan: what a later visit counts from. */
export function treatedOn(record: VisitRecord): Day | null {
  return record.run.startedAt === null ? null : (record.plan?.plannedOn ?? null);
}

/** Answers given before a zone was added count for it as judged then; where it asks for more, they do not. */
function withZone(record: VisitRecord, assessment: Assessment | null): VisitRecord {
  if (record.history === null) return record;
  const lacking = assessment !== null && assessment.unanswered.length > 0;
  return lacking ? { ...record, history: null, assessment: null } : { ...record, assessment };
}

/** Whether a plan fires the light that another did: the same eyewear serves, and the same tip. */
export const sameLight = (one: AcceptedPlan, other: AcceptedPlan): boolean =>
  one.setting.handpieceId === other.setting.handpieceId && one.wavelengthNm === other.wavelengthNm;

/**
 * Whether a plan goes on with the work of the one before: the same light in the same way on the same skin. What was done
 * then stays done; cells that began again would be fired on twice.
 */
export const goesOnWith = (before: AcceptedPlan, next: AcceptedPlan): boolean =>
  sameLight(before, next) &&
  before.setting.technique === next.setting.technique &&
  JSON.stringify(workOf(before)) === JSON.stringify(workOf(next));

const workOf = ({ subject, ink }: AcceptedPlan) => [
  subject.areaCm2,
  ink?.colours,
  ink?.darkPartOf,
  'ink' in subject ? subject.ink.parts : null,
];

function agrees({ plan, run }: VisitRecord, shown: ConsoleSetting): boolean {
  if (plan === null) return false;
  return mismatches(run.setting ?? plan.setting, plan.wavelengthNm, shown).length === 0;
}

function withNumbing(
  before: Numbing | null,
  { on, areaCm2, by }: BodyOf<'numbingChanged'>,
  at: string,
): Numbing | null {
  if (on) return { by, areaCm2, onAt: at, offAt: null };
  return before === null ? null : { ...before, offAt: at };
}

function withReading(spot: TestSpot, { id, at }: VisitEvent, body: BodyOf<'spotRead'>): TestSpot {
  if (spot.id !== body.spotId) return spot;
  const { kind: _kind, spotId: _spot, ...read } = body;
  return { ...spot, readings: [...spot.readings, { id, at, ...read }] };
}
