import { proxy, wrap, type Remote } from 'comlink';
import type { PlannerWorker } from '../workers/planner';
import type { Asked, Opened, PlanningCase, View } from './answers';

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

  /** Tells the parts of the view as they are worked out. Rejects where the question makes no sense. */
  async ask(
    key: string,
    of: PlanningCase,
    asked: Asked,
    tell: (part: Partial<View>) => void,
  ): Promise<void> {
    this.number += 1;
    const { number } = this;
    const at = { caseId: caseOf(key, of).id, viewer: this.id, number };
    const ifNewest = (part: Partial<View>) => {
      if (this.number === number) tell(part);
    };
    try {
      await worker().view(at, asked, proxy(ifNewest));
    } catch (error) {
      if (this.number === number) throw error;
    }
  }

  leave(): void {
    this.number += 1;
    void worker().leave(this.id);
  }
}
