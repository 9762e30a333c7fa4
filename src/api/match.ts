import Ajv2020, { type ErrorObject, type ValidateFunction } from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import type { Operation } from './operation';
import { OPERATIONS } from './operations';

const ajv = new Ajv2020({ allErrors: true, strict: true, strictRequired: false, strictTypes: false });
addFormats(ajv);
const queryAjv = new Ajv2020({ coerceTypes: true });
const compiled = new WeakMap<object, ValidateFunction>();

function validator(schema: object, using = ajv): ValidateFunction {
  let validate = compiled.get(schema);
  if (!validate) compiled.set(schema, (validate = using.compile(schema)));
  return validate;
}

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

/** What is wrong with a request's body; empty where nothing is. */
export function bodyProblems(operation: Operation, body: unknown): string[] {
  if (!operation.body) return [];
  const validate = validator(operation.body);
  return validate(body) ? [] : words(validate.errors, 'The body');
}

/** What is wrong with an answer: a fault of the program's, found by tests and logged. */
export function answerProblems(operation: Operation, answer: unknown): string[] {
  const validate = validator(operation.answer);
  return validate(answer) ? [] : words(validate.errors, 'The answer');
}

/** Query parameters with their types; unknown ones are left out. */
export function readQuery(
  operation: Operation,
  query: URLSearchParams,
): { values: Record<string, unknown> } | { problems: string[] } {
  const values: Record<string, unknown> = {};
  for (const name of Object.keys(operation.query ?? {})) if (query.has(name)) values[name] = query.get(name);
  const schema = queryAjv.compile({ type: 'object', properties: operation.query ?? {} });
  return schema(values) ? { values } : { problems: words(schema.errors, 'The query') };
}
