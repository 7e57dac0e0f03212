import { CARD_KINDS } from '@tidy-quill/core/picture';
import * as v from 'valibot';
import type { PhotoType } from './photo-limits';
import { Id, Moment } from './text';

/** What is said of a picture when it is sent; the picture itself is the request's body. */
export const NewPhoto = v.object({ id: Id, areaId: Id, takenAt: Moment });

export type NewPhoto = v.InferOutput<typeof NewPhoto>;

/** In which size the card for pictures is printed. */
export const PictureCardAsked = v.object({ kind: v.optional(v.picklist(CARD_KINDS), 'pocket') });

/** A picture that is kept. */
export interface Photo extends NewPhoto {
  readonly visitId: string;
  readonly type: PhotoType;
  readonly width: number;
  readonly height: number;
  readonly sha256: string;
}
