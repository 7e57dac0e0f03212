import type { EXERCISE_IDS } from '@tidy-quill/core/practice';
import { evenHand, exerciseOf, MEASURE_IDS, type MeasureId } from '@tidy-quill/core/practice';
import { describe, expect, it } from 'vitest';
import { adviceSentence, boundsText, judgedSentence, measureText, skinSentence } from './practice';

const EVEN = { thin: [], stacked: [] };
const clinic = { techniques: {} };

const sentence = (
  worst: MeasureId,
  value: number,
  id: (typeof EXERCISE_IDS)[number] = 'motionThigh',
  most: number | null = null,
) =>
  adviceSentence(
    exerciseOf(id, clinic),
    {
      ...{ pulses: 10, seconds: 5, off: [worst] },
      measures: [{ id: worst, value, least: null, most: null, isWithin: false }],
    },
    { thin: ['middle'], stacked: ['left', 'right'] },
    most,
  );

describe('what an exercise came to', () => {
  it('is written with its unit and its bounds', () => {
    const bounds = { least: null, most: null, isWithin: true };
    expect(measureText({ id: 'spread', value: 0.384 })).toBe('38\u00a0%');
    expect(measureText({ id: 'endsToMiddle', value: 1.825 })).toBe('×\u00a01.83');
    expect(boundsText({ ...bounds, id: 'follicle', value: 1, least: 42 })).toBe(
      'at least 42\u00a0°C',
    );
    expect(boundsText({ ...bounds, id: 'passes', value: 1, least: 9, most: 11 })).toBe('9 to 11');
    expect(boundsText({ ...bounds, id: 'onTested', value: 1, most: 0 })).toBe('none');
  });

  it('is one sentence on what matters most', () => {
    expect(sentence('endsToMiddle', 1.6)).toBe(
      'The turns got 1.6 times what the middle did: move through them as fast as through the middle.',
    );
    expect(sentence('stacked', 0.2)).toBe(
      '20\u00a0% got over one and a half times the mean, mostly at the left end, right end: spend less time there.',
    );
    expect(sentence('follicle', 37.3, 'largeCell', 110)).toBe(
      'The follicles reached 37.3\u00a0°C on the mean, less than heats them: 288 cm² are too many, the heat leaks away before the tip is back. At this setting at most 110 cm² get warm enough.',
    );
    expect(sentence('passes', 3)).toBe('3 passes instead of 10: go on until they are done.');
    expect(sentence('onTested', 1, 'stampSquare')).toMatch(/^1 spot touched/);
  });

  it('is said of everything that can be off, and of nothing where nothing is', () => {
    for (const id of MEASURE_IDS) expect(sentence(id, 1)).toMatch(/\.$/);
    const exercise = exerciseOf('motionThigh', clinic);
    const pulses = evenHand(exercise).length;
    const fine = { pulses, seconds: 1, measures: [], off: [] };
    expect(adviceSentence(exercise, fine, EVEN, null)).toBe('Even, and within every limit.');
    expect(adviceSentence(exercise, { ...fine, pulses: 0 }, EVEN, null)).toBe('Nothing was fired.');
  });
});

describe('what a judgement is worth', () => {
  it('is one sentence, and what the skin would have done with its doubt', () => {
    expect(judgedSentence({ wrong: [], shouldBe: 'go' })).toBe(
      'As the clinic’s own rules and limits have it.',
    );
    expect(judgedSentence({ wrong: ['decision', 'setting'], shouldBe: 'wait' })).toBe(
      'Not as the clinic’s rules have it: the rules say to wait; the setting is outside the limits.',
    );
    expect(skinSentence({ skin: 'mayBurn', ceilingsJcm2: [22.4, 31] }, 25)).toBe(
      '25\u00a0J/cm² may burn: the model has the epidermis burn between 22.4\u00a0J/cm² and 31\u00a0J/cm², by two ways to count.',
    );
    expect(skinSentence({ skin: 'unknown', ceilingsJcm2: null }, 3)).toMatch(/no number/);
  });
});
