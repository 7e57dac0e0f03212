import type { Message } from '@tidy-quill/contract/ahead';
import { addressOf } from '@tidy-quill/core/clients';
import { defined } from '@tidy-quill/core/units';
import { and, desc, eq } from 'drizzle-orm';
import type { Queryable } from '../../db/connect';
import { clients, clinics } from '../../db/schema';
import { messages } from '../../db/messages';
import { HttpProblem } from '../../http/problem';
import type { MessageCarrier } from './carrier';

const NEWEST = 200;

/** A message without the token of its link: whoever reads the outbox, an export or the database cannot open it. */
export const withoutToken = (text: string): string =>
  text.replace(/\/(answer|diary|appointment)\/[\w-]{20,}/g, '/$1/…');

/** The newest messages of the outbox. */
export async function messagesOf(db: Queryable, clinicId: string): Promise<Message[]> {
  const rows = await db
    .select({ message: messages, givenName: clients.givenName, familyName: clients.familyName })
    .from(messages)
    .innerJoin(
      clients,
      and(eq(clients.clinicId, messages.clinicId), eq(clients.id, messages.clientId)),
    )
    .where(eq(messages.clinicId, clinicId))
    .orderBy(desc(messages.createdAt), desc(messages.id))
    .limit(NEWEST);
  return rows.map(({ message, givenName, familyName }) => ({
    id: message.id,
    clientId: message.clientId,
    clientName: `${givenName} ${familyName}`,
    to: message.to,
    text: withoutToken(message.text),
    state: message.state,
    problem: message.problem,
    createdAt: message.createdAt.toISOString(),
    sentAt: message.sentAt?.toISOString() ?? null,
  }));
}

const NOT_TO_CONTACT = 'The client is not to be contacted, as their page says';

/**
 * Hands a waiting message to the carrier and notes what became of it; 404 where there is none. Nothing goes to whoever is not to be contacted,
 * whatever it is and whoever asks.
 */
export async function carry(
  db: Queryable,
  carrier: MessageCarrier,
  clinicId: string,
  id: string,
): Promise<void> {
  const mine = and(eq(messages.clinicId, clinicId), eq(messages.id, id));
  const [message] = await db.select().from(messages).where(mine);
  if (message === undefined) throw new HttpProblem('not-found', 'There is no such message');
  if (message.state === 'sent') return;
  const [found] = await db
    .select({ client: clients, clinicName: clinics.name })
    .from(clients)
    .innerJoin(clinics, eq(clinics.id, clients.clinicId))
    .where(and(eq(clients.clinicId, clinicId), eq(clients.id, message.clientId)));
  const { client, clinicName } = defined(found);
  if (client.doNotContact) {
    await db.update(messages).set({ state: 'failed', problem: NOT_TO_CONTACT }).where(mine);
    return;
  }
  // Where it goes is known when it goes: their contacts may have changed since it was written.
  const to = addressOf(client, carrier.mailServer !== null);
  try {
    await carrier.send({ to, text: message.text, clinicName });
    const text = withoutToken(message.text);
    await db
      .update(messages)
      .set({ state: 'sent', problem: null, sentAt: new Date(), text, to })
      .where(mine);
  } catch (error) {
    const problem = error instanceof Error ? error.message : 'The message was not taken';
    await db.update(messages).set({ state: 'failed', problem, to }).where(mine);
  }
}
