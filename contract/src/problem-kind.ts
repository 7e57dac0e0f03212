/** Kinds of refusal on the wire; part of a problem's stable `type`. */
export const PROBLEM_KINDS = [
  'invalid-input',
  'not-signed-in',
  'wrong-sign-in',
  'second-factor',
  'locked',
  'too-many-tries',
  'busy',
  'not-allowed',
  'foreign-origin',
  'not-found',
  'conflict',
  'refused-by-rule',
  'unreadable',
  'server-fault',
] as const;

export type ProblemKind = (typeof PROBLEM_KINDS)[number];

/** The `type` of a problem. */
export const problemType = (kind: ProblemKind) => `tag:tidy-quill,2026:${kind}`;
