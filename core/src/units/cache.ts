/**
 * Remembers what pure work gave, by key. It forgets all once `most` answers are kept: simple, and bounded.
 */
export class Cache<T> {
  private readonly answers = new Map<string, T>();

  constructor(private readonly most: number) {}

  /** What was given for a key before; undefined where nothing was, or it has been forgotten. */
  known(key: string): T | undefined {
    return this.answers.get(key);
  }

  recall(key: string, work: () => T): T {
    const known = this.answers.get(key);
    if (known !== undefined) return known;
    const answer = work();
    this.keep(key, answer);
    return answer;
  }

  /** Remembers what was given elsewhere. */
  keep(key: string, answer: T): void {
    if (this.answers.size >= this.most && !this.answers.has(key)) this.answers.clear();
    this.answers.set(key, answer);
  }
}
