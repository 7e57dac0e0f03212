import { describe, expect, it } from 'vitest';
import { addressOf } from './reaching';

const both = { phone: '01632 960 781', email: 't@example.org', contactBy: null } as const;

describe('a message goes', () => {
  it.each([
    ['to the telephone where nobody said otherwise', both, true, '01632 960 781'],
    ['by e-mail where that is liked', { ...both, contactBy: 'email' }, true, 't@example.org'],
    [
      'to the telephone where no e-mail can be sent',
      { ...both, contactBy: 'email' },
      false,
      '01632 960 781',
    ],
    ['by e-mail to whoever has no telephone', { ...both, phone: '' }, true, 't@example.org'],
    [
      'to the telephone of whoever likes e-mail and has none',
      { ...both, contactBy: 'email', email: '' },
      true,
      '01632 960 781',
    ],
    ['nowhere without either', { ...both, phone: '', email: '' }, true, ''],
    ['nowhere without a telephone where no e-mail can be sent', { ...both, phone: '' }, false, ''],
  ] as const)('%s', (_, client, mails, to) => {
    expect(addressOf(client, mails)).toBe(to);
  });
});
