import { ApproveVersion, KindAsked, NewVersion } from '@tidy-quill/contract/catalogue';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import { impactOf } from './impact';
import { addVersion, approveVersion, catalogueInForce, findVersion, versionsOf } from './store';

/** Devices, protocol, suitability and consent texts: read by all, drafted by supervisor and owner, approved by a supervisor. */
export function catalogueRoutes(db: Db): Router {
  const router = Router();

  router.get('/catalogue', async (request, response) => {
    response.json(await catalogueInForce(db, actorOf(request).clinicId));
  });

  router.get('/catalogue/versions', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { kind, about } = parse(KindAsked, request.query);
    response.json(await versionsOf(db, clinicId, kind, about));
  });

  router.post('/catalogue/versions', async (request, response) => {
    const actor = actorWithRight(request, 'draft');
    const made = parse(NewVersion, request.body);
    await addVersion(db, actor, made);
    response.status(201).json({ id: made.id });
  });

  router.get('/catalogue/versions/:id/impact', async (request, response) => {
    const { clinicId } = actorOf(request);
    const version = await findVersion(db, clinicId, pathId(request));
    response.json(await impactOf(db, clinicId, version));
  });

  router.post('/catalogue/versions/:id/approve', async (request, response) => {
    const actor = actorWithRight(request, 'approve');
    const { read } = parse(ApproveVersion, request.body ?? {});
    await approveVersion(db, actor, pathId(request), read);
    response.status(204).end();
  });

  return router;
}
