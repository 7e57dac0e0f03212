import { defined } from '@tidy-quill/core/units';
import { eq } from 'drizzle-orm';
import { Router, type Request } from 'express';
import type { ReadingSide } from '../../db/reading-side';
import { clinics } from '../../db/schema';
import { pathId } from '../../http/problem';
import { actorOf } from '../../http/session';
import { wholeFile, type FileStore } from '../../files/file-store';
import { openRecord, thumbnailsOf } from '../record/store';
import { fhirBundle } from './fhir';
import { wholeRecordPdf, type VisitOnPaper } from './record-pdf';
import { clientRecord } from './store';
import { sessionsCsv } from './tables';

/** One client's whole record in open formats, read where reading much is in nobody's way. */
export function exportRoutes(reading: ReadingSide, files: FileStore): Router {
  const router = Router();

  const recordOf = (request: Request) =>
    reading.read((db) => clientRecord(db, files, actorOf(request).clinicId, pathId(request)));

  router.get('/clients/:id/record.json', async (request, response) => {
    const record = await recordOf(request);
    response
      .set('content-disposition', `attachment; filename="${record.client.reference}.json"`)
      .json(record);
  });

  router.get('/clients/:id/record.fhir.json', async (request, response) => {
    const { clinicId } = actorOf(request);
    const record = await recordOf(request);
    const pictures = await reading.read((db) =>
      Promise.all(
        record.photos.map(async ({ id, type, sha256 }) => ({
          ...{ id, type, bytes: await wholeFile(files, db, clinicId, sha256) },
        })),
      ),
    );
    response
      .type('application/fhir+json; charset=utf-8')
      .set('content-disposition', `attachment; filename="${record.client.reference}.fhir.json"`)
      .send(JSON.stringify(fhirBundle(record, pictures)));
  });

  router.get('/clients/:id/record.pdf', async (request, response) => {
    const { clinicId } = actorOf(request);
    const { record, pdf } = await reading.read(async (db) => {
      const record = await clientRecord(db, files, clinicId, pathId(request));
      const [clinic] = await db.select().from(clinics).where(eq(clinics.id, clinicId));
      const visits: VisitOnPaper[] = [];
      // What cannot be read, or was cancelled, is named on the first page and has none of its own.
      for (const { visit, asKept } of record.visits) {
        if (asKept !== undefined || visit.cancelled !== null) continue;
        const opened = await openRecord(db, clinicId, visit);
        visits.push({ opened, thumbnails: await thumbnailsOf(db, files, clinicId, opened) });
      }
      return { record, pdf: await wholeRecordPdf(record, visits, defined(clinic)) };
    });
    response
      .type('application/pdf')
      .set('content-disposition', `attachment; filename="${record.client.reference}.pdf"`)
      .send(pdf);
  });

  router.get('/clients/:id/sessions.csv', async (request, response) => {
    const record = await recordOf(request);
    response
      .type('text/csv; charset=utf-8')
      .set('content-disposition', `attachment; filename="${record.client.reference}.csv"`)
      .send(sessionsCsv(record));
  });

  return router;
}
