import type { Account } from '../access';

/** What a clinic sets up before it treats, in the order in which one thing needs another. */
export const SETUP_STEPS = [
  'emergencyPhone',
  'hours',
  'rooms',
  'supervisor',
  'treats',
  'devices',
  'protocol',
  'suitability',
  'consents',
  'aftercare',
  'eyewear',
  'consoles',
] as const;

export type SetupStepId = (typeof SETUP_STEPS)[number];

/** Without these nothing can be booked, planned or fired; the others are what a clinic is well advised to see to. */
const NEEDED: readonly SetupStepId[] = ['rooms', 'supervisor', 'treats', 'devices', 'protocol'];

/** What a clinic has of it. */
export interface SetupSoFar {
  readonly emergencyPhone: string;
  /** Whether it has said when it is open. */
  readonly hoursSaid: boolean;
  readonly rooms: number;
  /** Accounts that are open and that somebody has taken. */
  readonly staff: readonly Pick<Account, 'role'>[];
  /** Whether each handpiece in service has eyewear listed that reaches what it needs at its worst; false without handpieces. */
  readonly eyewearFits: boolean;
  /** Rooms whose console is connected. */
  readonly consoles: number;
  /** Documents of which the clinic has approved a version of its own. */
  readonly approved: Readonly<
    Record<'devices' | 'protocol' | 'suitability' | 'consents' | 'aftercare', boolean>
  >;
}

export interface SetupStep {
  readonly id: SetupStepId;
  readonly done: boolean;
  readonly needed: boolean;
}

/** Each step, whether it is done, and whether the first client waits for it. */
export function setupSteps(so: SetupSoFar): readonly SetupStep[] {
  const has = (...roles: readonly Account['role'][]) =>
    so.staff.some(({ role }) => roles.includes(role));
  const done: Readonly<Record<SetupStepId, boolean>> = {
    emergencyPhone: so.emergencyPhone.trim() !== '',
    hours: so.hoursSaid,
    rooms: so.rooms > 0,
    supervisor: has('supervisor'),
    treats: has('technician', 'supervisor'),
    ...so.approved,
    eyewear: so.eyewearFits,
    consoles: so.consoles > 0,
  };
  return SETUP_STEPS.map((id) => ({ id, done: done[id], needed: NEEDED.includes(id) }));
}

/** Whether a first client may come. */
export const isSetUp = (steps: readonly SetupStep[]): boolean =>
  steps.every(({ done, needed }) => done || !needed);
