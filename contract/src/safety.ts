import type { SafetyPapers as Core } from '@tidy-quill/core/safety';
import * as v from 'valibot';
import { line, note } from './text';

const Called = v.object({ name: note(120), phone: note(40) });

/** The clinic’s own rules for its lasers. */
export const SafetyPapers = v.object({
  responsible: Called,
  adviser: Called,
  sections: v.pipe(
    v.array(v.object({ id: line(60), heading: line(120), text: line(4000) })),
    v.maxLength(30, 'must be 30 at most'),
    v.check(
      (sections) => new Set(sections.map(({ id }) => id)).size === sections.length,
      'must not hold an id twice',
    ),
  ),
}) satisfies v.GenericSchema<unknown, Core>;
