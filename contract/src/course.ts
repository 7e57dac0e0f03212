import { SITE_IDS } from '@tidy-quill/core/sites';
import * as v from 'valibot';
import { number, whole } from './text';

/** A zone's visits, each with the share of growing hair that it takes, and how far to follow. */
export const CourseInput = v.object({
  site: v.picklist(SITE_IDS),
  visits: v.pipe(
    v.array(v.object({ week: number(0, 1000), kill: number(0, 1) })),
    v.maxLength(200, 'must hold 200 visits at most'),
  ),
  untilWeek: whole(0, 1000),
  /** Hair counted before visits: what it teaches of the course is given too. */
  counts: v.optional(
    v.pipe(
      v.array(
        v.object({
          week: number(0, 1000),
          perCm2: number(0, 1000),
          how: v.picklist(['picture', 'eye']),
        }),
      ),
      v.maxLength(200, 'must hold 200 counts at most'),
    ),
  ),
});
