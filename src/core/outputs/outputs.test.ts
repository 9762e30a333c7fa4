import { lexer, parse, walk } from 'css-tree';
import lessCompiler from 'less';
import { compileString } from 'sass';
import { SaxesParser } from 'saxes';
import ts from 'typescript';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parseColor } from '../base/color/color';
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

/** Every type a token can have, with the names of several combinations. */
const px = (value: number, unit = 'px') => ({ value, unit });
const grey = { colorSpace: 'srgb', components: [0.2, 0.2, 0.2], alpha: 0.5 };
const ofAll = {
  $type: 'dimension',
  c: {
    $type: 'color',
    grey: { $value: grey },
    wide: { $value: { colorSpace: 'display-p3', components: [1, 0.5, 0] } },
    ok: { $value: { colorSpace: 'oklch', components: [0.7, 0.1, 200], alpha: 0.5 } },
    lab: { $value: { colorSpace: 'lab', components: [50, 'none', 20] } },
    alias: { $value: '{c.grey}' },
  },
  space: { '1': { '5': { $value: px(1.5) } }, '15': { $value: px(1, 'rem') }, under: { $value: px(-4) }, default: { $value: px(0) } },
  '4': { wide: { $value: px(4) } },
  number: { $type: 'number', $value: 1.25 },
  time: { $type: 'duration', $value: px(0.2, 's') },
  weight: { $type: 'fontWeight', $value: 'semi-bold' },
  family: { $type: 'fontFamily', $value: ['A #{1 + 1} @{x} "B" \\ $c', 'serif'] },
  ease: { $type: 'cubicBezier', $value: [0.2, 0, 0, 1] },
  shadow: { $type: 'shadow', $value: { color: grey, offsetX: px(0), offsetY: px(2), blur: px(4), spread: px(0) } },
  border: { $type: 'border', $value: { color: grey, width: px(1), style: 'solid' } },
  dashed: { $type: 'border', $value: { color: grey, width: px(1), style: 'dashed' } },
  move: { $type: 'transition', $value: { duration: px(150, 'ms'), delay: px(0, 'ms'), timingFunction: '{ease}' } },
  sky: { $type: 'gradient', $value: [{ color: grey, position: 0 }, { color: '{c.ok}', position: 1 }] },
  text: { $type: 'typography', $value: { fontFamily: ['Archivo', 'serif'], fontSize: '{size}', fontWeight: 600, letterSpacing: px(0.4), lineHeight: 1.5 } },
  size: { $value: px(20) },
}; // prettier-ignore
const all = small(ofAll);
const written = (name: string, of = all, more = {}) =>
  OUTPUTS.get(name)!.write({ resolution: of, authored: () => [], ...more });
/** The CSS of every token by the name a style sheet gives it. */
const expected = (of: Resolution) =>
  new Map(
    of.paths.flatMap((path) => {
      const css = cssText(of.value(path, 0)!);
      const name = path.replaceAll('.', '-');
      return typeof css === 'string'
        ? [[name, css] as const]
        : Object.entries(css).map(([longhand, value]) => [`${name}-${longhand}`, value] as const);
    }),
  );
/** Two notations of one value of CSS. */
function sameValue(a: string, b: string) {
  const plain = (text: string) =>
    text.replace(/(#[0-9a-f]{3,8}|[a-z0-9-]+\([^()]*\))/gi, (match) => {
      const color = parseColor(match);
      return color ? JSON.stringify([color.space, color.components.map((one) => (one === 'none' ? one : Math.round(one * 1e6) / 1e6)), Math.round(color.alpha * 1e6) / 1e6]) : match;
    }).replace(/\\40 /g, '@').replace(/["'\\]/g, '').replace(/\b0\./g, '.').replace(/,\s+/g, ','); // prettier-ignore
  expect(plain(a)).toBe(plain(b));
}

// SCSS and Less by their own compilers, value by value.
test.each([
  ['all types', all],
  ['the demo', resolution],
])('SCSS of %s compiles to the values', (_, of) => {
  const { files } = written('scss', of);
  const names = [...expected(of).keys()];
  const { css } = compileString(
    `${files[0]!.text}\nx {\n${names.map((name, i) => `  p${i}: $${name.replace(/^\d/, (digit) => `\\3${digit} `)};\n`).join('')}}`,
  );
  const values = new Map([...css.matchAll(/^ {2}p(\d+): (.*);$/gm)].map(([, i, value]) => [names[Number(i)]!, value!]));
  expect(values.size).toBe(names.length);
  for (const [name, value] of expected(of)) sameValue(values.get(name)!, value);
}); // prettier-ignore
test.each([
  ['all types', all],
  ['the demo', resolution],
])('Less of %s compiles to the values', async (_, of) => {
  const { files } = written('less', of);
  const names = [...expected(of).keys()];
  const { css } = await lessCompiler.render(
    `${files[0]!.text}\nx {\n${names.map((name, i) => `  p${i}: @${name};\n`).join('')}}`,
  );
  const values = new Map([...css.matchAll(/^ {2}p(\d+): (.*);$/gm)].map(([, i, value]) => [names[Number(i)]!, value!]));
  expect(values.size).toBe(names.length);
  for (const [name, value] of expected(of)) sameValue(values.get(name)!, value);
}); // prettier-ignore

test('JavaScript is one object keyed by path', () => {
  const text = written('js', small({ $type: 'number', __proto__: null, a: { b: { $value: 1 } } })).files[0]!.text;
  expect(text).toBe('export const tokens = {\n  "a.b": "1",\n};\n');
  const demo = written('js', resolution).files[0]!.text;
  const tokens = new Function(`${demo.replace('export const', 'const')}; return tokens`)() as Record<string, unknown>;
  expect(Object.keys(tokens)).toEqual(resolution.paths);
  for (const path of resolution.paths) expect(tokens[path]).toEqual(cssText(resolution.value(path, 0)!));
}); // prettier-ignore

test('Swift: each token a constant, in points, seconds and colours of SwiftUI', () => {
  const { files, findings } = written('swift');
  expect(files[0]!.name).toBe('Tokens.swift');
  const lines = new Map([...files[0]!.text.matchAll(/public static let (\S+?)(?:: \w+)? = (.*)/g)].map(([, name, value]) => [name, value]));
  expect(Object.fromEntries(lines)).toEqual({
    cGrey: 'Color(.sRGB, red: 0.2, green: 0.2, blue: 0.2, opacity: 0.5)',
    cWide: 'Color(.displayP3, red: 1, green: 0.5, blue: 0, opacity: 1)',
    cOk: expect.stringMatching(/^Color\(\.sRGB, red: 0\.2\d+, green: 0\.6\d+, blue: 0\.7?\d+, opacity: 0\.5\)$/),
    cLab: expect.stringMatching(/^Color\(\.sRGB, /),
    cAlias: lines.get('cGrey'),
    space1_5: '1.5', space15: '16', spaceUnder: '-4', spaceDefault: '0', _4Wide: '4',
    number: '1.25', time: '0.2', weight: 'Font.Weight.semibold',
    family: '["A #{1 + 1} @{x} \\"B\\" \\\\ $c", "serif"]',
    ease: 'UnitCurve.bezier(startControlPoint: UnitPoint(x: 0.2, y: 0), endControlPoint: UnitPoint(x: 0, y: 1))',
    shadow: '[TokenShadow(color: Color(.sRGB, red: 0.2, green: 0.2, blue: 0.2, opacity: 0.5), x: 0, y: 2, blur: 4, spread: 0, inset: false)]',
    border: 'TokenBorder(width: 1, color: Color(.sRGB, red: 0.2, green: 0.2, blue: 0.2, opacity: 0.5))',
    move: `TokenTransition(duration: 0.15, delay: 0, curve: ${lines.get('ease')})`,
    sky: `Gradient(stops: [.init(color: ${lines.get('cGrey')}, location: 0), .init(color: ${lines.get('cOk')}, location: 1)])`,
    text: 'TokenTextStyle(families: ["Archivo", "serif"], size: 20, weight: Font.Weight.semibold, letterSpacing: 0.4, lineHeight: 30)',
    size: '20',
  });
  expect(findings.map(({ code, path }) => [code, path])).toEqual([['not-carried', 'dashed']]);
  for (const type of ['TokenTextStyle', 'TokenShadow', 'TokenBorder', 'TokenTransition']) expect(files[0]!.text).toContain(`public struct ${type} {`);
  expect(written('swift', small({ $type: 'number', default: { $value: 1 } })).files[0]!.text).toBe('import SwiftUI\n\npublic enum Tokens {\n    public static let `default`: Double = 1\n}\n');
}); // prettier-ignore

test('Kotlin: each token a constant of Compose, with what it imports', () => {
  const { files, findings } = written('compose');
  const { text } = files[0]!;
  expect(Object.fromEntries([...text.matchAll(/val (\S+) = (.*)/g)].map(([, name, value]) => [name, value]))).toMatchObject({
    cGrey: 'Color(0x80333333)', cWide: expect.stringMatching(/^Color\(0xFFFF/), space1_5: '1.5.dp', space15: '16.dp', spaceUnder: '(-4).dp', spaceDefault: '0.dp', _4Wide: '4.dp',
    number: '1.25f', time: '200', weight: 'FontWeight(600)', family: 'listOf("A #{1 + 1} @{x} \\"B\\" \\\\ \\$c", "serif")',
    ease: 'CubicBezierEasing(0.2f, 0f, 0f, 1f)', shadow: 'Shadow(Color(0x80333333), Offset(0f, 2f), 4f)', border: 'BorderStroke(1.dp, Color(0x80333333))',
    text: 'TextStyle(fontSize = 20.sp, fontWeight = FontWeight(600), letterSpacing = 0.4.sp, lineHeight = 30.sp)',
  });
  expect(findings.map(({ path }) => path)).toEqual(['dashed', 'move']);
  // Whatever a line names is imported, and nothing else.
  const imports = [...text.matchAll(/^import .*\.(\w+)$/gm)].map(([, name]) => name!);
  const body = text.slice(text.indexOf('object Tokens'));
  for (const name of imports) expect(body).toMatch(new RegExp(`\\b${name}\\b`));
  for (const [, name] of body.matchAll(/\b([A-Z]\w+)\(/g)) expect(imports).toContain(name);
}); // prettier-ignore

/** The values of a resource file by kind and name, by an XML parser. */
function resourcesIn(xml: string): Record<string, string> {
  const found: Record<string, string> = {};
  const parser = new SaxesParser();
  let name = '';
  parser.on('opentag', ({ name: tag, attributes }) => {
    if (tag === 'resources') return;
    name = tag === 'item' && found[name] !== undefined && !('type' in attributes) ? name : `${tag} ${String(attributes.name)}`;
    found[name] ??= '';
    if (tag === 'item' && !('type' in attributes)) found[name] += ` ${String(attributes.name)}=`;
  });
  parser.on('text', (text) => { if (text.trim()) found[name] += text; });
  parser.on('error', (error) => { throw error; });
  parser.write(xml).close();
  return found;
} // prettier-ignore

test('Android: resources by type, text in sp, what differs at night in a file of its own', () => {
  const { files, findings } = written('android');
  expect(files.map(({ name }) => name)).toEqual(['values/tokens.xml']);
  expect(resourcesIn(files[0]!.text)).toMatchObject({
    'color c_grey': '#80333333', 'color c_alias': '#80333333', 'dimen space_1_5': '1.5dp', 'dimen space_15': '16dp', 'dimen space_under': '-4dp', 'dimen _4_wide': '4dp',
    'item number': '1.25', 'integer time': '200', 'integer weight': '600', 'dimen size': '20sp',
    'string family': 'A #{1 + 1} @{x} \\"B\\" \\\\ $c, serif',
    'style text': expect.stringContaining('android:textSize=20sp android:textFontWeight=600 android:letterSpacing=0.02 android:lineHeight=30sp'),
  });
  expect(findings.map(({ path }) => path).sort()).toEqual(['border', 'dashed', 'ease', 'move', 'shadow', 'sky']);
  const demo = written('android', resolution).files;
  expect(demo.map(({ name }) => name)).toEqual(['values/tokens.xml', 'values-night/tokens.xml']);
  const [day, night] = demo.map(({ text: xml }) => resourcesIn(xml)) as [Record<string, string>, Record<string, string>];
  expect(Object.keys(night).length).toBeGreaterThan(5);
  for (const [name, value] of Object.entries(night)) expect(day[name]).not.toBe(value);
  const dark = { ...defaultContext(resolution.system.axes), scheme: 'dark' };
  expect(resourcesIn(written('android', resolution, { context: dark }).files[0]!.text)).toEqual({ ...day, ...night });
  const reserved = written('android', small({ $type: 'number', default: { $value: 1 }, 'a--b': { $value: 1 } }));
  expect(Object.keys(resourcesIn(reserved.files[0]!.text))).toEqual(['item default_', 'item a_b']);
}); // prettier-ignore

test.each([
  ['swift', 'a.b-c', 'a.b.c', 'aBC'],
  ['compose', 'a_b', 'a.b', 'aB'],
  ['android', 'A.b', 'a.b', 'a_b'],
  ['android', 'default', 'default-', 'default_'],
  ['scss', 'a.b', 'a-b', '$a-b'],
  ['less', 'a.b', 'a-b', '@a-b'],
])('%s: %s and %s cannot both be %s', (format, first, second, name) => {
  const nested = (path: string) => path.split('.').reduceRight((inner: object, word) => ({ [word]: inner }), { $value: 1 });
  const [a, b] = [nested(first), nested(second)] as Record<string, object>[];
  const merge = (one: Record<string, object>, other: Record<string, object>): object =>
    Object.fromEntries([...new Set([...Object.keys(one), ...Object.keys(other)])].map((key) => [key, one[key] && other[key] ? merge(one[key] as never, other[key] as never) : (one[key] ?? other[key])]));
  const { files, findings } = written(format, small({ $type: 'number', ...merge(a!, b!) }));
  expect(files).toEqual([]);
  expect(findings[0]).toMatchObject({ code: 'name-clash', level: 'error' });
  for (const said of [first, second, name]) expect(findings[0]!.message).toContain(said);
}); // prettier-ignore

test('a prefix stands before every name, a context says for what the values are', () => {
  const dark = { ...defaultContext(resolution.system.axes), scheme: 'dark' };
  for (const [format, name] of [['scss', '$x-color-text-quiet:'], ['less', '@x-color-text-quiet:'], ['swift', 'let xColorTextQuiet'], ['compose', 'val xColorTextQuiet'], ['android', '"x_color_text_quiet"']] as const) {
    const { text } = written(format, resolution, { prefix: 'x', context: dark }).files[0]!;
    expect(text).toContain(name);
    expect(text).toMatch(/Values for .*scheme dark/);
  }
}); // prettier-ignore
