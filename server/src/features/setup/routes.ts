import { AboutClinic, NewClinic, NewRoom, RoomName } from '@tidy-quill/contract/setup';
import { and, eq } from 'drizzle-orm';
import express, { Router } from 'express';
import type { Db } from '../../db/connect';
import { clinics, rooms } from '../../db/schema';
import { HttpProblem, parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import { actAs } from '../audit/store';
import { guardedBy, type Tries } from '../auth/tries';
import { removeDemoBeside, setupOpen, setupShown, setUpClinic } from './store';

/** A first start, for whoever has the code of the machine's terminal. Wrong codes are counted by address. */
export function firstStartRoutes(db: Db, guesses: Tries): Router {
  const router = Router();
  const guarded = guardedBy(guesses);

  router.get('/setup', async (_request, response) => {
    response.json(await setupOpen(db));
  });

  router.post('/setup', express.json({ limit: '16kb' }), async (request, response) => {
    const made = parse(NewClinic, request.body);
    await guarded(request.ip ?? '', () => setUpClinic(db, made));
    response.status(201).json({ id: made.id });
  });

  return router;
}

/** What a clinic sets up of itself: seen by all, changed by the owner. `consoles` are the rooms that have one, by id. */
export function setupRoutes(db: Db, consoles: ReadonlySet<string>): Router {
  const router = Router();

  router.get('/clinic/setup', async (request, response) => {
    response.json(await setupShown(db, actorOf(request).clinicId, consoles));
  });

  router.delete('/demo', async (request, response) => {
    await removeDemoBeside(db, actorWithRight(request, 'manageAccounts'));
    response.status(204).end();
  });

  router.put('/clinic/about', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const about = parse(AboutClinic, request.body);
    await db.transaction(async (tx) => {
      await actAs(tx, actor);
      await tx.update(clinics).set(about).where(eq(clinics.id, actor.clinicId));
    });
    response.status(204).end();
  });

  router.post('/clinic/rooms', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { clinicId } = actor;
    const { id, name } = parse(NewRoom, request.body);
    await db.transaction(async (tx) => {
      await refuseTwice(tx, clinicId, name, id);
      await actAs(tx, actor);
      await tx.insert(rooms).values({ clinicId, id, name }).onConflictDoNothing();
    });
    response.status(201).json({ id });
  });

  router.put('/clinic/rooms/:id', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    const { clinicId } = actor;
    const id = pathId(request);
    const { name } = parse(RoomName, request.body);
    await db.transaction(async (tx) => {
      await refuseTwice(tx, clinicId, name, id);
      await actAs(tx, actor);
      const renamed = await tx
        .update(rooms)
        .set({ name })
        .where(and(eq(rooms.clinicId, clinicId), eq(rooms.id, id)))
        .returning({ id: rooms.id });
      if (renamed.length === 0) throw new HttpProblem('not-found', 'There is no such room');
    });
    response.status(204).end();
  });

  return router;
}

/** Two rooms of one name would be taken for each other. */
async function refuseTwice(
  db: Pick<Db, 'select'>,
  clinicId: string,
  name: string,
  id: string,
): Promise<void> {
  const own = await db
    .select({ id: rooms.id, name: rooms.name })
    .from(rooms)
    .where(eq(rooms.clinicId, clinicId));
  if (own.every((room) => room.id === id || room.name.toLowerCase() !== name.toLowerCase())) return;
  throw new HttpProblem('invalid-input', 'Some fields cannot be taken', {
    fields: [{ field: 'name', problem: 'is the name of another room' }],
  });
}
