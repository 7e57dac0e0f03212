import { followUpWindows, shuffled, TRIAL_SIDES, type FollowUpMonth } from '@tidy-quill/core/trial';
import { defined } from '@tidy-quill/core/units';
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { photos, visits } from '../../db/schema';
import { clinicDay } from '../../http/clinic-day';
import { drawsOf, keyOf } from './seed';
import type { TrialKnown } from './shown';

/** A picture that waits to be counted, with what the counter is not told. */
export interface PictureToCount {
  readonly key: string;
  readonly photoId: string;
  readonly clientId: string;
  readonly side: 'left' | 'right';
  readonly month: 0 | FollowUpMonth;
}

/**
 * Pictures of both sides that nobody has counted yet: those of the day of the first treatment, and those within the windows of
 * the follow-ups. Shuffled, so that their order tells nothing.
 */
export async function toCountOf(
  db: Db,
  { row, known, timeZone }: TrialKnown,
): Promise<readonly PictureToCount[]> {
  const areaIds = known.flatMap(({ participant }) => Object.values(participant.areas));
  if (areaIds.length === 0 || row.seed === null) return [];
  const { seed } = row;
  const taken = await db
    .select({ id: photos.id, areaId: photos.areaId, startsAt: visits.startsAt })
    .from(photos)
    .innerJoin(visits, and(eq(visits.clinicId, photos.clinicId), eq(visits.id, photos.visitId)))
    .where(and(eq(photos.clinicId, row.clinicId), inArray(photos.areaId, areaIds)))
    .orderBy(asc(visits.startsAt), asc(photos.id));
  const waiting = known.flatMap(({ participant }) => {
    const { drawn, treatedOn, areas, counted, client } = participant;
    if (drawn === null) return [];
    const first = clinicDay(new Date(drawn.at), timeZone);
    const last = treatedOn.length >= row.design.visits ? treatedOn.at(-1) : undefined;
    const spans = [
      { month: 0 as const, from: first, until: first },
      ...(last === undefined ? [] : followUpWindows(last)),
    ];
    return spans.flatMap(({ month, from, until }) =>
      TRIAL_SIDES.flatMap((side): PictureToCount[] => {
        if (counted.some((each) => each.month === month && each.side === side)) return [];
        const picture = taken.find(({ areaId, startsAt }) => {
          const on = clinicDay(startsAt, timeZone);
          return areaId === areas[side] && on >= from && on <= until;
        });
        if (picture === undefined) return [];
        const key = keyOf(seed, `${client.id} ${side} ${month}`);
        return [{ key, photoId: picture.id, clientId: client.id, side, month }];
      }),
    );
  });
  const byKey = [...waiting].sort((one, other) => (one.key < other.key ? -1 : 1));
  return shuffled(byKey, drawsOf(defined(row.seed), `order ${waiting.length}`));
}
