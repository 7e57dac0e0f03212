/** An account of a clinic, as far as it matters who could go. */
export interface Account {
  readonly id: string;
  readonly role: 'technician' | 'supervisor' | 'owner';
  /** Open, and past its invitation. */
  readonly active: boolean;
}

/**
 * Why an account cannot be closed or be given another role: a clinic without an owner can add nobody, and one without a
 * supervisor can approve nothing. Null where it can.
 */
export function lastOfRole(
  accounts: readonly Account[],
  { id, to }: { readonly id: string; readonly to: Account['role'] | 'closed' },
): 'lastOwner' | 'lastSupervisor' | null {
  const account = accounts.find((each) => each.id === id);
  if (account === undefined || !account.active || account.role === to) return null;
  const others = accounts.filter(
    (each) => each.active && each.role === account.role && each.id !== id,
  );
  if (others.length > 0 || account.role === 'technician') return null;
  return account.role === 'owner' ? 'lastOwner' : 'lastSupervisor';
}
