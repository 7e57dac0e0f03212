/** The window map's drawing, in its own units: the whole and the plot inside it. */
export const WIDTH = 500;
export const HEIGHT = 300;
export const LEFT = 44;
export const RIGHT = 484;
export const TOP = 10;
export const BOTTOM = 262;
