import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { OPERATIONS, type Operation, type OperationName } from '@fond/contract/operations';
import type { Witness } from '../../server/src/api/mount';
import { openApiDocument } from '../../server/src/http/openapi';

const DOCUMENT = 'openapi';
let ajv: Ajv2020 | null = null;

/** What the published document says of a place in it; made when it is first needed, as making all of them takes long. */
function schemaAt(...path: string[]): ValidateFunction {
  if (!ajv) {
    // Pointers are followed, as written out the schemas of plans would be a hundred times as long.
    ajv = new Ajv2020({ strict: false, allErrors: true, inlineRefs: false, validateSchema: false });
    formats.default(ajv);
    ajv.addSchema(openApiDocument(), DOCUMENT);
  }
  const pointer = path.map((step) => encodeURIComponent(step.replaceAll('~', '~0').replaceAll('/', '~1')));
  const validate = ajv.getSchema(`${DOCUMENT}#/${pointer.join('/')}`);
  if (!validate) throw new Error(`The published document has nothing at ${path.join(' > ')}.`);
  return validate;
}

function refuse(what: string, validate: ValidateFunction, value: unknown): void {
  if (validate(JSON.parse(JSON.stringify(value)))) return;
  const faults = validate
    .errors!.slice(0, 5)
    .map(({ instancePath, message }) => `${instancePath} ${message}`);
  throw new Error(`${what} isn’t what the published document says: ${faults.join('; ')}`);
}

/** Fails where what an operation took, or what it answers, is not what the contract and the published document say. */
function holdExchange(name: OperationName, taken: unknown, answer: unknown): void {
  const operation: Operation = OPERATIONS[name];
  const place = ['paths', operation.path, operation.method];
  if (operation.body)
    refuse(
      `The body that ${name} took`,
      schemaAt(...place, 'requestBody', 'content', 'application/json', 'schema'),
      taken,
    );
  if (!operation.answer) return;
  const { error } = operation.answer.validate(JSON.parse(JSON.stringify(answer)), { convert: false });
  if (error) throw new Error(`${name} answers what its schema does not allow: ${error.message}`);
  const { produces = 'application/json', status } = operation;
  if (produces === 'application/json')
    refuse(
      `The answer of ${name}`,
      schemaAt(...place, 'responses', String(status), 'content', produces, 'schema'),
      answer,
    );
}

/** Statuses that the document doesn't tell of an operation, as they were answered. */
export const undocumented: string[] = [];

/** Holds an application's answers against the published document. */
export const heldAgainstPublished: Witness = {
  exchanged: holdExchange,
  finished: (name, status) => {
    const { path, method } = OPERATIONS[name];
    // What is the same at every address is told once, and nobody means a 500.
    if (status === 304 || status === 500) return;
    const { paths } = openApiDocument() as { paths: Record<string, Record<string, { responses: object }>> };
    if (!(String(status) in paths[path][method].responses)) undocumented.push(`${name}: ${status}`);
  },
};
