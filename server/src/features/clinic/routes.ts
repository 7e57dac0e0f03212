import { ClinicClock, NewStaff, StaffActive, type Clinic } from '@tidy-quill/contract/clinic';
import { and, asc, eq } from 'drizzle-orm';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { clinics, rooms, staff } from '../../db/schema';
import { HttpProblem, parse, pathId } from '../../http/problem';
import { actorOf, actorWithRole } from '../../http/session';
import { actAs } from '../audit/store';
import { hashPassword } from '../auth/store';

/** The clinic's rooms and staff: read by all, staff changed by the owner. */
export function clinicRoutes(db: Db): Router {
  const router = Router();

  router.get('/clinic', async (request, response) => {
    const { clinicId } = actorOf(request);
    const body: Clinic = {
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
        })
        .from(staff)
        .where(eq(staff.clinicId, clinicId))
        .orderBy(asc(staff.name)),
    };
    response.json(body);
  });

  router.put('/clinic/clock', async (request, response) => {
    const actor = actorWithRole(request, 'owner');
    const { clock } = parse(ClinicClock, request.body);
    await db.transaction(async (tx) => {
      await actAs(tx, actor);
      await tx.update(clinics).set({ clock }).where(eq(clinics.id, actor.clinicId));
    });
    response.status(204).end();
  });

  router.post('/clinic/staff', async (request, response) => {
    const actor = actorWithRole(request, 'owner');
    const { password, ...fields } = parse(NewStaff, request.body);
    const passwordHash = await hashPassword(password);
    const [added] = await db.transaction(async (tx) => {
      await actAs(tx, actor);
      return tx
        .insert(staff)
        .values({ clinicId: actor.clinicId, ...fields, passwordHash })
        .onConflictDoNothing()
        .returning({ id: staff.id });
    });
    if (added === undefined) {
      throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
        fields: [{ field: 'signInName', problem: 'is already taken' }],
      });
    }
    response.status(201).json(added);
  });

  router.put('/clinic/staff/:id/active', async (request, response) => {
    const actor = actorWithRole(request, 'owner');
    const { active } = parse(StaffActive, request.body);
    const id = pathId(request);
    if (id === actor.staffId) {
      throw new HttpProblem('refused-by-rule', 'Nobody can close their own account');
    }
    const changed = await db.transaction(async (tx) => {
      await actAs(tx, actor);
      return tx
        .update(staff)
        .set({ active })
        .where(and(eq(staff.clinicId, actor.clinicId), eq(staff.id, id)))
        .returning({ id: staff.id });
    });
    if (changed.length === 0)
      throw new HttpProblem('not-found', 'There is no such member of staff');
    response.status(204).end();
  });

  return router;
}
