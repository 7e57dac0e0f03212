import {
  gradeOfRedness,
  type Distance,
  type Light,
  type PictureFault,
  type PrintFault,
  type Pose,
  type Redness,
  type TakenAs,
  type View,
} from '@tidy-quill/core/picture';
import type { Grade } from '@tidy-quill/core/reaction';
import { figure } from './format';

export const POSE_WORDS: Readonly<Record<Pose, string>> = {
  lying: 'lying',
  sitting: 'sitting',
  standing: 'standing',
  armRaised: 'arm raised',
  stretched: 'skin stretched',
};

export const VIEW_WORDS: Readonly<Record<View, string>> = {
  straightOn: 'straight on',
  fromLeft: 'from the left',
  fromRight: 'from the right',
  fromAbove: 'from above',
  fromBelow: 'from below',
};

export const DISTANCE_WORDS: Readonly<Record<Distance, string>> = {
  hand: 'a hand away',
  forearm: 'a forearm away',
  arm: 'an arm away',
};

export const LIGHT_WORDS: Readonly<Record<Light, string>> = {
  room: 'room light',
  daylight: 'daylight',
  ring: 'ring light',
  polarised: 'crossed polarisers',
};

/** “arm raised, straight on, a forearm away, ring light”. */
export const takenAsText = ({ pose, view, distance, light }: TakenAs): string =>
  [POSE_WORDS[pose], VIEW_WORDS[view], DISTANCE_WORDS[distance], LIGHT_WORDS[light]].join(', ');

/** What is wrong with a picture, and what to do about it. */
export const FAULT_WORDS: Readonly<Record<PictureFault, string>> = {
  blurred: 'It is blurred: hold still, and let the camera focus on the skin.',
  tooDark: 'It is too dark to measure in: more light.',
  tooBright: 'Light is lost in it: less light, or no flash on moist skin.',
  uneven: 'It is lit from one side: turn the light, or the client.',
};

/** Why greys that were read make no print of the card, and what to do about it. */
export const PRINT_FAULT_WORDS: Readonly<Record<PrintFault, string>> = {
  notRising:
    'The greys do not become lighter from patch to patch: the printer, or one of the cards, is not as it should be.',
  tooFlat: 'Dark and light lie too near each other: print it with more ink, on matt white paper.',
  tinted: 'The greys have a colour of their own: print them again, in true grey.',
  unlikeKnown:
    'The known card does not show the greys that were given for it: check them, and light both cards evenly.',
  lightLost: 'Light is lost in a patch: less light, and no shine on the paper.',
};

const REDNESS_GRADES: Readonly<Record<Grade, string>> = {
  0: 'no redness',
  1: 'mild',
  2: 'marked',
  3: 'strong',
};

/** What a difference of a* proposes. */
export const rednessWord = (more: number): string => REDNESS_GRADES[gradeOfRedness(more)];

/** “a* 6.2 ± 0.9 above the skin about it, marked; 8.1 the last time”. */
export const rednessText = (now: Redness, before: Redness | null): string =>
  [
    `a* ${figure(now.more)} ± ${figure(now.doubt)} above the skin about it, ${rednessWord(now.more)}`,
    ...(before === null ? [] : [`${figure(before.more)} the last time`]),
  ].join('; ');
