import type { VisitEvent } from '../events';
import type { VisitRecord } from '../session';
import { lastSignature } from './signature';

/**
 * Whether what is pressed in a zone's session is taken as it comes, unjudged: once the session has begun, for as long as
 * nobody has signed the record. Kinds of the fast lane alone come into it.
 */
export const takesPresses = (events: readonly VisitEvent[], { run }: VisitRecord): boolean =>
  run.startedAt !== null && lastSignature(events) === null;
