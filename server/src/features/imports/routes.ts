import { ClientRecordFile } from '@tidy-quill/contract/client-record';
import { NewImport } from '@tidy-quill/contract/imports';
import express, { Router, type RequestHandler } from 'express';
import type { Db } from '../../db/connect';
import type { FileStore } from '../../files/file-store';
import { parse, pathId } from '../../http/problem';
import { actorWithRight } from '../../http/session';
import { takeRecord } from './read-record';
import { checkImport, importAll, importsOf, undoImport } from './store';

/** A file of thousands of rows, or a record with its pictures, is larger than anything else that is sent as JSON. */
const MOST = '64mb';

/** Reads the bodies of imports: before anything that would refuse their size. */
export const importBodies = (): RequestHandler => express.json({ limit: MOST });

/** Clients and past sessions out of files: looked through, taken as a whole, undone as a whole. */
export function importRoutes(db: Db, files: FileStore): Router {
  const router = Router();

  router.get('/imports', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'importClients');
    response.json(await importsOf(db, clinicId));
  });

  router.post('/imports/check', async (request, response) => {
    const { clinicId } = actorWithRight(request, 'importClients');
    response.json(await checkImport(db, clinicId, parse(NewImport, request.body)));
  });

  router.post('/imports', async (request, response) => {
    const actor = actorWithRight(request, 'importClients');
    const asked = parse(NewImport, request.body);
    await importAll(db, actor, asked);
    response.status(201).json({ id: asked.id });
  });

  router.post('/imports/record', async (request, response) => {
    const actor = actorWithRight(request, 'importClients');
    const file = parse(ClientRecordFile, request.body);
    response.status(201).json(await takeRecord(db, files, actor, file));
  });

  router.post('/imports/:id/undo', async (request, response) => {
    await undoImport(db, actorWithRight(request, 'importClients'), pathId(request));
    response.status(204).end();
  });

  return router;
}
