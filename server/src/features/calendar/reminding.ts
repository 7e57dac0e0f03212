import { isRemindingDue } from '@tidy-quill/core/calendar';
import { addDays } from '@tidy-quill/core/units';
import { eq, isNotNull } from 'drizzle-orm';
import type { AddressInfo, Server } from 'node:net';
import type { Logger } from 'pino';
import type { Db } from '../../db/connect';
import { clinics } from '../../db/schema';
import { clinicClock, clinicDay } from '../../http/clinic-day';
import { actAsNobody } from '../audit/store';
import type { MessageCarrier } from '../messages/carrier';
import { askForFollowUps } from '../trials/follow-ups';
import { remindDay } from './appointments';

/**
 * Reminds of the visits that are some days ahead, and asks for follow-ups of trials with nothing booked, at each clinic whose hour for it has come. A day is done once all of its
 * reminders went out: a server that ends in the middle leaves the rest to the next look, and as each visit is reminded once,
 * several servers may look at a time. Gives how many reminders went out.
 */
export async function remindWhereDue(
  db: Db,
  carrier: MessageCarrier,
  origin: string,
  now = new Date(),
): Promise<number> {
  const set = await db.select().from(clinics).where(isNotNull(clinics.remindAt));
  let sent = 0;
  for (const { id, timeZone, remindAt, remindedOn, remindDays } of set) {
    const today = clinicDay(now, timeZone);
    const clock = clinicClock(now, timeZone);
    if (!isRemindingDue({ remindAt, remindedOn, today, clock })) continue;
    const day = addDays(today, remindDays);
    sent += (await remindDay(db, carrier, { clinicId: id, by: null }, day, origin)).sent;
    sent += (await askForFollowUps(db, carrier, id, null)).sent;
    await db.transaction(async (tx) => {
      await actAsNobody(tx);
      await tx.update(clinics).set({ remindedOn: today }).where(eq(clinics.id, id));
    });
  }
  return sent;
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
