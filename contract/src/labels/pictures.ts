import type { Distance, Light, PictureFault, Pose, TakenAs, View } from '@tidy-quill/core/picture';

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
