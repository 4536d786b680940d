import { Ajv2020 } from 'ajv/dist/2020.js';
import type { Floor } from '@fond/contract';
import type { Plan } from '@fond/core';
import { readPlan } from '../support/plans';
import { Validator } from '@seriousme/openapi-schema-validator';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { PROBLEM_TYPES } from '@fond/contract';
import { leastRole, OPERATIONS, type Operation } from '@fond/contract/operations';
import { startTestServer, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'));
});
afterAll(() => server.stop());

interface Layer {
  route?: { path: string; methods: Record<string, boolean> };
}

describe('the OpenAPI document', () => {
  it('is valid OpenAPI 3.1', async () => {
    const { body } = await server.guest.get('/api/openapi.json');
    const result = await new Validator().validate(body);
    expect(result.errors ?? []).toEqual([]);
    expect(body.openapi).toBe('3.1.0');
  });

  it('tells exactly the operations that the server answers', async () => {
    const { body } = await server.guest.get('/api/openapi.json');
    const told = Object.entries(body.paths as Record<string, object>).flatMap(([path, operations]) =>
      Object.keys(operations).map((method) => `${method} ${path}`),
    );
    const { stack } = server.application.app.router as unknown as { stack: Layer[] };
    const mounted = stack.flatMap(({ route }) =>
      // What refuses all other methods is mounted for every one that there is.
      route?.path.startsWith('/api') && Object.keys(route.methods).length === 1
        ? Object.keys(route.methods).map((method) => `${method} ${route.path.replace(/:(\w+)/g, '{$1}')}`)
        : [],
    );
    expect(mounted.sort()).toEqual(told.sort());
  });

  it('tells of every operation what it may be refused for: a role, a missing token, a second person', async () => {
    const { body } = await server.guest.get('/api/openapi.json');
    for (const operation of Object.values<Operation>(OPERATIONS)) {
      const { responses } = body.paths[operation.path][operation.method];
      const name = `${operation.method} ${operation.path}`;
      const refused = operation.access === 'signed-in' && leastRole(operation) !== 'viewer';
      if (refused) expect(Object.keys(responses), name).toContain('403');
      if (operation.access === 'signed-in') expect(Object.keys(responses), name).toContain('401');
      if (operation.shown) expect(JSON.stringify(responses['409']), name).toContain('approval-needed');
    }
  });

  it('describes maps by what their keys and values are', async () => {
    const { body } = await server.guest.get('/api/openapi.json');
    const closed: string[] = [];
    const walk = (node: unknown, at: string): void => {
      if (typeof node !== 'object' || node === null) return;
      const { type, properties, patternProperties, additionalProperties } = node as Record<string, unknown>;
      const names = Object.keys((properties as object | undefined) ?? {});
      if (names.some((name) => name.startsWith('/'))) closed.push(`${at}: ${names.join()}`);
      if (type === 'object' && !names.length && !patternProperties && additionalProperties === false)
        closed.push(at);
      for (const [key, value] of Object.entries(node)) walk(value, `${at}/${key}`);
    };
    walk({ ...body, paths: { ...body.paths } }, '');
    // An upload without fields, and an answer of nothing, are the only objects that hold nothing.
    expect(closed.filter((at) => !/requestBody/.test(at))).toEqual([]);
    const item =
      body.paths['/api/shop/listing'].get.responses['200'].content['application/json'].schema.properties.items
        .items.properties;
    const [values] = Object.values(item.attributes.patternProperties);
    expect(JSON.stringify(values)).toContain('boolean');
    expect(Object.values(item.attributeTexts.patternProperties)).toEqual([{ type: 'string' }]);
  });

  it('names every problem type of the registry', async () => {
    const { body } = await server.guest.get('/api/openapi.json');
    expect(body.components.schemas.Problem.properties.type.enum).toEqual(
      Object.keys(PROBLEM_TYPES).map((name) => `/problems/${name}`),
    );
  });
});

describe('the JSON Schema of a plan', () => {
  it('takes the product’s own plans, and nothing that they are not', async () => {
    const schema = (await server.guest.get('/api/schema/plan.json')).body;
    const ajv = new Ajv2020({ strict: false, inlineRefs: false });
    const validate = ajv.compile(schema);
    const demo = await startTestServer(inject('databaseServer'), { demo: true });
    const desk = await demo.signIn();
    const { plans } = (await desk.get('/api/floor')).body as Floor;
    expect(plans.length).toBeGreaterThan(2);
    for (const { id } of plans) {
      const { document } = await readPlan(desk, id);
      expect(validate(document), `${id}: ${JSON.stringify(validate.errors?.slice(0, 3))}`).toBe(true);
      expect(validate({ ...document, odd: 1 })).toBe(false);
    }
    const { document } = await readPlan(desk, 'house');
    const fixtures = (document as Plan).fixtures.map((one) => ({ ...one, when: 'always' }));
    expect(validate({ ...document, fixtures })).toBe(false);
    await demo.stop();
  });

  it('knows the fixtures and refuses unknown keys', async () => {
    const { body } = await server.guest.get('/api/schema/plan.json');
    expect(body.$schema).toContain('2020-12');
    expect(body.oneOf).toEqual([{ $ref: '#/$defs/Plan' }, { $ref: '#/$defs/Heir' }]);
    const { Plan, Heir, Difference } = body.$defs;
    expect(Plan.required).toEqual([
      'id',
      'kind',
      'name',
      'reach',
      'rank',
      'fixtures',
      'productPage',
      'look',
      'badges',
      'css',
    ]);
    expect(Heir.required).toEqual(['id', 'kind', 'name', 'reach', 'rank', 'base', 'own']);
    for (const schema of [Plan, Heir]) expect(schema.additionalProperties).toBe(false);
    expect(JSON.stringify(Plan)).toContain('"shelf"');
    expect(JSON.stringify(Difference)).toContain('#/$defs/Difference');
  });

  it('has patterns that every validator reads, without the marks of a language', async () => {
    const { body } = await server.guest.get('/api/openapi.json');
    const found: string[] = [];
    JSON.stringify(body, (key, value: unknown) => {
      if (key === 'pattern' && typeof value === 'string') found.push(value);
      return value;
    });
    expect(found.length).toBeGreaterThan(20);
    for (const pattern of found) {
      expect(() => new RegExp(pattern, 'u'), pattern).not.toThrow();
      expect(pattern).not.toMatch(/\$\/[a-z]+$/);
    }
  });
});
