import { CardPrint } from '@tidy-quill/contract/card-prints';
import { PHOTO_LIMITS, PHOTO_TYPES } from '@tidy-quill/contract/photo-limits';
import { NewPhoto, PictureCardAsked, PictureSheet } from '@tidy-quill/contract/photos';
import express, { Router, type Request, type Response } from 'express';
import type { Db } from '../../db/connect';
import type { FileStore } from '../../files/file-store';
import { sendFile } from '../../files/send-file';
import { parse, pathId } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import { cardPrintsOf, keepCardPrint } from './card-prints';
import { cardPdf } from './card-pdf';
import { pictureSheetPdf } from './sheet-pdf';
import { keepPhoto, photoFile, photosOfClient } from './store';

export function photoRoutes(db: Db, files: FileStore): Router {
  const router = Router();
  const picture = express.raw({ type: [...PHOTO_TYPES], limit: PHOTO_LIMITS.bytes });

  router.post('/visits/:id/photos', picture, async (request, response) => {
    const about = parse(NewPhoto, request.query);
    // Of any other type nothing was read.
    const sent = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    const actor = actorOf(request);
    response.status(201).json(await keepPhoto(db, files, actor, pathId(request), about, sent));
  });

  const send = async (request: Request, response: Response, size: 'original' | 'thumbnail') => {
    const { clinicId } = actorOf(request);
    const { takenAt, ...file } = await photoFile(db, clinicId, pathId(request), size);
    // It never changes, but is not to stay on a tablet after its reader has gone.
    response.set('cache-control', 'private, max-age=300');
    response.set('last-modified', takenAt.toUTCString());
    await sendFile(request, response, { store: files, db, clinicId, ...file });
  };

  router.get('/photos/:id', (request, response) => send(request, response, 'original'));

  router.get('/photos/:id/thumbnail', (request, response) => send(request, response, 'thumbnail'));

  router.get('/clients/:id/photos', async (request, response) => {
    response.json(await photosOfClient(db, actorOf(request).clinicId, pathId(request)));
  });

  router.post('/clients/:id/picture-sheet.pdf', async (request, response) => {
    const { clinicId } = actorOf(request);
    const asked = parse(PictureSheet, request.body);
    response
      .type('application/pdf')
      .set('content-disposition', 'inline; filename="pictures.pdf"')
      .send(await pictureSheetPdf(db, files, clinicId, pathId(request), asked));
  });

  router.get('/picture-card.pdf', async (request, response) => {
    const { kind } = parse(PictureCardAsked, request.query);
    response
      .type('application/pdf')
      .set('content-disposition', `inline; filename="card-${kind}.pdf"`)
      .send(await cardPdf(kind));
  });

  router.get('/card-prints', async (request, response) => {
    response.json(await cardPrintsOf(db, actorOf(request).clinicId));
  });

  router.post('/card-prints', async (request, response) => {
    const actor = actorWithRight(request, 'draft');
    await keepCardPrint(db, actor, parse(CardPrint, request.body));
    response.status(204).end();
  });

  return router;
}
