import { AheadAnswers, NewInvitation, type Invitation } from '@tidy-quill/contract/ahead';
import express, { Router } from 'express';
import type { Db } from '../../db/connect';
import { originOf } from '../../http/origin';
import { parse, pathId } from '../../http/problem';
import { actAs } from '../audit/store';
import { actorOf } from '../../http/session';
import { guardedBy, type Tries } from '../auth/tries';
import { tellDesk } from '../live/event-notifications';
import type { MessageCarrier } from '../messages/carrier';
import { carry } from '../messages/store';
import { findVisit } from '../visit/store';
import { aheadPage, answerAhead, endInvitations, invite } from './store';

/** What a client reaches with a token and nothing else. Wrong tokens are counted by address. */
export function aheadRoutes(db: Db, guesses: Tries): Router {
  const router = Router();

  const guarded = guardedBy(guesses);

  router.get('/ahead/:token', async (request, response) => {
    const { token } = request.params;
    response.json(await guarded(request.ip ?? '', () => aheadPage(db, token)));
  });

  router.post('/ahead/:token', express.json({ limit: '64kb' }), async (request, response) => {
    const token = String(request.params['token']);
    const given = parse(AheadAnswers, request.body);
    const clinicId = await guarded(request.ip ?? '', () => answerAhead(db, token, given));
    tellDesk(db, clinicId);
    response.status(204).end();
  });

  return router;
}

/** Inviting a client to answer ahead of a visit. */
export function invitationRoutes(db: Db, carrier: MessageCarrier): Router {
  const router = Router();
  router.post('/visits/:id/invitation', async (request, response) => {
    const actor = actorOf(request);
    const { id } = parse(NewInvitation, request.body);
    const visit = await findVisit(db, actor.clinicId, pathId(request));
    const { messageId, ...invitation } = await invite(db, actor, visit, id, originOf(request));
    await carry(db, carrier, actor.clinicId, messageId);
    response.status(201).json(invitation satisfies Invitation);
  });

  router.delete('/visits/:id/invitation', async (request, response) => {
    const actor = actorOf(request);
    const { clinicId } = actor;
    const { id } = await findVisit(db, clinicId, pathId(request));
    await db.transaction(async (tx) => {
      await actAs(tx, actor);
      await endInvitations(tx, clinicId, id);
    });
    response.status(204).end();
  });

  return router;
}
