import fc from 'fast-check';
import { answersGiven, readyFor } from './record.test-data';
import { describe, expect, it } from 'vitest';
import { answerOf, visitRecord } from './visit-record';
import { currentStage, stageStates } from '../workflow';
import { pastSessions } from './past-session';
import { type EventBody, type VisitEvent } from '../events';
import { past, SETTING, SUBJECT } from '../plan/plan.test-data';
import { defined } from '../units';

let count = 0;
const event = (body: EventBody): VisitEvent => {
  count += 1;
  return {
    id: `00000000-0000-7000-8000-${String(count).padStart(12, '0')}`,
    at: new Date(Date.UTC(2026, 10, 24, 10, 0, count)).toISOString(),
    staffId: 'staff',
    body,
  };
};

const findings = {
  skin: { type: 3, tan: 'none', freckled: false, measuredFraction: null },
  hair: { colour: 'darkBrown', calibre: 'medium', density: 'medium' },
  areaCm2: 400,
} as const;

const plan = {
  subject: { ...SUBJECT, history: [past()] },
  setting: SETTING,
  wavelengthNm: 810,
  upperJcm2: 24,
  expectedPulses: 278,
  devicesVersionId: 'd',
  protocolVersionId: 'p',
  coreVersion: '0.1.0',
  plannedOn: '2026-11-24',
};

const ASKED = event(answersGiven({ sun: { yes: false } }));
const LOOKED = event({ kind: 'findingsRecorded', findings });
const PLANNED = event({ kind: 'planAccepted', plan });
const STARTED = event({ kind: 'treatmentStarted' });
const PRESSES = [
  event({ kind: 'pulsesFired', count: 10 }),
  event({ kind: 'painScored', score: 3 }),
  event({ kind: 'markSeen', mark: 'perifollicularOedema' }),
  event({ kind: 'pulsesFired', count: 100 }),
  event({ kind: 'settingChanged', setting: { ...SETTING, fluenceJcm2: 17 }, reason: 'no answer' }),
  event({ kind: 'painScored', score: 5 }),
];
const ENDED = event({ kind: 'treatmentEnded' });
const WATCHED = event({
  kind: 'postTreatmentChecked',
  minutesAfter: 10,
  marks: ['strongRedness'],
  grade: 1,
  note: '',
});
const HOME = event({ kind: 'sentHome', advice: [], nextVisitOn: '2027-01-19', note: '' });
const ALL = [ASKED, LOOKED, PLANNED, STARTED, ...PRESSES, ENDED, WATCHED, HOME];

describe('a visit rebuilt from its events', () => {
  it('counts pulses, pain and marks, and knows the setting in use', () => {
    const { run } = visitRecord([ASKED, LOOKED, PLANNED, STARTED, ...PRESSES]);
    expect(run).toMatchObject({ state: 'running', pulses: 110, passes: 0 });
    expect(run.pains.map(({ score }) => score)).toEqual([3, 5]);
    expect(defined(run.setting).fluenceJcm2).toBe(17);
    expect(defined(run.changes[0]).reason).toBe('no answer');
  });

  it('is the same whatever order events arrive in, and however often', () => {
    const expected = visitRecord(ALL);
    fc.assert(
      fc.property(fc.shuffledSubarray(ALL, { minLength: ALL.length }), (shuffled) => {
        expect(visitRecord([...shuffled, ...shuffled.slice(0, 4)])).toEqual(expected);
      }),
    );
  });

  it('takes back a press that was undone, even when the undoing arrives first', () => {
    const undo = event({ kind: 'undone', eventId: defined(PRESSES[3]).id });
    expect(visitRecord([undo, ...ALL]).run.pulses).toBe(10);
  });

  it('sums up the answer with the second look', () => {
    expect(answerOf(visitRecord(ALL))).toEqual({ endpoint: 'strong', adverse: [], painMax: 5 });
  });

  it('tells the next plan the setting that fired and its answer, not one dialled in afterwards', () => {
    expect(pastSessions(visitRecord(ALL)).at(-1)).toEqual({
      on: '2026-11-24',
      pulses: 110,
      // No cell was ended: by the pulses given of 278 planned.
      covered: 110 / 278,
      skin: findings.skin,
      medicines: [],
      setting: { ...SETTING, fluenceJcm2: 16 },
      wavelengthNm: 810,
      answer: { endpoint: 'strong', adverse: [], painMax: 5 },
      hair: SUBJECT.hair,
    });
    expect(pastSessions(visitRecord([ASKED, LOOKED, PLANNED, STARTED]))).toEqual([]);
  });
});

describe('the stages', () => {
  const stage = (...events: VisitEvent[]) => currentStage(visitRecord(events), true);

  it('follow one another', () => {
    expect(stage()).toBe('ask');
    expect(stage(ASKED)).toBe('look');
    expect(stage(ASKED, LOOKED)).toBe('plan');
    expect(stage(ASKED, LOOKED, PLANNED)).toBe('prepare');
    const ready = readyFor(SETTING, 810).map((body) => event(body));
    expect(stage(ASKED, LOOKED, PLANNED, ...ready)).toBe('treat');
    expect(stage(ASKED, LOOKED, PLANNED, STARTED)).toBe('treat');
    expect(stage(ASKED, LOOKED, PLANNED, STARTED, ENDED)).toBe('watch');
    expect(stage(...ALL.slice(0, -1))).toBe('sendHome');
  });

  const SUN = event(answersGiven({ sun: { yes: true, lastOn: '2026-11-20' } }));

  it('stop where the answers do, until a supervisor sets the stop aside', () => {
    const stopped = stageStates(visitRecord([LOOKED, SUN]), true);
    expect(stopped).toMatchObject({ ask: 'stopped', look: 'done', plan: 'stopped' });
    const override = event({
      kind: 'stopOverridden',
      rules: ['sun'],
      reason: 'covered',
      supervisorId: 's',
    });
    expect(stageStates(visitRecord([LOOKED, SUN, override]), true)).toMatchObject({
      ask: 'done',
      plan: 'open',
    });
  });

  it('forget a setting aside when the answers are given again', () => {
    const override = event({
      kind: 'stopOverridden',
      rules: ['sun'],
      reason: 'covered',
      supervisorId: 's',
    });
    const again = event({ ...SUN.body } as EventBody);
    expect(stageStates(visitRecord([SUN, override, again]), true).ask).toBe('stopped');
  });

  it('go back to Plan when a finding changes after it was accepted', () => {
    const changed = event({
      kind: 'findingsRecorded',
      findings: { ...findings, skin: { ...findings.skin, tan: 'fading' } },
    });
    const record = visitRecord([ASKED, LOOKED, PLANNED, changed]);
    expect(record.planIsStale).toBe(true);
    expect(record.stale).toEqual([
      { kind: 'findings', changes: [{ field: 'skin.tan', before: 'none', now: 'fading' }] },
    ]);
    // The same said again changes nothing.
    expect(visitRecord([ASKED, LOOKED, PLANNED, event({ ...LOOKED.body })]).stale).toEqual([]);
    expect(currentStage(record, true)).toBe('plan');
    expect(stageStates(record, true).treat).toBe('toCome');
  });

  it('keep a plan whose questions were only added to, answered no', () => {
    const more = (yes: boolean) =>
      event(answersGiven({ sun: { yes: false }, injected: { yes, lastOn: '2026-11-20' } }));
    expect(visitRecord([ASKED, LOOKED, PLANNED, more(false)]).stale).toEqual([]);
    expect(visitRecord([ASKED, LOOKED, PLANNED, more(true)]).stale).toMatchObject([
      { kind: 'answers', changes: [{ field: 'answers.injected' }] },
    ]);
  });

  it('keep Ask open and stop at Treat without consent, but never in the middle of one', () => {
    const planned = visitRecord([ASKED, LOOKED, PLANNED]);
    expect(stageStates(planned, false)).toMatchObject({
      ask: 'open',
      plan: 'done',
      treat: 'stopped',
    });
    expect(currentStage(planned, false)).toBe('ask');
    const begun = visitRecord([ASKED, LOOKED, PLANNED, STARTED]);
    expect(stageStates(begun, false)).toMatchObject({ ask: 'done', treat: 'open' });
  });

  it('stop on answers that nobody judged', () => {
    const unjudged = event({ ...answersGiven({ sun: { yes: false } }), assessment: null });
    expect(stageStates(visitRecord([unjudged]), true).ask).toBe('stopped');
  });
});
