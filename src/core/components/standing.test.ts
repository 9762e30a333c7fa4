import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import type { ComponentDefinition, Prop } from './definition';
import { itemsOf } from '../document/item';
import { demo } from '@/testing/library';
import { readTable, renderTable } from './data-table';
import { renderNested } from './nested';

const { items } = demo();
const [some] = itemsOf(items, 'component');
const made = (name: string, template: string, props: ComponentDefinition['props'] = {}): ComponentDefinition => ({
  ...some!, id: `component_${name}`, name, template, props, parts: {}, entries: {}, guards: {}, excluded: {}, behaviours: {}, variationOf: null, bases: [],
}); // prettier-ignore
const text = (name: string, order: string): Prop => ({
  order,
  name,
  kind: 'text',
  values: [],
  default: name,
  description: '',
});

/** Tags from the root down to the part “root”, as HTML’s own parser places them. */
function pathTo(html: string): string[] {
  const walk = (node: Tree.ChildNode, path: string[]): string[] | undefined => {
    if (!('tagName' in node)) return undefined;
    const here = [...path, node.tagName];
    if (node.attrs.some(({ name, value }) => name === 'part' && value === 'root')) return here;
    for (const child of node.childNodes) {
      const found = walk(child, here);
      if (found) return found;
    }
    return undefined;
  };
  for (const node of parseFragment(`<div>${html}</div>`).childNodes) {
    const found = walk(node, []);
    if (found) return found;
  }
  return [];
}

test.each([
  ['tr', ['div', 'table', 'tbody', 'tr']],
  ['td', ['div', 'table', 'tbody', 'tr', 'td']],
  ['th', ['div', 'table', 'tbody', 'tr', 'th']],
  ['tbody', ['div', 'table', 'tbody']],
  ['caption', ['div', 'table', 'caption']],
  ['li', ['div', 'ul', 'li']],
  ['dt', ['div', 'dl', 'dt']],
  ['option', ['div', 'select', 'option']],
  ['button', ['div', 'button']],
])('a component whose root is %s is drawn where HTML lets it stand', (tag, path) => {
  expect(pathTo(renderNested(made('x', `<${tag} part="root">x</${tag}>`), items))).toEqual(path);
});

test('rows stand in a real table, each cell under its heading, in the slot and from a CSV', () => {
  const row = made('row', '<tr part="root"><td part="from"><slot name="from"></slot></td><td part="to"><slot name="to"></slot></td></tr>', { a: text('from', 'a0'), b: text('to', 'a1') });
  const table = made('table', '<table part="root"><thead><tr><th>From</th><th>To</th></tr></thead><tbody part="rows"><slot name="rows"></slot></tbody></table>', {
    s: { order: 'a0', name: 'rows', kind: 'slot', values: [], default: '', description: '', accepts: [{ id: row.id, path: 'row' }], holds: [{ component: { id: row.id, path: 'row' }, props: {}, passed: {} }, { component: { id: row.id, path: 'row' }, props: { from: 'Quay' }, passed: {} }] },
  });
  const all = new Map(items).set(row.id, row).set(table.id, table);
  const cells = (html: string) => {
    const rows: string[][] = [];
    const textOf = (node: Tree.ChildNode): string =>
      'childNodes' in node ? node.childNodes.map(textOf).join('') : ((node as Tree.TextNode).value ?? '');
    const walk = (node: Tree.ChildNode, path: string): void => {
      if (!('tagName' in node)) return;
      const here = `${path}/${node.tagName}`;
      if (node.tagName === 'tr') rows.push([here, ...node.childNodes.filter((one) => 'tagName' in one).map(textOf)]);
      node.childNodes.forEach((child) => walk(child, here));
    };
    parseFragment(html).childNodes.forEach((node) => walk(node, ''));
    return rows;
  };
  expect(cells(renderNested(table, all))).toEqual([
    ['/table/thead/tr', 'From', 'To'],
    ['/table/tbody/tr', 'from', 'to'],
    ['/table/tbody/tr', 'Quay', 'to'],
  ]);
  const data = readTable('from,to\nNorth quay,Island\nIsland,North quay');
  const filled = renderTable(table, all, { ...data, fills: 'rows' }, {});
  expect(cells(filled).slice(1)).toEqual([
    ['/table/tbody/tr', 'North quay', 'Island'],
    ['/table/tbody/tr', 'Island', 'North quay'],
  ]);
}); // prettier-ignore
