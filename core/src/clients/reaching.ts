/**
 * Where a message to a client goes: to their telephone, or by e-mail where they like that best or have no telephone, and the clinic
 * can send e-mail. Nothing for whoever has neither.
 */
export function addressOf(
  client: {
    readonly phone: string;
    readonly email: string;
    readonly contactBy: 'call' | 'message' | 'email' | null;
  },
  mails: boolean,
): string {
  const { phone, email, contactBy } = client;
  const likes = contactBy === 'email' || phone === '';
  return mails && email !== '' && likes ? email : phone;
}
