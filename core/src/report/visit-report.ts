import type { WornEyewear } from '../eyewear';
import {
  answerOf,
  earlyPulses,
  type EarlyPulses,
  type SettingResponse,
  segmentsOf,
  type PartDone,
  partsDone,
  type Run,
  sameLight,
  type VisitRecord,
  zoneOfEvent,
  zoneRecord,
  zonesOf,
} from '../session';
import type { Setting } from '../plan';
import type { CheckId } from '../prepare';
import {
  type AcceptedPlan,
  type BodyOf,
  type EventBody,
  inOrder,
  type OddClock,
  oddClocks,
  type VisitEvent,
} from '../events';
import { lineNm } from '../window';
import { changedSince } from '../workflow';
import type { SkinAnswer, StopCause } from '../reaction';

/** When and by whom something was recorded. */
interface Stamp {
  readonly id: string;
  readonly at: string;
  readonly staffId: string;
  /** When the server received it, where that was long after its own time or its clock was off; absent otherwise. */
  readonly receivedAt?: string;
  /** Which way the clock was off that it was recorded by; absent where it was not. */
  readonly clock?: OddClock;
}

/** One step of a session that its record names: a start, a change, a pause, a hand-over, an end. */
export interface SheetStep extends Stamp {
  readonly what: SheetStepKind;
  /** What is dialled in from then on, where the step changed it. */
  readonly setting: Setting | null;
  /** Of the light, where a plan was accepted; null for a filtered band. */
  readonly wavelengthNm: number | null;
  /** The reason given, or what was said; empty where nothing was. */
  readonly said: string;
  readonly toStaffId: string | null;
  /** The causes checked after a stop, and whether it was this. */
  readonly cause?: { readonly cause: StopCause; readonly found: boolean };
}

export type SheetStepKind =
  | 'planAccepted'
  | 'settingsRead'
  | 'treatmentStarted'
  | 'settingChanged'
  | 'stepDeclined'
  | 'paused'
  | 'resumed'
  | 'stopped'
  | 'causeChecked'
  | 'handedOver'
  | 'treatmentEnded';

/** Something made ready for the light whose plan stood then; null before any did. */
export interface SheetTick extends Stamp {
  readonly check: CheckId;
  readonly wavelengthNm: number | null;
  /** Of eyewear: which was put on. */
  readonly worn?: readonly WornEyewear[] | undefined;
}

/** One zone of a visit as its record shows it. */
export interface ZoneReport {
  readonly areaId: string;
  readonly record: VisitRecord;
  /** Each setting that was fired with, in order. */
  readonly lights: readonly SettingResponse[];
  /** What was given to each part of a design. */
  readonly parts: readonly PartDone[];
  /** What was made ready, for every light of the session. */
  readonly ticks: readonly SheetTick[];
  readonly steps: readonly SheetStep[];
  /** All of them, those before the start included. */
  readonly pulses: number;
  readonly early: EarlyPulses;
  readonly passes: number;
  /** All energy given, J, and by area of the zone, J/cm²; null where nobody measured the zone. */
  readonly energyJ: number;
  readonly energyJcm2: number | null;
  /** Of the first cell's start to the end, pauses left out, seconds. */
  readonly seconds: number;
  /** Pain over time: minutes after the start, score 0–10. */
  readonly pains: readonly { readonly minute: number; readonly score: number }[];
  readonly answer: SkinAnswer;
  /** Every photograph that an entry names. */
  readonly photoIds: readonly string[];
}

/** A visit on one page, rebuilt from its events alone. */
export interface VisitReport {
  readonly zones: readonly ZoneReport[];
  /** Everyone who recorded anything, in order of appearance. */
  readonly staffIds: readonly string[];
  /** Answers given last, with what they meant. */
  readonly asked: (BodyOf<'answersGiven'> & Stamp) | null;
  readonly words: readonly ((
    | BodyOf<'stopOverridden'>
    | BodyOf<'reactionAgreed'>
    | BodyOf<'signOffAgreed'>
    | BodyOf<'spotWaived'>
  ) &
    Stamp)[];
  readonly sentHome: (BodyOf<'sentHome'> & Stamp) | null;
  readonly given: VisitRecord['given'];
  readonly amendments: readonly (BodyOf<'amended'> & Stamp)[];
  readonly signatures: readonly (BodyOf<'recordSigned'> & Stamp)[];
  /** Entries of all kinds that a clock recorded that was off, in order. */
  readonly oddClocks: readonly {
    readonly at: string;
    readonly receivedAt: string;
    readonly clock: OddClock;
  }[];
  /** Whether something clinical came after the last signature. */
  readonly changedSinceSigned: boolean;
}

/** Rebuilds the record of a visit. Events may come in any order and more than once. */
export function visitReport(events: readonly VisitEvent[], bookedId: string): VisitReport {
  const ordered = standing(inOrder(events));
  const clocks = oddClocks(events);
  const all = <K extends EventBody['kind']>(...kinds: readonly K[]) =>
    ordered.flatMap((event) =>
      kinds.includes(event.body.kind as K)
        ? [{ ...(event.body as BodyOf<K>), ...stampOf(event, clocks) }]
        : [],
    );
  const signatures = all('recordSigned');
  const zones = zonesOf(events, bookedId).map((id) =>
    zoneSheet({ events, ordered, clocks }, id, bookedId),
  );
  return {
    zones,
    staffIds: [...new Set(ordered.map(({ staffId }) => staffId))],
    asked: all('answersGiven').at(-1) ?? null,
    words: all('stopOverridden', 'reactionAgreed', 'signOffAgreed', 'spotWaived'),
    sentHome: all('sentHome').at(-1) ?? null,
    given: zones[0]?.record.given ?? [],
    amendments: all('amended'),
    signatures,
    oddClocks: ordered.flatMap(({ id, at, receivedAt }) => {
      const clock = clocks.get(id);
      return clock === undefined ? [] : [{ at, receivedAt: receivedAt ?? at, clock }];
    }),
    changedSinceSigned: changedSince(inOrder(events)),
  };
}

// What was sent at once arrives within seconds; so much later, and the record tells both times.
const ODD_MS = 5 * 60_000;

/** When and by whom an event was recorded, when it was received where that differs, and whether its clock was off. */
function stampOf({ id, at, staffId, receivedAt }: VisitEvent, clocks: OddClocks): Stamp {
  const own = { id, at, staffId };
  if (receivedAt === undefined) return own;
  const clock = clocks.get(id);
  if (clock !== undefined) return { ...own, receivedAt, clock };
  return Date.parse(receivedAt) - Date.parse(at) > ODD_MS ? { ...own, receivedAt } : own;
}

type OddClocks = ReturnType<typeof oddClocks>;

/** What was not taken back again. */
function standing(ordered: readonly VisitEvent[]): readonly VisitEvent[] {
  const undone = new Set(
    ordered.flatMap(({ body }) => (body.kind === 'undone' ? [body.eventId] : [])),
  );
  return ordered.filter(({ id, body }) => body.kind !== 'undone' && !undone.has(id));
}

interface Told {
  readonly events: readonly VisitEvent[];
  /** What was not taken back, in order. */
  readonly ordered: readonly VisitEvent[];
  readonly clocks: OddClocks;
}

function zoneSheet(
  { events, ordered, clocks }: Told,
  areaId: string,
  bookedId: string,
): ZoneReport {
  const record = zoneRecord(events, areaId, bookedId);
  const own = ordered.filter((event) => zoneOfEvent(event, bookedId) === areaId);
  const { run, findings, postTreatmentChecks, spots, reactions } = record;
  const started = run.startedAt === null ? 0 : Date.parse(run.startedAt);
  const areaCm2 = findings?.areaCm2 ?? null;
  const early = earlyPulses(record);
  const energyJ = run.energyJ + early.energyJ;
  return {
    areaId,
    record,
    lights: segmentsOf(record).filter(({ pulses }) => pulses > 0),
    parts: partsDone(record),
    ticks: ticksOf(own, clocks),
    steps: own.flatMap((event) => stepOf(event, clocks)),
    pulses: run.pulses + early.pulses,
    early,
    passes: run.passes,
    energyJ,
    energyJcm2: areaCm2 === null ? null : energyJ / areaCm2,
    seconds: secondsOf(run),
    pains: run.pains.map(({ at, score }) => ({
      minute: Math.max(0, Date.parse(at) - started) / 60_000,
      score,
    })),
    answer: answerOf(record),
    photoIds: [
      ...new Set([
        ...spots.flatMap(({ readings }) => readings.flatMap(({ photoIds }) => photoIds)),
        ...postTreatmentChecks.flatMap(({ photoIds = [] }) => photoIds),
        ...reactions.flatMap(({ entries }) =>
          entries.flatMap(({ body }) => ('photoIds' in body ? body.photoIds : [])),
        ),
      ]),
    ],
  };
}

/** What stayed ticked, light by light: another light takes nothing from what was made ready for the one before. */
function ticksOf(own: readonly VisitEvent[], clocks: OddClocks): readonly SheetTick[] {
  let plan: AcceptedPlan | null = null;
  let before: readonly SheetTick[] = [];
  let ticks: readonly SheetTick[] = [];
  for (const event of own) {
    const { body } = event;
    if (body.kind === 'planAccepted') {
      if (plan !== null && !sameLight(plan, body.plan)) {
        before = [...before, ...ticks];
        ticks = [];
      }
      plan = body.plan;
    } else if (body.kind === 'checkTicked') {
      const { check, done, worn } = body;
      const wavelengthNm = plan === null ? null : lineOf(plan);
      ticks = ticks.filter((tick) => tick.check !== check);
      if (done)
        ticks = [
          ...ticks,
          { ...stampOf(event, clocks), check, wavelengthNm, ...(worn && { worn }) },
        ];
    }
  }
  return [...before, ...ticks];
}

/** The wavelength of a plan's light, nm; null for a filtered band. */
const lineOf = ({ light, wavelengthNm }: AcceptedPlan): number | null =>
  lineNm(light ?? { wavelengthNm });

const secondsOf = ({ cells }: Run): number =>
  [...cells.values()].reduce((sum, { seconds }) => sum + seconds, 0);

function stepOf(event: VisitEvent, clocks: OddClocks): readonly SheetStep[] {
  const { body } = event;
  const step = (
    what: SheetStepKind,
    more: Partial<
      Pick<SheetStep, 'setting' | 'wavelengthNm' | 'said' | 'toStaffId' | 'cause'>
    > = {},
  ): readonly SheetStep[] => [
    {
      ...stampOf(event, clocks),
      what,
      setting: null,
      wavelengthNm: null,
      said: '',
      toStaffId: null,
      ...more,
    },
  ];
  switch (body.kind) {
    case 'planAccepted':
      return step(body.kind, {
        setting: body.plan.setting,
        wavelengthNm: lineOf(body.plan),
      });
    case 'settingChanged':
      return step(body.kind, { setting: body.setting, said: body.reason });
    case 'stepDeclined':
      return step(body.kind, { said: body.reason });
    case 'causeChecked':
      return step(body.kind, { cause: { cause: body.cause, found: body.found } });
    case 'handedOver':
      return step(body.kind, { toStaffId: body.toStaffId });
    case 'settingsRead':
    case 'treatmentStarted':
    case 'paused':
    case 'resumed':
    case 'stopped':
    case 'treatmentEnded':
      return step(body.kind);
    default:
      return [];
  }
}
