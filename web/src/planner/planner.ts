import { proxy, wrap, type Remote } from 'comlink';
import type { PlannerWorker } from '../workers/planner';
import type { Asked, Opened, PlanningCase } from './answers';
import type { Listener } from './views';

let remote: Remote<PlannerWorker> | undefined;

/** The one planning worker of this page, started when it is first asked. */
function worker(): Remote<PlannerWorker> {
  remote ??= wrap<PlannerWorker>(
    new Worker(new URL('../workers/planner.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}

const KEPT_CASES = 6;

/** The cases that the worker has, by all that is in them, oldest first. */
const opened = new Map<string, OpenCase>();

interface OpenCase {
  readonly id: string;
  readonly answer: Promise<Opened>;
  /** What it was, once it is there. */
  offers: Opened | null;
}

let cases = 0;

function caseOf(key: string, of: PlanningCase) {
  const known = opened.get(key);
  if (known !== undefined) {
    opened.delete(key);
    opened.set(key, known);
    return known;
  }
  cases += 1;
  const id = String(cases);
  const fresh: OpenCase = { id, answer: worker().open(id, of), offers: null };
  fresh.answer.then(
    (offers) => (fresh.offers = offers),
    () => {},
  );
  opened.set(key, fresh);
  const [[oldest, { id: oldId }] = [undefined, { id: '' }]] = opened;
  if (opened.size > KEPT_CASES && oldest !== undefined) {
    opened.delete(oldest);
    void worker().close(oldId);
  }
  return fresh;
}

/** What a case offers; `key` says all that is in it. */
export const openCase = (key: string, of: PlanningCase): Promise<Opened> => caseOf(key, of).answer;

/** What a case offers where that is known already; null where it is not. */
export const openedBefore = (key: string): Opened | null => opened.get(key)?.offers ?? null;

let viewers = 0;

/** Somebody who looks at one setting after the other: each question ends the one before. */
export class Viewer {
  private readonly id = String((viewers += 1));
  private number = 0;

  /**
   * Tells the parts of the view as they are worked out, and at rest what the next press may ask for. Rejects where the question
   * makes no sense.
   */
  async ask(key: string, of: PlanningCase, asked: Asked, listener: Listener): Promise<void> {
    const { viewer, number } = this.next();
    const at = { caseId: caseOf(key, of).id, viewer, number };
    try {
      await worker().view(at, asked, this.heard(number, listener));
    } catch (error) {
      if (this.number === number) throw error;
    }
  }

  /** Looks at a setting whose view is known already: only what the next press may ask for is told. */
  arrive(key: string, of: PlanningCase, asked: Asked, listener: Listener): void {
    const { viewer, number } = this.next();
    // The page draws what is known before that.
    setTimeout(() => {
      if (this.number !== number) return;
      const at = { caseId: caseOf(key, of).id, viewer, number };
      // What cannot be foreseen says why once it is asked for.
      worker()
        .arrive(at, asked, this.heard(number, listener))
        .catch(() => {});
    });
  }

  leave(): void {
    this.number += 1;
    void worker().leave(this.id);
  }

  private next() {
    this.number += 1;
    return { viewer: this.id, number: this.number };
  }

  private heard(number: number, { tell, foresee }: Listener) {
    const ifNewest: Listener['tell'] = (...told) => {
      if (this.number === number) tell(...told);
    };
    return proxy<Listener>({ tell: ifNewest, foresee });
  }
}
