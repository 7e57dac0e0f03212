import { ClinicLanguage } from '@tidy-quill/contract/translations';
import { Invited, ResetAsked, RoleChange, SecondFactorDemand } from '@tidy-quill/contract/accounts';
import type { Role } from '@tidy-quill/contract/auth';
import {
  CancelNotice,
  ClinicClock,
  ClinicDays,
  SetRetention,
  StaffActive,
  type Clinic,
} from '@tidy-quill/contract/clinic';
import { lastOfRole } from '@tidy-quill/core/access';
import { and, asc, eq, sql } from 'drizzle-orm';
import { Router } from 'express';
import { defined } from '@tidy-quill/core/units';
import { accountSecrets } from '../../db/account-tables';
import type { Db, Queryable } from '../../db/connect';
import { clinics, rooms, staff } from '../../db/schema';
import { originOf } from '../../http/origin';
import { HttpProblem, linkMade, parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight, type Actor } from '../../http/session';
import { endLinks, makeLink } from '../accounts/links';
import { endSecondFactor, type AccountKey } from '../accounts/second-factor';
import { endSessions } from '../accounts/sessions';
import { actAs } from '../audit/store';
import { retentionOf } from '../clients/retention';

/** The clinic's rooms and staff: read by all, staff changed by the owner. */
export function clinicRoutes(db: Db): Router {
  const router = Router();

  router.get('/clinic', async (request, response) => {
    const { clinicId } = actorOf(request);
    const [clinic] = await db
      .select({
        demandsSecondFactor: clinics.demandsSecondFactor,
        cancelNoticeHours: clinics.cancelNoticeHours,
        ...{ remindAt: clinics.remindAt, remindDays: clinics.remindDays },
        confirmsBookings: clinics.confirmsBookings,
      })
      .from(clinics)
      .where(eq(clinics.id, clinicId));
    const body: Clinic = {
      ...defined(clinic),
      rooms: await db
        .select({ id: rooms.id, name: rooms.name })
        .from(rooms)
        .where(eq(rooms.clinicId, clinicId))
        .orderBy(asc(rooms.name)),
      staff: await db
        .select({
          id: staff.id,
          name: staff.name,
          signInName: staff.signInName,
          role: staff.role,
          active: staff.active,
          invited: sql<boolean>`${staff.passwordHash} is null`,
          secondFactor: sql<boolean>`${accountSecrets.totpSince} is not null`,
        })
        .from(staff)
        .leftJoin(
          accountSecrets,
          and(eq(accountSecrets.clinicId, staff.clinicId), eq(accountSecrets.staffId, staff.id)),
        )
        .where(eq(staff.clinicId, clinicId))
        .orderBy(asc(staff.name)),
    };
    response.json(body);
  });

  router.put('/clinic/clock', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { clock } = parse(ClinicClock, request.body);
    await changeClinic(db, actor, { clock });
    response.status(204).end();
  });

  router.get('/clinic/retention', async (request, response) => {
    response.json(await retentionOf(db, actorWithRight(request, 'erase').clinicId));
  });

  router.put('/clinic/retention', async (request, response) => {
    const actor = actorWithRight(request, 'erase');
    const { retention } = parse(SetRetention, request.body);
    await changeClinic(db, actor, { retention });
    response.status(204).end();
  });

  router.put('/clinic/days', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { dayOrder } = parse(ClinicDays, request.body);
    await changeClinic(db, actor, { dayOrder });
    response.status(204).end();
  });

  router.put('/clinic/language', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { language } = parse(ClinicLanguage, request.body);
    await changeClinic(db, actor, { language });
    response.status(204).end();
  });

  router.put('/clinic/cancel-notice', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { hours } = parse(CancelNotice, request.body);
    await changeClinic(db, actor, { cancelNoticeHours: hours });
    response.status(204).end();
  });

  router.put('/clinic/second-factor', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { demanded } = parse(SecondFactorDemand, request.body);
    await changeClinic(db, actor, { demandsSecondFactor: demanded });
    response.status(204).end();
  });

  router.post('/clinic/staff', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { id, ...fields } = parse(Invited, request.body);
    const { clinicId } = actor;
    const link = await db.transaction(async (tx) => {
      await actAs(tx, actor);
      const added = await tx
        .insert(staff)
        .values({ clinicId, id, ...fields })
        .onConflictDoNothing()
        .returning({ id: staff.id });
      if (added.length === 0) throw linkMade();
      return makeLink(tx, { clinicId, staffId: id }, 'invitation', originOf(request));
    });
    response.status(201).json(link);
  });

  router.post('/clinic/staff/:id/link', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { secondFactorToo } = parse(ResetAsked, request.body);
    const key = { clinicId: actor.clinicId, staffId: pathId(request) };
    const link = await db.transaction(async (tx) => {
      await actAs(tx, actor);
      const account = await lockedAccount(tx, key);
      if (!account.active) throw new HttpProblem('refused-by-rule', 'This account is closed');
      if (secondFactorToo) await endSecondFactor(tx, key);
      const kind = account.passwordHash === null ? 'invitation' : 'reset';
      return makeLink(tx, key, kind, originOf(request));
    });
    response.status(201).json(link);
  });

  router.put('/clinic/staff/:id/role', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { role } = parse(RoleChange, request.body);
    await change(actor, pathId(request), role);
    response.status(204).end();
  });

  router.put('/clinic/staff/:id/active', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { active } = parse(StaffActive, request.body);
    const id = pathId(request);
    if (id === actor.staffId) {
      throw new HttpProblem('refused-by-rule', 'Nobody can close their own account');
    }
    await change(actor, id, active ? 'open' : 'closed');
    response.status(204).end();
  });

  /** Gives an account another role, closes or opens it; its sessions end with it. */
  async function change(
    actor: Actor,
    staffId: string,
    to: Role | 'open' | 'closed',
  ): Promise<void> {
    const { clinicId } = actor;
    const key = { clinicId, staffId };
    await db.transaction(async (tx) => {
      await actAs(tx, actor);
      // All of the clinic's under one lock: of two who go at once, one stays.
      const accounts = await tx
        .select({ id: staff.id, role: staff.role, active: ABLE })
        .from(staff)
        .where(eq(staff.clinicId, clinicId))
        .orderBy(asc(staff.id))
        .for('update');
      if (accounts.every(({ id }) => id !== staffId)) throw noSuchStaff();
      const why = to === 'open' ? null : lastOfRole(accounts, { id: staffId, to });
      if (why !== null) throw new HttpProblem('refused-by-rule', LAST[why]);
      await tx
        .update(staff)
        .set(to === 'open' || to === 'closed' ? { active: to === 'open' } : { role: to })
        .where(and(eq(staff.clinicId, clinicId), eq(staff.id, staffId)));
      if (to === 'closed') await endLinks(tx, key);
    });
    if (to === 'closed') await endSessions(db, key);
  }

  return router;
}

// Whoever was invited and never came can stand in for nobody.
const ABLE = sql<boolean>`${staff.active} and ${staff.passwordHash} is not null`;

const LAST = {
  lastOwner: 'This is the last owner: give somebody else that role first',
  lastSupervisor: 'This is the last supervisor: give somebody else that role first',
} as const;

const noSuchStaff = () => new HttpProblem('not-found', 'There is no such member of staff');

async function lockedAccount(tx: Queryable, { clinicId, staffId }: AccountKey) {
  const [account] = await tx
    .select()
    .from(staff)
    .where(and(eq(staff.clinicId, clinicId), eq(staff.id, staffId)))
    .for('update');
  if (account === undefined) throw noSuchStaff();
  return account;
}

async function changeClinic(
  db: Db,
  actor: Actor,
  fields: Partial<typeof clinics.$inferInsert>,
): Promise<void> {
  await db.transaction(async (tx) => {
    await actAs(tx, actor);
    await tx.update(clinics).set(fields).where(eq(clinics.id, actor.clinicId));
  });
}
