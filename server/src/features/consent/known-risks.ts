import { isPaleHair, type RiskCase } from '@tidy-quill/core/consent';
import type { SiteId } from '@tidy-quill/core/sites';
import { zoneRecords } from '@tidy-quill/core/session';
import { type Findings } from '@tidy-quill/core/events';
import type { Finding, Job } from '@tidy-quill/core/suitability';
import { and, desc, eq } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { visits } from '../../db/schema';
import { eventsOf } from '../visit/events';

/** What the record knows of a client's risks on an area: the newest findings by looking, and what was said last. */
export async function knownRisks(
  db: Queryable,
  clinicId: string,
  client: { readonly id: string },
  area: { readonly id: string; readonly job: Job; readonly site: string },
): Promise<RiskCase> {
  const rows = await db
    .select({ id: visits.id, areaId: visits.areaId })
    .from(visits)
    .where(and(eq(visits.clinicId, clinicId), eq(visits.clientId, client.id)))
    .orderBy(desc(visits.startsAt));
  const events = await eventsOf(
    db,
    clinicId,
    rows.map(({ id }) => id),
  );
  let looked: Findings | null = null;
  let said: readonly Finding[] | null = null;
  for (const { id, areaId } of rows) {
    const zones = zoneRecords(events.get(id)!, areaId);
    looked ??= zones.get(area.id)?.findings ?? null;
    for (const { assessment } of zones.values()) said ??= assessment?.findings ?? null;
  }
  return {
    job: area.job,
    site: area.site as SiteId,
    skinType: looked?.skin.type ?? null,
    tan: looked?.skin.tan ?? null,
    paleHair: looked === null || !('hair' in looked) ? null : isPaleHair(looked.hair.colour),
    findings: said ?? [],
  };
}
