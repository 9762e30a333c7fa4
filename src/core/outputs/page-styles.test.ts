import { generate, parse, walk, type CssNode } from 'css-tree';
import { itemsOf } from '../document/item';
import { pageStyles, specimenStyles } from './page-styles';
import { demo, opened } from '@/testing/library';

const library = opened(demo());
const { items, resolution } = library;
const components = itemsOf(items, 'component');

/** Each declaration of a custom property, under what it stands, as another parser reads the sheet. */
function declared(css: string): { under: string; name: string; value: string }[] {
  const found: { under: string; name: string; value: string }[] = [];
  walk(parse(css, { parseCustomProperty: false }), function (this, node: CssNode) {
    if (node.type !== 'Declaration' || !node.property.startsWith('--') || !this.rule) return;
    const media = this.atrule?.prelude ? generate(this.atrule.prelude) : '';
    found.push({
      under: `${media} ${generate(this.rule.prelude)}`,
      name: node.property,
      value: generate(node.value).trim(),
    });
  });
  return found;
}

const namesIn = (text: string) => text.match(/--[a-z0-9-]+/g) ?? [];

test.each(components.map(({ name }) => [name]))(
  'a specimen of %s has the custom properties it needs, and no others',
  (name) => {
    const component = components.find((one) => one.name === name)!;
    const markup = '<p style="color: var(--color-chart-1)">';
    const own = specimenStyles(items, resolution, [component], markup);
    const whole = pageStyles(items, resolution, [component]);
    const rules = whole.slice(whole.search(/@layer (library|rules|kept) \{/));
    expect(own.endsWith(rules)).toBe(true);

    // Whatever is named below, and whatever that refers to under any context.
    const all = declared(whole);
    const needed = new Set([...namesIn(rules), ...namesIn(markup), '--color-surface-page']);
    for (let size = 0; size < needed.size;) {
      size = needed.size;
      for (const one of all) if (needed.has(one.name)) for (const to of namesIn(one.value)) needed.add(to);
    }
    const wanted = all.filter((one) => needed.has(one.name));
    expect(declared(own)).toEqual(wanted);
    expect(wanted.length).toBeGreaterThan(2);
    expect(wanted.length).toBeLessThan(all.length / 2);
  },
);
