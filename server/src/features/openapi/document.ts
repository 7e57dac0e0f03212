import { RIGHT_ROLES } from '@tidy-quill/core/access';
import * as afterEvents from '@tidy-quill/contract/after-events';
import { API } from '@tidy-quill/contract/api';
import type { ApiRow } from '@tidy-quill/contract/api-row';
import * as look from '@tidy-quill/contract/look';
import * as plan from '@tidy-quill/contract/plan';
import * as eventBodies from '@tidy-quill/contract/event-bodies';
import * as visit from '@tidy-quill/contract/visit';
import { toJsonSchema } from '@valibot/to-json-schema';
import type * as v from 'valibot';

const isSchema = (each: unknown): each is v.GenericSchema =>
  typeof each === 'object' && each !== null && 'kind' in each && each.kind === 'schema';

/** Schemas that others are made of: each is written once and referred to by its name. */
const SHARED: Readonly<Record<string, v.GenericSchema>> = Object.fromEntries(
  [plan, eventBodies, visit, afterEvents, look].flatMap((module) =>
    Object.entries(module).filter((entry): entry is [string, v.GenericSchema] =>
      isSchema(entry[1]),
    ),
  ),
);

const REF = '#/components/schemas/';

/**
 * What a schema of the contract takes, as JSON Schema; a check that JSON Schema cannot say is left to the server.
 *
 * @param own its name, where it is to be written out instead of referred to
 */
function schemaOf(schema: v.GenericSchema, own?: string) {
  const others = Object.entries(SHARED).filter(([name]) => name !== own);
  const {
    $schema: _,
    $defs: _defs,
    ...rest
  } = toJsonSchema(schema, {
    errorMode: 'ignore',
    typeMode: 'input',
    definitions: Object.fromEntries(others),
    overrideRef: ({ referenceId }) => referenceId.replace('#/$defs/', REF),
  });
  return rest;
}

interface ObjectSchema {
  readonly properties?: Readonly<Record<string, unknown>>;
  readonly required?: readonly string[];
}

const parametersOf = (path: string, { query }: ApiRow) => {
  const inPath = [...path.matchAll(/:(\w+)/g)].map(([, name]) => ({
    ...{ name, in: 'path', required: true, schema: { type: 'string' } },
  }));
  if (query === undefined) return inPath;
  // Its fields are parameters of their own: it is never referred to as a whole.
  const own = Object.entries(SHARED).find(([, schema]) => schema === query)?.[0];
  const { properties = {}, required = [] } = schemaOf(query, own) as ObjectSchema;
  const asked = Object.entries(properties).map(([name, schema]) => ({
    ...{ name, in: 'query', required: required.includes(name), schema },
  }));
  return [...inPath, ...asked];
};

function operationOf(path: string, row: ApiRow) {
  const { summary, body, takes, gives = 'application/json', open, right } = row;
  const parameters = parametersOf(path, row);
  const content =
    body === undefined
      ? Object.fromEntries((takes ?? []).map((type) => [type, {}]))
      : { 'application/json': { schema: schemaOf(body) } };
  return {
    summary,
    ...(right === undefined ? {} : { description: `Only ${RIGHT_ROLES[right].join(' or ')}.` }),
    ...(open === true ? { security: [] } : {}),
    ...(parameters.length === 0 ? {} : { parameters }),
    ...(Object.keys(content).length === 0 ? {} : { requestBody: { required: true, content } }),
    responses: {
      '2XX': { description: 'Done', content: { [gives]: {} } },
      '4XX': { $ref: '#/components/responses/Problem' },
    },
  };
}

/** The API in OpenAPI 3.1, made from the contract's own schemas. */
export function openApiDocument() {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, row] of Object.entries(API)) {
    const [method = '', path = ''] = name.split(' ');
    const own = (paths[path.replaceAll(/:(\w+)/g, '{$1}')] ??= {});
    own[method.toLowerCase()] = operationOf(path, row);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Tidy Quill',
      version: '0.1.0',
      description:
        'What the pages use. Moments are ISO 8601, days YYYY-MM-DD, figures carry their unit in the name; ids are UUIDv7 made by whoever creates a record, so that sending again is harmless.',
    },
    security: [{ session: [] }],
    paths,
    components: {
      schemas: Object.fromEntries(
        Object.entries(SHARED).map(([name, schema]) => [name, schemaOf(schema, name)]),
      ),
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'tidy-quill' } },
      responses: {
        Problem: {
          description: 'Refused, with the fields at fault (RFC 9457)',
          content: { 'application/problem+json': {} },
        },
      },
    },
  };
}
