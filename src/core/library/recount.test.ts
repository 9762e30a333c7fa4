import { readFileSync } from 'node:fs';
import { itemsOf, type Item } from '../document/item';
import { libraryTree } from '../tokens/token-tree';
import { readScreen } from '../products/screen-file';
import { demo, files, newId } from '@/testing/library';
import { ReachIndex, type ReachDocument } from './reach';

const library: ReachDocument = { id: 'keel', name: 'Keel', kind: 'library', items: demo().items };
const components = itemsOf(library.items, 'component');
const screenText = readFileSync('demo/booking-site/fares.html', 'utf8');
const read = readScreen(screenText, {
  name: 'fares',
  order: 'a0',
  newId,
  refer: (name) => ({ path: name, id: components.find((c) => c.name === name)?.id }),
});
const product: ReachDocument = {
  id: 'booking',
  name: 'Booking',
  kind: 'product',
  items: new Map([read.screen, ...read.placements].map((item: Item) => [item.id, item])),
};
const index = ReachIndex.of([library, product]);

test('direct uses of every token equal an independent text search of the files', () => {
  const tree = libraryTree(library.items);
  const everything = [...files]
    .filter(([name]) => name.endsWith('.json'))
    .map(([, text]) => text)
    .join('\n');
  let total = 0;
  for (const { item, path: at } of tree.nodes) {
    if (item.kind !== 'token') continue;
    const aliases = everything.split(`"{${at}}"`).length - 1;
    const pairings = [...everything.matchAll(/"(text|surface)": "([^"]+)"/g)].filter(
      (match) => match[2] === at,
    ).length;
    expect([at, index.direct(item.id).length]).toEqual([at, aliases + pairings]);
    total += aliases + pairings;
  }
  expect(total).toBeGreaterThan(150);
});

test('direct uses of every component equal the tags in screens and the blocks in guides', () => {
  for (const component of components) {
    const tags = screenText
      .split(`<keel-${component.name}`)
      .filter((_, i) => i > 0)
      .filter((rest) => /^[\s>]/.test(rest)).length;
    const blocks = [...files]
      .filter(([name]) => name.endsWith('.md'))
      .reduce((sum, [, text]) => sum + text.split(`\nname: ${component.name}\n`).length - 1, 0);
    // What slots of other components hold and take, each as it stands in their files.
    const nested = [...files]
      .filter(([name]) => name.endsWith('.component.json'))
      .reduce((sum, [, text]) => {
        const held = text.split(`"component": "${component.name}"`).length - 1;
        const taken = [...text.matchAll(/"accepts": \[([^\]]*)\]/g)].filter((match) =>
          match[1]!.includes(`"${component.name}"`),
        ).length;
        return sum + held + taken;
      }, 0);
    expect([component.name, index.direct(component.id).length]).toEqual([
      component.name,
      tags + blocks + nested,
    ]);
  }
});

test('what is reached through others is told apart by steps, across documents', () => {
  const id = libraryTree(library.items).ids.get('color.estuary.700')!;
  const reached = index.reached(id);
  const named = (kind: Item['kind']) =>
    [...reached].filter(([other]) => index.holder(other)!.item.kind === kind);
  expect(
    named('token').map(([other, steps]) => `${libraryTree(library.items).paths.get(other)} ${steps}`),
  ).toEqual(expect.arrayContaining(['color.action.surface 1', 'button.surface 2']));
  expect(named('component').length).toBeGreaterThan(0);
  expect(named('screen')).toHaveLength(1);
  expect(named('guide')).toHaveLength(1);
});
