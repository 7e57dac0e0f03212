import type { Account } from './last-of-role';

/** What somebody may do beyond their own clients’ visits. */
export const RIGHTS = [
  'readAll',
  'export',
  'override',
  'signOff',
  'draft',
  'approve',
  'readAudit',
  'readFindings',
  'importClients',
  'mergeClients',
  'manageAccounts',
  'erase',
] as const;

export type Right = (typeof RIGHTS)[number];

/** Whether a role has a right. */
export const hasRight = (role: Account['role'], right: Right): boolean =>
  RIGHT_ROLES[right].includes(role);

/** Who has which right: the table that a clinic sees is the one that the server asks. */
export const RIGHT_ROLES: Readonly<Record<Right, readonly Account['role'][]>> = {
  readAll: ['technician', 'supervisor', 'owner'],
  export: ['technician', 'supervisor', 'owner'],
  override: ['supervisor'],
  signOff: ['supervisor'],
  draft: ['supervisor', 'owner'],
  approve: ['supervisor'],
  readAudit: ['supervisor', 'owner'],
  readFindings: ['supervisor', 'owner'],
  importClients: ['supervisor', 'owner'],
  mergeClients: ['supervisor', 'owner'],
  manageAccounts: ['owner'],
  erase: ['owner'],
};
