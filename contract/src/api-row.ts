import type { Right } from '@tidy-quill/core/access';
import type * as v from 'valibot';
import type { AuditKind } from './audit';

/** Papers. */
export const PDF = 'application/pdf';

/** One route of the API: what it is for, what it takes, and who may. */
export interface ApiRow {
  readonly summary: string;
  readonly body?: v.GenericSchema;
  readonly query?: v.GenericSchema;
  /** Other bytes that it takes, by their type. */
  readonly takes?: readonly string[];
  /** What it gives, where that is not JSON. */
  readonly gives?: string;
  /** Needs no sign-in: a link or a name opens it. */
  readonly open?: true;
  /** What the audit trail tells of whoever reads by it. Changes are told of by the database itself. */
  readonly audit?: AuditKind;
  /** The right that it asks for, where not everybody signed in may. */
  readonly right?: Right;
}
