import { NewPhoto, PHOTO_LIMITS, PHOTO_TYPES } from '@tidy-quill/contract/photos';
import express, { Router, type Response } from 'express';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { keepPhoto, photoFile } from './store';

export function photoRoutes(db: Db): Router {
  const router = Router();
  const picture = express.raw({ type: [...PHOTO_TYPES], limit: PHOTO_LIMITS.bytes });

  router.post('/visits/:id/photos', picture, async (request, response) => {
    const about = parse(NewPhoto, request.query);
    // Of any other type nothing was read.
    const sent = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    response.status(201).json(await keepPhoto(db, actorOf(request), pathId(request), about, sent));
  });

  const send = (response: Response, { type, bytes }: { type: string; bytes: Buffer }) => {
    // It never changes, but is not to stay on a tablet after its reader has gone.
    response.set('cache-control', 'private, max-age=300').type(type).send(bytes);
  };

  router.get('/photos/:id', async (request, response) => {
    const { clinicId } = actorOf(request);
    send(response, await photoFile(db, clinicId, pathId(request), 'original'));
  });

  router.get('/photos/:id/thumbnail', async (request, response) => {
    const { clinicId } = actorOf(request);
    send(response, await photoFile(db, clinicId, pathId(request), 'thumbnail'));
  });

  return router;
}
