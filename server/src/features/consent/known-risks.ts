import { isPaleHair, type RiskCase } from '@tidy-quill/core/consent';
import type { SiteId } from '@tidy-quill/core/sites';
import { type Findings } from '@tidy-quill/core/events';
import type { Finding, Job } from '@tidy-quill/core/suitability';
import { eq } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { visits } from '../../db/schema';
import { visitsSummed } from '../projections/store';

/** What the record knows of a client's risks on an area: the newest findings by looking, and what was said last. */
export async function knownRisks(
  db: Queryable,
  clinicId: string,
  client: { readonly id: string },
  area: { readonly id: string; readonly job: Job; readonly site: string },
): Promise<RiskCase> {
  const summed = await visitsSummed(db, clinicId, eq(visits.clientId, client.id));
  let looked: Findings | null = null;
  let said: readonly Finding[] | null = null;
  for (const { zones } of summed.toReversed()) {
    looked ??= zones.find(({ areaId }) => areaId === area.id)?.findings ?? null;
    for (const { assessment } of zones) said ??= assessment?.findings ?? null;
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
