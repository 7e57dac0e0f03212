import { wrap, type Remote } from 'comlink';
import type { PracticeWorker } from '../../workers/practice';

let remote: Remote<PracticeWorker> | undefined;

/** The one practice worker of this page, started when it is first asked. */
export function practiceWorker(): Remote<PracticeWorker> {
  remote ??= wrap<PracticeWorker>(
    new Worker(new URL('../../workers/practice.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}
