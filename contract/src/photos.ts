import * as v from 'valibot';
import { Id, Moment } from './text';

export const PHOTO_TYPES = ['image/jpeg', 'image/png'] as const;

export type PhotoType = (typeof PHOTO_TYPES)[number];

/** The largest picture that is taken: its file, its side and its pixels, as many as a large telephone's camera has. */
export const PHOTO_LIMITS = {
  bytes: 15 * 1024 * 1024,
  sidePx: 12_000,
  pixels: 50_000_000,
} as const;

/** What is said of a picture when it is sent; the picture itself is the request's body. */
export const NewPhoto = v.object({ id: Id, areaId: Id, takenAt: Moment });

export type NewPhoto = v.InferOutput<typeof NewPhoto>;

/** A picture that is kept. */
export interface Photo extends NewPhoto {
  readonly visitId: string;
  readonly type: PhotoType;
  readonly width: number;
  readonly height: number;
  readonly sha256: string;
}
