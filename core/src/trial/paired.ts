import signrank from '@stdlib/stats-base-dists-signrank-cdf';
import binomialTest from '@stdlib/stats-binomial-test';
import ttest from '@stdlib/stats-ttest';
import wilcoxon from '@stdlib/stats-wilcoxon';

/** What of two ways on the same clients their differences say, A − B. */
export interface PairedAnalysis {
  readonly n: number;
  readonly median: number;
  /** The estimate after Hodges and Lehmann (1963) and its interval; null for too few to have one of 95 %. */
  readonly shift: { readonly estimate: number; readonly low: number; readonly high: number } | null;
  /** Signed ranks of those that differ; null where fewer than two do. */
  readonly wilcoxon: {
    /** Sum of the ranks of positive differences. */
    readonly statistic: number;
    readonly p: number;
    /** Exact for few clients none of whose differences are equal; the normal approximation with ties otherwise. */
    readonly method: 'exact' | 'normal';
  } | null;
  /** Which way was more, client by client; those alike left out. */
  readonly sign: { readonly positive: number; readonly negative: number; readonly p: number };
  /** Mean difference with its 95 % interval; null where all are the same or there are fewer than two. */
  readonly t: {
    readonly mean: number;
    readonly low: number;
    readonly high: number;
    readonly p: number;
    readonly df: number;
  } | null;
}

/** Up to as many differences, none equal, the library looks the exact distribution up. */
const LOOKED_UP_TO = 50;

/** What paired differences say; null of none. All tests two-sided. */
export function pairedAnalysis(differences: readonly number[]): PairedAnalysis | null {
  if (differences.length === 0) return null;
  const d = [...differences];
  return {
    n: d.length,
    median: middle(d),
    shift: shiftOf(d),
    wilcoxon: signedRanks(d),
    sign: signsOf(d),
    t: meanOf(d),
  };
}

/** Signed ranks of the differences that are any; null where fewer than two are. */
export function signedRanks(d: readonly number[]): PairedAnalysis['wilcoxon'] {
  const differing = d.filter((each) => each !== 0);
  if (differing.length < 2) return null;
  const isTied = new Set(differing.map(Math.abs)).size < differing.length;
  const { statistic, pValue } = wilcoxon(differing);
  return {
    statistic,
    p: Math.min(1, pValue),
    method: isTied || differing.length > LOOKED_UP_TO ? 'normal' : 'exact',
  };
}

function signsOf(d: readonly number[]): PairedAnalysis['sign'] {
  const positive = d.filter((each) => each > 0).length;
  const negative = d.filter((each) => each < 0).length;
  const p = positive + negative === 0 ? 1 : binomialTest(positive, positive + negative).pValue;
  return { positive, negative, p: Math.min(1, p) };
}

function meanOf(d: readonly number[]): PairedAnalysis['t'] {
  if (new Set(d).size < 2) return null;
  const { mean, ci, pValue, df } = ttest([...d]);
  const [low, high] = ci;
  return low === undefined || high === undefined ? null : { mean, low, high, p: pValue, df };
}

/** The middle of all means of two differences, and the ends between which 95 % of chance lies by the signed ranks. */
function shiftOf(d: readonly number[]): PairedAnalysis['shift'] {
  const means = d
    .flatMap((one, index) => d.slice(index).map((other) => (one + other) / 2))
    .sort((one, other) => one - other);
  // The most that can be cut off either end with at most 2.5 % of chance in it.
  let cut = 0;
  while (signrank(cut, d.length) <= TAIL) cut++;
  const [low, high] = [means[cut - 1], means[means.length - cut]];
  return cut === 0 || low === undefined || high === undefined
    ? null
    : { estimate: middle(means), low, high };
}

const TAIL = 0.025;

function middle(values: readonly number[]): number {
  const sorted = [...values].sort((one, other) => one - other);
  const at = (index: number) => sorted[index] ?? Number.NaN;
  return (at(Math.floor((sorted.length - 1) / 2)) + at(Math.floor(sorted.length / 2))) / 2;
}
