import { DoorSheetAsked, NewDeviceEntry, PAPER_BYTES } from '@tidy-quill/contract/devices';
import { PDF } from '@tidy-quill/contract/api-row';
import express, { Router } from 'express';
import type { Db } from '../../db/connect';
import type { FileStore } from '../../files/file-store';
import { sendFile } from '../../files/send-file';
import { HttpProblem, parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { doorSheet, safetyPapers } from './safety';
import { addEntry, deviceShown, knownHandpiece, paperOf, standingsOf } from './store';

/** How the clinic's devices stand: read and written by all, brought back into use by a supervisor. */
export function deviceRoutes(db: Db, files: FileStore): Router {
  const router = Router();

  router.get('/devices', async (request, response) => {
    response.json(await standingsOf(db, actorOf(request).clinicId));
  });

  router.get('/handpieces/:id/log', async (request, response) => {
    response.json(await deviceShown(db, actorOf(request).clinicId, request.params.id));
  });

  router.post('/handpieces/:id/log', async (request, response) => {
    const entry = parse(NewDeviceEntry, request.body);
    await addEntry(db, files, actorOf(request), request.params.id, entry);
    response.status(201).end();
  });

  router.post(
    '/handpieces/:id/papers',
    express.raw({ type: [PDF], limit: PAPER_BYTES }),
    async (request, response) => {
      const { clinicId } = actorOf(request);
      await knownHandpiece(db, clinicId, request.params['id'] ?? '');
      const sent: unknown = request.body;
      // A PDF begins with its name.
      if (!Buffer.isBuffer(sent) || sent.subarray(0, 5).toString('latin1') !== '%PDF-') {
        throw new HttpProblem('invalid-input', 'This is no PDF', {
          detail: 'A paper of a service is kept as a PDF.',
        });
      }
      response.status(201).json({ sha256: await files.put(db, clinicId, sent) });
    },
  );

  router.get('/device-papers/:id', async (request, response) => {
    const { clinicId } = actorOf(request);
    const sha256 = await paperOf(db, clinicId, pathId(request));
    response.set('cache-control', 'private, max-age=300');
    await sendFile(request, response, { store: files, db, clinicId, sha256, type: PDF });
  });

  router.get('/handpieces/:id/safety-file.pdf', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { id } = request.params;
    response
      .type(PDF)
      .set('content-disposition', `inline; filename="laser-safety-${encodeURIComponent(id)}.pdf"`)
      .send(await safetyPapers(db, clinicId, id));
  });

  router.get('/clinic/rooms/:id/door-sheet.pdf', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { handpieces } = parse(DoorSheetAsked, request.query);
    response
      .type(PDF)
      .set('content-disposition', 'inline; filename="door-sheet.pdf"')
      .send(await doorSheet(db, clinicId, pathId(request), handpieces));
  });

  return router;
}
