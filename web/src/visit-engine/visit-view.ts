import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import type { EventBody } from '@tidy-quill/core/events';
import { incrementalFold } from '@tidy-quill/core/session';
import { defined } from '@tidy-quill/core/units';
import type { VisitEngine } from './engine';
import { eventsHeld, type Held } from './entries';
import { openedAt, type OpenVisit } from './open-visit';

/** One visit as one of its zones sees it, worked out from what the engine holds whenever that changes. */
export class VisitView {
  // A press folds what is new, however many came before it.
  private readonly rebuild = incrementalFold();
  private of: { readonly held: Held; readonly read: VisitOpened } | null = null;
  private seen: OpenVisit | null = null;

  constructor(
    private readonly engine: VisitEngine,
    private readonly visitId: string,
    private readonly zoneId: string | null,
  ) {}

  readonly subscribe = (tell: () => void): (() => void) => this.engine.subscribe(tell);

  /** The visit as it is now; the same object, and the same parts of it, until they change. Null until it was read. */
  readonly state = (): OpenVisit | null => {
    const held = this.engine.state();
    const read = this.engine.readingOf(this.visitId);
    if (read === null) return null;
    if (this.seen === null || this.of?.held !== held || this.of.read !== read) {
      const all = eventsHeld(read.events, held, this.visitId);
      const unsent = held.entries.filter(
        ({ visitId, status }) => visitId === this.visitId && status === 'waiting',
      ).length;
      this.seen = sharing(
        this.seen,
        openedAt(read, { all, unsent, add: this.add }, this.zoneId, this.rebuild),
      );
      this.of = { held, read };
    }
    return this.seen;
  };

  /** Gives some parts of the visit: the same object until one of them changes. */
  parts<K extends keyof OpenVisit>(keys: readonly K[]): () => Pick<OpenVisit, K> {
    let given: Pick<OpenVisit, K> | null = null;
    return () => {
      const now = this.state();
      if (now === null) throw new Error('This visit was not read yet');
      if (given === null || keys.some((key) => !Object.is(defined(given)[key], now[key])))
        given = now;
      return given;
    };
  }

  /** Records events about this zone, or the whole visit, at once; they show before the server has them. */
  readonly add = (...bodies: readonly EventBody[]): Promise<void> => {
    const seen = this.state();
    return seen === null
      ? Promise.reject(new Error('This visit was not read yet'))
      : this.engine.record(this.visitId, seen.area.id, bodies);
  };
}

/** The new one, with each part that holds the same as before kept as the object that it was. */
function sharing(before: OpenVisit | null, now: OpenVisit): OpenVisit {
  if (before === null) return now;
  const shared = { ...now } as Record<keyof OpenVisit, unknown>;
  for (const key of Object.keys(now) as (keyof OpenVisit)[]) {
    if (key === 'pathOf' ? before.area === now.area : isSame(before[key], now[key])) {
      shared[key] = before[key];
    }
  }
  return shared as unknown as OpenVisit;
}

/** Whether two parts are the same, or hold the same things. */
function isSame(one: unknown, other: unknown): boolean {
  if (Object.is(one, other)) return true;
  if (!isHolder(one) || !isHolder(other) || Array.isArray(one) !== Array.isArray(other))
    return false;
  const keys = Object.keys(one);
  return (
    keys.length === Object.keys(other).length &&
    keys.every((key) => Object.is(one[key], other[key]))
  );
}

const isHolder = (part: unknown): part is Readonly<Record<string, unknown>> =>
  typeof part === 'object' && part !== null;
