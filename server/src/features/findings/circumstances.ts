import { outputOf, outputVerdict, type DeviceCheck } from '@tidy-quill/core/device';
import type { Circumstance } from '@tidy-quill/core/findings';
import { defined, type Day } from '@tidy-quill/core/units';
import { and, eq, isNotNull, sql } from 'drizzle-orm';
import type { Db } from '../../db/connect';
import { catalogueVersions } from '../../db/schema';
import { sessionFacts as t } from '../../db/session-facts';
import { clinicDay } from '../../http/clinic-day';
import { clinicOf } from '../calendar/store';
import { deviceLogs } from '../devices/log';

/** What of the clinic's own record a change of harm may come from, whenever it was. */
export async function circumstancesOf(db: Db, clinicId: string): Promise<readonly Circumstance[]> {
  const { timeZone } = await clinicOf(db, clinicId);
  const firstOf = async (column: typeof t.staffId | typeof t.handpieceId) =>
    db
      .select({ id: sql<string>`${column}::text`, on: sql<Day>`min(${t.treatedOn})::text` })
      .from(t)
      .where(eq(t.clinicId, clinicId))
      .groupBy(column);
  const [people, handpieces, versions, logs] = await Promise.all([
    firstOf(t.staffId),
    firstOf(t.handpieceId),
    db
      .select({ number: catalogueVersions.number, at: catalogueVersions.approvedAt })
      .from(catalogueVersions)
      .where(
        and(
          eq(catalogueVersions.clinicId, clinicId),
          eq(catalogueVersions.kind, 'protocol'),
          isNotNull(catalogueVersions.approvedAt),
        ),
      ),
    deviceLogs(db, clinicId),
  ]);
  return [
    ...people.map(({ id, on }) => ({ kind: 'newTechnician', staffId: id, on }) as const),
    ...handpieces.map(({ id, on }) => ({ kind: 'newHandpiece', handpieceId: id, on }) as const),
    ...versions.map(
      ({ number, at }) =>
        ({ kind: 'protocolChanged', number, on: clinicDay(defined(at), timeZone) }) as const,
    ),
    ...[...logs].flatMap(([handpieceId, entries]) =>
      entries.flatMap(({ on, body }) =>
        body.kind === 'checked' && isOff(body)
          ? [{ kind: 'outputOff', handpieceId, on } as const]
          : [],
      ),
    ),
  ].sort((one, other) => (one.on < other.on ? -1 : 1));
}

/** Whether a console was measured to give something else than it shows. */
function isOff({ meter }: DeviceCheck): boolean {
  const output = meter === null ? null : outputOf(meter);
  return output !== null && outputVerdict(output.ratio) !== 'go';
}
