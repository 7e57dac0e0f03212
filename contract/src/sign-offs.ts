import {
  SIGN_OFF_RULES,
  SKILLS,
  type SignOff,
  type SignOffRule as Rule,
} from '@tidy-quill/core/access';
import * as v from 'valibot';
import { DayText, Id, note } from './text';

const Skills = v.pipe(
  v.array(v.picklist(SKILLS)),
  v.check((skills) => new Set(skills).size === skills.length, 'must not name one twice'),
);

/** What a clinic does where a technician is not signed off, and for what it asks at all. */
export const SignOffRule = v.object({
  rule: v.picklist(SIGN_OFF_RULES),
  asked: Skills,
}) satisfies v.GenericSchema<unknown, Rule>;

/** A supervisor's entry on what somebody may do, or may do no more. */
export const NewSignOff = v.pipe(
  v.object({
    id: Id,
    skills: v.pipe(Skills, v.minLength(1, 'must name one at least')),
    from: DayText,
    /** The last day; null without an end. */
    until: v.nullable(DayText),
    withdrawn: v.boolean('must be true or false'),
    note: note(500),
  }),
  v.forward(
    v.check(({ from, until }) => until === null || from <= until, 'must not lie before the start'),
    ['until'],
  ),
);

export type NewSignOff = v.InferOutput<typeof NewSignOff>;

/** An entry as it was made. */
export interface SignOffMade extends SignOff {
  readonly id: string;
  readonly note: string;
  readonly by: string;
}

/** The clinic's rule, and every entry, oldest first. */
export interface SignOffs extends Rule {
  readonly signOffs: readonly SignOffMade[];
}
