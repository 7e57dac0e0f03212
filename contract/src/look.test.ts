import { PLAIN_ZONE, type InkFinding as CoreInk } from '@tidy-quill/core/look';
import { describe, expect, it } from 'vitest';
import { InkFinding, TypingAnswers, ZoneFinding } from './look';
import { read } from './problem';
import { NewEvents } from './visit';

const problems = (result: ReturnType<typeof read>) =>
  result.ok ? [] : result.fields.map(({ field, problem }) => `${field} ${problem}`);

const INK: CoreInk = {
  colours: [
    { colour: 'black', share: 0.7 },
    { colour: 'white', share: 0.3 },
  ],
  density: 'solid',
  layered: false,
  origin: 'professional',
  scar: 'none',
  raised: false,
  ageYears: 8,
  earlierSessions: 0,
};
const SKIN = { type: 3, tan: 'none', freckled: false };

const event = (findings: object) => [
  {
    id: '01930000-0000-7000-8000-000000000001',
    at: '2026-11-24T10:00:00.000Z',
    body: { kind: 'findingsRecorded', findings },
  },
];

describe('what was found', () => {
  it('is of hair or of ink, never of both', () => {
    const hair = { colour: 'black', calibre: 'coarse', density: 'dense' };
    const common = { skin: SKIN, areaCm2: 24, zone: PLAIN_ZONE };
    expect(read(NewEvents, event({ ...common, hair })).ok).toBe(true);
    expect(read(NewEvents, event({ ...common, ink: INK })).ok).toBe(true);
    expect(read(NewEvents, event({ ...common, hair, ink: INK })).ok).toBe(false);
    expect(read(NewEvents, event(common)).ok).toBe(false);
  });

  it('of ink adds up to the whole, each colour once', () => {
    const of = (colours: object) => problems(read(InkFinding, { ...INK, colours }));
    expect(of([{ colour: 'black', share: 0.9 }])).toEqual(['colours must add up to 100 %']);
    expect(of([])).toContain('colours must hold one colour at least');
    expect(
      of([
        { colour: 'red', share: 0.5 },
        { colour: 'red', share: 0.5 },
      ]),
    ).toEqual(['colours must not hold a colour twice']);
    expect(of([{ colour: 'gold', share: 1 }])[0]).toMatch(/^colours\.0\.colour/);
  });

  it('of a zone is measured in one way', () => {
    const of = (measured: object | null) => read(ZoneFinding, { ...PLAIN_ZONE, measured });
    expect(of(null).ok).toBe(true);
    expect(of({ shape: 'flat', lengthCm: 12, widthCm: 7 }).ok).toBe(true);
    expect(problems(of({ shape: 'round', lengthCm: 12, aroundCm: 1 }))).toEqual([
      'measured.aroundCm must be 3 or more',
    ]);
    expect(problems(of({ shape: 'outline', points: [[0, 0]] }))).toEqual([
      'measured.points must be three corners at least',
    ]);
    const counts = { ...PLAIN_ZONE, avoid: { ...PLAIN_ZONE.avoid, mole: -1 } };
    expect(problems(read(ZoneFinding, counts))).toEqual(['avoid.mole must be 0 or more']);
  });

  it('by questions scores 0 to 4 each', () => {
    expect(read(TypingAnswers, { eyes: 0, burns: 4 }).ok).toBe(true);
    expect(problems(read(TypingAnswers, { eyes: 5 }))).toEqual(['eyes must be 0 to 4']);
    expect(read(TypingAnswers, { nose: 1 }).ok).toBe(false);
  });
});
