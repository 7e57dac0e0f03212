/** How the decoder says that a picture is damaged, or that it needs more memory than it is given: its exit codes. */
export const DAMAGED = 3;
export const TOO_MUCH = 4;

/** The longer side of the small picture, px. */
export const SMALL_PX = 320;

/** A part of a picture that is covered, as shares of its sides from the top left. */
export interface Mask {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
