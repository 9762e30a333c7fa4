import { execFileSync } from 'node:child_process';
import { USE_CASES } from './registry';
import { bodyProblems, matchOperation, readQuery } from '@/api/match';
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
  expect(OPERATIONS.map((operation) => operation.id).sort()).toEqual([...USE_CASES.keys()].sort());
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
  const change = OPERATIONS.find((operation) => operation.id === 'documents.change')!;
  expect(bodyProblems(change, { id: 'change_12345', label: '', edits: [] }).join()).toMatch(/label.*edits/);
  expect(bodyProblems(change, { id: 'change_12345', label: 'x', edits: [{}], extra: 1 }).join()).toContain(
    'extra',
  );
  const history = OPERATIONS.find((operation) => operation.id === 'documents.history')!;
  expect(readQuery(history, new URLSearchParams('since=5&other=x'))).toEqual({ values: { since: 5 } });
  expect(readQuery(history, new URLSearchParams('since=-1'))).toHaveProperty('problems');
});
