import { read, type FieldProblem, type Problem } from '@tidy-quill/contract/problem';
import { problemType, type ProblemKind } from '@tidy-quill/contract/problem-kind';
import { Id } from '@tidy-quill/contract/text';
import { InputError } from '@tidy-quill/core/units';
import type { NextFunction, Request, Response } from 'express';
import type * as v from 'valibot';
import { failureOf } from './log';

const STATUS: Readonly<Record<ProblemKind, number>> = {
  'invalid-input': 400,
  'not-signed-in': 401,
  'wrong-sign-in': 401,
  'second-factor': 401,
  // RFC 4918 §11.3: what is asked for is there, and closed for now.
  locked: 423,
  'not-allowed': 403,
  'foreign-origin': 403,
  'not-found': 404,
  conflict: 409,
  'refused-by-rule': 422,
  // What is kept cannot be read: nothing that was asked wrongly, nor anything that a second try would mend.
  unreadable: 422,
  'too-many-tries': 429,
  busy: 503,
  'server-fault': 500,
};

const TOO_LARGE = 413;
const FOREIGN_KEY_VIOLATION = '23503';
const EXCLUSION_VIOLATION = '23P01';
const DISK_FULL = '53100';

const SLOT_TAKEN: Readonly<Record<string, string>> = {
  visits_staff_free: 'Whoever would treat has another visit then',
  visits_handpiece_free: 'The handpiece is kept free for another visit then',
};

interface ProblemMore {
  readonly detail?: string;
  readonly fields?: readonly FieldProblem[];
  readonly current?: unknown;
  /** When to come again, s; sent as Retry-After. */
  readonly retryAfterS?: number;
}

/** An error that answers a request with problem+json. */
export class HttpProblem extends Error {
  readonly kind: ProblemKind;
  readonly more: ProblemMore;

  constructor(kind: ProblemKind, title: string, more: ProblemMore = {}) {
    super(title);
    this.kind = kind;
    this.more = more;
  }
}

/** Reads a request's body, query or parameters by a schema, or answers 400 with each field at fault. */
export function parse<S extends v.GenericSchema>(schema: S, input: unknown): v.InferOutput<S> {
  const result = read(schema, input);
  if (result.ok) return result.value;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', { fields: result.fields });
}

/** The id in a request's path; 404 where it could be nobody's. */
export function pathId(request: Request): string {
  const result = read(Id, request.params['id']);
  if (!result.ok) throw new HttpProblem('not-found', 'There is nothing with this id');
  return result.value;
}

/** A link whose id was sent twice: its token is kept as a hash alone, so that it cannot be told again. */
export const linkMade = () =>
  new HttpProblem('conflict', 'This link was made already', {
    detail: 'It went out as a message. Send a new one where it is needed.',
  });

/** Turns whatever a route threw into problem+json. Express knows it by its four parameters. */
export function answerProblems(
  error: unknown,
  request: Request,
  response: Response,
  next: NextFunction,
): void {
  if (response.headersSent) {
    next(error);
    return;
  }
  const problem = asProblem(error);
  const status = STATUS[problem.kind];
  if (status === 500) request.log.error(failureOf(error, request, status), 'a request failed');
  const { retryAfterS, ...more } = problem.more;
  const body: Problem = {
    type: problemType(problem.kind),
    title: problem.message,
    status,
    ...(more as Partial<Problem>),
  };
  if (retryAfterS !== undefined) response.set('retry-after', String(retryAfterS));
  response.status(status).type('application/problem+json').send(JSON.stringify(body));
}

function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (error instanceof InputError) {
    return new HttpProblem('invalid-input', 'Some fields cannot be taken', {
      fields: [{ field: error.field, problem: error.problem }],
    });
  }
  const { status, cause } = error as {
    status?: number;
    cause?: { code?: string; constraint?: string };
  };
  if (cause?.code === EXCLUSION_VIOLATION) {
    return new HttpProblem(
      'conflict',
      SLOT_TAKEN[cause.constraint ?? ''] ?? 'The room has another visit then',
      { detail: 'Choose another time, room, person or handpiece.' },
    );
  }
  if (cause?.code === FOREIGN_KEY_VIOLATION) {
    return new HttpProblem('invalid-input', 'This names something that does not exist');
  }
  if (cause?.code === DISK_FULL) {
    return new HttpProblem(
      'busy',
      'The server’s disk is full: nothing can be kept until there is room',
    );
  }
  if (status === TOO_LARGE) {
    return new HttpProblem('invalid-input', 'This is larger than can be taken');
  }
  if (status !== undefined && status >= 400 && status < 500) {
    return new HttpProblem('invalid-input', 'The request cannot be read');
  }
  return new HttpProblem('server-fault', 'The server failed; nothing of this request was kept');
}
