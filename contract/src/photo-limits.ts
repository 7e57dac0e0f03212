/** What pictures are taken. */
export const PHOTO_TYPES = ['image/jpeg', 'image/png'] as const;

export type PhotoType = (typeof PHOTO_TYPES)[number];

/** The largest picture that is taken: its file, its side and its pixels, as many as a large telephone's camera has. */
export const PHOTO_LIMITS = {
  bytes: 15 * 1024 * 1024,
  sidePx: 12_000,
  pixels: 50_000_000,
} as const;
