import type { EventKind } from '@tidy-quill/core/events';
import { describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { ID, AT, SETTING, SAMPLES } from './events.test-data';
import { LiveAsk } from './live';
import { read } from './problem';
import { NewEvents } from './visit';

const sent = (body: object) => read(NewEvents, [{ id: ID, at: AT, body }]);
const taken = (body: object) => {
  const result = sent(body);
  return result.ok ? defined(result.value[0]).body : result.fields;
};
/** The first field at fault, without the place in the list, and what is said of it; null where it is taken. */
const fault = (body: object) => {
  const result = sent(body);
  if (result.ok) return null;
  const [{ field, problem } = { field: '', problem: '' }] = result.fields;
  return `${field.replace('0.body.', '')} ${problem}`;
};
const changed = (kind: EventKind, change: object) => ({ ...SAMPLES[kind], ...change });

describe('every event of a visit', () => {
  it.each(Object.values(SAMPLES))('is taken as it is: $kind', (body) => {
    expect(taken(body)).toEqual(body);
  });

  it.each(Object.values(SAMPLES).filter((body) => Object.keys(body).length > 1))(
    'is refused with nothing but its kind: $kind',
    ({ kind }) => {
      expect(fault({ kind })).not.toBeNull();
    },
  );

  it('loses what nobody asked for', () => {
    expect(taken({ ...SAMPLES.paused, why: 'x' })).toEqual(SAMPLES.paused);
  });
});

describe('what the server works out by itself', () => {
  const claimed = { findings: [], outcome: 'go' };

  it('is not taken from a browser', () => {
    expect(taken(changed('answersGiven', { assessment: claimed }))).toEqual(SAMPLES.answersGiven);
    expect(taken(changed('zoneAdded', { assessment: claimed }))).toEqual(SAMPLES.zoneAdded);
    const triage = { level: 'normal', reasons: [], onsetHours: 0, adverse: false };
    expect(taken(changed('reactionReported', { triage }))).toEqual(SAMPLES.reactionReported);
    expect(taken(changed('reactionFollowed', { triage }))).toEqual(SAMPLES.reactionFollowed);
    const elsewhere = { [ID]: claimed };
    expect(taken(changed('answersGiven', { elsewhere }))).toEqual(SAMPLES.answersGiven);
  });
});

describe('a fault in an event', () => {
  it.each<[EventKind, object, string]>([
    ['pulsesFired', { count: 0 }, 'count must be 1 or more'],
    ['pulsesFired', { count: 1001 }, 'count must be 1000 or less'],
    ['pulsesFired', { count: 1.5 }, 'count must be a whole number'],
    ['pulsesFired', { count: '1' }, 'count must be a number'],
    ['painScored', { score: -1 }, 'score must be 0 or more'],
    ['painScored', { score: 11 }, 'score must be 10 or less'],
    ['cellChosen', { cell: 0 }, 'cell must be 1 or more'],
    ['consolePulses', { from: 110, to: 110 }, '0.body must end after it begins'],
    ['consolePulses', { serial: ' ' }, 'serial must not be empty'],
    ['undone', { eventId: 'x' }, 'eventId must be a UUID'],
    ['handedOver', { toStaffId: '' }, 'toStaffId must be a UUID'],
    ['settingChanged', { reason: '' }, 'reason must not be empty'],
    ['stepDeclined', { reason: 'x'.repeat(501) }, 'reason must be 500 characters at most'],
    ['stopOverridden', { reason: '  ' }, 'reason must not be empty'],
    ['spotWaived', { reason: '' }, 'reason must not be empty'],
    ['spotFired', { pulses: 21 }, 'pulses must be 20 or less'],
    ['spotRead', { pain: 12 }, 'pain must be 10 or less'],
    ['spotRead', { photoIds: Array(7).fill(ID) }, 'photoIds must hold six pictures at most'],
    ['fadingSeen', { fades: [] }, 'fades must hold one colour at least'],
    ['numbingChanged', { areaCm2: 0 }, 'areaCm2 must be 0.2 or more'],
    ['postTreatmentChecked', { minutesAfter: 601 }, 'minutesAfter must be 600 or less'],
    ['postTreatmentChecked', { cooledMinutes: -1 }, 'cooledMinutes must be 0 or more'],
    ['sentHome', { nextVisitOn: '2027-02-30' }, 'nextVisitOn is not a day of the calendar'],
    ['sentHome', { nextVisitOn: '5/1/2027' }, 'nextVisitOn must be a day written YYYY-MM-DD'],
    ['reactionReported', { note: 'x'.repeat(1001) }, 'note must be 1000 characters at most'],
    ['reactionFollowed', { againAt: 'tomorrow' }, 'againAt must be a time with zone'],
    ['reactionFollowed', { sizeCm: 0 }, 'sizeCm must be 0.1 or more'],
    ['amended', { text: '' }, 'text must not be empty'],
    ['amended', { reason: '' }, 'reason must not be empty'],
    ['recordSigned', { digest: 'a' }, 'digest must be a digest'],
  ])('of %s is named: %o', (kind, change, said) => {
    expect(fault(changed(kind, change))).toBe(said);
  });

  it('of a setting is named down to its figure', () => {
    const of = (change: object) =>
      fault(changed('settingChanged', { setting: { ...SETTING, ...change } }));
    expect(of({ fluenceJcm2: 0 })).toBe('setting.fluenceJcm2 must be 0.05 or more');
    expect(of({ fluenceJcm2: Number.NaN })).toMatch(/^setting\.fluenceJcm2 /);
    expect(of({ fluenceJcm2: 501 })).toBe('setting.fluenceJcm2 must be 500 or less');
    expect(of({ pulseMs: 1001 })).toBe('setting.pulseMs must be 1000 or less');
    expect(of({ rateHz: 0 })).toBe('setting.rateHz must be 0.1 or more');
    expect(of({ passes: 1.5 })).toBe('setting.passes must be a whole number');
    expect(of({ spot: { diameterMm: 10, widthMm: 10, heightMm: 10 } })).toBe(
      'setting.spot must be { diameterMm } or { widthMm, heightMm }',
    );
    // 100 ps, the shortest pulse that there is, and nothing below it.
    expect(of({ pulseMs: 1e-7 })).toBeNull();
    expect(of({ pulseMs: 9e-8 })).toMatch(/^setting\.pulseMs /);
  });

  it('of a code that there is not is named with those that there are', () => {
    expect(fault(changed('cellEnded', { how: 'bored' }))).toBe(
      'how must be one of done, warm, leftOut',
    );
    expect(fault(changed('causeChecked', { cause: 7 }))).toBe(
      'cause must be one of tooMuchFluence, pulseTooShort, poorCooling, unseenTan, numbingWornOff',
    );
    expect(fault(changed('incident', { what: undefined }))).toBe('what is missing');
    expect(fault({ kind: 'danced' })).toMatch(/^kind must be one of pulsesFired, /);
    expect(fault({})).toBe('kind is missing');
  });

  it('is named by its place among the others, and none of them is taken', () => {
    const event = (body: object) => ({ id: ID, at: AT, body });
    const list = [SAMPLES.paused, { kind: 'pulsesFired', count: 0 }, SAMPLES.resumed].map(event);
    const result = read(NewEvents, list);
    expect(result).toEqual({
      ok: false,
      fields: [{ field: '1.body.count', problem: 'must be 1 or more' }],
    });
  });

  it('of the envelope is named too', () => {
    const of = (change: object) => {
      const result = read(NewEvents, [{ id: ID, at: AT, body: SAMPLES.paused, ...change }]);
      return result.ok ? null : result.fields;
    };
    expect(of({ id: '7' })).toEqual([{ field: '0.id', problem: 'must be a UUID' }]);
    expect(of({ at: '2026-11-24' })).toEqual([
      { field: '0.at', problem: 'must be a time with zone' },
    ]);
    expect(of({ areaId: 'arm' })).toEqual([{ field: '0.areaId', problem: 'must be a UUID' }]);
    expect(of({ areaId: ID })).toBeNull();
  });

  it('is that they are too many at once', () => {
    const many = (count: number) =>
      read(NewEvents, Array(count).fill({ id: ID, at: AT, body: SAMPLES.passDone }));
    expect(many(500).ok).toBe(true);
    expect(many(501)).toMatchObject({ fields: [{ problem: 'must hold 500 events at most' }] });
  });
});

describe('what goes up a live line', () => {
  const ask = (change: object) =>
    read(LiveAsk, {
      ask: 1,
      after: 0,
      events: [{ id: ID, at: AT, body: SAMPLES.pulsesFired }],
      ...change,
    });

  it('is numbered, says how far was read, and holds events', () => {
    expect(ask({}).ok).toBe(true);
    expect(ask({ ask: -1 })).toMatchObject({ fields: [{ field: 'ask' }] });
    expect(ask({ ask: 1.5 })).toMatchObject({ fields: [{ field: 'ask' }] });
    expect(ask({ after: null })).toMatchObject({ fields: [{ field: 'after' }] });
    expect(ask({ events: [] })).toMatchObject({ fields: [{ field: 'events' }] });
  });
});
