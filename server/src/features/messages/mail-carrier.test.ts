import type { AddressInfo } from 'node:net';
import type { Message } from '@tidy-quill/contract/ahead';
import { defined } from '@tidy-quill/core/units';
import { eq } from 'drizzle-orm';
import { SMTPServer } from 'smtp-server';
import { v7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { messages } from '../../db/messages';
import { clients } from '../../db/schema';
import { startApplication, type Application } from '../../testing/application';
import { simulatedCarrier, type MessageCarrier } from './carrier';
import { mailCarrier, mailSettings } from './mail-carrier';
import { carry } from './store';

interface Taken {
  readonly from: string;
  readonly to: readonly string[];
  readonly bytes: string;
}

let app: Application;
let mail: SMTPServer;
let carrier: MessageCarrier;
const taken: Taken[] = [];
beforeAll(async () => {
  app = await startApplication();
  mail = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onRcptTo({ address }, _session, done) {
      if (!address.startsWith('gone@')) return done();
      return done(Object.assign(new Error('No such mailbox here'), { responseCode: 550 }));
    },
    onData(stream, { envelope }, done) {
      const parts: Buffer[] = [];
      stream.on('data', (part: Buffer) => parts.push(part));
      stream.on('end', () => {
        const { mailFrom, rcptTo } = envelope;
        const from = mailFrom === false ? '' : mailFrom.address;
        const to = rcptTo.map(({ address }) => address);
        taken.push({ from, to, bytes: Buffer.concat(parts).toString('utf8') });
        done();
      });
    },
  });
  await new Promise<void>((resolve) => {
    mail.listen(0, '127.0.0.1', resolve);
  });
  const { port } = mail.server.address() as AddressInfo;
  const url = `smtp://127.0.0.1:${port}`;
  carrier = mailCarrier({ url, from: 'desk@clinic.example' }, simulatedCarrier);
});
afterAll(async () => {
  await app.close();
  await new Promise<void>((resolve) => mail.close(resolve));
});

/** A message to Hollis Emberlight, whose contacts are as given, as it stands once it was carried. */
async function carried(contacts: Partial<typeof clients.$inferInsert>, by = carrier) {
  const { db } = app.connection;
  const set = {
    ...{ phone: '01632 960 781', email: '', contactBy: null, doNotContact: false },
    ...contacts,
  };
  const [client] = await db
    .update(clients)
    .set(set)
    .where(eq(clients.familyName, 'Emberlight'))
    .returning();
  const { clinicId, id: clientId } = defined(client);
  const id = v7();
  const text = `Please answer: https://clinic.example/answer/${'a'.repeat(30)}`;
  await db.insert(messages).values({ clinicId, id, clientId, to: set.phone, text });
  await carry(db, by, clinicId, id);
  const person = await app.signedIn('idony');
  const all = (await person.get('/api/messages')).body as unknown as Message[];
  return defined(all.find((message) => message.id === id));
}

const email = 'hollis@example.org';

describe('e-mail', () => {
  it('goes out by SMTP to whoever likes it best, and the token is kept nowhere', async () => {
    const message = await carried({ email, contactBy: 'email' });
    expect(message).toMatchObject({ state: 'sent', to: email, problem: null });
    expect(message.text).toBe('Please answer: https://clinic.example/answer/…');
    const [one] = taken.splice(0);
    expect(one).toMatchObject({ from: 'desk@clinic.example', to: [email] });
    expect(one?.bytes).toContain('Subject: A message from ');
    expect(one?.bytes.replaceAll('=\r\n', '')).toContain(`/answer/${'a'.repeat(30)}`);
  });

  it('goes to nobody who likes a message better, nor to whoever is not to be contacted', async () => {
    expect(await carried({ email })).toMatchObject({ state: 'sent', to: '01632 960 781' });
    const not = await carried({ email, contactBy: 'email', doNotContact: true });
    expect(not).toMatchObject({ state: 'failed' });
    const without = await carried({ email, contactBy: 'email' }, simulatedCarrier);
    expect(without).toMatchObject({ state: 'sent', to: '01632 960 781' });
    expect(taken).toEqual([]);
  });

  it('that is not taken says why, and is sent again once that is mended', async () => {
    const refused = await carried({ email: 'gone@example.org', contactBy: 'email' });
    expect(refused.state).toBe('failed');
    expect(refused.problem).toMatch(/does not take this address: 550 No such mailbox here/);
    const nowhere = mailCarrier(
      { url: 'smtp://127.0.0.1:9', from: 'desk@clinic.example' },
      carrier,
    );
    const lost = await carried({ email, contactBy: 'email' }, nowhere);
    expect(lost.problem).toBe('The mail server 127.0.0.1 cannot be reached');
  });
});

describe('settings for e-mail', () => {
  it.each([
    [{}, null],
    [{ SMTP_URL: '', MAIL_FROM: '' }, null],
    [
      { SMTP_URL: 'smtps://a:b@mail.example.org', MAIL_FROM: 'desk@example.org' },
      { url: 'smtps://a:b@mail.example.org', from: 'desk@example.org' },
    ],
  ])('%j', (env, settings) => {
    expect(mailSettings(env)).toEqual(settings);
  });

  it.each([
    [{ SMTP_URL: 'mail.example.org', MAIL_FROM: 'desk@example.org' }, 'SMTP_URL must be'],
    [{ MAIL_FROM: 'desk@example.org' }, 'SMTP_URL must be'],
    [{ SMTP_URL: 'smtp://mail.example.org' }, 'MAIL_FROM must be'],
  ])('%j are refused', (env, why) => {
    expect(() => mailSettings(env)).toThrow(why);
  });
});
