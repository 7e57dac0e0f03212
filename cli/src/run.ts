import { CourseInput } from '@tidy-quill/contract/course';
import { LearningInput } from '@tidy-quill/contract/learning';
import { PlanCase } from '@tidy-quill/contract/plan';
import { read, type FieldProblem } from '@tidy-quill/contract/problem';
import { PlanInputs } from '@tidy-quill/contract/event-bodies';
import { StrokesInput } from '@tidy-quill/contract/strokes';
import { OpticsInput, WindowInput } from '@tidy-quill/contract/window';
import { courseReport } from './course-report';
import { learningReport } from './learning-report';
import { strokesReport } from './strokes-report';
import { opticsReport } from './optics-report';
import { propose } from '@tidy-quill/core/plan';
import { workAgain } from '@tidy-quill/core/session';
import { defined, InputError } from '@tidy-quill/core/units';
import { windowReport } from '@tidy-quill/core/window';
import * as v from 'valibot';

interface SubCommand {
  readonly schema: v.GenericSchema;
  readonly work: (input: never) => unknown;
}

const command = <S extends v.GenericSchema>(
  schema: S,
  work: (input: v.InferOutput<S>) => unknown,
): SubCommand => ({ schema, work });

/** An accepted plan with its inputs, or all of a visit by zone, as its record gives them. */
const KeptPlans = v.lazy((input) =>
  typeof input === 'object' && input !== null && 'plan' in input
    ? PlanInputs
    : v.record(v.string(), PlanInputs),
);

const isOne = (kept: v.InferOutput<typeof KeptPlans>): kept is v.InferOutput<typeof PlanInputs> =>
  'plan' in kept;

/** The core's rooms that can be asked from a shell. */
export const SUB_COMMANDS: Readonly<Record<string, SubCommand>> = {
  plan: command(PlanCase, propose),
  window: command(WindowInput, windowReport),
  optics: command(OpticsInput, opticsReport),
  course: command(CourseInput, courseReport),
  strokes: command(StrokesInput, strokesReport),
  learning: command(LearningInput, learningReport),
  replan: command(KeptPlans, (kept) =>
    isOne(kept)
      ? workAgain(kept)
      : Object.fromEntries(Object.entries(kept).map(([zone, one]) => [zone, workAgain(one)])),
  ),
};

export type Result =
  | { readonly ok: true; readonly output: unknown }
  | { readonly ok: false; readonly fields: readonly FieldProblem[] };

/** Runs a sub-command on a JSON text. */
export function run(name: string, text: string): Result {
  const { schema, work } = defined(SUB_COMMANDS[name]);
  let input: unknown;
  try {
    input = JSON.parse(text);
  } catch (error) {
    return { ok: false, fields: [{ field: 'input', problem: (error as Error).message }] };
  }
  const checked = read(schema, input);
  if (!checked.ok) return checked;
  try {
    return { ok: true, output: work(checked.value as never) };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { ok: false, fields: [{ field: error.field, problem: error.problem }] };
  }
}
