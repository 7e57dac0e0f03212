import { Router } from 'express';
import { openApiDocument } from './document';

/** The description of the API; it tells nothing of any clinic and needs no sign-in. */
export function openApiRoutes(): Router {
  const router = Router();
  const document = openApiDocument();
  router.get('/openapi.json', (_request, response) => {
    response.json(document);
  });
  return router;
}
