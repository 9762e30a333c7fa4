import { parse, type ParserError } from 'parse5';
import type { AssetItem } from '../assets/asset';
import { itemsOf } from '../document/item';
import { effectiveLibrary } from '../library/effective';
import { Resolution } from '../tokens/resolve';
import { demo } from '@/testing/library';
import { attribute, elementsOf } from '@/testing/page';
import { html } from './html';
import type { OutputFile } from './output';

const items = demo().items;
const { authored, system } = effectiveLibrary([{ name: '', version: '', items }]);
const resolution = new Resolution(system);
const components = itemsOf(authored, 'component');
const write = (more: object = {}) =>
  html.write({ resolution, components, items: authored, authored: () => [], ...more });
const { files } = write();
const text = (name: string, of: readonly OutputFile[] = files) => of.find((file) => file.name === name)!.text;
const pages = files.filter(({ name }) => name.endsWith('.html'));

test('each component that is offered has a page and a sheet; what is internal has a sheet where something holds it', () => {
  const names = files.map(({ name }) => name);
  expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(names.length);
  for (const { name, visibility } of components)
    expect([name, names.includes(`components/${name}.html`)]).toEqual([name, visibility !== 'internal']);
  expect(pages).toHaveLength(components.filter(({ visibility }) => visibility !== 'internal').length + 1);
});

test('pages are read without an error (HTML, parse errors), and each link leads to a file of the output', () => {
  const at = new Set(files.map(({ name }) => name));
  let links = 0;
  for (const { name, text: page } of pages) {
    const errors: ParserError[] = [];
    parse(page, { sourceCodeLocationInfo: true, onParseError: (error) => errors.push(error) });
    expect([name, errors]).toEqual([name, []]);
    for (const element of elementsOf(page)) {
      const link = element.tagName === 'link' ? attribute(element, 'href') : element.tagName === 'a' && name === 'index.html' ? attribute(element, 'href') : undefined;
      if (link === undefined) continue;
      links++;
      expect([name, link, at.has(new URL(link, `http://x.example/${name}`).pathname.slice(1))]).toEqual([name, link, true]);
    }
  }
  expect(links).toBeGreaterThan(pages.length * 4);
}); // prettier-ignore

test('every class of a page has rules in a sheet that the page links', () => {
  for (const { name, text: page } of pages) {
    const elements = elementsOf(page);
    const sheets = elements
      .filter(({ tagName }) => tagName === 'link')
      .map((link) => text(new URL(attribute(link, 'href')!, `http://x.example/${name}`).pathname.slice(1)));
    const classes = new Set(elements.flatMap((element) => (attribute(element, 'part') ? attribute(element, 'class')!.split(' ').at(-1)! : [])));
    for (const one of classes) expect([name, one, sheets.some((sheet) => sheet.includes(`.${one}`))]).toEqual([name, one, true]);
  }
}); // prettier-ignore

test('a button is shown by default and in each of its choices, and in no combination that is excluded', () => {
  const button = components.find(({ name }) => name === 'button')!;
  const examples = elementsOf(text('components/button.html')).filter((element) =>
    attribute(element, 'data-example'),
  );
  const titles = examples.map((element) => attribute(element, 'data-example'));
  for (const { name, kind, values, default: standard } of Object.values(button.props))
    if (kind === 'choice')
      for (const value of values)
        if (value !== (standard || values[0])) expect(titles).toContain(`${name} is ${value}`);
  expect(titles[0]).toBe('Default');
  expect(new Set(titles).size).toBe(titles.length);
});

test('with a prefix every custom property that a sheet refers to is one of tokens.css; names of its own stay', () => {
  const prefixed = write({ prefix: 'keel' }).files;
  const declared = new Set([...text('tokens.css', prefixed).matchAll(/^ {2}(--[\w-]+):/gm)].map(([, name]) => name!));
  expect([...declared].every((name) => name.startsWith('--keel-'))).toBe(true);
  let references = 0;
  for (const { name, text: sheet } of prefixed.filter((file) => /^components\/.*\.css$/.test(file.name))) {
    const own = new Set([...sheet.matchAll(/(--[\w-]+)\s*:/g)].map(([, property]) => property!));
    for (const [, property] of sheet.matchAll(/var\(\s*(--[\w-]+)/g)) {
      references++;
      expect([name, property, declared.has(property!) || own.has(property!)]).toEqual([name, property, true]);
    }
  }
  expect(references).toBeGreaterThan(100);
}); // prettier-ignore

const asset = (name: string, role: AssetItem['role'], file: Partial<AssetItem['files'][string]>): AssetItem => ({
  id: `asset_${name}`, kind: 'asset', order: 'a0', name, role,
  files: { f: { order: 'a0', file: `${name}.bin`, mediaType: 'image/png', hash: 'a'.repeat(64), size: 7, context: null, font: null, ...file } },
}); // prettier-ignore

test('fonts, drawings and pictures go with it, under names that every file system can hold', () => {
  const font = { family: 'Tide', weight: [300, 700] as [number, number], italic: true, axes: [], scripts: [], glyphs: 1, licence: '', embedding: 'installable' as const, noSubsetting: false, bitmapOnly: false }; // prettier-ignore
  const own = [
    asset('Tide "A"', 'font', { file: '../Tide Ä.woff2', mediaType: 'font/woff2', font }),
    asset('one', 'picture', { file: 'Pier.png' }),
    asset('two', 'picture', { file: 'pier.PNG', hash: 'b'.repeat(64) }),
    asset('mark', 'icon', {
      file: 'mark.svg',
      mediaType: 'image/svg+xml',
      svg: '<svg viewBox="0 0 16 16"></svg>',
    }),
  ];
  const { files: written } = html.write({ resolution, components: [], items: new Map(own.map((item) => [item.id, item])), authored: () => [] }); // prettier-ignore
  const brought = written.filter(({ name }) => /^(fonts|pictures|icons)\//.test(name));
  expect(brought).toEqual([
    { name: 'fonts/Tide-A-.woff2', text: '', stored: { hash: 'a'.repeat(64), size: 7 } },
    { name: 'pictures/Pier.png', text: '', stored: { hash: 'a'.repeat(64), size: 7 } },
    { name: 'pictures/bbbbbbbb-pier.PNG', text: '', stored: { hash: 'b'.repeat(64), size: 7 } },
    { name: 'icons/mark.svg', text: '<svg viewBox="0 0 16 16"></svg>\n' },
  ]);
  expect(text('fonts.css', written)).toBe(
    '@font-face {\n  font-family: "Tide \\"A\\"";\n  src: url("fonts/Tide-A-.woff2") format("woff2");\n  font-weight: 300 700;\n  font-style: italic;\n  font-display: swap;\n}\n',
  );
});

test('names that clash are an error, and nothing is written', () => {
  const clash = write({ resolution: { ...resolution, paths: ['a.b', 'a-b'], variants: () => [] } as never });
  expect(clash.files).toEqual([]);
  expect(clash.findings[0]!.code).toBe('name-clash');
});

test('families that no asset holds are told, and those that one holds are not', () => {
  const told = (more: object) =>
    write(more).findings.flatMap(({ message }) => /^The font (.*) does not go/.exec(message)?.[1] ?? []);
  expect(told({})).toContain('Archivo Variable');
  const archivo = asset('archivo variable', 'font', {});
  expect(told({ items: new Map([...authored, [archivo.id, archivo]]) })).not.toContain('Archivo Variable');
});
