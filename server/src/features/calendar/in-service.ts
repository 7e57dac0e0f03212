import type { Catalogue } from '@tidy-quill/contract/catalogue';
import { inServiceAt } from '@tidy-quill/core/calendar';
import { asItStands } from '@tidy-quill/core/device';
import { defined } from '@tidy-quill/core/units';
import type { Queryable } from '../../db/connect';
import { together } from '../../db/together';
import { catalogueInForce } from '../catalogue/store';
import { statesBy } from '../devices/log';
import { awayAndLogs } from './store';

/** The devices and protocol in force as they are just now: what is out of use out of service, each handpiece by what it was measured to give. */
export async function catalogueNow(db: Queryable, clinicId: string): Promise<Catalogue> {
  const now = new Date();
  const [catalogue, { away, logs }] = await together(
    catalogueInForce(db, clinicId),
    awayAndLogs(db, clinicId, { from: now, to: new Date(now.getTime() + 1) }),
  );
  const states = statesBy(logs, catalogue.handpieces);
  const inService = inServiceAt(catalogue.handpieces, away, now.toISOString());
  return {
    ...catalogue,
    handpieces: inService.map((each) => asItStands(each, defined(states.get(each.id)))),
  };
}
