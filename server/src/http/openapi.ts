import type Joi from 'joi';
import { PROBLEM_TYPES, problemAddress, type ProblemName } from '@fond/contract';
import { isUnit, leastRole, OPERATIONS, takesKey, type Operation } from '@fond/contract/operations';
import { jsonSchemaOf, sharedSchemas, type Json } from './jsonSchema';

const ROOT = '#/components/schemas';
const schemaOf = (schema: Joi.Schema): Json => jsonSchemaOf(schema, ROOT);

function parametersIn(place: 'path' | 'query', schema: Joi.ObjectSchema | undefined): Json[] {
  if (!schema) return [];
  const { properties = {}, required = [] } = schemaOf(schema) as {
    properties?: Record<string, Json>;
    required?: string[];
  };
  return Object.entries(properties).map(([name, property]) => ({
    name,
    in: place,
    required: place === 'path' || required.includes(name),
    schema: property,
  }));
}

const ONCE: Json = {
  name: 'Idempotency-Key',
  in: 'header',
  required: false,
  description:
    'Sent again with the same key and body, the request makes nothing more and is answered as before.',
  schema: { type: 'string', pattern: '^[\\w-]{8,100}$' },
};

const problemAnswer = (name: ProblemName): Json => ({
  description: `${PROBLEM_TYPES[name].title} (\`${problemAddress(name)}\`)`,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
});

function bodyOf(operation: Operation): Json | undefined {
  if (operation.body)
    return { required: true, content: { 'application/json': { schema: schemaOf(operation.body) } } };
  if (!operation.upload) return undefined;
  const { properties = {} } = schemaOf(operation.upload) as { properties?: Json };
  return {
    required: true,
    content: {
      'multipart/form-data': {
        schema: {
          type: 'object',
          required: ['file'],
          properties: { file: { type: 'string', format: 'binary' }, ...properties },
        },
      },
    },
  };
}

function answersOf(operation: Operation): Json {
  const answers: Json = {
    [operation.status]: {
      description: operation.summary,
      ...(operation.answer && {
        content: Object.fromEntries(
          [operation.produces ?? 'application/json']
            .flat()
            .map((type) => [type, { schema: schemaOf(operation.answer!) }]),
        ),
      }),
    },
  };
  const names: ProblemName[] = [...operation.problems];
  if (operation.params || operation.query || operation.body || operation.upload) names.push('bad-input');
  if (operation.body || operation.upload) names.push('wrong-kind', 'too-large');
  if (operation.access === 'signed-in') {
    names.push('sign-in-needed');
    if (operation.method !== 'get') names.push('token-needed');
    if (leastRole(operation) !== 'viewer') names.push('not-allowed');
  }
  if (operation.access === 'machine') names.push('system-unknown');
  if (operation.shown) names.push('approval-needed');
  if (isUnit(operation)) names.push('busy', 'outcome-unknown', 'done-unseen');
  if (takesKey(operation)) names.push('done-already', 'key-reused');
  const byStatus = new Map<number, ProblemName[]>();
  for (const name of new Set(names)) {
    const { status } = PROBLEM_TYPES[name];
    byStatus.set(status, [...(byStatus.get(status) ?? []), name]);
  }
  for (const [status, those] of byStatus) {
    const told = those.map(problemAnswer);
    answers[status] = { ...told[0], description: told.map(({ description }) => description).join('; ') };
  }
  return answers;
}

function securityOf({ access, method }: Operation): Json[] {
  switch (access) {
    case 'public':
      return [];
    case 'machine':
      return [{ system: [] }];
    case 'signed-in':
      return [method === 'get' ? { session: [] } : { session: [], token: [] }];
  }
}

/** The OpenAPI 3.1 document, made from the same table that mounts the operations, so the two can't differ. */
let made: Json | null = null;

/** The document is the same for as long as the server runs, and takes seconds to write. */
export const openApiDocument = (): Json => (made ??= writeDocument());

function writeDocument(): Json {
  const paths: Record<string, Json> = {};
  for (const [name, entry] of Object.entries(OPERATIONS)) {
    const operation: Operation = entry;
    const parameters = [
      ...parametersIn('path', operation.params),
      ...parametersIn('query', operation.query),
      ...(takesKey(operation) ? [ONCE] : []),
    ];
    const body = bodyOf(operation);
    paths[operation.path] = {
      ...paths[operation.path],
      [operation.method]: {
        operationId: name,
        summary: operation.summary,
        security: securityOf(operation),
        ...(parameters.length && { parameters }),
        ...(body && { requestBody: body }),
        responses: answersOf(operation),
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Fond Aisle',
      version: '0.1.0',
      description:
        'Listing pages as data, and the desk behind them. Errors are RFC 9457 problem documents. Unsafe requests send the token that sign-in answers as `X-CSRF-Token`.',
    },
    servers: [{ url: '/', description: 'Where this document was read' }],
    paths,
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'fond.sid' },
        token: { type: 'apiKey', in: 'header', name: 'X-CSRF-Token' },
        system: { type: 'http', scheme: 'bearer' },
      },
      schemas: {
        ...sharedSchemas(ROOT),
        Problem: {
          type: 'object',
          required: ['type', 'title', 'status', 'detail'],
          properties: {
            type: { type: 'string', enum: (Object.keys(PROBLEM_TYPES) as ProblemName[]).map(problemAddress) },
            title: { type: 'string' },
            status: { type: 'integer' },
            detail: { type: 'string' },
            errors: {
              type: 'array',
              items: {
                type: 'object',
                required: ['path', 'message'],
                properties: { path: { type: 'string' }, message: { type: 'string' } },
              },
            },
          },
        },
      },
    },
  };
}
