import type { VisitHeader } from '@tidy-quill/contract/visit-opened';
import { defined } from '@tidy-quill/core/units';
import type { visits } from '../../db/schema';

type VisitRow = typeof visits.$inferSelect;

/** A visit as it was booked. */
export const asHeader = (row: VisitRow): VisitHeader => ({
  id: row.id,
  clientId: row.clientId,
  areaId: row.areaId,
  roomId: row.roomId,
  staffId: row.staffId,
  startsAt: row.startsAt.toISOString(),
  plannedMinutes: row.plannedMinutes,
  ...{ handpieceId: row.handpieceId, numbs: row.numbs },
  cancelled:
    row.cancelledAt === null
      ? null
      : {
          at: row.cancelledAt.toISOString(),
          by: defined(row.cancelledBy),
          reason: defined(row.cancelReason),
        },
});
