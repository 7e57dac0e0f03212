/** How the decoder says that a picture is damaged, or that it needs more memory than it is given: its exit codes. */
export const DAMAGED = 3;
export const TOO_MUCH = 4;

/** The longer side of the small picture, px. */
export const SMALL_PX = 320;
