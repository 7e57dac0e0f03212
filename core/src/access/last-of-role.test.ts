import { describe, expect, it } from 'vitest';
import { lastOfRole, type Account } from './last-of-role';

const of = (id: string, role: Account['role'], active = true): Account => ({ id, role, active });

describe('closing an account, or giving it another role', () => {
  const small = [of('o', 'owner'), of('s', 'supervisor'), of('t', 'technician')];
  it.each([
    ['the last owner, closed', small, 'o', 'closed', 'lastOwner'],
    ['the last owner, made supervisor', small, 'o', 'supervisor', 'lastOwner'],
    ['the last supervisor, closed', small, 's', 'closed', 'lastSupervisor'],
    ['the last supervisor, made owner', small, 's', 'owner', 'lastSupervisor'],
    ['the only technician', small, 't', 'closed', null],
    ['an owner beside another', [...small, of('p', 'owner')], 'o', 'closed', null],
    [
      'an owner beside a closed one',
      [...small, of('p', 'owner', false)],
      'o',
      'closed',
      'lastOwner',
    ],
    ['the role that it has', small, 'o', 'owner', null],
    ['an account that is closed already', [of('o', 'owner', false)], 'o', 'closed', null],
    ['nobody of the clinic', small, 'x', 'closed', null],
  ] as const)('%s', (_what, accounts, id, to, why) => {
    expect(lastOfRole(accounts, { id, to })).toBe(why);
  });
});
