import type { NewEvent } from '@tidy-quill/contract/visit';
import { measurableFrom } from '@tidy-quill/core/picture';
import { and, eq, inArray } from 'drizzle-orm';
import { photos } from '../../db/schema';
import { HttpProblem } from '../../http/problem';
import { earlierVisits, earlierVisitsOf } from './earlier-visits';
import type { Locked } from './store';

/**
 * Fading that was measured in pictures: not within six weeks of a session or while a reaction is open, and in pictures of that
 * area alone. A picture that still waits on somebody's tablet is not here yet.
 * @throws HttpProblem 422 too early, 400 for a picture of another area
 */
export async function judgeFading(
  { tx, clinicId, visit, timeZone, today }: Locked,
  fresh: readonly NewEvent[],
): Promise<void> {
  for (const [index, { body, areaId = visit.areaId }] of fresh.entries()) {
    if (body.kind !== 'fadingSeen' || body.how !== 'picture') continue;
    const before = earlierVisitsOf(await earlierVisits(tx, clinicId, visit, timeZone), areaId);
    const from = measurableFrom(
      before.history.map(({ on }) => on),
      before.openReactions.length > 0 ? [today] : [],
    );
    if (from !== null && from > today) {
      throw new HttpProblem('refused-by-rule', 'It is too early to measure ink in pictures', {
        detail: `Whitening, redness and crusts change what is measured: from ${from} on.`,
      });
    }
    if (body.measured === undefined) continue;
    const { firstId, nowId } = body.measured;
    const known = await tx
      .select({ id: photos.id, areaId: photos.areaId })
      .from(photos)
      .where(and(eq(photos.clinicId, clinicId), inArray(photos.id, [firstId, nowId])));
    const strange = known.find((photo) => photo.areaId !== areaId);
    if (strange === undefined) continue;
    const field = strange.id === firstId ? 'firstId' : 'nowId';
    throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
      fields: [
        { field: `${index}.body.measured.${field}`, problem: 'is a picture of another area' },
      ],
    });
  }
}
