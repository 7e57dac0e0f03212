import type {
  JudgementOpened,
  JudgementRun,
  PracticeRun,
  PracticeRunOpened,
} from '@tidy-quill/contract/practice';
import { evenHand, exerciseOf, type ExerciseId } from '@tidy-quill/core/practice';
import { v7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { startDesk } from '../../testing/desk';

const { app, person } = await startDesk();
const caspian = await app.signedIn('caspian');
const tobiah = await app.signedIn('tobiah');

const idOf = async (who: typeof person) =>
  ((await who.get('/api/me')).body as { staff: { id: string } }).staff.id;
const run = (exercise: ExerciseId, more: object = {}) => ({
  ...{ id: v7(), exercise, at: new Date().toISOString() },
  strokes: evenHand(exerciseOf(exercise, { techniques: {} })).map((pulse) => [pulse]),
  ...more,
});

describe('an exercise', () => {
  it('is worked out by the server, kept once, and read by who did it and who signs off', async () => {
    const kept = run('stampSquare', { result: { off: ['twice'] } });
    const { status, body } = await person.post('/api/practice', kept);
    expect(status).toBe(201);
    expect(body).toMatchObject({ exercise: 'stampSquare', pulses: 34, off: [] });
    await person.post('/api/practice', kept);
    const own = (await person.get('/api/practice')).body as PracticeRun[];
    expect(own.map(({ id }) => id)).toEqual([kept.id]);
    expect(own[0]).not.toHaveProperty('strokes');
    const id = await idOf(person);
    expect((await caspian.get(`/api/practice?staffId=${id}`)).body).toEqual(own);
    expect((await tobiah.get(`/api/practice?staffId=${id}`)).status).toBe(403);
    const opened = await caspian.get(`/api/practice/${kept.id}`);
    expect((opened.body as PracticeRunOpened).strokes).toHaveLength(34);
    expect((await tobiah.get(`/api/practice/${kept.id}`)).status).toBe(404);
    expect((await person.get(`/api/practice/${v7()}`)).status).toBe(404);
  });

  it('is held against the clinic’s limits, over and over, and never changed', async () => {
    const runs = (await tobiah.get('/api/practice')).body as PracticeRun[];
    const thigh = runs.filter(({ exercise }) => exercise === 'motionThigh');
    // Newest first: the turns of the demo’s technician get better from week to week.
    const ends = thigh.map(
      ({ measures }) => measures.find(({ id }) => id === 'endsToMiddle')?.value ?? NaN,
    );
    expect(ends).toHaveLength(4);
    expect(ends).toEqual([...ends].sort((one, other) => one - other));
    expect(thigh.at(-1)?.off).toContain('endsToMiddle');
    await expect(app.connection.pool.query('delete from practice_runs')).rejects.toThrow(
      /append-only/,
    );
  });

  it('is refused by the field that makes no sense', async () => {
    const at = (atS: number) => ({ atS, xMm: 1, yMm: 1 });
    const problems = async (strokes: unknown) => {
      const { status, body } = await person.post('/api/practice', run('pace', { strokes }));
      expect(status).toBe(400);
      return (body as { fields: { field: string; problem: string }[] }).fields;
    };
    expect(await problems([])).toEqual([
      { field: 'strokes', problem: 'must hold a stroke at least' },
    ]);
    expect(await problems([[at(2)], [at(1)]])).toEqual([
      { field: 'strokes', problem: 'must not go back in time' },
    ]);
    expect(await problems([[{ ...at(1), xMm: 5000 }]])).toMatchObject([
      { field: 'strokes.0.0.xMm' },
    ]);
    expect(await problems(Array.from({ length: 20_001 }, () => [at(1)]))).toMatchObject([
      { field: 'strokes' },
    ]);
  });
});

describe('a judgement', () => {
  const made = (more: object = {}) => ({
    ...{ id: v7(), at: new Date().toISOString(), seed: 0, on: '2026-11-29' },
    ...{ decision: 'wait', setting: null, testSpot: false },
    ...more,
  });

  it('is held against the clinic’s rules by the server, kept, and read by who made it and who signs off', async () => {
    // A fresh tan, sun six days ago: four weeks have to pass.
    const right = await person.post('/api/judgements', made());
    expect(right).toMatchObject({ status: 201, body: { wrong: [], judged: { shouldBe: 'wait' } } });
    const setting = {
      ...{ handpieceId: 'diode-810-plate', technique: 'stamping', fluenceJcm2: 30 },
      ...{ spot: { widthMm: 12, heightMm: 12 }, pulseMs: 30, rateHz: 1.5, passes: 1 },
    };
    const wrong = await person.post('/api/judgements', made({ decision: 'go', setting }));
    const { id, judged } = wrong.body as JudgementOpened;
    expect(judged.wrong).toEqual(['decision', 'setting']);
    expect(judged.facts).toContainEqual({ id: 'freshTan', isHeeded: false });
    expect(judged.setting?.refusals.map(({ code }) => code)).toEqual(['noProtocolRow']);
    const all = (await person.get('/api/judgements')).body as JudgementRun[];
    expect(all.map((each) => each.wrong.length)).toEqual([2, 0]);
    expect((await caspian.get(`/api/judgements/${id}`)).body).toMatchObject({
      judged: { wrong: judged.wrong },
    });
    expect((await tobiah.get(`/api/judgements/${id}`)).status).toBe(404);
    expect((await tobiah.get('/api/judgements')).body).toHaveLength(2);
    await expect(app.connection.pool.query('delete from judgements')).rejects.toThrow(
      /append-only/,
    );
  });

  it('has a setting where one goes, and only there', async () => {
    const { status, body } = await person.post('/api/judgements', made({ decision: 'go' }));
    expect(status).toBe(400);
    expect(body).toMatchObject({
      fields: [{ field: 'setting', problem: 'is chosen where one goes, and only there' }],
    });
    expect((await person.post('/api/judgements', made({ seed: -1 }))).status).toBe(400);
  });
});
