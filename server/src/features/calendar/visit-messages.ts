import type { Reminded } from '@tidy-quill/contract/calendar';
import { clientMessage } from '@tidy-quill/contract/client-words/index';
import { isToldOfBooking, mayRecall, type MessageKind } from '@tidy-quill/core/calendar';
import type { Job } from '@tidy-quill/core/suitability';
import type { Day } from '@tidy-quill/core/units';
import { and, desc, eq, inArray, max, ne } from 'drizzle-orm';
import { v7 } from 'uuid';
import type { Db, Queryable } from '../../db/connect';
import { areas, clients, visits } from '../../db/schema';
import { messages } from '../../db/messages';
import type { MessageCarrier } from '../messages/carrier';
import { carry } from '../messages/store';
import { readIn } from '../languages/store';
import { wordsOf } from '../messages/words';
import { clinicOf } from './store';

/** Tells a client of a visit that was booked or moved just now, where the clinic has it so. */
export async function confirmVisit(
  db: Db,
  carrier: MessageCarrier,
  clinicId: string,
  visitId: string,
): Promise<void> {
  const clinic = await clinicOf(db, clinicId);
  if (!clinic.confirmsBookings) return;
  const [found] = await db
    .select({ visit: visits, client: clients, job: areas.job })
    .from(visits)
    .innerJoin(clients, and(eq(clients.clinicId, visits.clinicId), eq(clients.id, visits.clientId)))
    .innerJoin(areas, and(eq(areas.clinicId, visits.clinicId), eq(areas.id, visits.areaId)))
    .where(and(eq(visits.clinicId, clinicId), eq(visits.id, visitId)));
  if (found === undefined || found.visit.cancelledAt !== null) return;
  const startsAt = found.visit.startsAt.toISOString();
  if (!isToldOfBooking(startsAt, new Date().toISOString())) return;
  const { client } = found;
  const words = await wordsOf(db, clinicId, 'confirmation');
  const id = v7();
  const read = await readIn(db, clinicId, client, clinic, 'messages');
  await db.insert(messages).values({
    ...{ clinicId, id, clientId: client.id, to: client.phone },
    ...{ kind: 'confirmation', textVersion: words.version === 0 ? null : words.version },
    text: clientMessage('confirmation', words.text, read, {
      ...{ clinic, givenName: client.givenName, url: '' },
      visit: { startsAt, job: found.job as Job },
    }),
  });
  await carry(db, carrier, clinicId, id);
}

/** What clients are asked to come for where nothing is booked. */
type Asking = Extract<MessageKind, 'recall' | 'followUp'>;

/** When each of some clients was last asked to come, ISO 8601; what could not be sent has asked nobody. */
export async function askedAt(
  db: Queryable,
  clinicId: string,
  kind: Asking,
  clientIds: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (clientIds.length === 0) return new Map();
  const rows = await db
    .select({ clientId: messages.clientId, at: max(messages.createdAt) })
    .from(messages)
    .where(
      and(
        ...[eq(messages.clinicId, clinicId), eq(messages.kind, kind)],
        ne(messages.state, 'failed'),
        inArray(messages.clientId, [...clientIds]),
      ),
    )
    .groupBy(messages.clientId);
  return new Map(
    rows.flatMap(({ clientId, at }) =>
      at === null ? [] : [[clientId, at.toISOString()] as const],
    ),
  );
}

/** Asks clients to come: each once, and nobody again for the same within a fortnight. */
export async function askClients(
  db: Db,
  carrier: MessageCarrier,
  clinicId: string,
  kind: Asking,
  asked: readonly { readonly clientId: string; readonly until: Day | null }[],
): Promise<Reminded> {
  const clinic = await clinicOf(db, clinicId);
  const words = await wordsOf(db, clinicId, kind);
  const ids: string[] = [];
  for (const { clientId, until } of asked) {
    const id = v7();
    const made = await db.transaction(async (tx) => {
      // Two who press at once ask once: the client is locked while it is looked for.
      const [client] = await tx
        .select()
        .from(clients)
        .where(and(eq(clients.clinicId, clinicId), eq(clients.id, clientId)))
        .for('update');
      if (client === undefined) return false;
      const last = (await askedAt(tx, clinicId, kind, [clientId])).get(clientId) ?? null;
      if (!mayRecall(last, new Date().toISOString())) return false;
      const read = await readIn(tx, clinicId, client, clinic, 'messages');
      const { givenName, phone } = client;
      await tx.insert(messages).values({
        ...{ clinicId, id, clientId, to: phone, kind },
        textVersion: words.version === 0 ? null : words.version,
        text: clientMessage(kind, words.text, read, {
          ...{ clinic, givenName, visit: null, until, url: '' },
        }),
      });
      return true;
    });
    if (!made) continue;
    await carry(db, carrier, clinicId, id);
    ids.push(id);
  }
  const states = await db
    .select({ state: messages.state })
    .from(messages)
    .where(and(eq(messages.clinicId, clinicId), inArray(messages.id, ids)))
    .orderBy(desc(messages.createdAt));
  const sent = states.filter(({ state }) => state === 'sent').length;
  return { sent, failed: states.length - sent };
}
