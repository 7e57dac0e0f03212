import { describe, expect, it } from 'vitest';
import { past, SETTING, SUBJECT } from '../plan/plan.test-data';
import type { HairMark } from '../reaction';
import { answersGiven, readyFor } from './record.test-data';
import { currentStage, refuseVisitEvent, stageStates } from '../workflow';
import { pastSessions, spotReasons } from './past-session';
import { zoneRecord, zonesOf } from './zones';
import { type EventBody, type VisitEvent } from '../events';
import { defined } from '../units';

/** Judged right after it happened, with consent. */
const CONSENTED = { consented: true, now: '2026-11-24T20:00:00.000Z', undoMinutes: 15 };

const LEG = 'leg';
const LIP = 'lip';
const FIRST_MS = Date.UTC(2026, 10, 24, 10);

/** Writes events a minute apart, each with its own number as its id. */
type Line = readonly [EventBody, areaId?: string | undefined, atMinute?: number];

function script(...lines: readonly Line[]) {
  return lines.map(([body, areaId, atMinute], index): VisitEvent => ({
    id: `e${String(index).padStart(3, '0')}`,
    at: new Date(FIRST_MS + (atMinute ?? index) * 60_000).toISOString(),
    staffId: 's',
    areaId,
    body,
  }));
}

const ASKED = answersGiven({ sun: { yes: false } });
const FINDINGS = {
  skin: SUBJECT.skin,
  hair: SUBJECT.hair,
  areaCm2: 400,
};
const LOOKED: EventBody = { kind: 'findingsRecorded', findings: FINDINGS };
const plan = (history = [past()], type: 2 | 3 | 5 = 3): EventBody => ({
  kind: 'planAccepted',
  plan: {
    subject: { ...SUBJECT, skin: { ...SUBJECT.skin, type }, history },
    setting: SETTING,
    wavelengthNm: 810,
    upperJcm2: 24,
    expectedPulses: 278,
    devicesVersionId: 'd',
    protocolVersionId: 'p',
    coreVersion: '0.1.0',
    plannedOn: '2026-11-24',
  },
});
const JUDGED = { ...defined(ASKED.assessment), unanswered: [] };
const ADDED: EventBody = { kind: 'zoneAdded', areaId: LIP, assessment: JUDGED };
const READY = readyFor(SETTING, 810).map((body): Line => [body]);
const START: EventBody = { kind: 'treatmentStarted' };
const fired = (fluenceJcm2: number): EventBody => ({
  kind: 'spotFired',
  place: 'middle',
  setting: { ...SETTING, fluenceJcm2 },
  pulses: 3,
  note: '',
});
const read = (spotId: string, marks: readonly HairMark[], pain = 3): EventBody => ({
  kind: 'spotRead',
  spotId,
  marks,
  pain,
  photoIds: [],
  note: '',
});
const HOME: EventBody = { kind: 'sentHome', advice: [], nextVisitOn: '2027-01-19', note: '' };

const refuse = (events: readonly VisitEvent[], body: EventBody, areaId?: string) =>
  refuseVisitEvent(
    events,
    { id: 'new', at: '2026-11-24T20:00:00.000Z', areaId, body },
    LEG,
    CONSENTED,
  );

describe('zones of a visit', () => {
  it('are the one booked and those added, without those left out', () => {
    const events = script([ASKED], [ADDED]);
    expect(zonesOf(events, LEG)).toEqual([LEG, LIP]);
    const left = script([ASKED], [ADDED], [{ kind: 'zoneLeft', areaId: LEG, reason: 'sore' }]);
    expect(zonesOf(left, LEG)).toEqual([LIP]);
  });

  it('share what was asked and keep the rest apart', () => {
    const events = script([ASKED], [ADDED], [LOOKED], [plan()], [LOOKED, LIP]);
    expect(currentStage(zoneRecord(events, LEG, LEG), true)).toBe('prepare');
    expect(currentStage(zoneRecord(events, LIP, LEG), true)).toBe('plan');
    expect(zoneRecord(events, LIP, LEG).plan).toBeNull();
  });

  it('are judged each by its own rules: an added one stops until somebody judged it', () => {
    const unjudged = script([ASKED], [{ ...ADDED, assessment: null } as EventBody]);
    expect(stageStates(zoneRecord(unjudged, LIP, LEG), true).ask).toBe('stopped');
    const again = script([ADDED], [{ ...ASKED, elsewhere: { [LIP]: defined(ASKED.assessment) } }]);
    expect(stageStates(zoneRecord(again, LIP, LEG), true).ask).toBe('done');
  });

  it('that ask for more than was answered are asked first', () => {
    const assessment = { ...JUDGED, unanswered: ['injected' as const] };
    const lacking = script([ASKED], [{ kind: 'zoneAdded', areaId: LIP, assessment }]);
    expect(currentStage(zoneRecord(lacking, LIP, LEG), true)).toBe('ask');
    expect(zoneRecord(lacking, LEG, LEG).history).not.toBeNull();
  });

  it('are treated one at a time', () => {
    const events = script(
      [ASKED],
      [ADDED],
      [LOOKED],
      [plan()],
      [START],
      [LOOKED, LIP],
      [plan(), LIP],
      ...READY.map(([body]): Line => [body, LIP]),
    );
    expect(refuse(events, START, LIP)).toBe('otherZoneRuns');
    const paused = [
      ...events,
      ...script([{ kind: 'paused' }]).map((e) => ({ ...e, id: 'p', at: '2026-11-24T19:00:00Z' })),
    ];
    expect(refuse(paused, START, LIP)).toBeNull();
  });

  it('may be left out before anything was fired, and never the last', () => {
    const events = script([ASKED], [ADDED], [LOOKED], [plan()], [START]);
    const leave = (areaId: string): EventBody => ({ kind: 'zoneLeft', areaId, reason: 'sore' });
    expect(refuse(events, leave(LEG))).toBe('zoneBegun');
    expect(refuse(events, leave(LIP))).toBeNull();
    expect(refuse(script([ASKED]), leave(LEG))).toBe('lastZone');
    expect(refuse(script([ASKED]), leave(LIP))).toBe('noSuchZone');
    expect(refuse(script([ASKED]), LOOKED, LIP)).toBe('noSuchZone');
  });

  it('are each watched or left out before anybody goes home', () => {
    const watched: EventBody = {
      kind: 'postTreatmentChecked',
      minutesAfter: 9,
      marks: [],
      grade: 0,
      note: '',
    };
    const events = script(
      [ASKED],
      [ADDED],
      [LOOKED],
      [plan()],
      [START],
      [{ kind: 'treatmentEnded' }],
    );
    expect(refuse(events, HOME)).toBe('watchFirst');
    const seen = [...events, { id: 'w', at: '2026-11-24T18:00:00Z', staffId: 's', body: watched }];
    expect(refuse(seen, HOME)).toBe('zoneStillOpen');
    const left: EventBody = { kind: 'zoneLeft', areaId: LIP, reason: 'no time' };
    expect(
      refuse([...seen, { id: 'x', at: '2026-11-24T19:00:00Z', staffId: 's', body: left }], HOME),
    ).toBeNull();
  });
});

describe('a test spot in a visit', () => {
  const first = (...more: readonly Line[]) => script([ASKED], [LOOKED], [plan([])], ...more);

  it('comes before a session on a new zone, and opens it once read', () => {
    const planned = first();
    expect(spotReasons(zoneRecord(planned, LEG, LEG))).toEqual(['newZone']);
    // What firing needs comes first; then the spots.
    expect(currentStage(zoneRecord(planned, LEG, LEG), true)).toBe('prepare');
    expect(refuse(planned, fired(16))).toBe('prepareFirst');
    const made = [...planned, ...script(...READY).map((each) => ({ ...each, id: `m${each.id}` }))];
    expect(currentStage(zoneRecord(made, LEG, LEG), true)).toBe('spot');
    expect(refuse(made, fired(16))).toBeNull();
    expect(stageStates(zoneRecord(planned, LEG, LEG), true).treat).toBe('stopped');
    expect(refuse(planned, START)).toBe('testSpotFirst');
    const once = first([fired(16)], [read('e003', [])]);
    expect(refuse(once, START)).toBe('testSpotFirst');
    const both = first(
      [fired(16)],
      [read('e003', [])],
      [read('e003', ['perifollicularOedema']), undefined, 12],
    );
    expect(refuse(both, START)).toBe('prepareFirst');
    expect(currentStage(zoneRecord(both, LEG, LEG), true)).toBe('prepare');
    const ready = [...both, ...script(...READY).map((each) => ({ ...each, id: `r${each.id}` }))];
    expect(refuse(ready, START)).toBeNull();
    expect(pastSessions(zoneRecord(both, LEG, LEG))).toMatchObject([
      { test: true, setting: { fluenceJcm2: 16 }, answer: { endpoint: 'right', painMax: 3 } },
    ]);
  });

  it('that bears less than the plan makes it stale, and says what it bears', () => {
    const events = first([fired(16)], [read('e003', ['strongRedness']), undefined, 12]);
    const record = zoneRecord(events, LEG, LEG);
    expect(record.stale).toEqual([{ kind: 'spots', wantedJcm2: 14.4 }]);
    expect(refuse(events, START)).toBe('planIsStale');
    expect(stageStates(record, true)).toMatchObject({
      plan: 'done',
      spot: 'open',
      treat: 'stopped',
    });
  });

  it('that harms keeps the session shut, whatever a supervisor says', () => {
    const events = first([fired(16)], [read('e003', ['blister'])]);
    expect(spotReasons(zoneRecord(events, LEG, LEG))).toEqual(['afterReaction']);
    const waive: EventBody = {
      kind: 'spotWaived',
      reasons: ['newZone'],
      reason: 'r',
      supervisorId: 's',
    };
    expect(refuse(events, waive)).toBe('spotsSaidStop');
    expect(refuse(first(), waive)).toBeNull();
    expect(refuse(first([waive], ...READY), START)).toBeNull();
  });

  it('speaks for the skin as it was when it was fired, not as it is found later', () => {
    const looked = (tan: 'none' | 'fading'): EventBody => ({
      kind: 'findingsRecorded',
      findings: { ...FINDINGS, skin: { ...SUBJECT.skin, type: 2, tan } },
    });
    const fair = plan([], 2);
    if (fair.kind !== 'planAccepted') throw new Error(fair.kind);
    const { subject } = fair.plan;
    const tanned = { ...subject, skin: { ...subject.skin, tan: 'fading' as const } };
    const again: EventBody = { ...fair, plan: { ...fair.plan, subject: tanned } };
    const events = script(
      [ASKED],
      [looked('none')],
      [fair],
      [fired(16)],
      [read('e003', []), undefined, 4],
      [read('e003', ['perifollicularOedema']), undefined, 12],
      [looked('fading'), undefined, 13],
      [again, undefined, 14],
    );
    const record = zoneRecord(events, LEG, LEG);
    expect(pastSessions(record)).toMatchObject([{ skin: { tan: 'none' } }]);
    expect(spotReasons(record)).toEqual(['tan']);
  });

  it('on types IV–VI lets nobody be treated that day, but lets them go home', () => {
    const dark = script(
      [ASKED],
      [LOOKED],
      [plan([], 5)],
      [fired(10)],
      [read('e003', ['perifollicularOedema']), undefined, 13],
    );
    expect(refuse(dark, START)).toBe('testSpotFirst');
    expect(refuse(dark, HOME)).toBeNull();
    const home = [...dark, { id: 'h', at: '2026-11-24T11:00:00Z', staffId: 's', body: HOME }];
    // The later look belongs to this visit still.
    expect(refuse(home, read('e003', ['perifollicularOedema']))).toBeNull();
    expect(refuse(home, fired(12))).toBe('alreadySentHome');
  });

  it('is taken back until it was read', () => {
    const undo: EventBody = { kind: 'undone', eventId: 'e003' };
    expect(refuse(first([fired(16)]), undo)).toBeNull();
    expect(zoneRecord(first([fired(16)], [undo]), LEG, LEG).spots).toEqual([]);
    expect(refuse(first([fired(16)], [read('e003', [])]), undo)).toBe('notUndoable');
    expect(refuse(first(), read('e009', []))).toBe('noSuchSpot');
  });
});
