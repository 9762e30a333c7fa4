import { parse, type ParserError } from 'parse5';
import { itemsOf, type Item, type Items } from '../document/item';
import { effectiveLibrary } from '../library/effective';
import { cssLine } from '../tokens/css-text';
import { Resolution } from '../tokens/resolve';
import { demo } from '@/testing/library';
import { attribute, elementsOf } from '@/testing/page';
import type { GuideItem } from './block';
import { guideSite } from './site';

const items = demo().items;
const { authored, system } = effectiveLibrary([{ name: '', version: '', items }]);
const resolution = new Resolution(system);
const VERSIONS = ['1.1.0', '1.0.0'].map((version) => ({ version, address: version }));
const site = (of: Items = authored, versions = VERSIONS) =>
  guideSite({ items: of, resolution, name: 'Keel', version: '1.1.0', versions });

const pagesOf = (files: ReturnType<typeof site>) => files.filter(({ name }) => name.endsWith('.html'));

test('a page for each guide under each combination, and every link of a page leads to a file of the site', () => {
  const files = site();
  const names = new Set(files.map(({ name }) => name));
  const guides = itemsOf(authored, 'guide').length;
  expect(guides).toBeGreaterThan(0);
  expect(pagesOf(files)).toHaveLength((guides + 1) * resolution.contexts.length);
  let links = 0;
  for (const { name, text } of pagesOf(files)) {
    const errors: ParserError[] = [];
    parse(text, { onParseError: (error) => errors.push(error) });
    expect([name, errors]).toEqual([name, []]);
    for (const element of elementsOf(text)) {
      expect(['script', 'style', 'iframe', 'object']).not.toContain(element.tagName);
      const to = element.tagName === 'a' || element.tagName === 'link' ? attribute(element, 'href') : undefined;
      if (to === undefined || to.startsWith('#')) continue;
      const at = new URL(to, `http://x.example/published/keel/1.1.0/${name}`).pathname.replace('/published/keel/', '');
      links++;
      // Of another version only the first page is known to be there.
      if (at.startsWith('1.0.0/')) expect(at).toBe('1.0.0/index.html');
      else expect([name, to, names.has(at.replace('1.1.0/', ''))]).toEqual([name, to, true]);
    }
  }
  expect(links).toBeGreaterThan(pagesOf(files).length * 6);
}); // prettier-ignore

test('values are those of the combination a page is of, as the core resolves them', () => {
  const files = site();
  for (const context of resolution.contexts) {
    const page = pagesOf(files).find(({ name, text }) => {
      const root = elementsOf(text)[0]!;
      return name.endsWith('buttons.html') && Object.entries(context).every(([axis, value]) => attribute(root, `data-${axis}`) === value); // prettier-ignore
    })!;
    const value = cssLine(resolution.value('color.action.surface', context)!);
    expect([page.name, page.text.includes(`background:${value}"></span><code>${value}</code>`)]).toEqual([page.name, true]); // prettier-ignore
  }
  const dark = pagesOf(files).filter(({ name }) => name.startsWith('scheme-dark/'));
  expect(dark.length).toBeGreaterThan(0);
});

test('switches mark where one is, and lead to the same guide in the other context', () => {
  const page = pagesOf(site()).find(({ name }) => name === 'scheme-dark/buttons.html')!;
  const links = elementsOf(page.text).filter((one) => one.tagName === 'a');
  const named = (text: string) =>
    links.find((one) => (one.childNodes[0] as { value?: string }).value === text)!;
  expect(attribute(named('dark'), 'aria-current')).toBe('page');
  expect(attribute(named('light'), 'href')).toBe('../buttons.html');
  expect(attribute(named('gannet'), 'href')).toBe('../brand-gannet_scheme-dark/buttons.html');
});

test('taken elsewhere it has no way to versions that are not there', () => {
  for (const { text } of pagesOf(site(authored, []))) expect(text).not.toContain('1.0.0');
});

test('what a person wrote is text, wherever it stands, and a guide may be called like the first page', () => {
  const hostile = '"><script>alert(1)</script><img src=x onerror=alert(1)>';
  const guide: GuideItem = {
    id: 'g', kind: 'guide', name: 'index', title: hostile, order: 'a0',
    blocks: { b: { order: 'a0', kind: 'text', markdown: `${hostile}\n\n[x](javascript:alert(1))` } },
  }; // prettier-ignore
  const other = { ...guide, id: 'h', name: '../Index!' };
  const files = guideSite({ items: new Map<string, Item>([['g', guide], ['h', other]]), resolution, name: hostile, version: '1.0.0', versions: [] }); // prettier-ignore
  const names = pagesOf(files).map(({ name }) => name);
  expect(new Set(names).size).toBe(names.length);
  for (const name of names) expect(name).toMatch(/^([\w-]+\/)?[a-z0-9-]+\.html$/);
  for (const { text } of pagesOf(files)) {
    const elements = elementsOf(text);
    expect(elements.filter(({ tagName }) => tagName === 'script' || tagName === 'img')).toEqual([]);
    for (const element of elements) expect(attribute(element, 'href') ?? '').not.toMatch(/javascript/);
  }
});

test('a library without guides says so', () => {
  const files = guideSite({ items: new Map(), resolution, name: 'Keel', version: '1.0.0', versions: [] });
  expect(files.find(({ name }) => name === 'index.html')!.text).toContain('This release has no guides.');
});
