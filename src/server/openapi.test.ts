import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { USE_CASES } from './registry';
import { answerProblems, bodyProblems, matchOperation, readQuery } from '@/api/match';
import { openApiDocument } from '@/api/openapi';
import { OPERATIONS } from '@/api/operations';

test('the document is valid OpenAPI 3.1', () => {
  // The validator is a module of the kind that only Node itself can load, so Node runs it.
  const script = `import { Validator } from '@seriousme/openapi-schema-validator';
    let text = ''; for await (const part of process.stdin) text += part;
    console.log(JSON.stringify(await new Validator().validate(JSON.parse(text))));`;
  const validate = (document: unknown) =>
    JSON.parse(
      execFileSync(process.execPath, ['--input-type=module', '-e', script], {
        input: JSON.stringify(document),
        encoding: 'utf8',
      }),
    ) as { valid: boolean };
  expect(validate(openApiDocument('1.0.0'))).toMatchObject({ valid: true });
  expect(validate({ ...openApiDocument('1.0.0'), info: {} })).toMatchObject({ valid: false });
});

test('every operation performs a use case, and every use case has an operation', () => {
  expect([...OPERATIONS.keys()].sort()).toEqual([...USE_CASES.keys()].sort());
});

/** Every object a schema describes, with where it stands. */
function objectsIn(schema: Record<string, unknown>, at: string): [string, Record<string, unknown>][] {
  const inside = Object.entries({
    ...(schema.properties as object),
    items: schema.items,
    ...(schema.anyOf as object),
  })
    .filter(([, part]) => typeof part === 'object' && part !== null)
    .flatMap(([name, part]) => objectsIn(part as Record<string, unknown>, `${at}/${name}`));
  return schema.properties ? [[at, schema], ...inside] : inside;
}

test('requests and answers are closed: a member nobody declared is found out', () => {
  const objects = [...OPERATIONS.values()].flatMap(({ id, body, answer }) => [
    ...objectsIn(answer, id),
    ...(body ? objectsIn(body, `${id} body`) : []),
  ]);
  expect(objects.length).toBeGreaterThan(60);
  expect(objects.filter(([, { additionalProperties }]) => additionalProperties !== false)).toEqual([]);
  const created = OPERATIONS.get('libraries.create')!;
  expect(answerProblems(created, { slug: 'keel' })).toEqual([]);
  expect(answerProblems(created, { slug: 'keel', team: 'team_1' }).join()).toContain('team');
});

/** What the registry says each operation needs, as the page of the documentation has it. */
function permissionTable(): string {
  const rows = [...OPERATIONS.values()]
    .sort((a, b) => a.path.localeCompare(b.path) || a.method.localeCompare(b.method))
    .map(({ id, method, path, summary }) => {
      const { needs, kind } = USE_CASES.get(id)!;
      return `| \`${method} ${path}\` | ${summary} | ${needs}${kind ? ` of the ${kind}` : ''} |`;
    });
  return ['| Operation | What it does | Needs |', '| --- | --- | --- |', ...rows, ''].join('\n');
}

test('the page on permissions is what the registry says', () => {
  const page = 'docs/permissions.md';
  const [head] = readFileSync(page, 'utf8').split(/^\| Operation/m);
  const made = head + permissionTable();
  if (process.env.WRITE_DOCS) writeFileSync(page, made);
  expect(readFileSync(page, 'utf8')).toBe(made);
});

test('requests find their operation by method and path', () => {
  expect(matchOperation('GET', '/libraries/keel')).toMatchObject({
    operation: { id: 'libraries.open' },
    parameters: { slug: 'keel' },
  });
  expect(matchOperation('DELETE', '/libraries/keel')).toBe('method');
  expect(matchOperation('GET', '/nowhere')).toBe('unknown');
});

test('bodies and queries out of shape are described', () => {
  const change = OPERATIONS.get('documents.change')!;
  expect(bodyProblems(change, { id: 'change_12345', label: '', edits: [] }, 100).join()).toMatch(
    /label.*edits/,
  );
  expect(
    bodyProblems(change, { id: 'change_12345', label: 'x', edits: [{}], extra: 1 }, 100).join(),
  ).toContain('extra');
  const history = OPERATIONS.get('documents.history')!;
  expect(readQuery(history, new URLSearchParams('since=5&other=x'))).toEqual({ values: { since: 5 } });
  expect(readQuery(history, new URLSearchParams('since=-1'))).toHaveProperty('problems');
});
