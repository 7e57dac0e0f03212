import { ConsentAsked, NewConsent, Withdrawal } from '@tidy-quill/contract/consent';
import { Router } from 'express';
import type { Db } from '../../db/connect';
import type { FileStore } from '../../files/file-store';
import { sendFile } from '../../files/send-file';
import { parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { consentToRead } from './reading';
import { consentFile, signConsent, withdrawConsent } from './store';

/** Consents of a client: read, signed, fetched as PDF, withdrawn. */
export function consentRoutes(db: Db, files: FileStore): Router {
  const router = Router();

  router.get('/clients/:id/consent-to-read', async (request, response) => {
    const asked = parse(ConsentAsked, request.query);
    response.json(await consentToRead(db, actorOf(request), pathId(request), asked));
  });

  router.post('/clients/:id/consents', async (request, response) => {
    const signed = parse(NewConsent, request.body);
    const kept = await signConsent(db, files, actorOf(request), pathId(request), signed);
    response.status(201).json(kept);
  });

  router.get('/consents/:id/pdf', async (request, response) => {
    const { clinicId } = actorOf(request);
    const id = pathId(request);
    const sha256 = await consentFile(db, clinicId, id);
    response.set('content-disposition', `inline; filename="consent-${id}.pdf"`);
    const type = 'application/pdf';
    await sendFile(request, response, { store: files, db, clinicId, sha256, type });
  });

  router.post('/consents/:id/withdraw', async (request, response) => {
    const withdrawal = parse(Withdrawal, request.body);
    await withdrawConsent(db, actorOf(request), pathId(request), withdrawal);
    response.status(204).end();
  });

  return router;
}
