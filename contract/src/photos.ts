import {
  CARD_KINDS,
  DISTANCES,
  LIGHTS,
  POSES,
  VIEWS,
  type TakenAs,
} from '@tidy-quill/core/picture';
import * as v from 'valibot';
import type { PhotoType } from './photo-limits';
import { Id, Moment, number } from './text';

/** What is said of a picture when it is sent; the picture itself is the request's body. */
export const NewPhoto = v.object({
  ...{ id: Id, areaId: Id, takenAt: Moment },
  pose: v.optional(v.picklist(POSES)),
  view: v.optional(v.picklist(VIEWS)),
  distance: v.optional(v.picklist(DISTANCES)),
  light: v.optional(v.picklist(LIGHTS)),
});

export type NewPhoto = v.InferOutput<typeof NewPhoto>;

const share = number(0, 1);

/** Pictures of an area on a sheet of paper, with what is covered in each: faces and other marks, as shares of its sides. */
export const PictureSheet = v.object({
  areaId: Id,
  pictures: v.pipe(
    v.array(
      v.object({
        photoId: Id,
        masks: v.pipe(
          v.array(v.object({ x: share, y: share, width: share, height: share })),
          v.maxLength(20, 'must be 20 at most'),
        ),
      }),
    ),
    v.minLength(1, 'must name a picture at least'),
    v.maxLength(8, 'must be 8 at most'),
  ),
});

export type PictureSheet = v.InferOutput<typeof PictureSheet>;

/** In which size the card for pictures is printed. */
export const PictureCardAsked = v.object({ kind: v.optional(v.picklist(CARD_KINDS), 'pocket') });

/** How a picture was taken, as it is kept. */
export const TakenAsKept = v.object({
  pose: v.picklist(POSES),
  view: v.picklist(VIEWS),
  distance: v.picklist(DISTANCES),
  light: v.picklist(LIGHTS),
}) satisfies v.GenericSchema<unknown, TakenAs>;

/** One of the pictures of a client, as they are compared. */
export interface ClientPhoto {
  readonly id: string;
  readonly visitId: string;
  readonly areaId: string;
  readonly takenAt: string;
  readonly width: number;
  readonly height: number;
  readonly takenAs: TakenAs | null;
  /** Taken by the client, for the healing diary. */
  readonly fromHome: boolean;
}

/** A picture that is kept. */
export interface Photo extends Pick<NewPhoto, 'id' | 'areaId' | 'takenAt'> {
  readonly visitId: string;
  readonly type: PhotoType;
  readonly width: number;
  readonly height: number;
  readonly sha256: string;
}
