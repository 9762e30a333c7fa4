import { parse } from 'parse5';
import { adapter } from 'parse5-htmlparser2-tree-adapter';
import { selectAll } from 'css-select';
import { renderSheet } from './matrix-sheet';

const cell = (label: string, more: object = {}) => ({
  label,
  state: 'rest',
  html: `<b>${label}</b>`,
  fails: false,
  known: true,
  ...more,
});
const group = (values: string[], ...cells: ReturnType<typeof cell>[]) => ({
  label: values.join(', '),
  values,
  of: cells.length,
  failing: cells.filter(({ fails }) => fails).length,
  cells,
});
const find = (html: string, selector: string) =>
  selectAll(selector, parse(html, { treeAdapter: adapter }) as never) as unknown as {
    attribs: Record<string, string>;
  }[];

test('by two axes it is a table with a head for each value, and every cell once, numbered in reading order', () => {
  const html = renderSheet([
    group(['quiet', 'large'], cell('a')),
    group(['quiet', 'small'], cell('b')),
    group(['loud', 'large'], cell('c'), cell('d')),
  ]);
  expect(find(html, 'th[scope=col]')).toHaveLength(2);
  expect(find(html, 'th[scope=row]')).toHaveLength(2);
  expect(find(html, 'tbody td')).toHaveLength(4);
  expect(find(html, '[data-cell]').map(({ attribs }) => attribs['data-cell'])).toEqual(['0', '1', '2', '3']);
  // What is not there leaves its place empty.
  expect(html).toContain('<td></td></tr></tbody>');
});

test('marks say what fails, what was measured too weak, what is not known, and where it fails', () => {
  const html = renderSheet(
    [
      group(
        [],
        cell('a', { fails: true, elsewhere: 'scheme dark' }),
        cell('b'),
        cell('c', { known: false }),
        cell('d'),
      ),
    ],
    new Set([3]),
  );
  expect(find(html, '[data-cell="0"] .sp-fails, [data-cell="3"] .sp-fails')).toHaveLength(2);
  expect(find(html, '.sp-open')).toHaveLength(1);
  expect(html).toContain('fails under scheme dark');
});

test('names from a library are text, whatever they hold', () => {
  const hostile = '<img src=x onerror=alert(1)>';
  for (const groups of [
    [group([hostile], { ...cell(hostile), html: '' })],
    [group([hostile, hostile], { ...cell(hostile, { elsewhere: hostile }), html: '' })],
  ])
    expect(find(renderSheet(groups), 'img')).toEqual([]);
});
