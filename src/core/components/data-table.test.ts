import fc from 'fast-check';
import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { itemsOf } from '../document/item';
import { Refusal } from '../base/errors';
import { demo } from '@/testing/library';
import type { ComponentDefinition } from './definition';
import { renderContents } from './contents';
import {
  columnProps,
  DATA_LIMITS,
  fillable,
  readTable,
  renderTable,
  tableExample,
  tableText,
  usualFill,
} from './data-table';

const { items } = demo();
const named = (name: string) => itemsOf(items, 'component').find((one) => one.name === name)!;
const table = named('departure-table');

const refusal = (text: string): string => {
  try {
    readTable(text);
  } catch (error) {
    if (error instanceof Refusal) return error.message;
    throw error;
  }
  throw new Error('It was read');
};
/** Texts of the elements of one part, in order. */
function texts(html: string, part: string): string[] {
  const found: string[] = [];
  const textOf = (node: Tree.ChildNode): string =>
    'childNodes' in node ? node.childNodes.map(textOf).join('') : ((node as Tree.TextNode).value ?? '');
  const walk = (node: Tree.ChildNode): void => {
    if (!('tagName' in node)) return;
    if (node.attrs.some(({ name, value }) => name === 'part' && value === part)) found.push(textOf(node));
    node.childNodes.forEach(walk);
  };
  parseFragment(html).childNodes.forEach(walk);
  return found;
}

const cell = fc.oneof(
  fc.string({ maxLength: 20 }),
  fc.constantFrom('<script>x</script>', '"', 'a,b', '&amp;', "'", 'two\nlines', '=SUM(A1)', '[1]', '\t'),
);
const column = fc
  .string({ minLength: 1, maxLength: 8 })
  .filter((name) => name.trim() === name && !/^[[{]/.test(name));
const content = fc
  .uniqueArray(column, { minLength: 2, maxLength: 5 })
  .chain((columns) =>
    fc.array(fc.array(cell, { minLength: columns.length, maxLength: columns.length }), { minLength: 1, maxLength: 8 })
      // A row of nothing but blanks is none, and white space round the whole text is none of a cell.
      .filter((rows) => rows.every((row) => row.every((one) => one.trim() === one) && row.some((one) => one.trim() !== '')))
      .map((rows) => ({ columns, rows })),
  ); // prettier-ignore

test('what is written as CSV, and the same as JSON, is read as the same rows', () => {
  fc.assert(
    fc.property(content, (one) => {
      fc.pre(!one.columns.some((name) => /[\t\n\r]/.test(name)) && !one.rows.flat().some((text) => text.includes('\r')));
      expect(readTable(tableText(one))).toEqual(one);
      fc.pre(!one.columns.some((name) => /^\d+$|^__proto__$/.test(name)));
      const objects = one.rows.map((row) => Object.fromEntries(row.map((text, i) => [one.columns[i]!, text])));
      expect(readTable(JSON.stringify(objects))).toEqual(one);
    }),
  );
}); // prettier-ignore

test('cells of a spreadsheet, a byte order mark, short rows and other kinds of values are read', () => {
  expect(readTable('time\tto\n09:40\tSkerry, north\n')).toEqual({
    columns: ['time', 'to'],
    rows: [['09:40', 'Skerry, north']],
  });
  expect(readTable('\uFEFFtime,to\r\n09:40\r\n\r\n10:00,Tor')).toEqual({
    columns: ['time', 'to'],
    rows: [['09:40', ''], ['10:00', 'Tor']],
  });
  expect(readTable('[{"a": 1.5, "b": true}, {"b": null, "c": "x"}]')).toEqual({
    columns: ['a', 'b', 'c'],
    rows: [['1.5', 'true', ''], ['', '', 'x']],
  });
}); // prettier-ignore

test.each([
  ['', 'There are no rows. Paste or choose'],
  ['time,to', 'names but no row. Add a row'],
  ['time,,to\n1,2,3', 'Column 2 of the first line has no name'],
  ['time,time\n1,2', 'Two columns are called time'],
  ['time,to\n09:40,Skerry\n10:00,Tor, by night', 'Row 2 has 3 cells for 2 columns. Put text with a comma'],
  ['[{"a": [1]}]', 'a of row 1 is a list. A cell is'],
  ['[{"a": {"b": 1}}]', 'a of row 1 is an object'],
  ['[1, 2]', 'JSON rows are a list of objects'],
  ['{"a": 1}', 'JSON rows are a list of objects'],
  ['[{"a": 1}', 'The JSON cannot be read: '],
  ['a\n' + 'x\n'.repeat(DATA_LIMITS.rows + 1), 'There are 501 rows. Leave at most 500'],
  [Array.from({ length: 61 }, (_, i) => `c${i}`).join(',') + '\nx', 'There are 61 columns'],
  ['a,b\nx,' + 'y'.repeat(2001), 'b of row 1 has 2,001 characters'],
  ['a\n' + 'x'.repeat(1_000_001), 'longer than a million characters'],
])('what cannot be read is refused with its place: %.30s', (text, says) => {
  expect(refusal(text)).toContain(says);
});

test('each row is drawn once, as text; nothing of a cell is markup', () => {
  const written = fc.record({ time: cell, to: cell }).map(({ time, to }) => [time, to]);
  fc.assert(
    fc.property(fc.array(written, { minLength: 1, maxLength: 20 }), (rows) => {
      const html = renderTable(table, items, { columns: ['time', 'to'], rows, fills: 'rows' }, {});
      const inner = named('sailing-row').props;
      const shown = (name: string, text: string) =>
        text || Object.values(inner).find((prop) => prop.name === name)!.default;
      expect(texts(html, 'time')).toHaveLength(rows.length);
      expect(html).not.toContain('<script');
      // An empty text shows what stands in its place in the template, which is nothing here.
      expect(texts(html, 'time').map((one) => one.trim())).toEqual(
        rows.map(([time]) => (time === '' ? '' : shown('time', time!)).trim()),
      );
    }),
  );
});

test('columns go to props as they are named or as a person would write them; the rest is told and left out', () => {
  const data = { columns: ['To', 'Status', 'Berth', 'time'], fills: 'rows' as const };
  expect(columnProps(table, data, items)).toEqual(['to', 'status', null, 'time']);
  const html = renderTable(table, items, { ...data, rows: [['Skerry', 'sunk', '4', '9'], ['Tor', 'delayed', '', '8']] }, {});
  expect(html).not.toContain('sunk');
  expect(html).not.toContain('>4<');
  expect(html.match(/data-status="delayed"/g)).toHaveLength(2);
}); // prettier-ignore

test('a table fills a slot, a part, or the component itself; the example fits each', () => {
  expect(fillable(table, items)).toEqual([null, 'rows', 'title']);
  const usual = (of: ComponentDefinition, ...columns: string[]) => usualFill(of, items, columns);
  expect([
    usual(table),
    usual(table, 'time', 'to'),
    usual(table, 'title'),
    usual(named('badge'), 'label'),
  ]).toEqual(['rows', 'rows', null, null]);
  const badges = { ...readTable('label\nA\nB'), fills: null };
  expect(texts(renderTable(named('badge'), items, badges, {}), 'root')).toHaveLength(2);
  for (const component of itemsOf(items, 'component'))
    for (const fills of fillable(component, items)) {
      const example = tableExample(component, fills, items);
      if (example.trim() === '' || !/[^\s,]/.test(example.split('\n')[1] ?? '')) continue;
      const read = readTable(example);
      expect(columnProps(component, { ...read, fills }, items)).not.toContain(null);
      expect(renderTable(component, items, { ...read, fills }, {})).not.toBe('');
    }
});

/** A list whose entries are a part of its own template, with a mark that only some have. */
const list: ComponentDefinition = {
  id: 'component_list',
  kind: 'component',
  order: 'a0',
  name: 'stops',
  description: '',
  rank: null,
  visibility: 'released',
  deprecation: null,
  template:
    '<ol part="root"><li part="stop"><b part="name"><slot name="place"></slot></b><i part="mark" when="late">late</i><a href="" bind-href="link">more</a></li></ol>',
  states: [],
  parts: {},
  props: Object.fromEntries(
    (['place', 'late', 'link'] as const).map((name, i) => [
      `prop_${i}`,
      { order: `a${i}`, name, kind: name === 'late' ? 'flag' : 'text', values: [], default: name === 'late' ? '' : '-', description: '' },
    ]),
  ),
  entries: {},
  guards: {},
  data: {
    data_1: { order: 'a0', name: 'Two stops', fills: 'stop', columns: ['place', 'late'], rows: [['Skerry', 'yes'], ['Tor', 'no']] },
  },
}; // prettier-ignore

test('the element of a part is repeated once a row, with what is there only under a condition', () => {
  const html = renderContents(list, items, 'data:Two stops', {});
  expect(texts(html, 'stop')).toEqual(['Skerrylatemore', 'Tormore']);
  expect(texts(html, 'root')).toHaveLength(1);
  // Data that is not there, and a part that is not there, leave the component as it is.
  const plain = renderContents(list, items, 'default', {});
  expect(renderContents(list, items, 'data:Other', {})).toBe(plain);
  expect(renderTable(list, items, { columns: ['place'], rows: [['Tor']], fills: 'gone' }, {})).toBe(plain);
});
