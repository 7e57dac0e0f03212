import type { Request } from 'express';

/** What is logged of a request that failed. */
interface Failure {
  readonly requestId: string;
  readonly method: string;
  /** As it was written for the router: ids and tokens of the address are not in it. */
  readonly route: string;
  readonly status: number;
  readonly clinicId: string | undefined;
  readonly staffId: string | undefined;
  readonly error: {
    readonly name: string;
    /** Of PostgreSQL or Node.js, where there is one. */
    readonly code: string | undefined;
    /** Where it was thrown; its message may hold what was asked for, and is left out. */
    readonly at: readonly string[];
  };
}

const MOST_FRAMES = 12;

/**
 * What may be logged of a failed request, and nothing else: no body, no cookie, no token, no query, and no message of
 * an error, which may repeat any of them.
 */
export function failureOf(error: unknown, request: Request, status: number): Failure {
  const { name, stack = '', cause, code } = error as Error & { code?: string };
  const route = request.route as { readonly path?: string } | undefined;
  const actor = (request.session as { actor?: { clinicId: string; staffId: string } } | undefined)
    ?.actor;
  return {
    requestId: String(request.id),
    method: request.method,
    route: route?.path ?? 'none',
    status,
    clinicId: actor?.clinicId,
    staffId: actor?.staffId,
    error: {
      name: String(name),
      code: code ?? (cause as { code?: string } | undefined)?.code,
      at: stack
        .split('\n')
        .filter((line) => /^\s+at /.test(line))
        .slice(0, MOST_FRAMES)
        .map((line) => line.trim()),
    },
  };
}
