/**
 * A zone seen as three rows by three columns, as it faces whoever looks at it: enough to find a spot or a mole again
 * without a picture.
 */
export const PLACES = [
  'upperLeft',
  'upperMiddle',
  'upperRight',
  'left',
  'middle',
  'right',
  'lowerLeft',
  'lowerMiddle',
  'lowerRight',
] as const;

export type Place = (typeof PLACES)[number];
