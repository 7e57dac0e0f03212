import { SignRecord } from '@tidy-quill/contract/record';
import { eq } from 'drizzle-orm';
import { Router, type Request } from 'express';
import { defined } from '@tidy-quill/core/units';
import type { Db } from '../../db/connect';
import { clinics } from '../../db/schema';
import { parse, pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import type { FileStore } from '../../files/file-store';
import { findVisit } from '../visit/store';
import { recordPdf } from './pdf';
import { openRecord, planInputs, signRecord, thumbnailsOf } from './store';

/** The record of a visit: its page, its paper, and signatures under it. */
export function recordRoutes(db: Db, files: FileStore): Router {
  const router = Router();

  const opened = async (request: Request) => {
    const { clinicId } = actorOf(request);
    return openRecord(db, clinicId, await findVisit(db, clinicId, pathId(request)));
  };

  router.get('/visits/:id/record', async (request, response) => {
    response.json(await opened(request));
  });

  /** Each zone's accepted plan with its inputs, to be worked out again years later: `quill replan`. */
  router.get('/visits/:id/plans', async (request, response) => {
    const { clinicId } = actorOf(request);
    response.json(await planInputs(db, clinicId, await findVisit(db, clinicId, pathId(request))));
  });

  router.get('/visits/:id/record.pdf', async (request, response) => {
    const { clinicId } = actorOf(request);
    const record = await opened(request);
    const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
    response
      .type('application/pdf')
      .set('content-disposition', `inline; filename="record-${record.visit.id}.pdf"`)
      .send(
        await recordPdf(record, defined(clinic), await thumbnailsOf(db, files, clinicId, record)),
      );
  });

  router.post('/visits/:id/sign', async (request, response) => {
    const signed = parse(SignRecord, request.body);
    response.status(201).json(await signRecord(db, actorOf(request), pathId(request), signed));
  });

  return router;
}
