import { marksFor } from '@tidy-quill/core/reaction';
import { JOBS } from '@tidy-quill/core/suitability';
import { CHECK_IDS } from '@tidy-quill/core/prepare';
import { describe, expect, it } from 'vitest';
import { CHECK_KEYS } from '../prepare/keys';
import { CAUSE_KEYS, MARK_KEYS, PAIN_KEYS, PULSE_STEPS, ROOM_KEYS } from './keys';

const twice = (keys: readonly string[]) => keys.filter((key, index) => keys.indexOf(key) !== index);

describe('the keys of the room', () => {
  it.each(JOBS)('do one thing each on %s', (job) => {
    // A warm cell is ended in motion, which is only ever done on hair.
    const { warm, ...room } = ROOM_KEYS;
    const keys = [
      ...Object.values(room),
      ...(job === 'hair' ? [warm] : []),
      ...PULSE_STEPS.map(({ key }) => key),
      ...PAIN_KEYS,
      ...marksFor(job).map((mark) => MARK_KEYS[mark]),
    ];
    expect(twice(keys)).toEqual([]);
  });

  it('are one press of a bare hand: a small letter, a digit or a mark beside them', () => {
    const all = [
      ...Object.values(MARK_KEYS),
      ...PAIN_KEYS,
      ...CAUSE_KEYS,
      ...Object.values(ROOM_KEYS),
    ];
    expect(all.filter((key) => !/^[a-z0-9,./;?-]$/.test(key))).toEqual([]);
  });

  it('give pain its own figure, and ten the letter of the Romans', () => {
    expect(PAIN_KEYS.map((key, score) => (key === String(score) ? score : key))).toEqual([
      ...[0, 1, 2, 3, 4, 5, 6, 7, 8, 9],
      'x',
    ]);
  });

  it('log one, ten or fifty pulses', () => {
    expect(PULSE_STEPS.map(({ count }) => count)).toEqual([1, 10, 50]);
  });

  it('look for causes where no pulse is logged, one letter each', () => {
    expect(twice(CAUSE_KEYS)).toEqual([]);
    // “It was this”, pause and the step keep their own.
    expect(CAUSE_KEYS.filter((key) => ['o', 'p', 'e', 'q', 'l'].includes(key))).toEqual([]);
  });
});

describe('the keys of the checklist', () => {
  it('tick one line each; gel and no gel are never asked of the same light', () => {
    const asked = CHECK_IDS.filter((id) => id !== 'noGel');
    expect(twice(asked.map((id) => CHECK_KEYS[id]))).toEqual([]);
    expect(CHECK_KEYS.noGel).toBe(CHECK_KEYS.gel);
  });
});
