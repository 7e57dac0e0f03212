type Answers<T extends readonly unknown[]> = { -readonly [K in keyof T]: Awaited<T[K]> };

/**
 * Asks several things at once and waits for all of them, also where one is refused: nothing of it is still under way on a
 * connection whose transaction has ended.
 * @throws what the first of those listed that failed was refused with
 */
export async function together<T extends readonly unknown[]>(...asked: T): Promise<Answers<T>> {
  const all = await Promise.allSettled(asked);
  return all.map((each) => {
    if (each.status === 'rejected') throw each.reason;
    return each.value;
  }) as Answers<T>;
}
