import type { Mark } from '@tidy-quill/core/reaction';

/** One letter for each press in the room. */
export const MARK_KEYS: Readonly<Record<Mark, string>> = {
  perifollicularOedema: 'b',
  perifollicularErythema: 'r',
  singedHair: 's',
  nothing: 'n',
  strongRedness: 'd',
  greyOrWhite: 'g',
  blister: 'f',
  whealSheet: 'w',
  crust: 'c',
  purpura: 'k',
  bleeding: 'i',
  // Ink; what only one job shows may share a letter with what only the other does.
  evenWhitening: 'a',
  faintWhitening: 'b',
  noWhitening: 'n',
  thickWhitening: 'd',
  edgeWelts: 'r',
  splatter: 's',
  smoke: 'c',
};

export const PAIN_KEYS: readonly string[] = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9', 'x'];

/** What else one press does while treating; reopening and handing over are never offered together. */
export const ROOM_KEYS = {
  pause: 'p',
  setting: 'l',
  passDone: 'v',
  warm: 'a',
  leaveOut: 'o',
  takeStep: 'e',
  keepSetting: 'q',
  undo: 'u',
  metronome: 'm',
  wait: 't',
  goggles: 'z',
  coldPack: '-',
  inStandby: ';',
  nextLight: '/',
  end: '.',
  handOver: ',',
  list: '?',
} as const;

/** While it is stopped no pulse is logged: the causes take the letters, and O says that it was the last of them. */
export const CAUSE_KEYS = ['j', 'h', 'y', 'v'] as const;

export const PULSE_STEPS = [
  { count: 1, key: 'j' },
  { count: 10, key: 'h' },
  { count: 50, key: 'y' },
] as const;
