import { execFileSync } from 'node:child_process';
import {
  chmodSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { bundledCli } from '@/testing/cli';

/** What `bin/seedplan` promises, row by row: scripts depend on it. */
const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-contract-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

let made = 0;
const file = (content: string | object, ending = '.tokens.json') => {
  const target = path.join(folder, `f${++made}${ending}`);
  writeFileSync(target, typeof content === 'string' ? content : JSON.stringify(content));
  return target;
};
const run = bundledCli();
const px = (value: number) => ({ value, unit: 'px' });
const srgb = (r: number, g: number, b: number, alpha?: number) => ({
  colorSpace: 'srgb', components: [r, g, b], ...(alpha !== undefined && { alpha }),
}); // prettier-ignore
const shadow = { color: srgb(0, 0, 0, 0.2), offsetX: px(0), offsetY: px(2), blur: px(4), spread: px(0) };

test('the CSS of every type of token is as it is promised', () => {
  const tokens: Record<string, [type: string, value: unknown, css: unknown]> = {
    opaque: ['color', srgb(0.2, 0.2, 0.2), '#333333'],
    clear: ['color', srgb(1, 0, 0, 0.5), '#ff000080'],
    hsl: ['color', { colorSpace: 'hsl', components: [120, 100, 25] }, '#008000'],
    oklch: ['color', { colorSpace: 'oklch', components: [0.7, 0.1, 200] }, 'oklch(0.7 0.1 200)'],
    p3: ['color', { colorSpace: 'display-p3', components: [1, 0, 0] }, 'color(display-p3 1 0 0)'],
    length: ['dimension', px(16), '16px'],
    rem: ['dimension', { value: 1.5, unit: 'rem' }, '1.5rem'],
    time: ['duration', { value: 200, unit: 'ms' }, '200ms'],
    ease: ['cubicBezier', [0.2, 0, 0, 1], 'cubic-bezier(0.2, 0, 0, 1)'],
    families: ['fontFamily', ['Harbour Sans', 'serif'], '"Harbour Sans", serif'],
    weight: ['fontWeight', 'bold', '700'],
    number: ['number', 1.5, '1.5'],
    shadow: ['shadow', shadow, '0px 2px 4px 0px #00000033'],
    border: ['border', { color: srgb(0, 0, 0), width: px(1), style: 'solid' }, '1px solid #000000'],
    transition: ['transition', { duration: { value: 150, unit: 'ms' }, delay: { value: 0, unit: 'ms' }, timingFunction: [0, 0, 1, 1] }, '150ms cubic-bezier(0, 0, 1, 1) 0ms'],
    gradient: ['gradient', [{ color: srgb(0, 0, 0), position: 0 }, { color: srgb(1, 1, 1), position: 1 }], '#000000 0%, #ffffff 100%'],
    type: ['typography', { fontFamily: 'Archivo', fontSize: px(16), fontWeight: 600, letterSpacing: px(0), lineHeight: 1.5 }, {
      'font-family': 'Archivo', 'font-size': '16px', 'font-weight': '600', 'letter-spacing': '0px', 'line-height': '1.5',
    }],
  }; // prettier-ignore
  const input = Object.fromEntries(
    Object.entries(tokens).map(([name, [$type, $value]]) => [name, { $type, $value }]),
  );
  const { status, stdout, stderr } = run('resolve', file(input));
  expect([status, stderr]).toEqual([0, '']);
  const answer = JSON.parse(stdout) as { tokens: Record<string, { css: unknown; chain: string[] }> };
  expect(Object.fromEntries(Object.entries(answer.tokens).map(([name, { css }]) => [name, css]))).toEqual(
    Object.fromEntries(Object.entries(tokens).map(([name, [, , css]]) => [name, css])),
  );
  for (const [name, { chain }] of Object.entries(answer.tokens)) expect(chain).toEqual([name]);
});

const number = (value: number, more = {}) => ({ $type: 'number', $value: value, ...more });
const alias = (to: string) => ({ $type: 'number', $value: `{${to}}` });
test.each<[string, object | string, string, number]>([
  ['json-syntax', '{"a": }', 'json-syntax', 1],
  ['a name with a brace', { 'a{b': number(1) }, 'invalid-name', 1],
  ['a value of another type', { a: { $type: 'dimension', $value: 'wide' } }, 'invalid-value', 1],
  ['a type nobody knows', { a: { $type: 'smell', $value: 1 } }, 'unknown-type', 1],
  ['no type at all', { a: { $value: { odd: 1 } } }, 'missing-type', 1],
  ['an alias to nothing', { a: alias('b') }, 'missing-target', 1],
  ['aliases in a circle', { a: alias('b'), b: alias('a') }, 'alias-cycle', 1],
  ['an alias of another type', { a: { $type: 'dimension', $value: px(1) }, b: { $type: 'color', $value: '{a}' } }, 'type-mismatch', 1],
  ['a hex string', { a: { $type: 'color', $value: '#333333' } }, 'legacy-value', 0],
])('%s is the finding %3$s', (_, content, code, status) => {
  const result = run('check', file(content), '--format', 'json');
  const { findings } = JSON.parse(result.stdout) as { findings: { code: string; severity: string; message: string }[] };
  expect(findings.map((finding) => finding.code)).toContain(code);
  expect(result.status).toBe(status);
  for (const { severity, message } of findings) {
    expect(['error', 'warning', 'note']).toContain(severity);
    expect(message.length).toBeGreaterThan(10);
  }
}); // prettier-ignore

// OLD, NEW, the bump and the kinds of change. SemVer 2.0.0 as the contract words it.
const grey = (level: number) => ({ $type: 'color', $value: srgb(level, level, level) });
test.each<[string, object, object, string, string[]]>([
  ['nothing', { a: number(1) }, { a: number(1) }, 'none', []],
  ['added', { a: number(1) }, { a: number(1), b: number(9) }, 'minor', ['added']],
  ['removed', { a: number(1), b: number(9) }, { a: number(1) }, 'major', ['removed']],
  ['another value', { a: number(1) }, { a: number(2) }, 'minor', ['value']],
  ['a colour one can see has changed', { a: grey(0.2) }, { a: grey(0.4) }, 'minor', ['value']],
  ['a colour too near to see', { a: grey(0.5) }, { a: grey(0.5005) }, 'patch', ['value']],
  ['less than half a px', { a: { $type: 'dimension', $value: px(16) } }, { a: { $type: 'dimension', $value: px(16.4) } }, 'patch', ['value']],
  ['another type', { a: number(1) }, { a: { $type: 'fontWeight', $value: 100 } }, 'major', ['type']],
  ['a description', { a: number(1) }, { a: number(1, { $description: 'x' }) }, 'patch', ['described']],
  ['deprecated', { a: number(1) }, { a: number(1, { $deprecated: true }) }, 'minor', ['deprecated']],
  ['renamed', { a: number(7), c: number(1) }, { b: number(7), c: number(1) }, 'major', ['renamed']],
  ['an alias re-pointed to the same value', { a: number(1), b: number(1), c: alias('a') }, { a: number(1), b: number(1), c: alias('b') }, 'patch', ['alias']],
  ['a change seen through an alias', { a: number(1), c: alias('a') }, { a: number(2), c: alias('a') }, 'minor', ['value']],
])('%s: %4$s', (_, old, present, bump, kinds) => {
  const { status, stdout } = run('diff', file(old), file(present), '--format', 'json');
  const answer = JSON.parse(stdout) as { bump: string; changes: { kind: string; path: string; why: string }[] };
  expect([status, answer.bump, answer.changes.map(({ kind }) => kind)]).toEqual([0, bump, kinds]);
  for (const { why } of answer.changes) expect(why).toMatch(/^[A-Z]/);
}); // prettier-ignore

test('names go out as they are promised, with a prefix and without', () => {
  const tokens = file({
    $type: 'number',
    color: { text: { quiet: { $value: 1 } } },
    'odd name!': { $value: 2 },
    group: { $root: { $value: 3 }, '1': { $value: 4 } },
  });
  const names = (css: string) => [...css.matchAll(/(--[\w-]+):/g)].map((match) => match[1]);
  expect(names(run('export', tokens, '--to', 'css').stdout)).toEqual([
    '--color-text-quiet', '--odd-name-', '--group', '--group-1',
  ]); // prettier-ignore
  expect(names(run('export', tokens, '--to', 'css', '--prefix', 'x').stdout)[0]).toBe('--x-color-text-quiet');
});

test('lengths are written as they are, or in one unit, by formats that write CSS', () => {
  const tokens = file({ a: { $type: 'dimension', $value: { value: 24, unit: 'px' } }, b: { $type: 'dimension', $value: { value: 0.5, unit: 'rem' } } }); // prettier-ignore
  const css = (...words: string[]) =>
    run('export', tokens, '--to', 'css', ...words).stdout.replace(/\s+/g, ' ');
  expect(css()).toContain('--a: 24px; --b: 0.5rem;');
  expect(css('--unit', 'rem')).toContain('--a: 1.5rem; --b: 0.5rem;');
  expect(css('--unit', 'px')).toContain('--a: 24px; --b: 8px;');
  for (const words of [
    ['css', '--unit', 'em'],
    ['swift', '--unit', 'rem'],
  ]) {
    const { status, stderr } = run('export', tokens, '--to', ...words);
    expect([status, stderr.split('\n')[0]]).toEqual([2, expect.stringMatching(/^--unit is px or rem, not em\.|^swift writes lengths as they are/)]); // prettier-ignore
  }
});

test('a set of files goes to a folder, one file to standard output; the formats are listed', () => {
  const listed = run('export', '--to', 'list').stdout || run('export', file({}), '--to', 'list').stdout;
  for (const format of ['css', 'json', 'dtcg', 'ts']) expect(listed).toContain(format);
  const out = path.join(folder, 'delivered');
  expect(run('export', 'demo/keel/keel.resolver.json', '--to', 'dtcg', '--out', out).status).toBe(0);
  expect(readdirSync(out)).toContain('keel.resolver.json');
  expect(JSON.parse(readFileSync(path.join(out, 'keel.resolver.json'), 'utf8'))).toHaveProperty(
    'resolutionOrder',
  );
});

test.each(['scss', 'less', 'js', 'swift', 'compose'])('%s goes to standard output, and two tokens of one name to nowhere', (format) => {
  const { status, stdout } = run('export', 'demo/keel/keel.resolver.json', '--to', format);
  expect([status, stdout.split('\n').length > 50]).toEqual([0, true]);
  expect(run('export', '--to', 'list').stdout).toContain(format);
  const twice = run('export', file({ $type: 'number', a: { b: { $value: 1 } }, 'a-b': { $value: 2 } }), '--to', format);
  if (format === 'js') return expect(twice.status).toBe(0);
  expect([twice.status, twice.stdout]).toEqual([1, '']);
  return expect(twice.stderr).toMatch(/a\.b and a-b/);
}); // prettier-ignore

const tree = (files: Record<string, string>) => {
  const top = path.join(folder, `d${++made}`);
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(top, name)), { recursive: true });
    writeFileSync(path.join(top, name), text);
  }
  return top;
};

test('scan reads a folder without what is ignored, and answers in the shape promised', () => {
  const tokens = file({ color: { text: { $type: 'color', $value: srgb(0.2, 0.2, 0.2) } } });
  const sources = tree({
    'a.css': '\na { color: #333; background: var(--color-text) }',
    'b/c.scss': 'a { color: $color-text; gap: 3px }',
    'b/broken.css': 'a {',
    'node_modules/x/x.css': 'a { color: red }',
    'out/x.css': 'a { color: red }',
    'b/kept.gen.css': 'a { color: red }',
    'b/other.gen.css': 'a { color: red }',
    '.gitignore': 'out/\n*.gen.css\n',
    'b/.gitignore': '!kept.gen.css\n',
    'readme.md': '#333',
  });
  symlinkSync(folder, path.join(sources, 'up'));
  const { status, stdout, stderr } = run('scan', sources, '--tokens', tokens, '--format', 'json');
  expect([status, stderr]).toEqual([0, '']);
  expect(JSON.parse(stdout)).toEqual({
    files: 4,
    parts: { total: 5, token: 2, exact: 1, near: 0, foreign: 2 },
    coverage: 0.4,
    tokens: { 'color.text': 2 },
    findings: [
      { code: 'raw-exact', severity: 'warning', message: expect.stringContaining('#333'), fix: expect.any(String), at: { file: 'a.css', line: 2, column: 12 }, value: '#333', suggest: ['color.text'] },
      { code: 'unreadable', severity: 'warning', message: expect.stringContaining('b/broken.css'), fix: expect.any(String), at: { file: 'b/broken.css', line: 1, column: 1 } },
      { code: 'raw-foreign', severity: 'note', message: expect.any(String), fix: expect.any(String), at: { file: 'b/c.scss', line: 1, column: 30 }, value: '3px', suggest: [] },
      { code: 'raw-foreign', severity: 'note', message: expect.any(String), fix: expect.any(String), at: { file: 'b/kept.gen.css', line: 1, column: 12 }, value: 'red', suggest: [] },
    ],
  });
  const status_ = (...more: string[]) => run('scan', sources, '--tokens', tokens, ...more).status;
  expect(['never', 'warning', 'error'].map((level) => status_('--fail-on', level))).toEqual([0, 1, 0]);
  expect(run('scan', sources, '--tokens', tokens).stdout).toMatch(/a\.css:2:12: warning raw-exact: .*\n[^]*4 files, 5 values: 2 by token \(40\.0 %\)/);
  const log = JSON.parse(run('scan', sources, '--tokens', tokens, '--format', 'sarif').stdout) as { runs: { results: { ruleId: string; locations: unknown[] }[] }[] };
  expect(log.runs[0]!.results.map(({ ruleId }) => ruleId)).toEqual(['raw-exact', 'unreadable', 'raw-foreign', 'raw-foreign']);
  expect(run('scan', tree({ 'a.css': 'a { color: var(--no) }' }), '--tokens', tokens, '--fail-on', 'error').status).toBe(1);
}); // prettier-ignore

test('scan says what is wrong with what it is given', () => {
  const tokens = file({});
  const asked = (...words: string[]) => {
    const { status, stderr } = run('scan', ...words);
    expect(stderr).not.toMatch(/\n\s+at /);
    return [status, stderr.split('\n')[0]];
  };
  expect(asked()).toEqual([2, 'DIR is missing.']);
  expect(asked(folder)).toEqual([2, 'Say --tokens FILE, the tokens to hold the source against.']);
  expect(asked('/nowhere', '--tokens', tokens)).toEqual([2, '/nowhere cannot be read: there is no such folder.']);
  expect(asked(tokens, '--tokens', tokens)).toEqual([2, `${tokens} cannot be read: it is a file.`]);
  expect(asked(folder, '--tokens', '/nowhere.json')[0]).toBe(2);
  expect(asked(tree({ 'a.css': '' }), '--tokens', file('{'))[0]).toBe(1);
}); // prettier-ignore

test('migrate answers with a patch that git applies, changes files where asked, and nothing twice', () => {
  const tokens = file({ grey: { $type: 'color', $value: srgb(0.2, 0.2, 0.2) }, color: { text: { $type: 'color', $value: '{grey}' }, old: { $type: 'color', $value: '{grey}', $deprecated: '{color.text}' } } });
  const files = {
    'a.css': 'a {\n  color: #333;\n  width: 4px;\n}\n',
    'b c/no end.css': 'a { color: var(--color-old) }',
    'größe.css': 'a {\r\n  color: #333;\r\n}\r\n',
    'x/own.css': ':root { --own: #333 }\n',
    'broken.css': 'a {',
  };
  const sources = tree(files);
  chmodSync(path.join(sources, 'a.css'), 0o640);
  const shown = (top: string) => Object.fromEntries(Object.keys(files).map((name) => [name, readFileSync(path.join(top, name), 'utf8')]));
  const { status, stdout, stderr } = run('migrate', sources, '--tokens', tokens);
  expect([status, stderr]).toEqual([0, '']);
  expect(shown(sources)).toEqual(files);
  const clone = tree(files);
  const git = (...words: string[]) => execFileSync('git', words, { cwd: clone, input: stdout, encoding: 'utf8', env: { ...process.env, GIT_CONFIG_GLOBAL: '/dev/null' } });
  git('init', '-q');
  git('apply', '--check', '-');
  git('apply', '-');
  const expected = { ...files, 'a.css': 'a {\n  color: var(--color-text);\n  width: 4px;\n}\n', 'b c/no end.css': 'a { color: var(--color-text) }', 'größe.css': 'a {\r\n  color: var(--color-text);\r\n}\r\n' };
  expect(shown(clone)).toEqual(expected);
  const answer = JSON.parse(run('migrate', sources, '--tokens', tokens, '--format', 'json', '--write').stdout) as { edits: unknown[] };
  expect(answer).toMatchObject({ files: 5, changed: 3, left: 1, uncertain: [{ at: { file: 'broken.css', line: 1, column: 1 }, value: '', why: expect.any(String) }, { at: { file: 'x/own.css', line: 1, column: 16 }, value: '#333', why: expect.any(String) }] });
  expect(answer.edits).toContainEqual({ at: { file: 'a.css', line: 2, column: 10 }, before: '#333', after: 'var(--color-text)', token: 'color.text', why: expect.any(String) });
  expect(shown(sources)).toEqual(expected);
  expect(statSync(path.join(sources, 'a.css')).mode & 0o777).toBe(0o640);
  expect(readdirSync(sources).sort()).toEqual(['a.css', 'b c', 'broken.css', 'größe.css', 'x']);
  expect(run('migrate', sources, '--tokens', tokens).stdout).toBe('');
  expect(run('migrate', sources, '--tokens', tokens, '--from', '4px=nothing').status).toBe(2);
  expect(run('migrate', sources, '--tokens', tokens, '--from', '4px').stderr).toMatch(/--from takes OLD=TOKEN, not 4px/);
  expect(run('migrate', sources, '--tokens', file({ a: { $type: 'color', $value: '{gone}' } })).status).toBe(1);
}); // prettier-ignore

test('a page is held against component files and their catalogue alike', () => {
  const components = readdirSync('demo/keel').filter((name) => name.endsWith('.component.json')).map((name) => `demo/keel/${name}`);
  const made = run('export', 'demo/keel/keel.resolver.json', '--to', 'catalogue', '--components', ...components);
  expect([made.status, made.stderr]).toEqual([0, '']);
  const catalogue = file(made.stdout, '.json');
  const page = file('<main>\n<keel-button tone="loud" label="Book"></keel-button>\n<keel-buton></keel-buton>\n<keel-button tone="quiet" wide></keel-button>\n<p style="color: #1e2528"></p></main>', '.html');
  const asked = (named: string[], ...more: string[]) => run('check-markup', page, '--tokens', 'demo/keel/keel.resolver.json', '--components', ...named, ...more);
  const { status, stdout, stderr } = asked(components, '--format', 'json');
  expect([status, stderr]).toEqual([1, '']);
  const { findings } = JSON.parse(stdout) as { findings: { code: string; severity: string; at: { file: string; line: number; column: number } }[] };
  expect(findings.map(({ code, severity, at }) => [code, severity, at.line, at.column])).toEqual([
    ['invalid-prop-value', 'error', 2, 14],
    ['unknown-component', 'error', 3, 1],
    ['excluded-combination', 'error', 4, 1],
    ['raw-exact', 'warning', 5, 18],
  ]);
  expect(asked([catalogue], '--format', 'json').stdout).toBe(stdout);
  expect(asked([catalogue], '--fail-on', 'never').status).toBe(0);
  expect(asked([catalogue]).stdout).toMatch(/:3:1: error unknown-component: .* → Did you mean keel-button\?\n[^]*4 findings\.\n$/);
  expect(JSON.parse(asked([catalogue], '--format', 'sarif').stdout)).toMatchObject({ version: '2.1.0' });
  expect(run('check-markup', page).stderr).toMatch(/^Say --tokens FILE/);
  expect(run('check-markup', page, '--tokens', 'demo/keel/keel.resolver.json').stderr).toMatch(/^Say --components FILE/);
  expect(asked([file('{', '.json')])).toMatchObject({ status: 2, stderr: expect.stringMatching(/is not JSON: .*line 1, column 2/) });
  expect(asked(['/nowhere.json']).status).toBe(2);
}); // prettier-ignore

test('style sheets and SCSS are read as token files are', () => {
  const css = file(':root { --space-4: 16px; --ink: #333 } [data-scheme="dark"] { --ink: #eee }', '.css');
  const answer = JSON.parse(run('resolve', css).stdout) as { tokens: Record<string, { css: string }> };
  expect(Object.values(answer.tokens).map((token) => token.css)).toEqual(
    expect.arrayContaining(['16px', '#333333']),
  );
  const scss = file('$space-4: 16px;\n$ink: #333;\n$twice: $space-4;', '.scss');
  const read = JSON.parse(run('resolve', scss).stdout) as { tokens: Record<string, { css: string }> };
  expect(Object.values(read.tokens).map((token) => token.css)).toEqual(
    expect.arrayContaining(['16px', '#333333']),
  );
});

describe('intake', () => {
  const css = `:root { --ink: #1e2528; --page: #fff }
body { color: var(--ink); background: var(--page) }
a { color: hsl(193 100% calc(20% + 5%)) } .btn { background: #00617e; color: white; padding: 4px 1rem }
[data-scheme="dark"] { --ink: #eee }
p { margin: 4.5px; color: #00617f`;

  test('prints the inventory with its groups, the axes and the roles; a mistake is skipped, told and exit 1', () => {
    const sheet = file(css, '.css');
    const { status, stdout, stderr } = run('intake', sheet);
    expect([status, stderr]).toEqual([1, '']);
    const answer = JSON.parse(stdout) as {
      files: object[];
      axes: object;
      roles: object;
      inventory: Record<string, { value: string; cluster: number }[]>;
    };
    expect(Object.keys(answer)).toEqual(['files', 'inventory', 'axes', 'roles', 'findings']);
    expect(answer.files).toEqual([
      { file: sheet, declarations: 11, skipped: [{ line: 5, column: 1, why: expect.stringContaining('Unclosed') as string }] },
    ]);
    expect(answer.axes).toEqual({ scheme: ['light', 'dark'] });
    expect(answer.roles).toEqual({
      'page.surface': '#ffffff', 'page.text': '#1e2528', 'heading.text': '#1e2528', 'link.text': '#006480',
      'action.surface': '#00617e', 'action.text': '#ffffff',
    });
    const { color, space } = answer.inventory;
    expect(space).toEqual([
      { value: '4px', count: 1, cluster: 0, kept: true },
      { value: '16px', count: 1, cluster: 1, kept: true },
      { value: '4.5px', count: 1, cluster: 0, kept: false },
    ]);
    const kept = (value: string) => color!.find((one) => one.value === value);
    expect([kept('#00617e'), kept('#00617f')]).toEqual([
      expect.objectContaining({ kept: true }),
      expect.objectContaining({ kept: false, cluster: kept('#00617e')!.cluster }),
    ]);
  }); // prettier-ignore

  test('prints the token file of the default context, which every other command reads', () => {
    const { status, stdout, stderr } = run('intake', file(css.slice(0, css.lastIndexOf('\n')), '.css'), '--format', 'dtcg');
    expect([status, stderr]).toEqual([0, '']);
    const tokens = file(stdout);
    const resolved = JSON.parse(run('resolve', tokens).stdout) as { tokens: Record<string, { css: string; chain: string[] }> };
    expect(Object.keys(resolved.tokens).slice(0, 3)).toEqual(['ink', 'page', 'color.sky.700']);
    expect(resolved.tokens['purpose.page.text']!.chain).toEqual(['purpose.page.text', 'ink']);
    expect(run('check', tokens).status).toBe(0);
  }); // prettier-ignore

  test('is not asked without a file, nor of one that is none', () => {
    expect(run('intake').status).toBe(2);
    expect(run('intake', '/nowhere.css').status).toBe(2);
    expect(run('intake', file('{}'), '--format', 'text').status).toBe(2);
    expect(run('intake', file('{"a": }')).status).toBe(1);
    expect(run('intake', file('x', '.png')).status).toBe(1);
  });
});

test('scan with components tells each instance with its props and its line, by the commonest word or the one given', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-scan-'));
  writeFileSync(path.join(folder, 'a.html'), '<main>\n<keel-button tone="quiet">Go</keel-button>\n<keel-button></keel-button>\n<other-badge></other-badge></main>');
  writeFileSync(path.join(folder, 'b.jsx'), 'import { Badge } from "@line/keel";\nexport const b = <Badge status={x} />;');
  const named = ['demo/keel/button.component.json', 'demo/keel/badge.component.json'];
  const asked = (...more: string[]) => run('scan', folder, '--tokens', 'demo/keel/keel.resolver.json', ...more);
  const { components } = asked('--components', ...named, '--format', 'json').json();
  expect(components).toEqual([
    { component: 'button', props: { tone: 'quiet' }, at: { file: 'a.html', line: 2, column: 1 } },
    { component: 'button', props: {}, at: { file: 'a.html', line: 3, column: 1 } },
    { component: 'badge', props: { status: null }, at: { file: 'b.jsx', line: 2, column: 18 } },
  ]);
  const other = asked('--components', ...named, '--prefix', 'other', '--format', 'json').json();
  expect(other.components.map((one: { component: string }) => one.component)).toEqual(['badge']);
  expect(asked('--components', ...named).stdout).toMatch(/\nComponents: button × 2, badge × 1\.\n$/);
  // Without, nothing is another than it was.
  expect(asked('--format', 'json').json()).not.toHaveProperty('components');
  expect(asked('--prefix', 'keel')).toMatchObject({ status: 2, stderr: expect.stringContaining('Say --components FILE…') });
  rmSync(folder, { recursive: true, force: true });
}); // prettier-ignore

test('what a component file speaks of and no file gives is told, with what is left out of it', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'seedplan-named-'));
  const component = { name: 'card', rank: 'basic', props: [{ name: 'end', kind: 'slot', accepts: ['button', 'seal'] }], parts: [{ name: 'root' }], rules: [], bases: ['quiet'], theme: 'Night' }; // prettier-ignore
  const file = path.join(folder, 'card.component.json');
  writeFileSync(file, JSON.stringify(component));
  writeFileSync(path.join(folder, 'card.html'), '<div part="root"><slot name="end"></slot></div>');
  const asked = (...files: string[]) => run('export', 'demo/keel/keel.resolver.json', '--to', 'html', '--out', folder, '--components', ...files); // prettier-ignore
  const told = asked(file, 'demo/keel/button.component.json', 'demo/keel/icon.component.json');
  expect(told.status).toBe(0);
  const lines = told.stderr.split('\n').filter((line) => line.includes('missing-target'));
  expect(lines).toEqual([
    expect.stringMatching(/card\.component\.json: warning missing-target: card speaks of the component seal, .* → Give the file of seal too$/),
    expect.stringMatching(/card speaks of the rule set quiet, which is in none of these files: its rules are left out/),
    expect.stringMatching(/card speaks of the theme Night, .*looks as it does without it/),
  ]);
  rmSync(folder, { recursive: true, force: true });
}); // prettier-ignore
