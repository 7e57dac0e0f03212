import { createHash, createHmac, randomBytes } from 'node:crypto';

/** A seed that nobody can guess, and its hash, which may be told at once. */
export function newSeed(): { readonly seed: string; readonly seedHash: string } {
  const seed = randomBytes(32).toString('hex');
  return { seed, seedHash: createHash('sha256').update(seed).digest('hex') };
}

/** Numbers from 0 up to 1 that follow from a seed alone (HMAC-SHA-256 of a counter), each stream by its purpose. */
export function drawsOf(seed: string, purpose: string): () => number {
  let counter = 0;
  return () => {
    const bytes = createHmac('sha256', seed).update(`${purpose} ${counter++}`).digest();
    return bytes.readUInt32BE(0) / 2 ** 32;
  };
}

/** A key that tells nobody without the seed what it stands for. */
export const keyOf = (seed: string, what: string): string =>
  createHmac('sha256', seed).update(`key ${what}`).digest('hex').slice(0, 32);
