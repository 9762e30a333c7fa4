import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { openDatabase } from '@/server/db/connection';
import { bundledCli } from '@/testing/cli';

const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const file = (name: string, content: string | object) => {
  const target = path.join(folder, name);
  writeFileSync(target, typeof content === 'string' ? content : JSON.stringify(content));
  return target;
};
const run = bundledCli();
const keel = 'demo/keel/keel.resolver.json';

test('resolve answers as COMMANDS states: context filled in, values, CSS, chains', () => {
  const { status, json } = run('resolve', keel, '--context', 'scheme=dark');
  const answer = json();
  expect(status).toBe(0);
  expect(answer.context).toEqual({ brand: 'saltmarsh', scheme: 'dark' });
  expect(answer.tokens['button.surface'].chain).toEqual([
    'button.surface',
    'color.action.surface',
    'color.estuary.300',
  ]);
  expect(answer.tokens['text.hint'].css).toMatchObject({ 'font-size': '13px', 'font-weight': '500' });
  expect(answer.tokens['ease.settle'].css).toBe('cubic-bezier(0.2, 0, 0, 1)');
});

test.each([
  ['an unknown axis', ['resolve', keel, '--context', 'mood=dark'], 2, 'Known: brand, scheme'],
  ['an unknown context', ['resolve', keel, '--context', 'scheme=dim'], 2, 'Known: light, dark'],
  ['a missing file', ['resolve', 'nowhere.json'], 2, 'there is no such file'],
  ['a folder', ['check', 'demo'], 2, 'it is a folder'],
  ['an unknown command', ['polish', keel], 2, 'There is no command polish'],
  ['an unknown option', ['resolve', keel, '--loud'], 2, 'Usage'],
  ['an unknown format', ['export', keel, '--to', 'stone'], 2, 'Known: css'],
  ['several files without --out', ['export', keel, '--to', 'dtcg'], 2, '--out'],
  ['no colour', ['contrast', 'blurple', 'white'], 2, 'is not a colour'],
])('%s', (_name, words, status, message) => {
  const result = run(...words);
  expect([result.status, result.stdout]).toEqual([status, '']);
  expect(result.stderr).toContain(message);
  expect(result.stderr).not.toMatch(/\n\s+at /);
});

test('what is not JSON is a finding with line and column, exit 1', () => {
  const bad = file('bad.tokens.json', '{\n  "a": {"$value": 1,}\n}');
  expect(run('resolve', bad)).toMatchObject({ status: 1 });
  expect(run('check', bad, '--format', 'json').json().findings[0]).toMatchObject({
    code: 'json-syntax',
    at: { line: 2, column: 21 },
  });
});

test('a 50 MB file, 100,000 levels and 5,000 aliases are answered', () => {
  const chain = Object.fromEntries(
    Array.from({ length: 5000 }, (_, i) => [`t${i}`, { $value: `{t${i + 1}}` }]),
  );
  expect(
    run.inProcess('resolve', file('chain.json', { $type: 'number', ...chain, t5000: { $value: 1 } })).json()
      .tokens.t0.css,
  ).toBe('1');
  const deep = file(
    'deep.json',
    '{"g":'.repeat(100_000) + '{"$type":"number","$value":1}' + '}'.repeat(100_000),
  );
  expect(run.inProcess('check', deep).status).toBe(0);
  expect(
    run.inProcess('resolve', file('nested.json', '['.repeat(100_000) + ']'.repeat(100_000))).status,
  ).toBe(1);
  const long = 'made to be long, as notes of a whole paragraph are; '.repeat(9);
  const big = file(
    'big.json',
    `{"$type":"number"${Array.from({ length: 100_000 }, (_, i) => `,"token-number-${i}":{"$value":${i},"$description":"${long}"}`).join('')}}`,
  );
  expect(readFileSync(big).length).toBeGreaterThan(45e6);
  expect(run.inProcess('resolve', big).status).toBe(0);
});

test('check finds the demo’s flaws, with lines; --fail-on decides the exit status', () => {
  const { status, json } = run('check', keel, '--format', 'json');
  expect(status).toBe(1);
  const codes = json().findings.map((finding: { code: string }) => finding.code);
  expect(codes).toEqual(expect.arrayContaining(['contrast', 'deprecated-use', 'tier-skip', 'off-rhythm']));
  expect(
    json().findings.every(
      (finding: { at: { file?: string; line?: number } }) => finding.at.file && finding.at.line,
    ),
  ).toBe(true);
  expect(run('check', keel, '--fail-on', 'never').status).toBe(0);
});

/** SARIF 2.1.0 (OASIS), the members its schema requires. */
test('sarif has the members the standard requires', () => {
  const log = run('check', keel, '--format', 'sarif').json();
  expect(log.version).toBe('2.1.0');
  const [only] = log.runs;
  expect(only.tool.driver.name).toBe('Seedplan');
  for (const result of only.results) {
    expect(result.message.text).toBeTruthy();
    expect(only.tool.driver.rules[result.ruleIndex].id).toBe(result.ruleId);
    expect(['error', 'warning', 'note']).toContain(result.level);
    expect(result.locations[0].physicalLocation.region.startLine).toBeGreaterThan(0);
  }
});

test('diff and export agree with each other, and a file goes out as it came in', () => {
  const out = path.join(folder, 'out');
  expect(run('export', keel, '--to', 'dtcg', '--out', out).status).toBe(0);
  expect(JSON.parse(readFileSync(path.join(out, 'keel.resolver.json'), 'utf8'))).toEqual(
    JSON.parse(readFileSync(keel, 'utf8')),
  );
  expect(run('diff', keel, path.join(out, 'keel.resolver.json'), '--format', 'json').json()).toEqual({
    bump: 'none',
    changes: [],
  });
  const table = file('severity.json', { added: 'major' });
  const [a, b] = [
    file('a.json', { a: { $type: 'number', $value: 1 } }),
    file('b.json', { a: { $type: 'number', $value: 1 }, b: { $type: 'number', $value: 2 } }),
  ];
  expect(run('diff', a, b, '--format', 'json').json().bump).toBe('minor');
  expect(run('diff', a, b, '--format', 'json', '--severity', table).json().bump).toBe('major');
});

test('a name clash writes nothing and names both', () => {
  const clash = file('clash.json', { $type: 'number', a: { b: { $value: 1 } }, 'a-b': { $value: 2 } });
  const result = run('export', clash, '--to', 'css');
  expect([result.status, result.stdout]).toEqual([1, '']);
  expect(result.stderr).toContain('a.b and a-b');
});

test('contrast rounds down to show and compares unrounded', () => {
  expect(run('contrast', '#777', 'white').json()).toEqual({
    ratio: 4.47,
    AA: { text: false, largeText: true, nonText: true },
    AAA: { text: false, largeText: false },
  });
  expect(run('contrast', 'white', '#fff0', '--under', 'black').json().ratio).toBe(21);
});

test('without a command it says what there is, on standard error', () => {
  const { status, stdout, stderr } = run();
  expect([status, stdout]).toEqual([2, '']);
  expect(stderr).toMatch(/^Name a command\.\nUsage:\n {2}seedplan resolve FILE/);
  expect(run('help')).toMatchObject({ status: 0, stderr: '' });
});

test('of two files one of which is no JSON nothing is compared', () => {
  const good = file('good.json', '{"a":{"$type":"number","$value":1}}');
  const bad = file('bad.json', 'a letter');
  for (const files of [[good, bad], [bad, good], [bad, bad]] as const) {
    const { status, stdout, stderr } = run('diff', ...files);
    expect([status, stdout]).toEqual([1, '']);
    expect(stderr).toContain('json-syntax');
  }
  // A file that cannot be read at all is another matter.
  expect(run('diff', good, path.join(folder, 'none.json')).status).toBe(2);
}); // prettier-ignore

test('copy moves a workspace to an empty place and compares both; into what is not empty, or from nowhere, it copies nothing', async () => {
  const place = (name: string) => `sqlite:${path.join(folder, name)}`;
  const knex = await openDatabase(place('from'));
  await knex('people').insert({ id: 'p', name: 'Ä', email: 'a@w.example', password: 'x', administrator: true });
  await knex('teams').insert({ id: 't', name: 'T' });
  await knex('memberships').insert({ person_id: 'p', team_id: 't', role: 'owner' });
  await knex.destroy();
  const said = run('copy', '--from', place('from'), '--to', place('to'));
  expect([said.status, said.stderr]).toEqual([0, '']);
  expect(said.stdout).toMatch(/^Copied 3 rows from \S+from\/seedplan\.db to \S+to\/seedplan\.db; both hold the same\.\n$/);
  const copied = await openDatabase(place('to'));
  expect(await copied('memberships')).toEqual([{ person_id: 'p', team_id: 't', role: 'owner' }]);
  await copied.destroy();
  expect(run('copy', '--from', place('from'), '--to', place('to'))).toMatchObject({ status: 1, stdout: '', stderr: expect.stringMatching(/^There is a workspace at the target already\. .*\n$/) });
  expect(run('copy', '--from', place('none'), '--to', place('to'))).toMatchObject({ status: 1, stderr: expect.stringMatching(/^There is no database .*none\/seedplan\.db\.\n$/) });
  expect(run('copy', '--from', place('from'))).toMatchObject({ status: 2, stderr: expect.stringContaining('--to is missing') });
  expect(run('copy', '--from', 'mysql://localhost/x', '--to', place('to'))).toMatchObject({ status: 1, stderr: expect.stringContaining('mysql:') });
}); // prettier-ignore
