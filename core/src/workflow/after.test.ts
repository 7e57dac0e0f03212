import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asksForWord, lastSessions, sessionDays, testSpotReasons } from '../plan';
import { past, SETTING, SUBJECT } from '../plan/plan.test-data';
import type { ReactionReport } from '../reaction';
import { laterReasons } from '../spot';
import {
  DRAWN,
  inkSubject,
  moment,
  readyAt,
  script,
  twoLights,
} from '../session/two-lights.test-data';
import {
  againstHistory,
  answerOf,
  isOverdue,
  isSwapping,
  segmentsOf,
  openReactions,
  partsDone,
  pastSessions,
  shortestNm,
  visitRecord,
} from '../session';
import { refuseVisitEvent } from './judge';
import { visitReport } from '../report';
import { type EventBody, type VisitEvent } from '../events';
import { defined } from '../units';

/** Judged right after it happened, with consent. */
const CONSENTED = { consented: true, now: '2026-11-24T20:00:00.000Z', undoMinutes: 15 };

const BOOKED = 'area';
const ink = inkSubject();

describe('a session of two lights', () => {
  const events = twoLights();
  const record = visitRecord(events);

  it('tells each light what it gave and what was answered to it', () => {
    const segments = segmentsOf(record);
    expect(segments.map(({ plan, pulses }) => [plan.wavelengthNm, pulses])).toEqual([
      [1064, 50],
      [532, 20],
    ]);
    // 50 × 4 × 0.12566 = 25.13 J; 20 × 2 × 0.12566 = 5.03 J.
    expect(defined(segments[0]).energyJ).toBeCloseTo(25.133, 3);
    expect(defined(segments[1]).energyJ).toBeCloseTo(5.027, 3);
    expect(defined(segments[0]).answer).toEqual({ endpoint: 'right', adverse: [], painMax: 4 });
    expect(defined(segments[1]).answer).toEqual({
      endpoint: 'notRead',
      adverse: ['bleeding'],
      painMax: 6,
    });
    expect(record.run.energyJ).toBeCloseTo(30.159, 3);
  });

  it('is two sessions of one day for the next plan, each with its own colours', () => {
    const history = pastSessions(record);
    expect(history.map(({ wavelengthNm, ink: meant }) => [wavelengthNm, meant])).toEqual([
      [1064, ['black']],
      [532, ['red']],
    ]);
    expect(sessionDays(history)).toBe(1);
    expect(lastSessions(history)).toHaveLength(2);
  });

  it('asks for the supervisor’s approval whichever of its lights did harm', () => {
    const [black, red] = pastSessions(record);
    for (const history of [
      [defined(black), defined(red)],
      [defined(red), defined(black)],
    ]) {
      expect(asksForWord(history)).toBe(true);
      const subject = { ...ink, history };
      expect(laterReasons(subject)).toContain('afterReaction');
      const now = { handpieceId: 'nano-1064', wavelengthNm: 1064 };
      expect(testSpotReasons(subject, now, '2026-12-24')).toContain('afterReaction');
    }
    expect(asksForWord([defined(black)])).toBe(false);
  });

  it('is judged by the light that reaches least deep, whichever came last', () => {
    expect(shortestNm(record)).toBe(532);
    // Only what was fired counts: up to the second light's first pulse it is the first.
    const fired = events.findIndex(({ id }) => id === 'be001');
    expect(shortestNm(visitRecord(events.slice(0, fired + 1)))).toBe(1064);
    expect(shortestNm(visitRecord([]))).toBeNull();
    const begun: VisitEvent = { ...{ id: 't', at: moment(3600), staffId: 'one' }, body: told() };
    const [blister] = visitRecord([...events, begun]).reactions;
    expect(defined(defined(blister).triage).reasons.map(({ reason }) => reason)).toContain(
      'shallowLight',
    );
  });

  it('stands still between its lights until the second is made ready', () => {
    const swap = events.findIndex(({ id }) => id === 'ae006');
    const between = events.slice(0, swap + 1);
    expect(visitRecord(between).run.state).toBe('paused');
    const goOn = { id: 'x', at: moment(45), body: { kind: 'resumed' } } as const;
    const refused = (list: readonly VisitEvent[]) =>
      refuseVisitEvent(list, goOn, BOOKED, CONSENTED);
    expect(refused(between)).toBe('testSpotFirst');
    const waived: VisitEvent = {
      ...{ id: 'w', at: moment(42), staffId: 'one' },
      body: { kind: 'spotWaived', reasons: ['newZone'], reason: 'x', supervisorId: 's' },
    };
    expect(refused([...between, waived])).toBe('prepareFirst');
    expect(refused([...between, waived, ...readyAt(between, 41)])).toBeNull();
    // The page holds “Go on” by the same rule: made ready but not tested is not enough.
    expect(isSwapping(visitRecord([...between, ...readyAt(between, 41)]))).toBe(true);
    expect(isSwapping(visitRecord([...between, waived, ...readyAt(between, 41)]))).toBe(false);
  });

  it('stands on its record light by light, whatever order its events came in', () => {
    const sheet = visitReport(events, BOOKED);
    const [zone] = sheet.zones;
    expect(defined(zone).lights.map(({ pulses }) => pulses)).toEqual([50, 20]);
    expect(defined(zone).energyJcm2).toBeCloseTo(30.159 / 40, 4);
    // 10:00:31 and 10:01:01, counted from the start at 10:00:10.
    expect(defined(zone).pains).toEqual([
      { minute: 21 / 60, score: 4 },
      { minute: 51 / 60, score: 6 },
    ]);
    expect(defined(zone).steps.map(({ what }) => what)).toEqual([
      ...['planAccepted', 'settingsRead', 'treatmentStarted'],
      ...['planAccepted', 'settingsRead', 'resumed', 'treatmentEnded'],
    ]);
    fc.assert(
      fc.property(fc.shuffledSubarray([...events], { minLength: events.length }), (shuffled) => {
        expect(visitReport(shuffled, BOOKED)).toEqual(sheet);
      }),
      { numRuns: 20 },
    );
  });
});

describe('a drawn design', () => {
  const events = twoLights(DRAWN);
  const [zone] = visitReport(events, BOOKED).zones;

  it('tells what each of its parts got of which light', () => {
    expect(defined(zone).parts).toHaveLength(2);
    expect(defined(zone).parts[0]).toMatchObject({
      ...{ wavelengthNm: 1064, number: 1, colour: 'black', pulses: 50 },
      energyJ: expect.closeTo(25.133, 3) as number,
    });
    // From the choice of the cell at 10:00:51 until bleeding stopped the session at 10:01:02.
    expect(defined(zone).parts[1]).toMatchObject({
      ...{ wavelengthNm: 532, number: 2, colour: 'red', pulses: 20, seconds: 11 },
      energyJ: expect.closeTo(5.027, 3) as number,
    });
  });

  it('tells of no part where nothing was drawn, and of none that got nothing', () => {
    expect(partsDone(visitRecord(twoLights()))).toEqual([]);
    const started = events.findIndex(({ body }) => body.kind === 'pulsesFired');
    expect(partsDone(visitRecord(events.slice(0, started)))).toEqual([]);
  });
});

describe('what was made ready', () => {
  const events = twoLights();
  const ticks = (list: readonly VisitEvent[]) => defined(visitReport(list, BOOKED).zones[0]).ticks;
  const eyewear = (list: readonly VisitEvent[]) =>
    ticks(list)
      .filter(({ check }) => check === 'eyewear')
      .map(({ wavelengthNm, at: when }) => [wavelengthNm, when]);

  it('stands for each light, with its own moment', () => {
    expect(eyewear(events)).toEqual([
      [1064, moment(3)],
      [532, moment(41)],
    ]);
  });

  it('is taken back from the light that stands, and from no other', () => {
    const off: VisitEvent = {
      ...{ id: 'off', at: moment(45), staffId: 'one' },
      body: { kind: 'checkTicked', check: 'eyewear', done: false },
    };
    expect(eyewear([...events, off])).toEqual([[1064, moment(3)]]);
    expect(visitRecord([...events, off]).ready.has('eyewear')).toBe(false);
  });

  it('stays where the same light is planned again, and falls with another', () => {
    const plans = events.filter(({ body }) => body.kind === 'planAccepted');
    const accepted = (index: number): VisitEvent => ({
      ...{ id: `again${index}`, at: moment(49), staffId: 'one' },
      body: defined(plans[index]).body,
    });
    expect(visitRecord([...events, accepted(1)]).ready.has('eyewear')).toBe(true);
    expect(visitRecord([...events, accepted(0)]).ready.has('eyewear')).toBe(false);
  });
});

const REPORT: ReactionReport = {
  what: 'blister',
  onsetAt: moment(70 + 30 * 3600),
  extent: 'part',
  sizeCm: 1,
  place: null,
  trend: 'same',
  signs: [],
};
const told = (more: Partial<ReactionReport> = {}): EventBody => ({
  kind: 'reactionReported',
  how: 'phone',
  report: { ...REPORT, ...more },
  triage: null,
  photoIds: [],
  note: '',
});
const at = (id: string, hours: number, body: EventBody): VisitEvent => ({
  ...{ id, at: moment(70 + hours * 3600), staffId: 'one' },
  body,
});

describe('a reaction told of later', () => {
  const events = twoLights();
  const reported = [...events, at('t1', 48, told())];

  it('counts against every light of its session', () => {
    const history = pastSessions(visitRecord(reported));
    expect(history.map(({ answer }) => answer.adverse)).toEqual([
      ['blister'],
      ['bleeding', 'blister'],
    ]);
  });

  it('is due again after the hours of its level, and overdue after them', () => {
    const [reaction] = openReactions(visitRecord(reported));
    // Advice: again in 48 hours.
    expect(defined(defined(reaction).triage).level).toBe('advice');
    expect(defined(reaction).againAt).toBe(moment(70 + 96 * 3600));
    expect(isOverdue(defined(reaction), moment(70 + 96 * 3600))).toBe(false);
    expect(isOverdue(defined(reaction), moment(71 + 96 * 3600))).toBe(true);
  });

  it('is triaged again at each step, and counts no more where it was not from this session', () => {
    const followed = at('t2', 60, {
      ...{ kind: 'reactionFollowed', reactionId: 't1', how: 'seen', trend: 'worse' },
      ...{ signs: ['fever'], sizeCm: 2, triage: null, did: [], photoIds: [], note: '' },
      againAt: null,
    });
    const [grave] = visitRecord([...reported, followed]).reactions;
    expect(defined(defined(grave).triage).level).toBe('clinicianNow');
    expect(defined(grave).report).toMatchObject({ what: 'blister', sizeCm: 2, trend: 'worse' });
    const closed = at('t3', 70, {
      ...{ kind: 'reactionClosed', reactionId: 't1', outcome: 'notFromSession', note: '' },
    });
    const record = visitRecord([...reported, followed, closed]);
    expect(openReactions(record)).toEqual([]);
    expect(answerOf(record).adverse).toEqual(['bleeding']);
  });

  it('about one that nobody reported changes nothing', () => {
    const stray = at('t9', 50, {
      ...{ kind: 'reactionClosed', reactionId: 'nobody', outcome: 'healed', note: '' },
    });
    expect(visitRecord([...events, stray]).reactions).toEqual([]);
    expect(refuseVisitEvent(events, stray, BOOKED, CONSENTED)).toBe('noSuchReaction');
  });
});

describe('a plan that was accepted before a reaction was told of', () => {
  const planned = (history = [past()]) =>
    visitRecord(
      script([
        0,
        {
          kind: 'planAccepted',
          plan: {
            ...{ subject: { ...SUBJECT, history }, setting: SETTING, wavelengthNm: 810 },
            ...{ upperJcm2: 24, expectedPulses: 200, gel: true, job: 'hair' },
            ...{ devicesVersionId: 'd', protocolVersionId: 'p', coreVersion: '0.1.0' },
            plannedOn: '2026-11-24',
          },
        },
      ]),
    );
  const blistered = past({ answer: { endpoint: 'right', adverse: ['blister'], painMax: 3 } });

  it('no longer fits, and says what was done', () => {
    const record = againstHistory(planned(), [blistered]);
    expect(record.planIsStale).toBe(true);
    expect(record.stale).toEqual([{ kind: 'reactions', harm: ['blister'] }]);
  });

  it('fits where it knew of it, or where nothing was told', () => {
    expect(againstHistory(planned([blistered]), [blistered]).planIsStale).toBe(false);
    expect(againstHistory(planned(), [past()]).planIsStale).toBe(false);
  });
});

describe('a signature under a record', () => {
  const events = twoLights();
  const signed = at('s1', 1, {
    ...{ kind: 'recordSigned', digest: 'a'.repeat(64) },
    signature: { kind: 'typed', name: 'One' },
  });
  const added = at('s2', 2, { kind: 'amended', about: null, text: 'More', reason: 'Left out' });
  const given = at('s3', 3, { kind: 'adviceGiven', by: 'print' });

  it('stands until something clinical is added, which is told', () => {
    const changed = (...more: VisitEvent[]) =>
      visitReport([...events, ...more], BOOKED).changedSinceSigned;
    expect(changed()).toBe(false);
    expect(changed(signed)).toBe(false);
    expect(changed(signed, given)).toBe(false);
    expect(changed(signed, added)).toBe(true);
  });

  it('waits until treatment has ended, and advice until somebody went home', () => {
    const running = events.filter(({ body }) => body.kind !== 'treatmentEnded');
    expect(refuseVisitEvent(running, signed, BOOKED, CONSENTED)).toBe('notFinished');
    expect(refuseVisitEvent(events, signed, BOOKED, CONSENTED)).toBeNull();
    expect(refuseVisitEvent(events, given, BOOKED, CONSENTED)).toBe('notFinished');
  });
});
