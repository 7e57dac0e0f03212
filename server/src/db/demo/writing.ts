import { rowStore } from '../../files/row-store';
import type { NewConsent } from '@tidy-quill/contract/consent';
import { bodyVersion, type VisitEvent } from '@tidy-quill/core/events';
import { defined, type Day } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { consentToRead } from '../../features/consent/reading';
import { signConsent } from '../../features/consent/store';
import { momentAt } from '../../http/clinic-day';
import type { Actor } from '../../http/session';
import type { Db } from '../connect';
import { visitEvents } from '../schema';
import { DEMO_STAFF } from './people';
import type { CatalogueIds } from './visits';

/** Where the demo clinic is; tests move it, so that it is day there at whatever hour they run. */
export const TIME_ZONE = process.env['DEMO_TIME_ZONE'] ?? 'Europe/London';

/** How long the visits of the demo's day, and those after it, are booked for: they begin every half hour, each in the other room. */
export const DEMO_MINUTES = 30;

export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

/** The demo clinic while it is being filled in. */
export interface DemoClinic {
  readonly clinicId: string;
  readonly today: Day;
  readonly roomIds: readonly string[];
  readonly staffIds: readonly string[];
  readonly supervisorId: string;
  /** What is in force today, and what was until then. */
  readonly catalogue: CatalogueIds;
  readonly earlier: CatalogueIds;
}

/** A consent to treatment, or to photographs for the record, its signatures typed. */
export async function sign(
  tx: Tx,
  { clinicId, staffIds }: DemoClinic,
  of: {
    clientId: string;
    areaId: string;
    signedOn: Day;
    name: string;
    kind?: 'hair' | 'ink' | 'photographs';
  },
): Promise<void> {
  const actor: Actor = { clinicId, staffId: defined(staffIds[0]), role: 'technician' };
  const { areaId, clientId, signedOn, name, kind = 'hair' } = of;
  const { digest } = await consentToRead(tx, actor, clientId, { areaId, kind });
  const at = momentAt(signedOn, '00:01', TIME_ZONE);
  const signed: NewConsent = {
    id: v7({ msecs: at.getTime() }),
    areaId,
    kind,
    digest,
    uses: kind === 'photographs' ? ['record'] : [],
    asked: 'How many visits it takes: six to eight, no promise.',
    client: { kind: 'typed', name },
    guardian: null,
    technician: { kind: 'typed', name: DEMO_STAFF[0].name },
  };
  await signConsent(tx, rowStore, actor, clientId, signed, at);
}

/** Keeps the events of a visit. */
export async function insertEvents(
  tx: Tx,
  clinicId: string,
  visitId: string,
  events: readonly VisitEvent[],
): Promise<void> {
  await tx.insert(visitEvents).values(
    events.map(({ id, at, staffId, areaId, body }) => ({
      clinicId,
      id,
      visitId,
      staffId,
      areaId: areaId ?? null,
      kind: body.kind,
      version: bodyVersion(body.kind),
      at: new Date(at),
      // As if it had been sent at once.
      recordedAt: new Date(at),
      body,
    })),
  );
}
