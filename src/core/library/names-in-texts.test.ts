import { documentOf } from '../document/change-set';
import { itemsOf, type Document, type Item } from '../document/item';
import type { ComponentDefinition } from '../components/definition';
import { hyphenated } from '../tokens/naming';
import { traceOf } from '../components/trace';
import { Resolution } from '../tokens/resolve';
import { libraryTree, tokenSystemOf } from '../tokens/token-tree';
import { unmetNeeds } from '../releases/closure';
import { renamePaths } from '@/editing/tokens/commands/rename-paths';
import { removePaths } from '@/editing/tokens/commands/remove-paths';
import { move } from '@/editing/tokens/commands/move';
import { applyFixes } from '@/editing/findings/commands/apply-fixes';
import { findings } from '@/editing/findings/queries/findings';
import { anatomy, inspect } from '@/editing/components/queries/specimen';
import { componentsInSteps } from '@/editing/components/queries/gallery';
import { runToEnd } from '../base/steps';
import { componentClass } from '../components/compile';
import { apply, demo, done, lens, newId, opened } from '@/testing/library';
import { styleRule as rule } from '@/testing/style-rule';
import { transferOf } from './transfer';
import { ReachIndex } from './reach';
import { LibraryCheckResults } from './checks/registry';

const document = demo();
const tree = libraryTree(document.items);
const id = tree.ids.get('space.4')!;
const button = itemsOf(document.items, 'component').find(({ name }) => name === 'button')!;
const guide = itemsOf(document.items, 'guide')[0]!;

const withComponent = (more: Partial<ComponentDefinition>): Document => ({
  ...document,
  items: new Map(document.items).set(button.id, { ...button, guards: {}, ...more }),
});
const withItem = (item: Item): Document => ({
  ...document,
  items: new Map(document.items).set(item.id, item),
});
const ruled = (style: Record<string, string>) =>
  withComponent({ entries: { entry_1: rule('a0', '', 'root', style) } });

/** Everywhere a text can name a token, with the text that names `space.4` there, written by `name`. */
const PLACES: Record<string, (name: string) => Document> = {
  'one of several values of a rule': (name) => ruled({ padding: `var(${name}) var(--space-6)` }),
  'a value within a function': (name) => ruled({ width: `calc(100% - 2 * var(${name}))` }),
  'passthrough CSS': (name) =>
    withComponent({ entries: { entry_1: { order: 'a0', kind: 'kept', css: `@media print { [part~="root"] { gap: var(${name}) } }` } } }),
  'the time of a behaviour': (name) =>
    withComponent({ behaviours: { b: { order: 'a0', kind: 'timed', part: 'root', text: '', state: '', does: 'leave', after: { raw: `var(${name})` } } } }),
  'an attribute of a template': (name) =>
    withComponent({ template: `<button part="root"><svg><path stroke-width="var(${name})"></path></svg></button>` }),
  'a script': (name) => withComponent({ script: `root.style.setProperty('gap', 'var(${name})')` }),
  'a rule set': (name) =>
    withItem({ id: 'set_1', kind: 'ruleSet', name: 'pads', order: 'a0', entries: { entry_1: rule('a0', '', 'root', { padding: `0 var(${name})` }) } }),
  'a style sheet of the library': (name) =>
    withItem({ id: 'sheet_1', kind: 'styleSheet', name: 'reset.css', order: 'a0', css: `li { margin: 0 var(${name}) }` }),
  'the text of a guide': (name) =>
    withItem({ ...guide, blocks: { block_1: { order: 'a0', kind: 'text', markdown: `Keep \`${name}\` around it.` } } }),
}; // prettier-ignore

const textOf = (items: Document['items']) =>
  JSON.stringify([...items.values()].filter(({ kind }) => kind !== 'token'));

describe.each(Object.entries(PLACES))('%s', (_, written) => {
  test('counts as one use', () => {
    const uses = ({ items }: Document) =>
      ReachIndex.of([{ id: 'keel', name: 'Keel', kind: 'library', items }])
        .direct(id)
        .filter(({ by }) => by === changedItem(items)).length;
    expect(uses(written('--space-4'))).toBe(uses(written('--space-400')) + 1);
  });

  test('follows a new name and a new group', () => {
    const library = opened(written('--space-4'));
    for (const command of [
      renamePaths(library, { changes: [{ from: 'space.4', to: 'space.regular' }] }, newId),
      move(library, { paths: ['space.4'], into: 'radius' }, newId),
    ]) {
      const now = done(library, command);
      const name = `--${now.tree.paths.get(id)!.replace('.', '-')}`;
      expect(name).not.toBe('--space-4');
      expect(textOf(now.own.items)).toBe(textOf(written(name).items));
    }
  });

  test('names what takes the place of a token that is removed', () => {
    const library = opened(written('--space-4'));
    const now = done(library, removePaths(library, { paths: ['space.4'], replacement: 'space.3' }, newId));
    expect(textOf(now.own.items)).not.toContain('--space-4');
    expect(textOf(now.own.items)).toContain('--space-3');
  });

  test('is told of in a release that leaves the token out', () => {
    const { items } = written('--space-4');
    const release = new Map(items);
    release.delete(id);
    const holders = unmetNeeds(release, items)
      .filter(({ needs }) => needs === id)
      .map(({ item }) => item);
    expect(holders).toEqual(expect.arrayContaining([changedItem(items)]));
  });
});

/** The item in which a document differs from the demo. */
function changedItem(items: Document['items']) {
  return [...items.values()].find((item) => document.items.get(item.id) !== item)!.id;
}

test('a text style is named by each of its longhands', () => {
  const style = textStyle();
  const name = `--${hyphenated(style)}`;
  const held = ruled({ font: `700 var(${name}-font-size)/1 serif` });
  const index = ReachIndex.of([{ id: 'keel', name: 'Keel', kind: 'library', items: held.items }]);
  expect(index.direct(tree.ids.get(style)!).some(({ by }) => by === button.id)).toBe(true);
  const library = opened(held);
  const now = done(library, renamePaths(library, { changes: [{ from: style, to: `${style}-now` }] }, newId));
  expect(textOf(now.own.items)).toContain(`var(${name}-now-font-size)`);
});

test('a rule typed as text keeps how it was typed when a token in it is renamed', () => {
  const text = '[part~="root"]   {\n  padding: var(--space-4)   var(--space-6); }\n';
  const entry = { ...rule('a0', '', 'root', { padding: 'var(--space-4)   var(--space-6)' }), text };
  const library = opened(withComponent({ entries: { entry_1: entry } }));
  const now = done(
    library,
    renamePaths(library, { changes: [{ from: 'space.6', to: 'space.wide' }] }, newId),
  );
  const { entries } = now.own.items.get(button.id) as ComponentDefinition;
  expect((entries.entry_1 as { text?: string }).text).toBe(text.replace('--space-6', '--space-wide'));
});

describe('a name that is not there', () => {
  const said = (held: Document) =>
    LibraryCheckResults.of({ items: held.items, resolution: new Resolution(tokenSystemOf(held.items)) })
      .all()
      .map(({ code, message }) => `${code} ${message}`);
  test.each([
    [
      'is an error in a rule',
      ruled({ padding: 'var(--space-400) 0' }),
      /names --space-400, which is not there/,
    ],
    [
      'is one in a style sheet',
      PLACES['a style sheet of the library']!('--gone'),
      /reset\.css: style sheet names --gone/,
    ],
    [
      'is one in passthrough CSS',
      PLACES['passthrough CSS']!('--gone'),
      /button: passthrough CSS names --gone/,
    ],
    [
      'is one in prose, where it begins as a token does',
      PLACES['the text of a guide']!('{space.gone}'),
      /text names \{space\.gone\}/,
    ],
    [
      'is a text style without its longhand',
      ruled({ width: `calc(var(--${hyphenated(textStyle())}))` }),
      /is a text style/,
    ],
  ])('%s', (_, held, message) => {
    expect(said(held)).toEqual([expect.stringMatching(message)]);
  });

  test.each([
    ['has something to stand in for it', ruled({ padding: 'var(--other, 4px)' })],
    ['is set by the component itself', ruled({ '--own': '4px', padding: '0 var(--own)' })],
    [
      'is set by a script',
      withComponent({
        script: "root.style.setProperty('--x', '1px')",
        entries: { entry_1: rule('a0', '', 'root', { left: 'calc(1px + var(--x))' }) },
      }),
    ],
    ['stands in braces that mean something else', PLACES['the text of a guide']!('{user.name}')],
    ['is a token', ruled({ padding: 'var(--space-4) var(--space-6)' })],
  ])('is none where it %s', (_, held) => expect(said(held)).toEqual([]));

  test('a former name says what it is now', () => {
    const library = opened(document);
    const renamed = done(
      library,
      renamePaths(library, { changes: [{ from: 'space.4', to: 'space.regular' }] }, newId),
    ).own;
    const held = {
      ...renamed,
      items: new Map(renamed.items).set(
        button.id,
        ruled({ padding: 'var(--space-4) 0' }).items.get(button.id)!,
      ),
    };
    expect(said(held)).toEqual([
      expect.stringMatching(/names --space-4, which is var\(--space-regular\) now/),
    ]);
  });

  test('stands among the findings of its component', () => {
    const library = opened(ruled({ padding: 'var(--space-400) 0' }));
    const found = findings(library, { code: 'name-missing', level: '', find: '' });
    expect(found.rows).toMatchObject([
      { component: 'button', title: 'Name of a token that is not there', level: 'error' },
    ]);
  });
});

function textStyle(): string {
  const resolution = new Resolution(tokenSystemOf(document.items));
  return resolution.paths.find((path) => resolution.value(path, 0)?.type === 'typography')!;
}

test('the fix that removes what is unused leaves what a text names', () => {
  const unused = (held: Document) =>
    findings(opened(held), { code: 'unused-primitive', level: '', find: '' }).rows;
  const [row] = unused(document);
  const held = ruled({ padding: `0 var(--${hyphenated(row!.path)})` });
  expect(unused(held).map(({ path }) => path)).not.toContain(row!.path);
  // Asked for all the same, as a page that was open before would ask: nothing is removed.
  expect(applyFixes(opened(held), { keys: [row!] }, newId)).toHaveProperty('problem');
});

const box = (property: string, value: string) => ({
  part: 'root', owner: '', cell: null, operated: true, text: '', tag: 'button', within: null,
  x: 0, y: 0, width: 120, height: 40, padding: [16, 24, 16, 24] as [number, number, number, number],
  border: [0, 0, 0, 0] as [number, number, number, number], margin: [0, 0, 0, 0] as [number, number, number, number],
  gap: [8, 12] as [number, number], style: { [property]: value },
}); // prettier-ignore

test('anatomy and inspection name the token of each side of a shorthand', () => {
  const held = ruled({
    padding: 'var(--space-4) var(--space-6)',
    gap: 'var(--space-2) 12px',
    border: '1px solid var(--color-text-default)',
  });
  const library = opened(held);
  const component = held.items.get(button.id) as ComponentDefinition;
  const boxes = [{ ...box('padding', '16px 24px'), owner: componentClass(component) }];
  const parts = anatomy(library, { name: 'button', lens, boxes })!.parts[0]!.lengths;
  expect(Object.fromEntries(parts.map(({ name, token }) => [name, token]))).toEqual({
    'padding top': 'space.4', 'padding right': 'space.6', 'padding bottom': 'space.4', 'padding left': 'space.6',
    'row gap': 'space.2', 'column gap': null,
  }); // prettier-ignore
  const seen = inspect(library, { name: 'button', lens, boxes, at: 0 })!;
  expect(seen.declarations).toEqual([
    { property: 'padding', tokens: ['space.4', 'space.6'], value: '16px 24px' },
    { property: 'gap', tokens: ['space.2'], value: '8px 12px' },
    { property: 'border', tokens: ['color.text.default'], value: '1px solid #1e2528' },
  ]);
  expect(seen.code[0]!.text).toContain('padding: var(--space-4) var(--space-6); /* 16px 24px */');
});

test('a search of components finds one by a token in the middle of a value', () => {
  const find = (held: Document) =>
    runToEnd(componentsInSteps(opened(held), { lens, search: 'space.12' })).ranks.flatMap(({ components }) =>
      components.map(({ name }) => name),
    );
  expect(find(ruled({ padding: '0 var(--space-12)' }))).toContain('button');
  expect(find(ruled({ padding: '0' }))).not.toContain('button');
});

test('a trace follows the token into passthrough CSS and style sheets', () => {
  const held = withItem({
    id: 'sheet_1',
    kind: 'styleSheet',
    name: 'reset.css',
    order: 'a0',
    css: 'li { margin: 0 var(--space-4); color: red }',
  });
  const kept = {
    entries: {
      entry_1: {
        order: 'a0',
        kind: 'kept' as const,
        css: '[part~="label"] { margin: var(--space-4); inset: 0 }',
      },
    },
  };
  const component = { ...button, ...kept };
  const { css, properties } = traceOf(
    [component],
    held.items,
    new Resolution(tokenSystemOf(held.items)),
    'space.4',
  );
  expect(properties).toEqual(['margin']);
  expect(css).toMatch(/@layer library \{\s*li \{ --traced-margin: 1 \}/);
  expect(css).toMatch(/@layer kept \{\s*@scope \([^)]*\) \{\s*\[part~="label"\] \{ --traced-margin: 1;? \}/);
});

test('components transferred bring the tokens their texts name', () => {
  const held = ruled({ padding: '0 var(--space-4)' });
  const there = documentOf('other', 'library', []);
  const { there: edits } = transferOf(
    { own: held.items, items: held.items },
    there.items,
    { names: ['button'], mode: 'copy', needs: 'bring' },
    newId,
  );
  const received = apply(there, edits);
  expect(libraryTree(received.items).ids.get('space.4')).toBeDefined();
});
