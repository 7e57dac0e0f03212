import * as v from 'valibot';

/** An error on the wire: RFC 9457 problem+json, with the fields it concerns. */
export const Problem = v.object({
  type: v.string(),
  title: v.string(),
  status: v.number(),
  detail: v.optional(v.string()),
  fields: v.optional(v.array(v.object({ field: v.string(), problem: v.string() }))),
  /** For a conflict: the version that stands on the server. */
  current: v.optional(v.unknown()),
});

export type Problem = v.InferOutput<typeof Problem>;

export interface FieldProblem {
  readonly field: string;
  readonly problem: string;
}

/** A schema of the contract, and what it gives. */
export type AnySchema = v.GenericSchema;
export type OutputOf<S extends AnySchema> = v.InferOutput<S>;

/** Reads `input` by a schema: the value, or each field at fault with what is wrong in plain words. */
export function read<S extends v.GenericSchema>(
  schema: S,
  input: unknown,
):
  | { readonly ok: true; readonly value: v.InferOutput<S> }
  | { readonly ok: false; readonly fields: readonly FieldProblem[] } {
  const result = v.safeParse(schema, input);
  if (result.success) {
    const fields = unwritable(result.output, '');
    return fields.length === 0 ? { ok: true, value: result.output } : { ok: false, fields };
  }
  return {
    ok: false,
    fields: result.issues.flatMap((issue) => fieldsOf(issue)),
  };
}

// NUL, and half of a pair of UTF-16: no database, and no file, can write them.
const UNWRITABLE = /[\0\p{Surrogate}]/u;

/** Every field, and every key, whose text nothing could keep. */
function unwritable(value: unknown, path: string): readonly FieldProblem[] {
  if (typeof value === 'string') {
    return UNWRITABLE.test(value)
      ? [{ field: path === '' ? 'body' : path, problem: 'has characters that cannot be kept' }]
      : [];
  }
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, each]) =>
    UNWRITABLE.test(key)
      ? [{ field: path === '' ? 'body' : path, problem: 'has a name that cannot be kept' }]
      : unwritable(each, path === '' ? key : `${path}.${key}`),
  );
}

/** The fields of an issue; what a choice between shapes found inside is named from the choice's own place on. */
function fieldsOf(issue: v.BaseIssue<unknown>, within = ''): FieldProblem[] {
  const own = [within, v.getDotPath(issue)].filter(Boolean).join('.');
  const inner = issue.issues?.filter((each) => v.getDotPath(each) !== null) ?? [];
  // A key that belongs to none of the shapes says less than the choice itself.
  const foreign = inner.some(({ expected }) => expected === 'never');
  if (inner.length > 0 && !foreign) return inner.flatMap((each) => fieldsOf(each, own));
  return [{ field: own === '' ? 'body' : own, problem: plain(issue) }];
}

/** What is wrong, in plain words: the schema's own where it has some, else those that can be had from what it expected. */
function plain(issue: v.BaseIssue<unknown>): string {
  if (issue.kind === 'schema' && issue.received === 'undefined') return 'is missing';
  if (!issue.message.startsWith('Invalid ')) return issue.message;
  const choices = issue.expected?.replace(/[()"]/g, '').split(' | ') ?? [];
  if (issue.expected === 'never') return 'is not known here';
  const [only = ''] = choices;
  return choices.length > 1
    ? `must be one of ${choices.join(', ')}`
    : `must be ${SHAPES[only] ?? only}`;
}

// What people call what a machine expects.
const SHAPES: Readonly<Record<string, string>> = {
  Array: 'a list',
  Object: 'an object',
  boolean: 'true or false',
  string: 'text',
  number: 'a number',
};
