import { itemsOf, ordered } from '../document/item';
import { demo } from '@/testing/library';
import { sheetCompletion, templateCompletion, tokenAsked, type CodeNames } from './code-completion';
import { conditionsText, parseConditions } from './condition';
import { slotsWithoutProp, templateOutline } from './outline';
import { partRenamedInCss, partRenamedInTemplate, selectsPart } from './part-names';
import { partAncestry, slotNames, templateOf } from './template';

const components = itemsOf(demo().items, 'component').filter(({ template }) => template !== '');

test('the outline names every part and slot of a template once in its order', () => {
  const rows = templateOutline(
    '<table part="root"><tbody part="body"><slot name="rows"><tr part="none" when="not rows"><td>-</td></tr></slot></tbody></table>',
    [{ name: 'rows', kind: 'slot' }],
  );
  expect(rows.map(({ depth, when, ...row }) => [depth, 'part' in row ? (row.part ?? row.tag) : `${row.name}: ${row.prop}`, when])).toEqual([
    [0, 'root', ''],
    [1, 'body', ''],
    [2, 'rows: slot', ''],
    [3, 'none', 'not rows'],
    [4, 'td', ''],
  ]);
  for (const component of components) {
    const outline = templateOutline(component.template, ordered(component.props));
    const { root } = templateOf(component.template);
    expect([...new Set(outline.flatMap((row) => (row.kind === 'element' && row.part ? [row.part] : [])))].sort()).toEqual([...partAncestry(root).keys()].sort());
    expect([...new Set(outline.flatMap((row) => (row.kind === 'slot' ? [row.name] : [])))]).toEqual(slotNames(root));
    expect(slotsWithoutProp(outline)).toEqual([]);
    expect(slotsWithoutProp(templateOutline(component.template, []))).toEqual(slotNames(root));
  }
}); // prettier-ignore

test('a part that is renamed and renamed back leaves template and sheet as they were written', () => {
  for (const component of components)
    for (const part of partAncestry(templateOf(component.template).root).keys()) {
      const there = partRenamedInTemplate(component.template, part, 'elsewhere');
      expect(partAncestry(templateOf(there).root).has(part)).toBe(false);
      expect(partRenamedInTemplate(there, 'elsewhere', part)).toBe(component.template);
    }
  const css = '[part~="label"]:hover, [part=label] > b, [part~="labels"] { color: red }';
  expect(partRenamedInCss(css, 'label', 'words')).toBe(
    '[part~="words"]:hover, [part=words] > b, [part~="labels"] { color: red }',
  );
  expect([selectsPart(css, 'labels'), selectsPart(css, 'lab')]).toEqual([true, false]);
});

const names: CodeNames = {
  parts: ['root', 'label'],
  props: [
    { name: 'kind', kind: 'choice', values: ['quiet', 'danger'] },
    { name: 'busy', kind: 'flag', values: [] },
    { name: 'title', kind: 'text', values: [] },
  ],
  states: ['hover', 'disabled'],
};
const labels = (found: { options: { label: string }[] } | undefined) =>
  found?.options.map(({ label }) => label);

test.each([
  ['<b when="', ['kind is ', 'state is ', 'busy', 'title']],
  ['<b when="not ', ['busy', 'title']],
  ['<b when="kind is ', ['quiet', 'danger']],
  ['<b when="kind is quiet or da', ['quiet', 'danger']],
  ['<b when="busy and state is ho', ['hover', 'disabled']],
  ['<b when="busy ', undefined],
  ['<b part="la', ['root', 'label']],
  ['<b part="label"><slot name="', ['title']],
  ['<input name="', undefined],
  ["<b bind-title='", ['kind', 'busy', 'title', 'hover', 'disabled']],
  ['<b part="label">', undefined],
  ['plain words', undefined],
])('after %s comes %j', (before, options) => {
  expect(labels(templateCompletion(before, names))).toEqual(options);
});

test.each([
  ['[', ['part~=', 'data-kind', 'data-busy']],
  ['[data-', ['part~=', 'data-kind', 'data-busy']],
  ['[part~="la', ['root', 'label']],
  ['[data-kind="', ['quiet', 'danger']],
  ['[data-busy="', []],
  ['[data-state~=', ['hover', 'disabled']],
  ['[part~="label"]', undefined],
  ['[part~="label"] { color: re', undefined],
])('in a selector after %s comes %j', (before, options) => {
  expect(labels(sheetCompletion(before, names))).toEqual(options);
});

test.each([
  ['a { color: var(--color-te', { from: 11, property: 'color', typed: 'color.te' }],
  ['a { color: red; border: 1px solid var(', { from: 34, property: 'border', typed: '' }],
  ['a { b { --own: calc(2px + var( --x', { from: 26, property: '--own', typed: 'x' }],
  ['a { color: red', undefined],
  ['a { color: var(--x)', undefined],
  ['a { col', undefined],
  ['a { } color: var(--x', undefined],
  ['color: var(--x', undefined],
])('in %j tokens are asked for as %j', (before, asked) => {
  expect(tokenAsked(before)).toEqual(asked);
});

test('what is completed from the beginning of a word is a condition that can be read', () => {
  for (const before of ['<b when="', '<b when="kind is qu', '<b when="busy and state is h'])
    for (const { label } of templateCompletion(before, names)!.options) {
      const { from } = templateCompletion(before, names)!;
      const text = before.slice(before.indexOf('"') + 1, from) + label;
      if (text.endsWith(' ')) continue;
      expect(conditionsText(parseConditions(text))).toBe(text);
    }
});
