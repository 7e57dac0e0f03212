import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { read } from './problem';
import { PROBLEM_KINDS, problemType } from './problem-kind';
import { Spot } from './plan';

const problems = (schema: v.GenericSchema, input: unknown) => {
  const result = read(schema, input);
  return result.ok ? [] : result.fields.map(({ field, problem }) => `${field}: ${problem}`);
};

describe('what is wrong with an input', () => {
  const Form = v.strictObject({
    name: v.pipe(v.string('must be text'), v.nonEmpty('must not be empty')),
    side: v.picklist(['left', 'right', 'both']),
    agreed: v.literal(true),
    spots: v.array(v.object({ pulses: v.pipe(v.number(), v.minValue(1, 'must be 1 or more')) })),
  });
  const good = { name: 'x', side: 'left', agreed: true, spots: [{ pulses: 3 }] };

  it('is nothing where it fits', () => {
    expect(problems(Form, good)).toEqual([]);
  });

  it('is said of each field at fault, all at once, down to its place in a list', () => {
    const bad = { ...good, name: '', spots: [{ pulses: 3 }, { pulses: 0 }] };
    expect(problems(Form, bad)).toEqual([
      'name: must not be empty',
      'spots.1.pulses: must be 1 or more',
    ]);
  });

  it('is text that nothing could keep, wherever it stands', () => {
    expect(problems(Form, { ...good, name: 'a\0b' })).toEqual([
      'name: has characters that cannot be kept',
    ]);
    expect(problems(v.record(v.string(), v.string()), { a: '\ud83d', 'b\0': 'x' })).toEqual([
      'a: has characters that cannot be kept',
      'body: has a name that cannot be kept',
    ]);
    // A whole pair is a letter like any other.
    expect(problems(Form, { ...good, name: '\ud83d\ude00' })).toEqual([]);
  });

  it('is that it is missing, where it is', () => {
    expect(problems(Form, { ...good, name: undefined })).toEqual(['name: is missing']);
    expect(problems(Form, { side: 'left', agreed: true, spots: [] })).toEqual(['name: is missing']);
  });

  it('is said without the words of a machine', () => {
    expect(problems(Form, { ...good, side: 'up' })).toEqual([
      'side: must be one of left, right, both',
    ]);
    expect(problems(Form, { ...good, agreed: false })).toEqual(['agreed: must be true']);
    expect(problems(Form, { ...good, extra: 1 })).toEqual(['extra: is not known here']);
    expect(problems(Form, { ...good, spots: 'none' })).toEqual(['spots: must be a list']);
  });

  it('calls a kind of value by its plain name', () => {
    expect(problems(v.string(), 7)).toEqual(['body: must be text']);
    expect(problems(v.number(), '7')).toEqual(['body: must be a number']);
    expect(problems(v.boolean(), 0)).toEqual(['body: must be true or false']);
  });

  it('is said of the whole where there is no field', () => {
    expect(problems(Form, null)).toEqual(['body: must be an object']);
    expect(problems(v.string('must be text'), 7)).toEqual(['body: must be text']);
  });

  it('of a choice between shapes names what the one meant lacks, or the choice itself', () => {
    expect(problems(Spot, { diameterMm: 0 })).toContain('diameterMm: must be 0.5 or more');
    expect(problems(v.object({ spot: Spot }), { spot: { diameterMm: 5, heightMm: 5 } })).toEqual([
      'spot: must be { diameterMm } or { widthMm, heightMm }',
    ]);
  });
});

describe('kinds of problem', () => {
  it('have addresses of their own that never change', () => {
    expect(problemType('not-found')).toBe('tag:tidy-quill,2026:not-found');
    const types = PROBLEM_KINDS.map(problemType);
    expect(new Set(types).size).toBe(PROBLEM_KINDS.length);
  });
});
