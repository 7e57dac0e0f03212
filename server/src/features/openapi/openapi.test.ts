import { API } from '@tidy-quill/contract/api';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { defined } from '@tidy-quill/core/units';
import { startApplication, type Application } from '../../testing/application';
import { openApiDocument } from './document';

let app: Application;
beforeAll(async () => {
  app = await startApplication();
});
afterAll(() => app.close());

const KEPT = fileURLToPath(new URL('../../../../docs/api/openapi.json', import.meta.url));

describe('the description of the API', () => {
  it('lists exactly the routes of the router', () => {
    const routes = app.routes.map(({ method, path }) => `${method} ${path}`);
    expect([...new Set(routes)].sort()).toEqual(Object.keys(API).sort());
  });

  it('is served to whoever asks, as it stands in docs/api', async () => {
    const { status, body } = await app.person().get('/api/openapi.json');
    expect(status).toBe(200);
    expect(body).toEqual(JSON.parse(JSON.stringify(openApiDocument())));
    await expect(`${JSON.stringify(body, null, 2)}\n`).toMatchFileSnapshot(KEPT);
  });

  it('says of a request what the contract says of it', () => {
    const { paths } = openApiDocument();
    const signIn = defined(paths['/api/sign-in'])['post'];
    expect(signIn).toMatchObject({
      security: [],
      requestBody: {
        content: {
          'application/json': {
            schema: { type: 'object', required: ['name', 'password'] },
          },
        },
      },
    });
    expect(defined(paths['/api/visits/{id}/events'])['get']).toMatchObject({
      parameters: [
        { name: 'id', in: 'path' },
        { name: 'after', in: 'query' },
      ],
    });
    expect(defined(paths['/api/clinic/staff'])['post']).toMatchObject({
      description: 'Only owner.',
    });
  });
});
