import { changesBetween, type Change } from '../look';
import { medicineKey, type PastSession } from '../plan';
import { faintIsEnough } from '../ink';
import { mismatches, type CheckId, type ConsoleSetting, type NumbingKind } from '../prepare';
import {
  type AcceptedPlan,
  type EventBody,
  type Findings,
  inOrder,
  type VisitEvent,
} from '../events';
import { harmLater } from './harm-later';
import { withReaction, type Reaction } from './reactions';
import { closedLeg, type Leg } from './wavelength-segments';
import { EMPTY_RUN, swapped, withPress, type Run } from './run';
import { skinAnswer, type Adverse, type SkinAnswer } from '../reaction';
import { laterReasons, spotVerdict, type TestSpot } from '../spot';
import { isStop, type Assessment, type History } from '../suitability';
import type { Day } from '../units';

type Of<K extends EventBody['kind']> = Extract<EventBody, { kind: K }>;

/** One cause for which an accepted plan no longer fits. */
export type StaleReason =
  | { readonly kind: 'findings' | 'answers'; readonly changes: readonly Change[] }
  /** The test spots bear less than the plan gives: what the step rule makes of them, J/cm². */
  | { readonly kind: 'spots'; readonly wantedJcm2: number }
  /** An earlier session turned out to have done harm that the plan knew nothing of. */
  | { readonly kind: 'reactions'; readonly harm: readonly Adverse[] };

/** A visit, or one zone of it, rebuilt from its events alone. */
export interface VisitRecord {
  /** What the client said; null until asked. */
  readonly history: History | null;
  /** What it means; null until it was worked out. */
  readonly assessment: Assessment | null;
  readonly override: Of<'stopOverridden'> | null;
  /** The supervisor's approval after a reaction last time. */
  readonly agreed: Of<'reactionAgreed'> | null;
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
  readonly waived: Of<'spotWaived'> | null;
  /** What was made ready for this plan, and by whom and when. */
  readonly ready: ReadonlyMap<CheckId, { readonly at: string; readonly staffId: string }>;
  readonly numbing: Numbing | null;
  /** What the console showed when it was last compared. */
  readonly shown:
    | (Of<'settingsRead'> & {
        readonly at: string;
        /** Whether it was as planned, or as dialled in since, when it was read. */
        readonly agreed: boolean;
      })
    | null;
  readonly incidents: readonly (Of<'incident'> & { readonly at: string; readonly id: string })[];
  readonly run: Run;
  /** What was done of this session with plans before the present one, in order. */
  readonly legs: readonly Leg[];
  /** How far each colour of ink has faded, as it was last seen; null where nobody looked. */
  readonly fading: Of<'fadingSeen'> | null;
  /** The last look at the skin within the visit. */
  readonly watched: Of<'watched'> | null;
  /** Every such look, in order of time. */
  readonly looks: readonly (Of<'watched'> & { readonly at: string; readonly staffId: string })[];
  readonly sentHome: Of<'sentHome'> | null;
  readonly given: readonly { readonly at: string; readonly by: Of<'adviceGiven'>['by'] }[];
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

interface PlanBasis {
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
  legs: [],
  fading: null,
  watched: null,
  looks: [],
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

/** A record whose plan is judged against what was found since. */
export function withStale(record: VisitRecord): VisitRecord {
  const stale = staleReasons(record);
  return { ...record, stale, planIsStale: stale.length > 0 };
}

/** Why a record's plan no longer fits it. */
function staleReasons(record: VisitRecord): readonly StaleReason[] {
  const { plan, planBasis: basis } = record;
  if (plan === null || basis === null) return [];
  const findings = changesBetween(basis.findings, record.findings);
  const answers = changesBetween(basis.history, record.history).filter(
    (change) => !isNewNo(change),
  );
  const spots = spotsAgainst(record, basis);
  return [
    ...(findings.length === 0 ? [] : [{ kind: 'findings', changes: findings } as const]),
    ...(answers.length === 0 ? [] : [{ kind: 'answers', changes: answers } as const]),
    ...(spots === null ? [] : [spots]),
  ];
}

/** A question that another zone of the visit asks, and that was answered no: it changes nothing here. */
const isNewNo = ({ before, now }: Change) =>
  before === undefined && (now as { readonly yes?: boolean } | undefined)?.yes === false;

/** Test spots read since the plan was accepted that bear less than it gives. */
function spotsAgainst(record: VisitRecord, basis: PlanBasis): StaleReason | null {
  if (readingsIn(record.spots) <= basis.readings) return null;
  const { subject, setting } = record.plan!;
  const later = laterReasons(subject).length > 0;
  const verdict = spotVerdict(plannedSpots(record), later, faintEnough(record.plan!));
  if (verdict.state !== 'use' && verdict.state !== 'stop') return null;
  if (setting.handpieceId !== verdict.spot.setting.handpieceId) return null;
  const { wantedJcm2 } = verdict;
  return setting.fluenceJcm2 > wantedJcm2 + 1e-9 ? { kind: 'spots', wantedJcm2 } : null;
}

/** Whether a faint endpoint is all that a plan wants: red, orange and yellow ink alone. */
export const faintEnough = ({ ink }: Pick<AcceptedPlan, 'ink'>): boolean =>
  faintIsEnough(ink?.colours ?? []);

/** The test spots that were fired with the light that is planned. */
export const plannedSpots = ({ plan, spots }: Pick<VisitRecord, 'plan' | 'spots'>) =>
  spots.filter(
    ({ wavelengthNm }) =>
      plan === null || wavelengthNm === undefined || wavelengthNm === plan.wavelengthNm,
  );

const readingsIn = (spots: readonly TestSpot[]) =>
  spots.reduce((sum, { readings }) => sum + readings.length, 0);

/** What skin and client answered over the whole visit, the second look and what was told of later included. */
export function answerOf(record: VisitRecord): SkinAnswer {
  const later = record.watched?.marks ?? [];
  return skinAnswer(
    [...record.run.marks.map(({ mark }) => mark), ...later],
    record.run.pains.map(({ score }) => score),
    harmLater(record.reactions),
  );
}

/**
 * A record against what earlier sessions are now known to have done: a plan that was accepted before a reaction was
 * told of no longer fits.
 */
export function againstHistory(record: VisitRecord, history: readonly PastSession[]): VisitRecord {
  const { plan } = record;
  if (plan === null || record.run.startedAt !== null) return record;
  const same = (one: PastSession, other: PastSession) =>
    one.on === other.on &&
    one.wavelengthNm === other.wavelengthNm &&
    one.setting.fluenceJcm2 === other.setting.fluenceJcm2;
  const harm = history.flatMap((session) => {
    const known = plan.subject.history.filter((each) => same(each, session));
    return session.answer.adverse.filter(
      (each) => !known.some(({ answer }) => answer.adverse.includes(each)),
    );
  });
  if (harm.length === 0) return record;
  const stale = [...record.stale, { kind: 'reactions', harm: [...new Set(harm)] } as const];
  return { ...record, stale, planIsStale: true };
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
      if (body.done) ready.set(body.check, { at: event.at, staffId: event.staffId });
      else ready.delete(body.check);
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
        // Another light needs other eyewear and another tip: nothing is ready for it yet.
        ready:
          record.plan === null || sameLight(record.plan, body.plan)
            ? record.ready
            : identityOf(record.ready),
        plan: body.plan,
        planBasis: {
          findings: record.findings,
          history: record.history,
          readings: readingsIn(record.spots),
        },
        legs: same ? record.legs : under ? [...record.legs, closedLeg(record)] : [],
        // Another plan under way: nothing goes on before it is made ready too.
        shown: under ? null : record.shown,
        run: swapped(run, body.plan.setting, event.at, same),
      };
    }
    case 'watched': {
      const { at, staffId } = event;
      return { ...record, watched: body, looks: [...record.looks, { ...body, at, staffId }] };
    }
    case 'sentHome':
      return { ...record, sentHome: body };
    case 'adviceGiven':
      return { ...record, given: [...record.given, { at: event.at, by: body.by }] };
    case 'reactionReported':
    case 'reactionFollowed':
    case 'reactionClosed':
      return { ...record, reactions: withReaction(record.reactions, event, record) };
    case 'amended':
    case 'recordSigned':
      return record;
    default:
      return { ...record, run: withPress(record.run, event) };
  }
}

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
 * then stays done; cells that began anew would be fired on twice.
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
  { on, areaCm2, by = 'cream' }: Of<'numbingChanged'>,
  at: string,
): Numbing | null {
  if (on) return { by, areaCm2, onAt: at, offAt: null };
  return before === null ? null : { ...before, offAt: at };
}

function withReading(spot: TestSpot, { id, at }: VisitEvent, body: Of<'spotRead'>): TestSpot {
  if (spot.id !== body.spotId) return spot;
  const { kind: _kind, spotId: _spot, ...read } = body;
  return { ...spot, readings: [...spot.readings, { id, at, ...read }] };
}
