import { visitReport } from '@tidy-quill/core/report';
import { type EventBody, type VisitEvent } from '@tidy-quill/core/events';
import { describe, expect, it } from 'vitest';
import { DRAWN, moment, twoLights } from '@tidy-quill/core/samples';
import { defined } from '@tidy-quill/core/units';
import { entryText, reportNames, reportSections, triageLines } from './index';

const NAMES = reportNames(
  {
    areas: [{ id: 'area', clientId: 'c', site: 'forearm', side: 'left', job: 'ink', areaCm2: 40 }],
    staffNames: { one: 'Ada Brook', two: 'Ben Stone' },
    handpieceNames: { 'nano-1064': 'Nanosecond 1064', 'nano-532': 'Nanosecond 532' },
  },
  'Europe/Berlin',
);

// Figures keep their units by a space that does not break.
const plain = (text: string) => text.replaceAll('\u00a0', ' ');

const after = (hours: number, body: EventBody): VisitEvent => ({
  ...{ id: `z${String(hours).padStart(4, '0')}`, at: moment(70 + hours * 3600), staffId: 'two' },
  body,
});

const sections = (events: readonly VisitEvent[]) =>
  new Map(reportSections(visitReport(events, 'area'), NAMES).map((each) => [each.title, each]));
const lines = (events: readonly VisitEvent[], title: string) =>
  (sections(events).get(title)?.lines ?? []).map(({ label, text }) => plain(`${label}: ${text}`));

describe('the record in words', () => {
  const events = twoLights(DRAWN);

  it('says what was found, and of the ink each colour with its share', () => {
    expect(lines(events, 'Found')).toEqual([
      'left forearm: 40 cm², ink black 60 %, red 40 %',
      'Skin: type II, no tan',
    ]);
  });

  it('says why the second look was made before its time', () => {
    const watched = after(0, {
      ...{ kind: 'postTreatmentChecked', minutesAfter: 2, marks: [], grade: 1, note: '' },
      early: 'the client has to leave',
    });
    expect(lines([...events, watched], 'The skin').at(-2)).toBe(
      '11:01, Ben Stone, 2 min after: slight, as expected; before its time: the client has to leave',
    );
  });

  it('says how far each colour has faded, and who judged it', () => {
    const faded = after(-1, {
      kind: 'fadingSeen',
      how: 'eye',
      fades: [
        { colour: 'black', faded: 0.7 },
        { colour: 'red', faded: 0.25 },
      ],
    });
    expect(lines([...events, faded], 'Found').at(-1)).toBe('Faded, by eye: black 70 %, red 25 %');
  });

  it('tells both times of an entry that arrived long after its own', () => {
    const late = events.map((event) => {
      const minutes = event.body.kind === 'treatmentStarted' ? 20 : 0.1;
      const receivedAt = new Date(Date.parse(event.at) + minutes * 60_000).toISOString();
      return { ...event, receivedAt };
    });
    const [started] = lines(late, 'Treated').filter((line) => line.endsWith('Started'));
    expect(started).toMatch(/^\d\d:\d\d \(received \w{3} \d+ \w{3} 2026, \d\d:\d\d\)/);
    expect(lines(late, 'Treated').filter((line) => line.includes('received'))).toHaveLength(1);
  });

  it('marks an entry of a clock that was ahead, or that had read later entries already', () => {
    const start = defined(events.find(({ body }) => body.kind === 'treatmentStarted'));
    const at = (seconds: number) => new Date(Date.parse(start.at) + seconds * 1000).toISOString();
    const press = { areaId: 'area', staffId: 'two', body: { kind: 'paused' } as const };
    const received = { ...start, seq: 1, receivedAt: start.at };
    const ahead = { ...press, id: 'a', at: at(600), seen: 1, seq: 2, receivedAt: at(5) };
    const behind = { ...press, id: 'b', at: at(-120), seen: 2, seq: 3, receivedAt: at(20) };
    const inOrder = { ...press, id: 'c', at: at(1), seen: 2, seq: 4, receivedAt: at(6) };
    const told = [...events.filter(({ id }) => id !== start.id), received, ahead, behind, inOrder];
    const marked = lines(told, 'Clocks that were off');
    expect(marked).toHaveLength(2);
    expect(marked[0]).toMatch(/^\w{3} .* 10:58: received .* 11:00, .* had read later entries$/);
    expect(marked[1]).toMatch(/^\w{3} .* 11:10: received .* 11:00, .* a clock that was ahead$/);
    expect(lines(told, 'Treated').filter((line) => line.includes('was ahead'))).toHaveLength(1);
    expect(lines(events, 'Clocks that were off')).toEqual([]);
  });

  it('says of each light what it gave, and of each part what it got', () => {
    const treated = lines(events, 'Treated');
    expect(treated.slice(0, 5)).toEqual([
      // 4 and 2 J/cm² × 0.12566 cm²: 0.503 and 0.251 J a pulse.
      'With: Nanosecond 1064, 1064 nm, stamping, 4 J/cm², 6 ns, 4 mm, 2 Hz (0.503 J a pulse): 50 pulses, 25 J, pain up to 4, even whitening',
      'With: Nanosecond 532, 532 nm, stamping, 2 J/cm², 6 ns, 4 mm, 2 Hz (0.251 J a pulse): 20 pulses, 5 J, pain up to 6, pinpoint bleeding',
      // 50 × 4 J/cm² × 0.12566 cm² = 25.13 J; 20 × 2 × 0.12566 = 5.03 J; 29 s and 19 s.
      'Part 1, black: 1064 nm: 50 pulses, 25.1 J, 0.5 min',
      'Part 2, red: 532 nm: 20 pulses, 5 J, 0.2 min',
      // 30.16 J over 40 cm², 48 s.
      'In all: 70 pulses, 30 J, 0.8 J/cm² of the zone, 1 min on the skin',
    ]);
  });

  it('names who did each step, at the hour of the clinic', () => {
    // 10:00:10 in UTC is eleven in the clinic.
    expect(lines(events, 'Treated')).toContain('11:00, Ada Brook: Started');
  });

  it('says for which light each thing was made ready', () => {
    const made = lines(events, 'Checks done').filter((line) => line.includes('yewear'));
    expect(made.map((line) => /for (\d+)/.exec(line)?.[1])).toEqual(['1064', '532']);
  });

  it('marks pain of seven and more, and harm done to the skin, as grave', () => {
    const hurt = after(-1, { kind: 'painScored', score: 8 });
    const skin = (list: readonly VisitEvent[]) =>
      defined(sections(list).get('The skin')).lines.map(({ label, grave }) => [label, grave]);
    expect(skin(events)).toContainEqual(['Pain, 0–10', false]);
    expect(skin(events)).toContainEqual(['Assessment', true]);
    expect(skin([...events, { ...hurt, at: moment(63) }])).toContainEqual(['Pain, 0–10', true]);
  });

  it('says what was looked for after a stop, and what it was', () => {
    const looked = (cause: 'unseenTan' | 'poorCooling', found: boolean) => ({
      ...after(-1, { kind: 'causeChecked', cause, found }),
      ...{ id: cause, at: moment(65) },
    });
    const list = [...events, looked('unseenTan', false), looked('poorCooling', true)];
    expect(lines(list, 'Treated').filter((line) => line.includes('Cause'))).toEqual([
      '11:01, Ben Stone: Cause looked for: poor contact or cooling: it was this',
      '11:01, Ben Stone: Cause looked for: a tan or darker skin nobody saw: not this',
    ]);
  });

  it('leaves out what was not done', () => {
    const titles = [...sections(events).keys()];
    expect(titles).toEqual(['Asked', 'Found', 'Checks done', 'Treated', 'The skin']);
    expect(reportSections(visitReport([], 'area'), NAMES)).toEqual([]);
  });

  it('does not name people where one person recorded all of it', () => {
    const alone = events.map((event) => ({ ...event, staffId: 'one' }));
    expect(lines(alone, 'Treated')).toContain('11:00: Started');
  });

  it('says an id that nobody knows as it stands, and a person who left as such', () => {
    expect(NAMES.area('elsewhere')).toBe('elsewhere');
    expect(NAMES.handpiece('old')).toBe('old');
    expect(NAMES.staff('gone')).toBe('somebody no longer here');
  });
});

describe('the following of a reaction in words', () => {
  const sheetOf = (...more: readonly VisitEvent[]) =>
    defined(visitReport([...twoLights(), ...more], 'area').zones[0]).record.reactions;
  const report: EventBody = {
    kind: 'reactionReported',
    how: 'phone',
    report: {
      ...{ what: 'blister', onsetAt: moment(70 + 30 * 3600), extent: 'part', sizeCm: 1 },
      ...{ place: null, trend: 'worse', signs: ['pus'] },
    },
    triage: {
      ...{ level: 'clinicianNow', onsetHours: 30, adverse: true, againHours: 24 },
      reasons: [
        { reason: 'pus', level: 'clinicianNow' },
        { reason: 'blisterFromShock', level: 'advice' },
      ],
    },
    photoIds: [],
    note: 'told by the client',
  };
  const followed: EventBody = {
    ...{ kind: 'reactionFollowed', reactionId: 'z0048', how: 'seen', trend: 'better', signs: [] },
    ...{ sizeCm: 0.5, triage: null, did: [], photoIds: [], note: '', againAt: null },
  };
  const closed: EventBody = {
    ...{ kind: 'reactionClosed', reactionId: 'z0048', outcome: 'healed', note: 'smooth' },
  };

  it('says what was told, each step, and how it ended', () => {
    const [blister] = sheetOf(after(48, report), after(50, followed), after(400, closed));
    expect(defined(blister).entries.map((entry) => plain(entryText(entry, 'blister')))).toEqual([
      'blister, began 30 h after, a part of it, 1 cm, worse, pus, told by phone, Clinician now: told by the client',
      'seen here, better, 0.5 cm',
      'Closed, blister healed: smooth',
    ]);
    // The signs of the last look count: the pus is gone by then.
    expect(triageLines(defined(sheetOf(after(48, report))[0]))).toContain('Pus');
    expect(triageLines(defined(blister)).map(plain)).toEqual([
      'Hours to three days on ink: mostly from the shock wave, mostly benign',
      '532 or 694 nm: blisters and pale skin are likelier',
    ]);
  });
});
