import { isRemindingDue } from '@tidy-quill/core/calendar';
import { addDays } from '@tidy-quill/core/units';
import { and, eq, isNotNull, isNull, lt, or } from 'drizzle-orm';
import type { AddressInfo, Server } from 'node:net';
import type { Logger } from 'pino';
import type { Db } from '../../db/connect';
import { clinics } from '../../db/schema';
import { clinicClock, clinicDay } from '../../http/clinic-day';
import { actAsNobody } from '../audit/store';
import type { MessageCarrier } from '../messages/carrier';
import { remindDay } from './appointments';

/**
 * Reminds of the visits that are some days ahead, at each clinic whose hour for it has come: once a day, by whichever of
 * several servers is first. Gives how many clinics that were.
 */
export async function remindWhereDue(
  db: Db,
  carrier: MessageCarrier,
  origin: string,
  now = new Date(),
): Promise<number> {
  const set = await db.select().from(clinics).where(isNotNull(clinics.remindAt));
  let done = 0;
  for (const { id, timeZone, remindAt, remindedOn, remindDays } of set) {
    const today = clinicDay(now, timeZone);
    const clock = clinicClock(now, timeZone);
    if (!isRemindingDue({ remindAt, remindedOn, today, clock })) continue;
    const claimed = await db.transaction(async (tx) => {
      await actAsNobody(tx);
      return tx
        .update(clinics)
        .set({ remindedOn: today })
        .where(
          and(eq(clinics.id, id), or(isNull(clinics.remindedOn), lt(clinics.remindedOn, today))),
        )
        .returning({ id: clinics.id });
    });
    if (claimed.length === 0) continue;
    await remindDay(db, carrier, { clinicId: id, by: null }, addDays(today, remindDays), origin);
    done += 1;
  }
  return done;
}

const EVERY_MS = 60_000;

/** Looks every minute whether reminders are due, for as long as a server listens. Links lead to `origin`, else to where it listens. */
export function remindOfItself(
  server: Server,
  of: {
    readonly db: Db;
    readonly carrier: MessageCarrier;
    readonly origin: string | null;
    readonly logger: Logger;
  },
): void {
  const { db, carrier, logger } = of;
  server.on('listening', () => {
    const { port } = server.address() as AddressInfo;
    const origin = of.origin ?? `http://127.0.0.1:${port}`;
    let running = false;
    const timer = setInterval(() => {
      if (running) return;
      running = true;
      remindWhereDue(db, carrier, origin)
        .catch((error: unknown) => logger.warn({ problem: String(error) }, 'reminders'))
        .finally(() => (running = false));
    }, EVERY_MS).unref();
    server.on('close', () => clearInterval(timer));
  });
}
