import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { FIGURE_ENTRIES } from './figures';
import { read } from './problem';

const fault = (own: object) => {
  const result = read(v.object(FIGURE_ENTRIES), own);
  return result.ok ? null : result.fields.map(({ field, problem }) => `${field} ${problem}`);
};

describe('the clinical numbers of a protocol', () => {
  it('may all be absent, or within their bounds', () => {
    expect(fault({})).toBeNull();
    expect(
      fault({ figures: { aboveWell: 1.1, inkWeeks: 12 }, intervalWeeks: { chin: 5 } }),
    ).toBeNull();
  });

  it('are refused where they would allow more than what ships', () => {
    expect(fault({ figures: { aboveWell: 1.3 } })).toEqual([
      'figures.aboveWell must be 1.2 or less',
    ]);
    expect(fault({ figures: { belowBadly: 0.9 } })).toEqual([
      'figures.belowBadly must be 0.8 or less',
    ]);
    expect(fault({ figures: { inkLeastWeeks: 4 } })).toEqual([
      'figures.inkLeastWeeks must be 6 or more',
    ]);
    expect(fault({ intervalWeeks: { chin: 1 } })).toEqual(['intervalWeeks.chin must be 2 or more']);
  });

  it('keep the hair that has no pigment', () => {
    expect(fault({ noTarget: ['red'] })).toEqual([
      'noTarget must hold blond, grey and white: without pigment nothing is fired',
    ]);
    expect(fault({ noTarget: ['blond', 'grey', 'white', 'red'] })).toBeNull();
  });
});
