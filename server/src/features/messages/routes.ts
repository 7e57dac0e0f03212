import type { Carriers } from '@tidy-quill/contract/ahead';
import { NewMessageText } from '@tidy-quill/contract/message-texts';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import type { MessageCarrier } from './carrier';
import { carry, messagesOf } from './store';
import { allWords, setWords } from './words';

/** The outbox: every message and its state; what failed may be tried again. */
export function messageRoutes(db: Db, carrier: MessageCarrier): Router {
  const router = Router();

  router.get('/messages', async (request, response) => {
    response.json(await messagesOf(db, actorOf(request).clinicId));
  });

  router.get('/messages/carriers', (request, response) => {
    actorOf(request);
    response.json({ mailServer: carrier.mailServer } satisfies Carriers);
  });

  router.post('/messages/:id/again', async (request, response) => {
    const { clinicId } = actorOf(request);
    await carry(db, carrier, clinicId, pathId(request));
    response.json(await messagesOf(db, clinicId));
  });

  router.get('/message-texts', async (request, response) => {
    response.json(await allWords(db, actorOf(request).clinicId));
  });

  router.post('/message-texts', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    await setWords(db, actor, parse(NewMessageText, request.body));
    response.status(201).json(await allWords(db, actor.clinicId));
  });

  return router;
}
