import type Joi from 'joi';
import parse from 'joi-to-json';
import { clausesSchema, OTHERWISE, planSchema, rangeSchema } from '@fond/contract/operations';

export type Json = Record<string, unknown>;

/** Schemas that stand once and are pointed at: clauses hold clauses, and plans are taken and answered in many places. */
const SHARED = ['Clauses', 'Plan'] as const;
type SharedName = (typeof SHARED)[number];

function parsed(schema: Joi.Schema): Json {
  const { schemas: _, ...json } = parse(schema, 'open-api-3.1') as Json;
  return json;
}

const described = (node: unknown): unknown =>
  typeof node === 'object' && node !== null && 'description' in node ? node.description : undefined;

/** Puts a pointer in place of every schema that names itself as a shared one. */
function pointed(node: unknown, root: string): unknown {
  if (Array.isArray(node))
    return node.filter((one) => described(one) !== OTHERWISE).map((one) => pointed(one, root));
  if (typeof node !== 'object' || node === null) return node;
  const shared = SHARED.find((name) => name === described(node));
  if (shared) return { $ref: `${root}/${shared}` };
  return Object.fromEntries(Object.entries(node).map(([key, value]) => [key, pointed(value, root)]));
}

/** A Joi schema as JSON Schema (2020-12), without the tool's own marks; shared parts are looked for under `root`. */
export const jsonSchemaOf = (schema: Joi.Schema, root: string): Json => pointed(parsed(schema), root) as Json;

/** The shared schemas themselves, from their first level on. */
export function sharedSchemas(root: string): Record<SharedName, Json> {
  const inside = (schema: Joi.Schema): Json =>
    Object.fromEntries(Object.entries(parsed(schema)).map(([key, value]) => [key, pointed(value, root)]));
  return { Clauses: inside(clausesSchema), Plan: inside(planSchema) };
}

/** A schema that is published under an address of its own, with all it needs in it. */
function published(title: string, schema: Joi.Schema, shared: readonly SharedName[]): Json {
  const all = sharedSchemas('#/$defs');
  const { description: _, ...own } = parsed(schema);
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: `/api/schema/${title.toLowerCase()}.json`,
    title,
    ...(pointed(own, '#/$defs') as Json),
    $defs: Object.fromEntries(shared.map((name) => [name, all[name]])),
  };
}

export const planJsonSchema = (): Json => published('Plan', planSchema, ['Clauses']);
export const rangeJsonSchema = (): Json => published('Range', rangeSchema, ['Clauses']);
