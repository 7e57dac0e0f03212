import { Router } from 'express';
import type { Logger } from 'pino';
import type { Db } from '../../db/connect';
import { HttpProblem } from '../../http/problem';
import { actorOf, actorWithRight } from '../../http/session';
import { audit } from '../audit/store';
import { backUp, type BackupSettings } from './by-itself';
import { backupsShown } from './store';

/** Backups of the whole installation: seen by all staff, made at once by an owner. */
export function backupRoutes(db: Db, settings: BackupSettings | null, logger: Logger): Router {
  const router = Router();

  router.get('/clinic/backups', async (request, response) => {
    actorOf(request);
    response.json(await backupsShown(db, settings !== null));
  });

  router.post('/clinic/backups', async (request, response) => {
    const actor = actorWithRight(request, 'manageAccounts');
    if (settings === null) {
      throw new HttpProblem('refused-by-rule', 'No folder is set for backups', {
        detail: 'Whoever runs this installation sets BACKUP_FOLDER.',
      });
    }
    const { clinicId, staffId } = actor;
    await audit(db, [{ clinicId, staffId, kind: 'backupAsked' }]);
    // It may take minutes: what became of it is read from the list.
    backUp(settings).catch((error: unknown) =>
      logger.error({ error: String(error).slice(0, 500) }, 'backup'),
    );
    response.status(202).end();
  });

  return router;
}
