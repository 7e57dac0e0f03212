import type { InkRefusalCode } from '@tidy-quill/core/ink';
import type { Refusal } from '@tidy-quill/core/plan';
import { INK_REFUSAL_WORDS } from './ink';

const HAIR: Readonly<Record<Refusal['code'], string>> = {
  noTarget: 'the hair has no target',
  unknownHandpiece: 'the handpiece is not listed',
  notInService: 'the handpiece is out of service',
  otherOutput: 'what the handpiece gives was measured since',
  techniqueNotOffered: 'the handpiece does not do this technique',
  spotNotOffered: 'the handpiece has no such spot',
  spotNotFlat: 'the spot does not lie flat here',
  pulseNotOffered: 'the handpiece has no such pulse',
  coolingNotOffered: 'the handpiece has no such cooling',
  overTattoo: 'a tattoo lies under the spots',
  noProtocolRow: 'the protocol has no approved row for it',
  noStepLowEnough: 'no step of the console is low enough',
  notOnStep: 'not on the console’s step',
  aboveLimit: 'above the limit',
  rateTooFast: 'the rate is too fast',
  pulseLongerThanPeriod: 'the pulse is longer than the time between pulses',
  passesOutOfRange: 'more or fewer passes than this technique takes',
};

/** Why a plan would be refused, in a few words, by its code alone. */
export const refusalName = (code: string): string =>
  HAIR[code as Refusal['code']] ?? INK_REFUSAL_WORDS[code as InkRefusalCode] ?? code;
