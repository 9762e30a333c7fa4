import { readFileSync } from 'node:fs';
import { compileString } from 'sass';
import { cssLine } from '../tokens/css-text';
import { writeJson } from '../base/json/write';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { documentOf, gather, gatheringJson, proposalsOf } from './gather';
import { mediaHolds, pageRules } from '../base/css/page-rules';
import { parseSheet } from './sheet';

const rolesIn = (css: string, name = 'a.css') =>
  Object.fromEntries(gather([{ name, text: css }]).roles.map((role) => [role.name, role.value]));

describe('roles', () => {
  test('are what the rules of elements say, not what is used most', () => {
    const css = `:root { --ink: #1e2528; --sea: #00617e }
      .a { color: #f00 } .b { color: #f00 } .c { color: #f00; background: #ff0 }
      body { color: var(--ink); background: #fff url(x.png) no-repeat }
      a:not(:hover) { color: var(--sea) } a:hover { color: #f00 }
      .btn { background: var(--sea); color: white; border: 0 }
      button { background: #eee } [type=submit] { color: #fffffe }
      input { background: #fafafa; color: inherit; border: 1px solid #a3adb1 }
      input:focus { outline: 2px solid rgb(0 121 155 / 50%) }
      hr { border: none; border-top: 1px solid #dce3e5 } ::selection { background: #d5f3fe }`;
    expect(rolesIn(css)).toEqual({
      'page.surface': '#ffffff', 'page.text': '#1e2528', 'heading.text': '#1e2528', 'link.text': '#00617e',
      'action.surface': '#00617e', 'action.text': '#fffffe', 'field.surface': '#fafafa', 'field.text': '#1e2528',
      'field.border': '#a3adb1', 'border.default': '#dce3e5', 'focus.outline': '#00799b80', 'selection.surface': '#d5f3fe',
    }); // prettier-ignore
  });

  // Each pair is an example of the cascade: CSS Cascading 5, section 6, and Selectors 4, section 17.
  test.each<[string, string, string | undefined]>([
    ['the later of two alike', 'a { color: red } a { color: blue }', '#0000ff'],
    ['the more specific before the later', 'p a { color: red } a { color: blue }', '#ff0000'],
    ['nothing for :where', ':where(p a) { color: red } a { color: blue }', '#0000ff'],
    ['the most specific of :is', ':is(#x, a) { color: red } p a { color: blue }', '#ff0000'],
    ['what is important', 'a { color: red !important } p a { color: blue }', '#ff0000'],
    ['what is in no layer', '@layer a { p a { color: red } } a { color: blue }', '#0000ff'],
    ['the later layer', '@layer b, a; @layer a { a { color: blue } } @layer b { p a { color: red } }', '#0000ff'],
    ['important in the earlier layer', '@layer b { a { color: red !important } } a { color: blue !important }', '#ff0000'],
    ['nested rules', 'p { a { color: red } & a:link { color: blue } }', '#0000ff'],
    ['a state that does not hold', 'a { color: red } a:hover, a:visited, a:focus { color: blue }', '#ff0000'],
    ['a query that does not hold', 'a { color: red } @media print { a { color: blue } } @media (width < 40em) { a { color: blue } }', '#ff0000'],
    ['a property with a name nowhere set', 'a { color: var(--no, red) }', '#ff0000'],
    ['a name set nearer', ':root { --x: blue } p { --x: red } a { color: var(--x) }', '#ff0000'],
    ['what a name is where it is set', ':root { --y: red; --x: var(--y) } a { --y: blue; color: var(--x) }', '#ff0000'],
    ['what is inherited', 'body { color: red } a { color: inherit }', '#ff0000'],
    ['a name that names itself', 'a { --x: var(--x); color: var(--x) }', undefined],
    ['nothing where nothing says it', 'p { color: red }', undefined],
  ])('%s', (_, css, wanted) => expect(rolesIn(css)['link.text']).toBe(wanted)); // prettier-ignore

  test('media queries are asked of a wide, light window', () => {
    const holds = ['screen', '(min-width: 40em)', 'only screen and (max-width: 90em)', '(prefers-color-scheme: light)', '(400px <= width <= 1280px)', 'not print', 'print, (hover)'];
    const fails = ['print', '(min-width: 1281px)', '(prefers-color-scheme: dark)', '(width > 1280px)', 'not screen', '(prefers-reduced-motion: reduce)', '(prefers-contrast: more)', ')(', ''];
    expect(holds.filter((one) => !mediaHolds(one))).toEqual([]);
    expect(fails.filter(mediaHolds)).toEqual([]);
  }); // prettier-ignore

  test('rules of SCSS are those its compiler makes, as far as they are constant', () => {
    const scss = `$blue: #3273dc; $pale: lighten($blue, 30%);
      body { color: darken($blue, 30%); a { color: $blue; &:hover { color: red } }
        button { background: mix($blue, #fff, 20%); &.btn { color: rgba($pale, .5) } } }`;
    const { css } = compileString(scss, { logger: { warn: () => undefined } });
    expect(rolesIn(scss, 'a.scss')).toEqual(rolesIn(css));
    expect(Object.keys(rolesIn(css))).toHaveLength(5);
  });

  test('nesting names every rule once', () => {
    const { root } = parseSheet('a, b { &:hover, i { c { x: y } } }', 'a.css');
    expect(pageRules([{ root, file: 'a.css', lines: 0 }]).map(({ selectors }) => selectors)).toEqual([
      ['a:hover c', 'b:hover c', 'a i c', 'b i c'],
    ]);
  });
});

describe('what is gathered', () => {
  test('computed colours have the value of each context', () => {
    const css = `:root { --h: 200; --l: 95%; --page: hsl(var(--h) 10% var(--l)); --unit: 4px; --gap: calc(var(--unit) * 3) }
      [data-scheme="dark"] { --l: 10% }`;
    const { files, axes, findings } = gather([{ name: 'a.css', text: css }]);
    const resolution = new Resolution(files[0]!.opened!.system);
    const css_ = (path: string, context: Record<string, string>) => {
      const { type, value } = resolution.value(path, context)!;
      return cssLine({ type: type!, value: value! });
    };
    expect(axes).toEqual({ scheme: ['light', 'dark'] });
    expect([css_('page', { scheme: 'light' }), css_('page', { scheme: 'dark' })]).toEqual([
      '#f1f3f4',
      '#171a1c',
    ]);
    expect(css_('gap', { scheme: 'light' })).toBe('12px');
    expect(findings.map(({ message }) => message.split(' ')[0])).toEqual(['--l']);
  });

  test('a name of the files is referred to; the rest becomes primitives in order, then purposes', () => {
    const css = `:root { --brand: #00617e; --ink: #1e2528 } body { color: var(--ink); background: #fff }
      a { color: var(--brand) } .x { padding: 16px; margin: 4px } .y { color: #999; background: #eee }`;
    const gathering = gather([{ name: 'a.css', text: css }]);
    const { proposals } = proposalsOf(gathering);
    const text = writeJson(documentOf(gathering, proposals));
    const opened = openTokens('a.json', text, () => undefined);
    const resolution = new Resolution(opened.system);
    expect([...opened.findings, ...resolution.findings()]).toEqual([]);
    expect(resolution.paths).toEqual([
      'brand', 'ink', 'color.white', 'color.grey.100', 'color.grey.400', 'space.4', 'space.16',
      'purpose.page.surface', 'purpose.page.text', 'purpose.heading.text', 'purpose.link.text',
    ]); // prettier-ignore
    expect(resolution.chain('purpose.link.text', {})).toEqual(['purpose.link.text', 'brand']);
    expect(proposals.pairings).toContainEqual({ text: 'purpose.link.text', surface: 'purpose.page.surface', needs: 4.5 }); // prettier-ignore
    const only = proposalsOf(gathering, { primitivesOnly: true }).proposals;
    expect(only.tokens.map(({ path }) => path).filter((path) => path.startsWith('purpose'))).toEqual([]);
  });

  test('names that stand in each other’s way are told apart', () => {
    const css = ':root { --button: #123; --color-grey: 4px } button { color: #fff; background: #123456 } .x { color: #777 }'; // prettier-ignore
    const gathering = gather([{ name: 'a.css', text: css }]);
    const opened = openTokens('a.json', writeJson(documentOf(gathering, proposalsOf(gathering).proposals)), () => undefined); // prettier-ignore
    expect(opened.findings).toEqual([]);
    expect(new Resolution(opened.system).findings()).toEqual([]);
  });

  test('a custom property counts where it is set, as what it is used for', () => {
    const css = `:root { --a: 4px; --b: 3px; --c: var(--b); --d: 2px; --e: 1.4; --f: .5; --g: 100 }
      i { padding: var(--a); margin: var(--a); border-radius: var(--c); line-height: var(--e); opacity: var(--f); z-index: var(--g) }
      u { letter-spacing: .05em; opacity: 25%; z-index: 7; border: 1px solid; transition: color 150ms ease-out }
      @media (min-width: 40em) { u { margin: 0 } } @media (width >= 700px) { u { margin: 0 } }`;
    const { inventory } = gatheringJson(gather([{ name: 'a.css', text: css }])) as {
      inventory: Record<string, { value: string; count: number }[]>;
    };
    const brief = Object.fromEntries(
      Object.entries(inventory).flatMap(([kind, all]) =>
        all.length ? [[kind, all.map((one) => `${one.value} ${one.count}`)]] : [],
      ),
    );
    expect(brief).toEqual({
      lineHeight: ['1.4 1'], letterSpacing: ['0.05em 1'], space: ['4px 1', '2px 1'], radius: ['3px 1'],
      strokeWidth: ['1px 1'], duration: ['150ms 1'], easing: ['cubic-bezier(0, 0, 0.58, 1) 1'],
      opacity: ['0.5 1', '0.25 1'], breakpoint: ['640px 1', '700px 1'], zIndex: ['100 1', '7 1'],
    }); // prettier-ignore
  });

  test('lists, palettes and token files are in the inventory and its groups', () => {
    const gathering = gather([
      { name: 'a.txt', text: '#0a5d6a\n#0a5d6b\nsmall: 12px' },
      { name: 'b.gpl', text: 'Harbour Palette\nName: x\n#\n10 93 106 Sea\n' },
      { name: 'c.json', text: '{ "radius": { "small": "4px" }, "x": { "$broken": 1 } }' },
    ]);
    const { inventory } = gatheringJson(gathering) as { inventory: Record<string, object[]> };
    expect(inventory.color).toEqual([
      { value: '#0a5d6a', count: 2, cluster: 0, kept: true },
      { value: '#0a5d6b', count: 1, cluster: 0, kept: false },
    ]);
    expect(inventory.radius).toEqual([{ value: '4px', count: 1, cluster: 0, kept: true }]);
  });

  test('a page is read with the sheets beside it, each with its own rem', () => {
    const gathering = gather([
      { name: 'a.html', text: '<style>\n:root { --x: 1px }\nbody { color: red }</style><link rel=stylesheet href=b.css>' },
      { name: 'b.css', text: 'html { font-size: 62.5% } a { color: blue; padding: 1.6rem } a { color' },
    ]); // prettier-ignore
    expect(gathering.roles.map(({ name, value, line }) => [name, value, line])).toEqual([
      ['page.text', '#ff0000', 3],
      ['heading.text', '#ff0000', 3],
      ['link.text', '#0000ff', 1],
    ]);
    expect(
      gathering.inventory.entries.filter(({ kind }) => kind === 'space').map(({ value }) => value),
    ).toEqual(['1px', '16px']);
    expect(gathering.files.map(({ tokens, skipped }) => [tokens, skipped.length])).toEqual([[1, 0], [0, 2]]); // prettier-ignore
  });

  test('what means harm takes no time and does none', () => {
    const deep = `a{color:${'calc('.repeat(4000)}1px${')'.repeat(4000)}}`;
    const nested = `${'a{'.repeat(3000)}color:red${'}'.repeat(3000)}`;
    const laughs = `:root{${Array.from({ length: 60 }, (_, i) => `--x${i}:var(--x${i + 1}) var(--x${i + 1})`).join(';')};--x60:red} a{color:var(--x0)}`; // prettier-ignore
    const circle = ':root{--__proto__:red;--a:var(--b);--b:var(--a)} a{color:var(--a)} .constructor{color:var(--toString)}'; // prettier-ignore
    const many = `a${':not(b'.repeat(500)}${')'.repeat(500)}{color:red}`;
    for (const text of [deep, nested, laughs, circle, many, '\0', '{}'.repeat(2000), '@media'.repeat(500)]) {
      const gathering = gather([
        { name: 'a.css', text },
        { name: 'b.scss', text },
      ]);
      expect(() => JSON.stringify(gatheringJson(gathering))).not.toThrow();
      expect(gathering.roles.filter(({ name }) => name === 'link.text' && text !== nested && text !== many)).toEqual([]); // prettier-ignore
    }
  });

  test.each(['bulma/css/bulma.css', 'water.css/out/water.css', 'spectre.css/dist/spectre.css', 'mvp.css/mvp.css'])(
    '%s becomes a library of tiers without errors',
    (name) => {
      const gathering = gather([{ name, text: readFileSync(`node_modules/${name}`, 'utf8') }]);
      const { proposals } = proposalsOf(gathering);
      const opened = openTokens('a.json', writeJson(documentOf(gathering, proposals)), () => undefined);
      expect(opened.findings.filter(({ level }) => level === 'error')).toEqual([]);
      const resolution = new Resolution(opened.system);
      expect(resolution.findings().filter(({ level }) => level === 'error')).toEqual([]);
      expect(resolution.paths.length).toBeGreaterThanOrEqual(proposals.tokens.length);
      for (const { name: role, value } of gathering.roles.filter((one) => !/^#.{6}00$/.test(one.value))) {
        const { type, value: own } = resolution.value(`purpose.${role}`, {})!;
        expect([role, cssLine({ type: type!, value: own! })]).toEqual([role, value]);
      }
    },
  ); // prettier-ignore
});
