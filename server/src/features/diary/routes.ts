import type { Invitation } from '@tidy-quill/contract/ahead';
import { DiaryEntry, DiaryPhoto, NewDiaryLink } from '@tidy-quill/contract/diary';
import { PHOTO_LIMITS, PHOTO_TYPES } from '@tidy-quill/contract/photo-limits';
import express, { Router, type RequestHandler } from 'express';
import type { Db } from '../../db/connect';
import { originOf } from '../../http/origin';
import type { FileStore } from '../../files/file-store';
import { parse, pathId } from '../../http/problem';
import { actAs } from '../audit/store';
import { actorOf } from '../../http/session';
import { guardedBy, type Tries } from '../auth/tries';
import { tellDesk } from '../live/event-notifications';
import type { MessageCarrier } from '../messages/carrier';
import { carry } from '../messages/store';
import { findVisit } from '../visit/store';
import {
  diaryOf,
  diaryPage,
  endDiary,
  keepDiaryPhoto,
  mayAddPhoto,
  openDiary,
  writeDiary,
} from './store';
import { diaryWorries, readEntry } from './worries';

/** What a client reaches with a diary's token and nothing else. Wrong tokens are counted by address. */
export function diaryRoutes(db: Db, files: FileStore, guesses: Tries): Router {
  const router = Router();
  const picture = express.raw({ type: [...PHOTO_TYPES], limit: PHOTO_LIMITS.bytes });
  const guarded = guardedBy(guesses);

  router.get('/diary/:token', async (request, response) => {
    const { token } = request.params;
    response.json(await guarded(request.ip ?? '', () => diaryPage(db, token)));
  });

  router.post('/diary/:token', express.json({ limit: '64kb' }), async (request, response) => {
    const token = String(request.params['token']);
    const entry = parse(DiaryEntry, request.body);
    const clinicId = await guarded(request.ip ?? '', () => writeDiary(db, token, entry));
    tellDesk(db, clinicId);
    response.status(204).end();
  });

  const allowed: RequestHandler = async (request, _response, next) => {
    const token = String(request.params['token']);
    await guarded(request.ip ?? '', () => mayAddPhoto(db, token));
    next();
  };

  router.post('/diary/:token/photos', allowed, picture, async (request, response) => {
    const token = String(request.params['token']);
    const { id } = parse(DiaryPhoto, request.query);
    const sent = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    await guarded(request.ip ?? '', () => keepDiaryPhoto(db, files, token, id, sent));
    response.status(204).end();
  });

  return router;
}

/** The clinic's side: links given, entries read. */
export function diaryDeskRoutes(db: Db, carrier: MessageCarrier): Router {
  const router = Router();

  router.post('/visits/:id/diary-link', async (request, response) => {
    const actor = actorOf(request);
    const { id } = parse(NewDiaryLink, request.body);
    const visit = await findVisit(db, actor.clinicId, pathId(request));
    const { messageId, ...link } = await openDiary(db, actor, visit, id, originOf(request));
    await carry(db, carrier, actor.clinicId, messageId);
    response.status(201).json(link satisfies Invitation);
  });

  router.delete('/visits/:id/diary-link', async (request, response) => {
    const actor = actorOf(request);
    const { clinicId } = actor;
    const { id } = await findVisit(db, clinicId, pathId(request));
    await db.transaction(async (tx) => {
      await actAs(tx, actor);
      await endDiary(tx, clinicId, id);
    });
    response.status(204).end();
  });

  router.get('/visits/:id/diary', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { id } = await findVisit(db, clinicId, pathId(request));
    response.json(await diaryOf(db, clinicId, id));
  });

  router.post('/diary-entries/:id/read', async (request, response) => {
    const actor = actorOf(request);
    await readEntry(db, actor, pathId(request));
    tellDesk(db, actor.clinicId);
    response.status(204).end();
  });

  router.get('/diary-worries', async (request, response) => {
    response.json(await diaryWorries(db, actorOf(request).clinicId));
  });

  return router;
}
