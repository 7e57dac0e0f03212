import { fileURLToPath } from 'node:url';
import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import { BATCHES, batchRun, gathered, type MonteCarloInput } from '../src/optics';
import { againstPlainC } from './packets';

// A run of Monte Carlo shared between two threads, as the page shares its check between workers.
const THREADS = 2;
const ROUNDS = 15;

interface Share {
  readonly input: MonteCarloInput;
  readonly part: number;
}

/** Every batch of a thread's share of a run. */
function workShare({ input, part }: Share): number[][] {
  const run = batchRun(input);
  return Array.from({ length: BATCHES / THREADS }, (_, at) => run(at * THREADS + part));
}

const answerOf = (worker: Worker, share: Share) =>
  new Promise<number[][]>((resolve) => {
    worker.once('message', resolve);
    worker.postMessage(share);
  });

if (isMainThread) {
  const own = fileURLToPath(import.meta.url);
  const workers = Array.from({ length: THREADS }, () => new Worker(own));
  await againstPlainC('Monte Carlo on two threads', 1, ROUNDS, async (input) => {
    const shares = workers.map((worker, part) => answerOf(worker, { input, part }));
    gathered(input, (await Promise.all(shares)).flat());
  });
  await Promise.all(workers.map((worker) => worker.terminate()));
} else {
  parentPort?.on('message', (share: Share) => parentPort?.postMessage(workShare(share)));
}
