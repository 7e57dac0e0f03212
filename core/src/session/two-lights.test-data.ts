import { caseOf, mixed } from '../ink/ink.test-data';
import type { InkFinding } from '../look';
import { answersGiven } from './record.test-data';
import { preparation } from './preparation';
import { visitRecord } from './visit-record';
import { type AcceptedPlan, type EventBody, type VisitEvent } from '../events';
import { defined } from '../units';

const START = Date.UTC(2026, 10, 24, 10, 0, 0);
/** So many seconds after ten in the morning. */
export const moment = (second: number) => new Date(START + second * 1000).toISOString();
/** Events in turn, written by two people. */
export const script = (...lines: readonly (readonly [second: number, body: EventBody])[]) =>
  lines.map(([second, body], index): VisitEvent => ({
    id: `e${String(index).padStart(3, '0')}`,
    at: moment(second),
    staffId: index % 2 === 0 ? 'one' : 'two',
    body,
  }));

const COLOURS = mixed(['black', 0.6], ['red', 0.4]);

/** The design that both lights meet; its parts are drawn where `parts` is given. */
export const inkSubject = (parts?: InkFinding['parts']) =>
  caseOf({ colours: COLOURS, ...(parts === undefined ? {} : { parts }) }).subject;

const light = (
  ink: ReturnType<typeof inkSubject>,
  wavelengthNm: number,
  fluenceJcm2: number,
  colour: 'black' | 'red',
) => {
  const plan: AcceptedPlan = {
    subject: ink,
    ink: { colours: [colour], darkPartOf: [] },
    setting: {
      handpieceId: `nano-${wavelengthNm}`,
      technique: 'stamping',
      // π·0.2² = 0.12566 cm².
      spot: { diameterMm: 4 },
      pulseMs: 6e-6,
      fluenceJcm2,
      rateHz: 2,
      passes: 1,
    },
    wavelengthNm,
    upperJcm2: 6,
    expectedPulses: 100,
    cooling: { kind: 'air' },
    gel: false,
    job: 'ink',
    devicesVersionId: 'd',
    protocolVersionId: 'p',
    coreVersion: '0.1.0',
    plannedOn: '2026-11-24',
  };
  return { kind: 'planAccepted', plan } as const;
};
/** Everything ticked for the plan that stands, and its settings read back. */
export const readyAt = (events: readonly VisitEvent[], second: number) => {
  const { plan, ready: done } = visitRecord(events);
  const {
    handpieceId: _id,
    technique: _technique,
    passes: _passes,
    ...shown
  } = defined(plan).setting;
  const ticks = preparation(visitRecord(events))
    .checks.filter(({ id }) => !done.has(id))
    .map(({ id }) => ({ kind: 'checkTicked', check: id, done: true }) as const);
  const read = {
    kind: 'settingsRead',
    by: 'eye',
    shown: { ...shown, wavelengthNm: defined(plan).wavelengthNm },
  };
  return [...ticks, read as EventBody].map((body, index): VisitEvent => ({
    id: `r${second} ${index}`,
    at: moment(second),
    staffId: 'one',
    body,
  }));
};

/** A design drawn in two parts: black of 24 cm², then red of 16. */
export const DRAWN: NonNullable<InkFinding['parts']> = (
  [
    ['black', 24],
    ['red', 16],
  ] as const
).map(([colour, areaCm2], index) => ({
  ...{ id: colour, colour, density: 'medium', areaCm2, outline: [] },
  ...{ order: index + 1, leave: false, overMole: false },
}));

/** Two lights of one session: 1064 nm over the black, then 532 over the red, on which the skin bled. */
export function twoLights(parts?: InkFinding['parts']): readonly VisitEvent[] {
  const ink = inkSubject(parts);
  const redCell =
    101 +
    Math.max(
      0,
      (parts ?? []).findIndex(({ colour }) => colour === 'red'),
    );
  const first = script(
    [0, answersGiven({ sun: { yes: false } })],
    [1, { kind: 'findingsRecorded', findings: { skin: ink.skin, areaCm2: 40, ink: ink.ink } }],
    [2, light(ink, 1064, 4, 'black')],
  );
  const begun = [
    ...first,
    ...readyAt(first, 3),
    ...script(
      [10, { kind: 'treatmentStarted' }],
      [11, { kind: 'cellChosen', cell: 1 }],
      [30, { kind: 'pulsesFired', count: 50 }],
      [31, { kind: 'painScored', score: 4 }],
      [32, { kind: 'markSeen', mark: 'evenWhitening' }],
      [33, { kind: 'cellEnded', cell: 1, how: 'done' }],
      [40, light(ink, 532, 2, 'red')],
    ).map((event) => ({ ...event, id: `a${event.id}` })),
  ];
  return [
    ...begun,
    ...readyAt(begun, 41),
    ...script(
      [50, { kind: 'resumed' }],
      [51, { kind: 'cellChosen', cell: redCell }],
      [60, { kind: 'pulsesFired', count: 20 }],
      [61, { kind: 'painScored', score: 6 }],
      [62, { kind: 'markSeen', mark: 'bleeding' }],
      [70, { kind: 'treatmentEnded' }],
    ).map((event) => ({ ...event, id: `b${event.id}` })),
  ];
}
