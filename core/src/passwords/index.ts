import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import * as common from '@zxcvbn-ts/language-common';
import * as english from '@zxcvbn-ts/language-en';

// What people here would think of first; our own list.
const OF_THE_TRADE = [
  ...['laser', 'tidyquill', 'quill', 'clinic', 'fluence', 'wavelength', 'fitzpatrick', 'hair'],
  ...['tattoo', 'removal', 'diode', 'alexandrite', 'ndyag', 'pulse', 'skin', 'epilation', 'beauty'],
  ...['technician', 'supervisor', 'goggles', 'underarm', 'bikini', 'session', 'joule'],
];

const estimator = new ZxcvbnFactory({
  dictionary: { ...common.dictionary, ...english.dictionary, trade: OF_THE_TRADE },
  graphs: common.adjacencyGraphs,
});

/** Of 0 to 4, after Wheeler 2016: from here on a guesser needs more than 10⁸ tries. */
const STRONG = 3;
const SHORTEST = 10;

/**
 * What is wrong with a new password; null where it is strong enough.
 *
 * @param own names of the person and the clinic: what is made of them is guessed first
 */
export function passwordProblem(password: string, own: readonly string[]): string | null {
  if (password.length < SHORTEST) return `must be ${SHORTEST} characters at least`;
  const words = own.flatMap((name) => [name, ...name.split(/[\s.-]+/)]).filter(Boolean);
  const { score } = estimator.check(password, words);
  return score >= STRONG
    ? null
    : 'is too easy to guess: take four or more words that do not belong together';
}
