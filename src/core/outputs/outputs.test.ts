import { lexer, parse, walk } from 'css-tree';
import ts from 'typescript';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { readJson } from '../base/json/read';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { defaultContext } from '../tokens/system';
import { cssText } from '../tokens/css-text';
import { OUTPUTS } from './registry';

const folder = path.resolve('demo/keel');
const text = (name: string) => readFileSync(path.join(folder, name), 'utf8');
const opened = openTokens('keel.resolver.json', text('keel.resolver.json'), text);
const resolution = new Resolution(opened.system);
const write = (name: string, more = {}) =>
  OUTPUTS.get(name)!.write({
    resolution,
    authored: () => [{ name: 'keel.resolver.json', json: opened.root! }],
    ...more,
  });
const small = (json: object) =>
  new Resolution(openTokens('t.json', JSON.stringify(json), () => undefined).system);

test('the style sheet parses without complaint, and its values are CSS', () => {
  const errors: string[] = [];
  const tree = parse(write('css').files[0]!.text, {
    parseCustomProperty: true,
    onParseError: (error) => errors.push(error.message),
  });
  expect(errors).toEqual([]);
  let colors = 0;
  walk(tree, (node) => {
    if (node.type !== 'Declaration' || node.value.type !== 'Value') return;
    const literal = [...node.value.children][0];
    if (literal?.type !== 'Hash') return;
    expect(lexer.matchType('color', node.value).error).toBeNull();
    colors++;
  });
  expect(colors).toBeGreaterThan(40);
});

test('TypeScript compiles under strict and holds the resolved values', () => {
  const source = write('ts').files[0]!.text;
  const host = ts.createCompilerHost({});
  const get = host.getSourceFile.bind(host);
  host.getSourceFile = (file, ...rest) =>
    file === 'tokens.ts' ? ts.createSourceFile(file, source, ts.ScriptTarget.ES2022) : get(file, ...rest);
  const program = ts.createProgram(
    ['tokens.ts'],
    { strict: true, noEmit: true, target: ts.ScriptTarget.ES2022, types: [] },
    host,
  );
  expect(
    ts.getPreEmitDiagnostics(program).map((d) => ts.flattenDiagnosticMessageText(d.messageText, ' ')),
  ).toEqual([]);
  const module = { exports: {} as { token: (name: string, context?: object) => unknown } };
  new Function(
    'module',
    'exports',
    ts.transpileModule(source, { compilerOptions: { module: ts.ModuleKind.CommonJS } }).outputText,
  )(module, module.exports);
  for (const context of resolution.contexts) {
    for (const name of resolution.paths)
      expect(module.exports.token(name, context)).toEqual(cssText(resolution.value(name, context)!));
  }
});

test('resolved JSON comes back with the same values and no references', () => {
  const context = { ...defaultContext(resolution.system.axes), scheme: 'dark' };
  const written = write('json', { context }).files[0]!.text;
  expect(written).not.toMatch(/"\{|\$ref/);
  const back = new Resolution(openTokens('t.json', written, () => undefined).system);
  expect(back.findings()).toEqual([]);
  for (const name of resolution.paths)
    expect(cssText(back.value(name, 0)!)).toEqual(cssText(resolution.value(name, context)!));
});

test('two tokens that get one name are an error that names both, longhands included', () => {
  const typography = {
    $type: 'typography',
    $value: {
      fontFamily: 'A',
      fontSize: { value: 1, unit: 'px' },
      fontWeight: 400,
      letterSpacing: { value: 0, unit: 'px' },
      lineHeight: 1,
    },
  };
  for (const json of [
    { $type: 'number', a: { b: { $value: 1 } }, 'a-b': { $value: 2 } },
    { t: typography, 't-font-size': { $type: 'number', $value: 1 } },
  ]) {
    const result = OUTPUTS.get('css')!.write({ resolution: small(json), authored: () => [] });
    expect(result.files).toEqual([]);
    expect(result.findings[0]).toMatchObject({ code: 'name-clash', level: 'error' });
    expect(result.findings[0]!.message).toMatch(/(a\.b and a-b|t and t-font-size)/);
  }
});

test('names: $root is dropped, odd characters become hyphens, a prefix stands before', () => {
  const css = OUTPUTS.get('css')!.write({
    resolution: small({ $type: 'number', 'a b': { $root: { $value: 1 }, 'c/d': { $value: 2 } } }),
    prefix: 'x',
    authored: () => [],
  });
  expect(css.files[0]!.text).toContain('--x-a-b: 1;');
  expect(css.files[0]!.text).toContain('--x-a-b-c-d: 2;');
});

test('what has an error is left out and said; the rest is written', () => {
  const result = OUTPUTS.get('css')!.write({
    resolution: small({ $type: 'number', good: { $value: 1 }, bad: { $value: '{gone}' } }),
    authored: () => [],
  });
  expect(result.files[0]!.text).toContain('--good: 1;');
  expect(result.findings.map((f) => f.path)).toEqual(['bad']);
});

test('hostile names and values stay what they are', () => {
  const json = { $type: 'fontFamily', '};body{x:y': { $value: 'a"; } body { display: none' } };
  const sheet = OUTPUTS.get('css')!.write({
    resolution: small({ $type: 'fontFamily', ok: { $value: 'a"; } body { display: none } \\' } }),
    authored: () => [],
  }).files[0]!.text;
  expect([...parse(sheet).type]).toBeDefined();
  let rules = 0;
  walk(parse(sheet), (node) => void (node.type === 'Rule' && rules++));
  expect(rules).toBe(1);
  expect(openTokens('t.json', JSON.stringify(json), () => undefined).findings.map((f) => f.code)).toContain(
    'invalid-name',
  );
  expect(readJson('{}')).toBeInstanceOf(Map);
});

test('a size that grows with the window is written as clamp(), and what refers to it as var()', () => {
  const text = OUTPUTS.get('css')!.write({
    resolution: small({
      size: {
        $type: 'dimension',
        h1: {
          $value: { value: 2.5, unit: 'rem' },
          $extensions: { 'app.seedplan': { fluid: { min: { value: 18, unit: 'px' }, from: 400, to: 1200 } } },
        },
        title: { $value: '{size.h1}' },
      },
    }),
    authored: () => [],
  }).files[0]!.text;
  expect(text).toContain('--size-h1: clamp(1.125rem, 0.4375rem + 2.75vw, 2.5rem);');
  expect(text).toContain('--size-title: var(--size-h1);');
});
