import type { Catalogue } from '@tidy-quill/contract/catalogue';
import type { Handpiece, Protocol } from '@tidy-quill/core/plan';
import { and, desc, eq, isNotNull } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { catalogueVersions } from '../../db/schema';
import { HttpProblem } from '../../http/problem';

/** The approved devices and protocol in force. */
export async function catalogueInForce(db: Queryable, clinicId: string): Promise<Catalogue> {
  const devices = await newestApproved(db, clinicId, 'devices');
  const protocol = await newestApproved(db, clinicId, 'protocol');
  return {
    devicesVersionId: devices.id,
    devicesNumber: devices.number,
    handpieces: devices.content as readonly Handpiece[],
    protocolVersionId: protocol.id,
    protocolNumber: protocol.number,
    protocol: protocol.content as Protocol,
  };
}

async function newestApproved(db: Queryable, clinicId: string, kind: 'devices' | 'protocol') {
  const [row] = await db
    .select()
    .from(catalogueVersions)
    .where(
      and(
        eq(catalogueVersions.clinicId, clinicId),
        eq(catalogueVersions.kind, kind),
        isNotNull(catalogueVersions.approvedAt),
      ),
    )
    .orderBy(desc(catalogueVersions.number))
    .limit(1);
  if (row === undefined) {
    throw new HttpProblem('refused-by-rule', `No approved ${kind} yet`, {
      detail: 'A supervisor approves them under Devices; until then nothing can be planned.',
    });
  }
  return row;
}
