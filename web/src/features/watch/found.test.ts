import { HAIR_MARKS, INK_MARKS } from '@tidy-quill/core/reaction';
import { describe, expect, it } from 'vitest';
import { detailOf, needsDetail } from './found';

describe('what was seen at the second look', () => {
  it('asks for a grade, a size and a place of all that is more than wanted, and of nothing else', () => {
    expect(HAIR_MARKS.filter(needsDetail)).toEqual([
      'strongRedness',
      'greyOrWhite',
      'blister',
      'whealSheet',
      'crust',
      'purpura',
      'bleeding',
    ]);
    expect(needsDetail('perifollicularOedema')).toBe(false);
    expect(INK_MARKS.filter(needsDetail)).toContain('blister');
    expect(needsDetail('evenWhitening')).toBe(false);
    expect(needsDetail('noWhitening')).toBe(false);
  });

  it('grades harm as marked before anybody says so, the rest as mild', () => {
    expect(detailOf([], 'blister')).toEqual({
      mark: 'blister',
      grade: 2,
      sizeCm: null,
      place: null,
    });
    expect(detailOf([], 'strongRedness').grade).toBe(1);
  });

  it('keeps what was said of each mark by itself', () => {
    const said = { mark: 'blister', grade: 3, sizeCm: 1.5, place: 'left' } as const;
    expect(detailOf([said], 'blister')).toBe(said);
    expect(detailOf([said], 'crust').sizeCm).toBeNull();
  });
});
