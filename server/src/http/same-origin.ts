import type { NextFunction, Request, Response } from 'express';
import { originOf } from './origin';
import { HttpProblem } from './problem';

/** Refuses anything but reading that a browser sends from another origin's page; a WebSocket reads and writes. */
export function sameOrigin(request: Request, _response: Response, next: NextFunction): void {
  const reads = request.method === 'GET' || request.method === 'HEAD';
  if (reads && request.get('upgrade') === undefined) {
    next();
    return;
  }
  const origin = request.get('origin');
  if (origin !== undefined && origin !== originOf(request)) {
    throw new HttpProblem('foreign-origin', 'This request came from another site');
  }
  next();
}
