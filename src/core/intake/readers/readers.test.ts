import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import { cssLine } from '../../tokens/css-text';
import { openTokens } from '../../tokens/open';
import { Resolution } from '../../tokens/resolve';
import { css as cssOutput } from '../../outputs/css';
import { openAny, readerOf, READERS } from './registry';

const nothing = () => undefined;
const read = (file: string, text: string) => openAny(file, text, nothing);

/** Every value under one combination, as `path: css`. */
function values(file: string, text: string, context: Record<string, string> = {}): Record<string, string> {
  const opened = read(file, text);
  const resolution = new Resolution(opened.system);
  const full = { ...resolution.contexts[0], ...Object.fromEntries(opened.system.axes.map((a) => [a.name, a.default!])), ...context }; // prettier-ignore
  return Object.fromEntries(
    resolution.paths.flatMap((p) => {
      const found = resolution.value(p, full);
      return found ? [[p, cssLine(found)]] : [];
    }),
  );
}
const packaged = (name: string) => readFileSync(path.join('node_modules', name), 'utf8');

describe('rows of a spreadsheet', () => {
  test('path, type and value in that order, or named by the first row; a type left out is that of the value', () => {
    const rows = 'color.ink\tcolor\t#0a5d6a\nspace.4\t\t16px\nshadow.low\t\t0 2px 4px {color.ink}\ntext.body\ttypography\t400 16px/1.5 Archivo';
    expect(values('pasted.txt', rows)).toEqual({
      'color.ink': '#0a5d6a', 'space.4': '16px', 'shadow.low': '0px 2px 4px 0px #0a5d6a',
      'text.body': 'font-family: Archivo; font-size: 16px; font-weight: 400; letter-spacing: 0px; line-height: 1.5',
    });
    expect(values('a.csv', 'value,note,name\r\n"rgb(0, 0, 0)",mine,color.black\r\n8px,,space.2\r\n')).toEqual({
      'color.black': '#000000', 'space.2': '8px',
    });
    expect(values('pasted.txt', 'space.1\t4px\nspace.2\t8px')).toEqual({ 'space.1': '4px', 'space.2': '8px' });
  });
  test('what a row cannot be is told with its line, and the others are read', () => {
    const opened = read('a.tsv', 'path\tvalue\nok.one\t4px\n\t8px\n$no\t8px\nok.two\tmany words here\nok.one\t5px\n\n');
    expect([...opened.system.sources[0]!.tokens.keys()]).toEqual(['ok.one']);
    expect(opened.findings.map(({ at, message }) => `${at?.line} ${message}`)).toEqual([
      expect.stringMatching(/^3 .*no path/), expect.stringMatching(/^4 /), expect.stringMatching(/^5 .*type is not said/), expect.stringMatching(/^6 .*earlier row/),
    ]);
  });
  test('the table of tokens as it is exported comes back as it was', () => {
    const text = 'path,tier,type,value,refers to,from\r\nspace.4,primitive,dimension,16px,,Keel\r\ngap.wide,semantic,dimension,16px,space.4,Keel\r\nnumber.low,primitive,number,-1,,Keel\r\n';
    const opened = read('keel-tokens.csv', text);
    expect(opened.findings).toEqual([]);
    expect(opened.system.sources[0]!.tokens.get('gap.wide')!.get('$value')).toBe('{space.4}');
    expect(values('keel-tokens.csv', text)).toEqual({ 'space.4': '16px', 'gap.wide': '16px', 'number.low': '-1' });
  });
}); // prettier-ignore

describe('custom properties of style sheets', () => {
  test('paths are split at hyphens; a name that begins another is its $root', () => {
    expect(values('a.css', ':root { --color: red; --color-text: #333; --space-2: 8px; }')).toEqual({
      'color.$root': '#ff0000', 'color.text': '#333333', 'space.2': '8px',
    }); // prettier-ignore
  });

  test('types come from the values, references stay references', () => {
    const text = `:root { --a: oklch(0.5 0.1 200); --b: 1.5rem; --c: 200ms; --d: cubic-bezier(0.2,0,0,1); --e: ease-in;
      --f: 1.4; --font-weight-bold: 700; --font-body: Archivo, sans-serif; --shade: 0 1px 2px rgb(0 0 0 / 50%), inset 0 0 0 1px var(--a);
      --edge: 1px solid var(--a); --g: var(--a); --move: 0.2s ease-out; --wash: linear-gradient(90deg, #fff, #000 40%); }`;
    const opened = read('a.css', text);
    const { tokens } = opened.system.sources[0]!;
    const types = Object.fromEntries([...tokens].map(([p, object]) => [p, object.get('$type')]));
    expect(types).toEqual({
      a: 'color', b: 'dimension', c: 'duration', d: 'cubicBezier', e: 'cubicBezier', f: 'number', 'font.weight.bold': 'fontWeight',
      'font.body': 'fontFamily', shade: 'shadow', edge: 'border', g: undefined, move: 'transition', wash: 'gradient',
    }); // prettier-ignore
    expect(tokens.get('g')!.get('$value')).toBe('{a}');
    expect(values('a.css', text)['shade']).toBe(
      '0px 1px 2px 0px #00000080, inset 0px 0px 0px 1px oklch(0.5 0.1 200)',
    );
    expect(opened.findings).toEqual([]);
  });

  test('attributes, classes, schemes and widths become contexts', () => {
    const text = `:root { --bg: #fff; --gap: 8px }
      @media (prefers-color-scheme: dark) { :root:not([data-theme]) { --bg: #111 } }
      [data-theme="dark"] { --bg: #111 }
      .high-contrast { --bg: #000 }
      @media (min-width: 600px) { :root { --gap: 12px } }
      @media (min-width: 900px) { :root { --bg: #eee } }
      .card { --card-pad: 4px; --bg: #fafafa; color: red }`;
    const opened = read('a.css', text);
    expect(opened.system.axes.map(({ name, contexts, default: standard }) => [name, contexts, standard])).toEqual([
      ['width', ['default', 'from-600px', 'from-900px'], 'default'],
      ['high-contrast', ['off', 'on'], 'off'],
      ['theme', ['light', 'dark'], 'light'],
    ].sort((a, b) => opened.system.axes.findIndex((x) => x.name === a[0]) - opened.system.axes.findIndex((x) => x.name === b[0]))); // prettier-ignore
    expect(values('a.css', text)).toMatchObject({ bg: '#ffffff', gap: '8px', 'card.pad': '4px' });
    expect(values('a.css', text, { theme: 'dark' })['bg']).toBe('#111111');
    expect(values('a.css', text, { 'high-contrast': 'on' })['bg']).toBe('#000000');
    // A wider window keeps what a narrower one set.
    expect(values('a.css', text, { width: 'from-900px' })).toMatchObject({ gap: '12px', bg: '#eeeeee' });
  });

  test('what a token cannot hold is listed with its line, and so is what refers to it', () => {
    const { findings, system } = read(
      'a.css',
      ':root {\n--w: 50%;\n--x: calc(1px + 2px);\n--y: var(--w);\n--ok: 1px }',
    );
    expect(findings.map((f) => [f.code, f.at?.line])).toEqual([['not-carried', 2], ['not-carried', undefined]]); // prettier-ignore
    // What is constant is computed.
    expect([...system.sources[0]!.tokens.keys()]).toEqual(['x', 'ok']);
  });

  test('errors are listed with their lines and the rest is read', () => {
    const text =
      ':root {\n  --a: red;\n  --b blue;\n  --c: 4px;\n}\n}\n.x { color: red\n[data-brand="x"] { --a: #00f }';
    const { findings } = read('a.css', text);
    expect(findings.filter((f) => f.code === 'style-syntax').map((f) => f.at?.line)).toEqual(expect.arrayContaining([3, 6])); // prettier-ignore
    expect(values('a.css', text)).toMatchObject({ a: '#ff0000', c: '4px' });
  });

  test('no text makes it throw or hang, or reach a prototype', () => {
    const piece = fc.constantFrom(':root', '{', '}', '--a', '--__proto__-x', ': ', 'var(--a)', 'var(', ';', '"', '/*', '*/', '@media (min-width: 1px)', '[data-x="y"]', '.dark', 'red', '4px', ',', '(', ')', '\\', '\n', '<script>', 'url(javascript:1)'); // prettier-ignore
    fc.assert(
      fc.property(
        fc.array(piece, { maxLength: 40 }).map((all) => all.join('')),
        (text) => {
          for (const file of ['a.css', 'a.scss', 'a.gpl', 'a.txt', 'a.json'])
            new Resolution(read(file, text).system);
        },
      ),
      { numRuns: 500 },
    );
    expect(({} as Record<string, unknown>)['x']).toBeUndefined();
  });

  // Our own sheet, read back: the same values under the same names, in every combination.
  test('a sheet that the css output wrote comes back with the same values', () => {
    const document = (background: string, text: string, more = '') =>
      `{"color":{"$type":"color","bg":{"$value":"${background}"},"text":{"$value":"${text}"},"link":{"$value":"{color.text}"}${more}}}`;
    const files: Record<string, string> = {
      'base.tokens.json': document('#ffffff', '#111111', ',"edge":{"$value":"#cccccc"}'),
      'dark.tokens.json': '{"color":{"bg":{"$type":"color","$value":"#000000"}}}',
      'gannet.tokens.json': '{"color":{"text":{"$type":"color","$value":"#0a5d6a"}}}',
      'saltmarsh.tokens.json': '{"color":{"edge":{"$type":"color","$value":"#dddddd"}}}',
    };
    const resolver = {
      version: '2025.10', sets: { base: { sources: [{ $ref: 'base.tokens.json' }] } },
      modifiers: {
        brand: { default: 'saltmarsh', contexts: { saltmarsh: [{ $ref: 'saltmarsh.tokens.json' }], gannet: [{ $ref: 'gannet.tokens.json' }] } },
        scheme: { default: 'light', contexts: { light: [], dark: [{ $ref: 'dark.tokens.json' }] } },
      },
      resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/brand' }, { $ref: '#/modifiers/scheme' }],
    }; // prettier-ignore
    const original = openTokens('a.resolver.json', JSON.stringify(resolver), (name) => files[name]);
    const resolution = new Resolution(original.system);
    const sheet = cssOutput.write({ resolution, file: 'a' } as never).files[0]!.text;
    for (const context of resolution.contexts) {
      const expected = Object.fromEntries(
        resolution.paths.map((p) => [p, cssLine(resolution.value(p, context)!)]),
      );
      expect(values('a.css', sheet, context)).toEqual(expected);
    }
  });
});

describe('SCSS variables and maps', () => {
  test('maps are groups, nested too; $a_b is $a-b; !default is left out', () => {
    const text =
      '$brand: #0a5d6a !default;\n$space_1: 4px;\n$grey: ("100": #eee, dark: ("900": #111));\n$link: $brand;\n$calc: $space_1 * 2;\n.x { $local: 1px; }';
    expect(values('a.scss', text)).toEqual({
      brand: '#0a5d6a', 'space.1': '4px', 'grey.100': '#eeeeee', 'grey.dark.900': '#111111', link: '#0a5d6a',
      calc: '8px',
    }); // prettier-ignore
    expect(read('a.scss', text).findings).toEqual([]);
  });

  // A real file, written by nobody here: open-color's own SCSS against its own JSON.
  test('open-color: the same colours as its JSON says', () => {
    const found = values('open-color.scss', packaged('open-color/open-color.scss'));
    const json = JSON.parse(packaged('open-color/open-color.json')) as Record<string, string | string[]>;
    for (const [name, list] of Object.entries(json)) {
      if (typeof list === 'string') expect(found[`oc.${name}`]).toBe(list);
      else
        list.forEach((hex, i) =>
          expect([found[`oc.${name}.${i}`], found[`oc.${name}.list.${i}`]]).toEqual([hex, hex]),
        );
    }
  });
});

describe('other forms', () => {
  test('plain nested JSON: open-color, list members numbered', () => {
    const text = packaged('open-color/open-color.json');
    expect(readerOf('open-color.json', text)!.name).toBe('json');
    const found = values('open-color.json', text);
    expect([found['gray.0'], found['white'], Object.keys(found).length]).toEqual(['#f8f9fa', '#ffffff', 132]);
  });

  test('a JSON file with $value anywhere is a token file', () => {
    expect(readerOf('a.json', '{"a":{"b":{"$value":1,"$type":"number"}}}')!.name).toBe('dtcg');
    expect(readerOf('a.json', '{ not json')!.name).toBe('dtcg');
  });

  test('a palette file: names, untitled entries, lines that are none', () => {
    const text =
      'Sample Palette\nName: Quay Side\nColumns: 3\n# made up\n 10  93 106\tDeep Water\n255 255 255 Untitled\n300 0 0 wrong\n';
    expect(values('quay.gpl', text)).toEqual({
      'quay side.deep-water': '#0a5d6a',
      'quay side.ffffff': '#ffffff',
    });
    expect(read('quay.gpl', text).findings.map((f) => f.at?.line)).toEqual([7]);
  });

  test('a pasted list: names, bare values, several on a line, doubles once', () => {
    const text =
      '#0a5d6a, #fff\nquiet: #667788\n- rgb(1, 2, 3)\nspace-1 4px\n8px 12px\n#fff\nnonsense here, 3\n';
    expect(values('paste.txt', text)).toEqual({
      'color.0a5d6a': '#0a5d6a', 'color.fff': '#ffffff', 'color.quiet': '#667788', 'color.rgb-1-2-3': '#010203',
      'size.space-1': '4px', 'size.8px': '8px', 'size.12px': '12px', 'number.3': '3',
    }); // prettier-ignore
  });

  test('a paste of more than 10,000 lines is read as far as that, and says so', () => {
    const text = Array.from({ length: 10_050 }, (_, i) => `#${(i + 1).toString(16).padStart(6, '0')}`).join(
      '\n',
    );
    const opened = read('paste.txt', text);
    expect(opened.system.sources[0]!.tokens.size).toBe(10_000);
    expect(opened.findings[0]!.message).toContain('10050');
  });

  // A real style sheet: pico's custom properties, light and dark.
  test('pico: dark values under the theme that its sheet calls dark', () => {
    const opened = read('pico.css', packaged('@picocss/pico/css/pico.css'));
    const theme = opened.system.axes.find((axis) => axis.name === 'theme')!;
    expect([theme.contexts, theme.default]).toEqual([['light', 'dark'], 'light']);
    const light = values('pico.css', packaged('@picocss/pico/css/pico.css'));
    const dark = values('pico.css', packaged('@picocss/pico/css/pico.css'), { theme: 'dark' });
    expect([light['pico.background.color'], dark['pico.background.color']]).toEqual(['#ffffff', '#13171f']);
    expect(opened.system.axes.map((axis) => axis.name).sort()).toEqual(['theme', 'width']);
    expect(opened.findings.every((finding) => finding.level === 'note')).toBe(true);
    expect(new Resolution(opened.system).findings().filter((f) => f.level === 'error')).toEqual([]);
  });

  test('every reader in the folder is registered', () => {
    const files = readdirSync('src/core/intake/readers').filter((f) => !/registry|test/.test(f));
    expect(READERS.length).toBe(files.length);
  });
});
