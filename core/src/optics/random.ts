/** Uniform numbers in (0, 1) from a seed: sfc32, four words of state, the same on every machine. */
export function seededRandom(seed: number): () => number {
  let a = 0x9e3779b9 ^ seed;
  let b = 0x243f6a88;
  let c = 0xb7e15162;
  let counter = 1;
  const next = () => {
    const sum = (((a + b) | 0) + counter) | 0;
    counter = (counter + 1) | 0;
    a = b ^ (b >>> 9);
    b = (c + (c << 3)) | 0;
    c = (c << 21) | (c >>> 11);
    c = (c + sum) | 0;
    return ((sum >>> 0) + 0.5) / 4294967296;
  };
  // The first words still show the seed.
  for (let i = 0; i < 16; i++) next();
  return next;
}
