import { Router } from 'express';
import type { Db } from '../../db/connect';
import { pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { wholeFile, type FileStore } from '../../files/file-store';
import { fhirBundle } from './fhir';
import { clientRecord } from './store';
import { sessionsCsv } from './tables';

/** One client's whole record in open formats. */
export function exportRoutes(db: Db, files: FileStore): Router {
  const router = Router();

  router.get('/clients/:id/record.json', async (request, response) => {
    const record = await clientRecord(db, actorOf(request).clinicId, pathId(request));
    response
      .set('content-disposition', `attachment; filename="${record.client.reference}.json"`)
      .json(record);
  });

  router.get('/clients/:id/record.fhir.json', async (request, response) => {
    const { clinicId } = actorOf(request);
    const record = await clientRecord(db, clinicId, pathId(request));
    const pictures = await Promise.all(
      record.photos.map(async ({ id, type, sha256 }) => ({
        ...{ id, type, bytes: await wholeFile(files, db, clinicId, sha256) },
      })),
    );
    response
      .type('application/fhir+json; charset=utf-8')
      .set('content-disposition', `attachment; filename="${record.client.reference}.fhir.json"`)
      .send(JSON.stringify(fhirBundle(record, pictures)));
  });

  router.get('/clients/:id/sessions.csv', async (request, response) => {
    const record = await clientRecord(db, actorOf(request).clinicId, pathId(request));
    response
      .type('text/csv; charset=utf-8')
      .set('content-disposition', `attachment; filename="${record.client.reference}.csv"`)
      .send(sessionsCsv(record));
  });

  return router;
}
