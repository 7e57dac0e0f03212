import { aftercare, STANDARD_AFTERCARE } from '@tidy-quill/core/aftercare';
import { nextVisit } from '@tidy-quill/core/course';
import { SITES } from '@tidy-quill/core/sites';
import { cellsOf } from '@tidy-quill/core/coverage';
import {
  centralWavelengthNm,
  habitOf,
  coolingOf,
  propose,
  workingSkin,
  type PastSession,
  type PictureCount,
  type Proposal,
  type Subject,
  type Protocol,
} from '@tidy-quill/core/plan';
import { asShown } from '@tidy-quill/core/prepare';
import type { ReactionReport } from '@tidy-quill/core/reaction';
import {
  answerOf,
  pastSessions,
  preparation,
  triageOf,
  visitRecord,
} from '@tidy-quill/core/session';
import { type EventBody, type VisitEvent } from '@tidy-quill/core/events';
import {
  assess,
  QUESTIONS,
  STANDARD_SUITABILITY,
  type Answers,
  type Job,
} from '@tidy-quill/core/suitability';
import { defined, addDays, type Day } from '@tidy-quill/core/units';
import { CORE_VERSION } from '@tidy-quill/core/version';
import { DEMO_HANDPIECES, DEMO_PROTOCOL } from './catalogue';
import type { DemoClient, DemoProgress, DemoReaction, DemoSession } from './people';
import { VisitScript } from './script';

export interface CatalogueIds {
  readonly devicesVersionId: string;
  readonly protocolVersionId: string;
}

/** The events of a demo visit as far as it has come, worked out with the core's own planner. */
export function demoVisit(input: {
  readonly client: DemoClient;
  readonly session: Pick<DemoSession, 'marks' | 'pains' | 'handpieceId' | 'technique'> &
    Partial<DemoSession>;
  readonly progress: DemoProgress;
  readonly startsAt: Date;
  readonly day: Day;
  readonly staffId: string;
  readonly supervisorId: string;
  readonly history: readonly PastSession[];
  readonly catalogue: CatalogueIds;
  readonly protocol: Protocol;
  readonly yes: NonNullable<DemoClient['today']>['yes'];
  readonly medicines: NonNullable<DemoClient['today']>['medicines'];
  /** What is accepted; proposed for the very client where it is left out. */
  readonly proposal?: Proposal;
}): readonly VisitEvent[] {
  const { client, session, progress, day } = input;
  const script = new VisitScript(begun(input.startsAt, progress), input.staffId);
  if (progress === 'nothing') return [];
  script.add(asked(day, input), 120);
  if (progress === 'asked') return script.events;
  const subject = subjectOf(client, session, input.history);
  const { site: _site, history: _history, ...findings } = subject;
  script.add({ kind: 'findingsRecorded', findings }, 180);
  if (progress === 'looked') return script.events;
  const proposal = input.proposal ?? proposalFor(subject, session, day, input.protocol);
  script.add(accepted(proposal, subject, day, input.catalogue), 120);
  script.waiveSpots(input.supervisorId);
  treat(script, proposal, session, subject.areaCm2, progress === 'treating');
  if (progress === 'treating') return script.events;
  script.add(
    {
      kind: 'postTreatmentChecked',
      minutesAfter: 15,
      marks: session.marks,
      grade: session.grade ?? (session.marks.includes('nothing') ? 0 : 1),
      note: '',
      found: [],
      photoIds: [],
      cared: ['coolPack'],
      cooledMinutes: 5,
    },
    900,
  );
  sendHome(script, client, day, input.history.length + 1);
  if (session.later !== undefined) toldLater(script, session.later);
  return script.events;
}

// Minutes that a visit has taken when it has come so far; one begun today never lies ahead of now.
const TAKEN: Readonly<Record<DemoProgress, number>> = {
  nothing: 0,
  asked: 5,
  looked: 10,
  treating: 40,
  home: 75,
};

function begun(startsAt: Date, progress: DemoProgress): Date {
  return new Date(Math.min(startsAt.getTime(), Date.now() - TAKEN[progress] * 60_000));
}

/** What a demo visit leaves for the next one. */
export function demoPast(events: readonly VisitEvent[]): readonly PastSession[] {
  return pastSessions(visitRecord(events));
}

/** What the client said, judged by the rules that ship. */
export function asked(
  day: Day,
  { client, yes, medicines = [] }: Said,
  job: Job = 'hair',
): EventBody {
  const history = {
    answers: answers(
      day,
      [...(yes ?? []), ...(medicines.length > 0 ? [{ question: 'medicines' } as const] : [])],
      job,
    ),
    medicines: medicines.map(({ daysAgo, ...named }) => ({
      ...named,
      lastOn: addDays(day, -daysAgo),
    })),
  };
  const of = {
    job,
    place: SITES[client.area.site].part === 'face' ? 'face' : 'body',
    age: client.age,
    on: day,
  } as const;
  return {
    kind: 'answersGiven',
    ...history,
    on: day,
    aheadId: null,
    assessment: assess(history, of, STANDARD_SUITABILITY),
  };
}

interface Said extends Pick<Parameters<typeof demoVisit>[0], 'yes' | 'medicines'> {
  readonly client: {
    readonly area: Pick<DemoClient['area'], 'site'>;
    readonly age: number;
  };
}

/** No to everything but these. */
export function answers(
  day: Day,
  yes: NonNullable<DemoClient['today']>['yes'] = [],
  job: Job = 'hair',
): Answers {
  const list = QUESTIONS.filter(({ jobs }) => jobs.includes(job)).map(({ id }) => {
    const found = yes.find(({ question }) => question === id);
    if (found === undefined) return [id, { yes: false }];
    const lastOn = found.daysAgo === undefined ? undefined : addDays(day, -found.daysAgo);
    return [id, { yes: true, lastOn }];
  });
  return Object.fromEntries(list) as Answers;
}

export function subjectOf(
  client: DemoClient,
  session: Partial<DemoSession>,
  history: readonly PastSession[],
): Subject {
  return {
    site: client.area.site,
    areaCm2: client.area.areaCm2,
    skin: client.skin,
    hair: {
      ...client.hair,
      ...(session.counted === undefined ? {} : counted(session.counted, session.picture)),
      ...(session.colour === undefined ? {} : { colour: session.colour }),
      calibre: session.calibre ?? client.hair.calibre,
      density: session.density ?? client.hair.density,
    },
    history,
  };
}

const counted = (hairsPerCm2: number, picture?: PictureCount) => ({
  hairsPerCm2,
  counted: {
    ...{ place: 'middle' as const, sizeCm2: 2 },
    ...(picture === undefined ? { how: 'eye' as const } : { how: 'picture' as const, picture }),
  },
});

export function proposalFor(
  subject: Subject,
  session: Pick<DemoSession, 'handpieceId' | 'technique'>,
  today: Day,
  protocol = DEMO_PROTOCOL,
): Proposal {
  const { proposals } = propose({ subject, handpieces: DEMO_HANDPIECES, protocol, today });
  const found = proposals.find(
    ({ setting }) =>
      setting.handpieceId === session.handpieceId && setting.technique === session.technique,
  );
  if (found === undefined) {
    throw new Error(`No proposal with ${session.handpieceId} for ${subject.site}`);
  }
  return found;
}

export function accepted(
  proposal: Proposal,
  subject: Subject,
  day: Day,
  catalogue: CatalogueIds,
): EventBody {
  const { setting, evaluation } = proposal;
  const handpiece = defined(DEMO_HANDPIECES.find(({ id }) => id === setting.handpieceId));
  return {
    kind: 'planAccepted',
    plan: {
      subject,
      setting,
      wavelengthNm: centralWavelengthNm(handpiece.light),
      upperJcm2: defined(defined(evaluation.upper).fluenceJcm2),
      expectedPulses: evaluation.work.pulses,
      light: handpiece.light,
      train: handpiece.train,
      cooling: coolingOf(handpiece, setting),
      gel: handpiece.gel,
      job: 'hair',
      ...catalogue,
      coreVersion: CORE_VERSION,
      plannedOn: day,
    },
  };
}

function treat(
  script: VisitScript,
  proposal: Proposal,
  session: Pick<DemoSession, 'marks' | 'pains'>,
  areaCm2: number,
  halfWay: boolean,
): void {
  const { pulses } = proposal.evaluation.work;
  const fired = halfWay ? Math.floor(pulses / 2) : pulses;
  makeReady(script, proposal);
  script.add({ kind: 'treatmentStarted' }, 60);
  script.add({ kind: 'cellChosen', cell: 1 }, 1);
  script.add({ kind: 'pulsesFired', count: 3 }, 5);
  session.pains.forEach((score, index) => {
    script.add({ kind: 'painScored', score }, 10);
    if (index === 0) session.marks.forEach((mark) => script.add({ kind: 'markSeen', mark }, 8));
  });
  const { cells } = cellsOf({ areaCm2, cellCm2: cellCm2(proposal), pulses });
  let left = fired - 3;
  for (const cell of cells) {
    const own = Math.min(left, cell.number === 1 ? cell.pulses - 3 : cell.pulses);
    fire(script, own, pulsesASecond(proposal));
    left -= own;
    if (left <= 0) break;
    script.add({ kind: 'cellEnded', cell: cell.number, how: 'done' }, 5);
    script.add({ kind: 'cellChosen', cell: cell.number + 1 }, 1);
  }
  if (halfWay) script.add({ kind: 'paused' }, 5);
  else script.add({ kind: 'treatmentEnded' }, 10);
}

/** A moving hand fires at the console's rate; a stamped pulse takes about a second. */
const pulsesASecond = ({ setting }: Proposal): number =>
  setting.technique === 'inMotion' ? setting.rateHz : 1;

// As many pulses as one press may tell of.
const MOST_PULSES = 1000;

function fire(script: VisitScript, pulses: number, aSecond: number): void {
  for (let left = pulses; left > 0; left -= MOST_PULSES) {
    const count = Math.min(left, MOST_PULSES);
    script.add({ kind: 'pulsesFired', count }, Math.ceil(count / aSecond));
  }
}

/** What was told by telephone, triaged as on that day; then how it ended, where it has. */
export function toldLater(script: VisitScript, later: DemoReaction): void {
  const record = visitRecord(script.events);
  const ended = Date.parse(defined(record.run.endedAt));
  const after = (hours: number) => new Date(ended + hours * 3_600_000).toISOString();
  const wait = (hours: number) => (Date.parse(after(hours)) - script.now) / 1000;
  const { what, sizeCm, extent, onsetHours, toldHours, closedDays, note } = later;
  const report: ReactionReport = {
    what,
    onsetAt: after(onsetHours),
    extent,
    sizeCm,
    place: 'lowerRight',
    trend: 'same',
    signs: [],
  };
  const at = after(toldHours);
  const body: EventBody = {
    kind: 'reactionReported',
    how: 'phone',
    report,
    triage: null,
    photoIds: [],
    note,
  };
  const judged = triageOf(record, { at, body });
  const reactionId = script.add({ ...body, triage: judged }, wait(toldHours));
  if (closedDays === null) return;
  const closing = { kind: 'reactionClosed', reactionId, outcome: 'healed' } as const;
  script.add({ ...closing, note: 'Dry and flat, no mark.' }, wait(24 * closedDays));
}

const cellCm2 = ({ setting }: Proposal): number =>
  habitOf(DEMO_PROTOCOL, setting.technique).cellCm2;

/** Ticks what the plan asks for and reads the console back. */
export function makeReady(script: VisitScript, { setting }: Proposal): void {
  const handpiece = defined(DEMO_HANDPIECES.find(({ id }) => id === setting.handpieceId));
  const wavelengthNm = centralWavelengthNm(handpiece.light);
  const { checks } = preparation(visitRecord(script.events));
  for (const { id } of checks) script.add({ kind: 'checkTicked', check: id, done: true }, 15);
  const shown = asShown(setting, wavelengthNm);
  script.add({ kind: 'settingsRead', by: 'eye', shown }, 20);
}

function sendHome(script: VisitScript, client: DemoClient, day: Day, visitNumber: number): void {
  const { site } = client.area;
  const record = visitRecord(script.events);
  const plan = defined(record.plan);
  const adverse = answerOf(record).adverse.length > 0;
  script.add(
    {
      kind: 'sentHome',
      advice: aftercare(STANDARD_AFTERCARE, {
        job: 'hair',
        site,
        technique: plan.setting.technique,
        wavelengthNm: plan.wavelengthNm,
        workingType: workingSkin(plan.subject).type,
        treatedOn: day,
        harmed: adverse,
        habits: [],
      }),
      habits: [],
      blocksNumber: 0,
      nextVisitOn: nextVisit({ site, treatedOn: day, visitNumber, adverse, own: DEMO_PROTOCOL }).on,
      note: '',
    },
    240,
  );
}
