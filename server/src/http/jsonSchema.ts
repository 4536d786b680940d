import Joi from 'joi';
import parse from 'joi-to-json';
import {
  clausesSchema,
  conditionSchema,
  groupFileSchema,
  heirSchema,
  OTHERWISE,
  planSchema,
  rangeSchema,
} from '@fond/contract/operations';

export type Json = Record<string, unknown>;

/** Schemas that stand once and are pointed at: clauses hold clauses, and plans are taken and answered in many places. */
const SHARED = ['Clauses', 'Condition', 'Difference', 'Heir', 'Plan', 'PlanDocument'] as const;
type SharedName = (typeof SHARED)[number];

function parsed(schema: Joi.Schema): Json {
  const { schemas: _, ...json } = mended(parse(schema, 'open-api-3.1')) as Json;
  return json;
}

/**
 * Flags that the tool leaves behind a pattern. Validators read patterns as Unicode anyhow; other flags can’t be told, so
 * no pattern of the contract has them.
 */
const FLAGS = /\$\/[a-z]+$/;

/**
 * What the tool tells otherwise than it is meant: the values of a map both as `patternProperties` and, under the pattern's
 * text, as a property; and null beside a choice as what all of its cases have to be.
 */
function mended(node: unknown): unknown {
  if (Array.isArray(node)) return node.map(mended);
  if (typeof node !== 'object' || node === null) return node;
  const { patternProperties } = node as { patternProperties?: object };
  const patterns = new Set(Object.keys(patternProperties ?? {}).map((pattern) => `/${pattern}/`));
  return withNullAsCase(
    Object.fromEntries(
      Object.entries(node).map(([key, value]) => [
        key,
        key === 'properties' && patterns.size
          ? Object.fromEntries(
              Object.entries(value as object).flatMap(([name, inner]) =>
                patterns.has(name) ? [] : [[name, mended(inner)]],
              ),
            )
          : key === 'pattern' && typeof value === 'string'
            ? value.replace(FLAGS, '$')
            : mended(value),
      ]),
    ),
  );
}

function withNullAsCase(node: Json): Json {
  const { anyOf, type, ...rest } = node;
  return Array.isArray(anyOf) && type === 'null' ? { ...rest, anyOf: [...anyOf, { type: 'null' }] } : node;
}

/** What a map's keys are, in Joi: a regular expression, or a schema of texts. */
interface KeyPattern {
  regex?: RegExp;
  schema?: Joi.Schema;
  rule: Joi.Schema;
}

/** Maps whose keys are told by a schema, with a regular expression in its place: the tool knows those alone. */
function withKeyPatterns(schema: Joi.Schema): Joi.Schema {
  const { patterns } = schema.$_terms as { patterns?: readonly KeyPattern[] };
  if (!patterns?.some((pattern) => pattern.schema)) return schema;
  const copy = (schema as unknown as { clone: () => Joi.Schema }).clone();
  (copy.$_terms as { patterns: readonly KeyPattern[] }).patterns = patterns.map(
    ({ regex, schema: keys, rule }) => (keys ? { regex: expressionOf(keys), rule } : { regex, rule }),
  );
  return copy;
}

interface Rule {
  name: string;
  args?: { regex?: string; limit?: number };
}

const rulesOf = (schema: Joi.Schema): readonly Rule[] =>
  (schema.describe() as { rules?: Rule[] }).rules ?? [];

function expressionOf(keys: Joi.Schema): RegExp {
  const rules = rulesOf(keys);
  const text = rules.find(({ name }) => name === 'pattern')?.args?.regex;
  if (text) return new RegExp(text.slice(1, text.lastIndexOf('/')));
  const most = rules.find(({ name }) => name === 'max')?.args?.limit;
  return new RegExp(most === undefined ? '^' : `^.{0,${most}}$`);
}

const schemaName = (schema: Joi.Schema): string | undefined =>
  schema.$_getFlag('description') as string | undefined;

/**
 * The schema with a bare mark in place of every shared one within it, however deep: what is only pointed at needn't be
 * written out, which for conditions within fixtures within plans takes seconds.
 */
function markSchema(schema: Joi.Schema): Joi.Schema {
  const each = (inner: unknown): Joi.Schema | undefined => {
    if (!Joi.isSchema(inner)) return undefined;
    if (isBlankOrPattern(inner)) {
      const blank = Joi.alternatives(Joi.valid(''), inner.optional());
      return inner.$_getFlag('presence') === 'required' ? blank.required() : blank;
    }
    const name = schemaName(inner);
    if (!SHARED.some((shared) => shared === name)) return markSchema(inner);
    // The pointer says nothing of null, which a use of the schema may allow.
    const orNull = inner.optional().validate(null).error === undefined;
    const mark = Joi.any().description(orNull ? `${name!}${OR_NULL}` : name!);
    return inner.$_getFlag('presence') === 'required' ? mark.required() : mark;
  };
  // A function, as Joi documents it; its types take it for a switch.
  return withKeyPatterns(schema.$_modify({ each, ref: false } as unknown as Joi.ModifyOptions));
}

/** A text that may be empty, or has to be as a pattern says: one does not allow the other. */
const isBlankOrPattern = (schema: Joi.Schema): boolean =>
  schema.type === 'string' &&
  rulesOf(schema).some(({ name }) => name === 'pattern') &&
  schema.optional().validate('').error === undefined;

const OR_NULL = ' or null';

const described = (node: unknown): unknown =>
  typeof node === 'object' && node !== null && 'description' in node ? node.description : undefined;

/** Puts a pointer in place of every schema that names itself as a shared one. */
function pointed(node: unknown, root: string): unknown {
  if (Array.isArray(node))
    return node.filter((one) => described(one) !== OTHERWISE).map((one) => pointed(one, root));
  if (typeof node !== 'object' || node === null) return node;
  const shared = SHARED.find((name) => name === described(node));
  if (shared) return { $ref: `${root}/${shared}` };
  const nullable = SHARED.find((name) => `${name}${OR_NULL}` === described(node));
  if (nullable) return { anyOf: [{ $ref: `${root}/${nullable}` }, { type: 'null' }] };
  return Object.fromEntries(Object.entries(node).map(([key, value]) => [key, pointed(value, root)]));
}

/** A Joi schema as JSON Schema (2020-12), without the tool's own marks; shared parts are looked for under `root`. */
export const jsonSchemaOf = (schema: Joi.Schema, root: string): Json =>
  pointed(parsed(markSchema(schema)), root) as Json;

/** What an heir says otherwise; it holds itself, which Joi's schema checks by walking through it. */
function differenceSchema(itself: string): Json {
  const name = { type: 'string', maxLength: 200 };
  const inner = { type: 'object', additionalProperties: { $ref: itself } };
  const exact = (properties: Json): Json => ({
    type: 'object',
    properties,
    required: Object.keys(properties),
    additionalProperties: false,
  });
  const after = { type: ['string', 'null'] };
  return {
    oneOf: [
      exact({ set: {} }),
      exact({ at: inner }),
      exact({
        items: inner,
        added: { type: 'array', items: exact({ item: { type: 'object' }, after }) },
        moved: { type: 'array', items: exact({ id: name, after }) },
        removed: { type: 'array', items: name },
      }),
    ],
  };
}

/** The shared schemas themselves, from their first level on. */
export function sharedSchemas(root: string): Record<SharedName, Json> {
  const inside = (schema: Joi.Schema): Json =>
    Object.fromEntries(
      Object.entries(parsed(markSchema(schema))).map(([key, value]) => [key, pointed(value, root)]),
    );
  return {
    Clauses: inside(clausesSchema),
    Condition: inside(conditionSchema),
    Difference: differenceSchema(`${root}/Difference`),
    Heir: inside(heirSchema),
    Plan: inside(planSchema),
    PlanDocument: { oneOf: [{ $ref: `${root}/Plan` }, { $ref: `${root}/Heir` }] },
  };
}

/** A schema that is published under an address of its own, with all it needs in it. */
function published(title: string, own: Json, shared: readonly SharedName[]): Json {
  const all = sharedSchemas('#/$defs');
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: `/api/schema/${title.toLowerCase()}.json`,
    title,
    ...own,
    $defs: Object.fromEntries(shared.map((name) => [name, all[name]])),
  };
}

let plan: Json | null = null;

export const planJsonSchema = (): Json =>
  (plan ??= published('Plan', sharedSchemas('#/$defs').PlanDocument, SHARED));

export function rangeJsonSchema(): Json {
  const { description: _, ...own } = parsed(markSchema(rangeSchema));
  return published('Range', pointed(own, '#/$defs') as Json, ['Clauses']);
}

export const groupsJsonSchema = (): Json =>
  published('Groups', pointed(parsed(markSchema(groupFileSchema)), '#/$defs') as Json, ['Clauses']);
