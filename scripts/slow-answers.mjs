import { ServerResponse } from 'node:http';

// Loaded before a server that the browser's walks are run against, by `npm test -- --slow`: every answer comes up to
// this much later, each by another time, the same from run to run.
const MOST_MS = 1500;

let state = Number(process.env.SLOW_SEED) >>> 0;

/** The next number in [0, 1): mulberry32 by Tommy Ettinger, in the public domain. */
function random() {
  state = (state + 0x6d2b79f5) >>> 0;
  let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
  mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
  return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
}

const { end } = ServerResponse.prototype;
ServerResponse.prototype.end = function (...given) {
  setTimeout(() => end.apply(this, given), random() * MOST_MS);
  return this;
};
