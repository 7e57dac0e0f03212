import type { EventBody, EventKind } from './event';

/** How events of one kind are taken: the only place that says so of a kind. */
export interface KindRules {
  /** Whether it speaks of one zone of the visit, or of the whole. */
  readonly scope: 'zone' | 'visit';
  /**
   * `fast`: a press that tells what happened; once the session has begun it is never refused, so that nothing is read
   * before it is kept. `press`: pressed in the session too, but judged first. `judged`: all else.
   */
  readonly lane: 'fast' | 'press' | 'judged';
  /** Until when it can be taken back: never, some minutes after the session's end, or until its spot was read. */
  readonly undo: 'never' | 'session' | 'unread';
  /** Whether it is still taken once the client was sent home; presses of another tablet always are. */
  readonly late: boolean;
  /** What it is to a record that was signed: refused, an addition, or nothing that changes what was signed. */
  readonly signed: 'refused' | 'addition' | 'silent';
  /** Whether light is fired with it: consent and what earlier sessions did are asked for first. */
  readonly fires: boolean;
  /** Whether whoever records it works at the room's console: whose pulses are the client's of that visit. */
  readonly inRoom: boolean;
  /** Whether the setting in it is held against the limits. */
  readonly limited: boolean;
  /** What the server works out for it, whatever the browser thought of it. */
  readonly workedOut: 'assessment' | 'triage' | null;
  /** Who may record it: everybody by the visit's own route; by a route of its own; closing may need a supervisor. */
  readonly who: 'anybody' | 'ownRoute' | 'supervisorWhereUrgent';
}

const JUDGED = {
  scope: 'zone',
  lane: 'judged',
  undo: 'never',
  late: false,
  signed: 'refused',
  fires: false,
  inRoom: false,
  limited: false,
  workedOut: null,
  who: 'anybody',
} as const satisfies KindRules;
const WHOLE = { ...JUDGED, scope: 'visit' } as const satisfies KindRules;
const AFTER = { ...JUDGED, late: true, signed: 'addition' } as const satisfies KindRules;
const ROOM = { ...JUDGED, inRoom: true } as const satisfies KindRules;
const FAST = { ...ROOM, lane: 'fast' } as const satisfies KindRules;
const UNDOABLE = { ...FAST, undo: 'session' } as const satisfies KindRules;
const PRESS = { ...ROOM, lane: 'press' } as const satisfies KindRules;

/** One row a kind; the compiler refuses a kind without one. */
export const EVENT_KINDS = {
  answersGiven: { ...WHOLE, workedOut: 'assessment' },
  stopOverridden: { ...WHOLE, who: 'ownRoute' },
  reactionAgreed: { ...JUDGED, who: 'ownRoute' },
  signOffAgreed: { ...JUDGED, who: 'ownRoute' },
  zoneAdded: { ...WHOLE, workedOut: 'assessment' },
  zoneLeft: WHOLE,
  findingsRecorded: JUDGED,
  planAccepted: { ...JUDGED, who: 'ownRoute' },
  spotFired: { ...ROOM, undo: 'unread', fires: true, limited: true },
  spotRead: AFTER,
  spotWaived: { ...JUDGED, who: 'ownRoute' },
  fadingSeen: AFTER,
  checkTicked: ROOM,
  numbingChanged: JUDGED,
  settingsRead: ROOM,
  treatmentStarted: { ...PRESS, fires: true },
  pulsesFired: UNDOABLE,
  passDone: UNDOABLE,
  painScored: UNDOABLE,
  markSeen: UNDOABLE,
  settingChanged: { ...PRESS, limited: true },
  stepDeclined: UNDOABLE,
  cellChosen: FAST,
  cellEnded: UNDOABLE,
  consolePulses: { ...FAST, inRoom: false },
  incident: { ...JUDGED, signed: 'addition' },
  handedOver: FAST,
  paused: FAST,
  causeChecked: UNDOABLE,
  resumed: PRESS,
  stopped: FAST,
  treatmentEnded: FAST,
  treatmentReopened: PRESS,
  undone: PRESS,
  postTreatmentChecked: AFTER,
  sentHome: { ...WHOLE, signed: 'addition', who: 'ownRoute' },
  adviceGiven: { ...WHOLE, late: true, signed: 'silent' },
  reactionReported: { ...AFTER, workedOut: 'triage' },
  reactionFollowed: { ...AFTER, workedOut: 'triage' },
  reactionClosed: { ...AFTER, who: 'supervisorWhereUrgent' },
  amended: { ...WHOLE, late: true, signed: 'addition' },
  recordSigned: { ...WHOLE, late: true, signed: 'silent', who: 'ownRoute' },
} as const satisfies Readonly<Record<EventKind, KindRules>>;

/** The kinds that are pressed in the room, within a session. */
export type PressKind = {
  [K in EventKind]: (typeof EVENT_KINDS)[K]['lane'] extends 'judged' ? never : K;
}[EventKind];

export type PressBody = Extract<EventBody, { kind: PressKind }>;

/** Whether an event is pressed in the room, within a session. */
export const isPress = (body: EventBody): body is PressBody =>
  EVENT_KINDS[body.kind].lane !== 'judged';

/** Whether a kind speaks of the whole visit, not of one zone. */
export const isOfVisit = (kind: EventKind): boolean => EVENT_KINDS[kind].scope === 'visit';
