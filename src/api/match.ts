import Ajv2020, { type ErrorObject, type ValidateFunction } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import type { Operation } from './operation';
import { OPERATIONS } from './operations';

const OPTIONS = { strict: true, strictRequired: false, strictTypes: false } as const;
/** Tells everything that is wrong, and does work for each. */
const thorough = addFormats(new Ajv2020({ ...OPTIONS, allErrors: true }));
/** Stops at the first. */
const quick = addFormats(new Ajv2020(OPTIONS));
const coercing = new Ajv2020({ coerceTypes: true });
const compiled = new WeakMap<Ajv2020, WeakMap<object, ValidateFunction>>();

/** Each schema is compiled once: what is compiled is never given back. */
function validator(schema: object, using: Ajv2020): ValidateFunction {
  let known = compiled.get(using);
  if (!known) compiled.set(using, (known = new WeakMap()));
  let validate = known.get(schema);
  if (!validate) known.set(schema, (validate = using.compile(schema)));
  return validate;
}
/** Up to so many bytes everything that is wrong with a body is told at once. */
const SHORT = 64_000;

/** Finds the operation a request is for, with the parameters of its path. */
export function matchOperation(
  method: string,
  path: string,
): { operation: Operation; parameters: Record<string, string> } | 'unknown' | 'method' {
  const segments = path.split('/');
  let seen = false;
  for (const operation of OPERATIONS.values()) {
    const pattern = operation.path.split('/');
    if (pattern.length !== segments.length) continue;
    const parameters: Record<string, string> = {};
    const fits = pattern.every((part, i) => {
      const name = /^\{(\w+)\}$/.exec(part)?.[1];
      if (name) parameters[name] = segments[i]!;
      return name ? segments[i] !== '' : part === segments[i];
    });
    if (!fits) continue;
    seen = true;
    if (operation.method === method) return { operation, parameters };
  }
  return seen ? 'method' : 'unknown';
}

const words = (errors: ErrorObject[] | null | undefined, what: string) =>
  (errors ?? [])
    .slice(0, 5)
    .map(
      (error) =>
        `${what}${error.instancePath} ${error.message ?? 'is not valid'}${error.params.additionalProperty ? `: ${String(error.params.additionalProperty)}` : ''}`,
    );

/** What is wrong with a request's body of `size` bytes; empty where nothing is. */
export function bodyProblems(operation: Operation, body: unknown, size: number): string[] {
  if (!operation.body) return [];
  const validate = validator(operation.body, size > SHORT ? quick : thorough);
  return validate(body) ? [] : words(validate.errors, 'The body');
}

/** What is wrong with an answer: a fault of the program's, found by tests and logged. */
export function answerProblems(operation: Operation, answer: unknown): string[] {
  const validate = validator(operation.answer, quick);
  return validate(answer) ? [] : words(validate.errors, 'The answer');
}

const querySchemas = new WeakMap<Operation, object>();

/** Query parameters with their types; unknown ones are left out. */
export function readQuery(
  operation: Operation,
  query: URLSearchParams,
): { values: Record<string, unknown> } | { problems: string[] } {
  const values: Record<string, unknown> = {};
  for (const name of Object.keys(operation.query ?? {})) if (query.has(name)) values[name] = query.get(name);
  let object = querySchemas.get(operation);
  if (!object) querySchemas.set(operation, (object = { type: 'object', properties: operation.query ?? {} }));
  const schema = validator(object, coercing);
  return schema(values) ? { values } : { problems: words(schema.errors, 'The query') };
}
