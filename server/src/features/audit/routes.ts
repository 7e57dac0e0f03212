import { AuditAsked } from '@tidy-quill/contract/audit';
import { AUDIT_WORDS } from '@tidy-quill/contract/labels/audit';
import { Router } from 'express';
import Papa from 'papaparse';
import type { Db } from '../../db/connect';
import { parse, pathId } from '../../http/problem';
import { actorWithRight } from '../../http/session';
import { findClient } from '../clients/store';
import { auditPage } from './store';

export function auditRoutes(db: Db): Router {
  const router = Router();

  router.get('/audit', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readAudit');
    response.json(await auditPage(db, clinicId, parse(AuditAsked, request.query)));
  });

  /** A client's own list of who looked, for whoever asks for it. */
  router.get('/clients/:id/audit.csv', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'readAudit');
    const client = await findClient(db, clinicId, pathId(request));
    const lines: { at: string; by: string; what: string }[] = [];
    for (let before: number | undefined; ;) {
      const page = await auditPage(db, clinicId, { client: client.id, before });
      for (const { at, staff, kind } of page.entries) {
        lines.push({ at, by: staff ?? 'nobody signed in', what: AUDIT_WORDS[kind] });
      }
      before = page.entries.at(-1)?.seq;
      if (!page.more) break;
    }
    const file = Papa.unparse(lines, { columns: ['at', 'by', 'what'] });
    response
      .type('text/csv')
      .set('content-disposition', `attachment; filename="${client.reference}-who-looked.csv"`)
      .send(file);
  });

  return router;
}
