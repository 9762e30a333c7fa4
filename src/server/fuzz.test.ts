import fc from 'fast-check';
import { mkdirSync } from 'node:fs';
import type { TSchema } from '@sinclair/typebox';
import { OPERATIONS } from '@/api/operations';
import { testWorkspace, type TestWorkspace } from '@/testing/server';
import { database, respond } from './http/http';

/** One cookie jar a person; whoever asks has theirs. */
let jar = new Map<string, string>();
jest.mock('next/headers', () => ({
  cookies: async () => ({
    get: (name: string) => (jar.has(name) ? { name, value: jar.get(name)! } : undefined),
    set: (name: string, value: string) => void jar.set(name, value),
  }),
}));

let workspace: TestWorkspace;
const jars = new Map<string, Map<string, string>>();
beforeAll(async () => {
  workspace = await testWorkspace();
  await workspace.knex.destroy();
  mkdirSync(workspace.folder, { recursive: true });
  process.env.SEEDPLAN_DATA_DIR = workspace.folder;
  for (const name of ['owner', 'maintainer', 'viewer', 'outsider']) {
    jar = new Map();
    jars.set(name, jar);
    const { status } = await ask('POST', '/session', {
      email: `${name}@w.example`,
      password: 'a long password',
    });
    expect(status).toBe(200);
  }
  jars.set('nobody', new Map());
});
afterAll(async () => {
  await (await database()).destroy();
  await workspace.close();
});

async function ask(method: string, at: string, body?: unknown): Promise<Response> {
  const request = new Request(`http://seedplan.example/api/v1${at}`, {
    method,
    headers: {
      host: 'seedplan.example',
      origin: 'http://seedplan.example',
      'content-type': 'application/json',
    },
    ...(body !== undefined && {
      body: body instanceof Uint8Array ? (body as BodyInit) : JSON.stringify(body),
    }),
  });
  return respond(request, new URL(request.url).pathname.replace('/api/v1/', '').split('/'));
}

const NAMES = [
  'lib',
  'prod',
  'main',
  '1.0.0',
  'ink',
  'color',
  'root',
  'owner@w.example',
  '',
  'x',
  '../lib',
  '__proto__',
  'Ünïcode',
  'a'.repeat(300),
];
const word = fc.oneof(
  { weight: 4, arbitrary: fc.constantFrom(...NAMES) },
  { weight: 1, arbitrary: fc.string({ maxLength: 12 }) },
);
const anything = fc.oneof(
  fc.jsonValue({ maxDepth: 4 }) as fc.Arbitrary<unknown>,
  fc.constantFrom<unknown>(null, -1, 1e308, 'x'.repeat(5000), [], {}, [[[[[]]]]], { constructor: 1 }),
);

/** Values that a schema lets in, and now and then one that it does not. */
function valuesOf(schema: TSchema): fc.Arbitrary<unknown> {
  return fc.oneof({ weight: 14, arbitrary: soundOf(schema) }, { weight: 1, arbitrary: anything });
}
function soundOf(schema: TSchema): fc.Arbitrary<unknown> {
  if ('const' in schema) return fc.constant(schema.const as unknown);
  if (Array.isArray(schema.enum)) return fc.constantFrom(...(schema.enum as unknown[]));
  if (Array.isArray(schema.anyOf)) return fc.oneof(...(schema.anyOf as TSchema[]).map(valuesOf));
  switch (schema.type) {
    case 'object': {
      const properties = Object.entries((schema.properties ?? {}) as Record<string, TSchema>);
      if (properties.length === 0) return fc.dictionary(word, anything, { maxKeys: 3 });
      const required = new Set((schema.required as string[] | undefined) ?? []);
      return fc.record(Object.fromEntries(properties.map(([name, one]) => [name, valuesOf(one)])), {
        requiredKeys: [...required],
      });
    }
    case 'array':
      return fc.array(valuesOf(schema.items as TSchema), { maxLength: 3 });
    case 'integer':
    case 'number':
      return fc.oneof(fc.integer({ min: -2, max: 2000 }), fc.constantFrom(0, 1, 2 ** 31, 1.5));
    case 'boolean':
      return fc.boolean();
    case 'string':
      return word;
    default:
      return anything;
  }
}

/** Signing in, setting up and adding people hash a password each: they are tried in tests of their own. */
const LEFT = new Set([
  'people.signIn',
  'people.signOut',
  'workspace.setUp',
  'people.add',
  'people.changePassword',
  'documents.events',
]);
const operations = [...OPERATIONS.values()].filter(({ id }) => !LEFT.has(id));

const request = fc.constantFrom(...operations).chain((operation) => {
  const { body, query } = operation as { body?: TSchema; query?: Record<string, TSchema> };
  const names = [...operation.path.matchAll(/\{(\w+)\}/g)].map((match) => match[1]!);
  return fc.record({
    operation: fc.constant(operation),
    person: fc.constantFrom('owner', 'owner', 'maintainer', 'viewer', 'outsider', 'nobody'),
    parameters: fc.record(Object.fromEntries(names.map((name) => [name, word]))),
    query: fc.record(
      Object.fromEntries(Object.entries(query ?? {}).map(([name, one]) => [name, valuesOf(one)])),
      { requiredKeys: [] },
    ),
    body:
      'bytes' in operation && (operation.bytes === 'in' || operation.bytes === 'file')
        ? fc.uint8Array({ maxLength: 400 })
        : body
          ? valuesOf(body)
          : fc.constant(undefined),
  });
});

/** In `bin/test` a short run; a long one by hand: `SEEDPLAN_FUZZ=50000`. */
const RUNS = Number(process.env.SEEDPLAN_FUZZ ?? 500);

test(
  'whatever is asked of whichever operation by whomever, the answer is no 5xx, and tells nothing of the inside',
  async () => {
    const seen = new Map<number, number>();
    await fc.assert(
      fc.asyncProperty(request, async ({ operation, person, parameters, query, body }) => {
        jar = jars.get(person)!;
        const path = operation.path.replace(
          /\{(\w+)\}/g,
          (_, name: string) => encodeURIComponent((parameters as Record<string, string>)[name]!) || 'x',
        );
        const words = new URLSearchParams(
          Object.entries(query).map(([name, value]) => [
            name,
            typeof value === 'string' ? value : JSON.stringify(value),
          ]),
        ).toString();
        const response = await ask(
          operation.method,
          path + (words && `?${words}`),
          operation.method === 'GET' ? undefined : (body ?? {}),
        );
        seen.set(response.status, (seen.get(response.status) ?? 0) + 1);
        const text = operation.id === 'files.read' ? '' : await response.text();
        expect([operation.id, response.status < 500, response.status < 500 ? '' : text]).toEqual([
          operation.id,
          true,
          '',
        ]);
        expect(text).not.toMatch(/\bat [^ ]+ \(?\/|node_modules|SQLITE_|better-sqlite3/);
      }),
      { numRuns: RUNS },
    );
    // Neither all refused nor all let through.
    expect(seen.get(200)).toBeGreaterThan(RUNS / 100);
    expect((seen.get(400) ?? 0) + (seen.get(404) ?? 0)).toBeGreaterThan(RUNS / 10);
  },
  60_000 + RUNS * 100,
);
