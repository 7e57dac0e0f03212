import type { Catalogue } from '@tidy-quill/contract/catalogue';
import { inServiceAt } from '@tidy-quill/core/calendar';
import type { Queryable } from '../../db/connect';
import { catalogueInForce } from '../catalogue/store';
import { awayBetween } from './store';

/** The devices and protocol in force, with handpieces that are out of use just now out of service. */
export async function catalogueNow(db: Queryable, clinicId: string): Promise<Catalogue> {
  const now = new Date();
  const catalogue = await catalogueInForce(db, clinicId);
  const away = await awayBetween(db, clinicId, { from: now, to: new Date(now.getTime() + 1) });
  return {
    ...catalogue,
    handpieces: [...inServiceAt(catalogue.handpieces, away, now.toISOString())],
  };
}
