import fc from 'fast-check';
import { ordered } from '../document/item';
import { documentOf } from '../document/change-set';
import { ITEM_KINDS, kindOf } from '../kinds/registry';
import { schemaProblems } from '../kinds/schema-problems';
import { demo, lens, opened } from '@/testing/library';
import { guideFile } from '@/editing/guides/queries/guide-file';
import { GUIDE_BLOCKS } from './blocks/registry';
import type { BlockContent, GuideItem } from './block';
import { readGuide, writeGuide } from './guide-file';
import { escapeHtml } from './html';

let n = 0;
const read = (markdown: string): GuideItem =>
  readGuide(markdown, {
    id: 'guide_1',
    name: 'sample',
    order: 'a0',
    blockId: () => `block_${++n}`,
    refer: (path) => ({ path }),
  });
const contents = (guide: GuideItem) =>
  ordered(guide.blocks).map(({ id: _id, order: _order, ...rest }) => rest);
const write = (guide: GuideItem) => writeGuide(guide, ({ path }) => path);

// A field holds one line, and nothing that a line's end would be taken for.
const word = fc.stringMatching(/^[a-z][a-z0-9]{0,8}(\.[a-z0-9]{1,6})?$/);
const line = fc.stringMatching(/^[A-Za-z][A-Za-z ,:]{0,20}[a-z]$/);
const prose = fc.constantFrom(
  'Plain words.',
  '- a\n- b',
  '> quoted\n\nand on',
  '```js\n# not a title\nname: x\n```',
);
/** A block of each kind there is, from what its form says it needs. */
const fieldsOf = (kind: string) =>
  fc.record(
    Object.fromEntries(
      GUIDE_BLOCKS.get(kind)!.options.map(({ name, kind: option }) => [
        name,
        option === 'markdown' ? prose : option === 'line' ? line : word,
      ]),
    ),
  );
const block = fc
  .constantFrom(...GUIDE_BLOCKS.keys())
  .chain((kind) =>
    fieldsOf(kind).map((fields) => GUIDE_BLOCKS.get(kind)!.parse(fields, (path) => ({ path }))!),
  );

test('every kind of block makes the same block again from the fields it prints', () => {
  fc.assert(
    fc.property(block, (made) => {
      const form = GUIDE_BLOCKS.get(made.kind)!;
      expect(
        form.parse(
          form.print(made, ({ path }) => path),
          (path) => ({ path }),
        ),
      ).toEqual(made);
    }),
  );
});

test('a guide comes back from its file as it was, whatever its blocks', () => {
  fc.assert(
    fc.property(line, fc.array(block, { maxLength: 6 }), (title, blocks) => {
      // Two texts in a row are one in a file.
      const apart = blocks.filter((one, i) => !(one.kind === 'text' && blocks[i - 1]?.kind === 'text'));
      const guide: GuideItem = {
        id: 'guide_1',
        kind: 'guide',
        name: 'sample',
        title: title.trim(),
        order: 'a0',
        blocks: Object.fromEntries(
          apart.map((one, i) => [`block_${i}`, { ...one, order: `a${String.fromCharCode(97 + i)}` }]),
        ),
      };
      const back = read(write(guide));
      expect([back.title, contents(back)]).toEqual([guide.title, contents(guide)]);
      expect(schemaProblems(back)).toEqual([]);
    }),
  );
});

test('a hash sign inside a code fence is code, and the first heading is the title wherever it stands', () => {
  const guide = read('Before.\n\n```sh\n# install\n```\n\n# Buttons\n\nAfter.\n');
  expect(guide.title).toBe('Buttons');
  expect(contents(guide)).toEqual([
    { kind: 'text', markdown: 'Before.\n\n```sh\n# install\n```' },
    { kind: 'text', markdown: 'After.' },
  ]);
  expect(read('No heading at all.').title).toBe('sample');
});

test('a fence that names no block, or lacks what the block needs, stays text', () => {
  const text = '```token-table\ncolour: red\n```';
  expect(contents(read(`# T\n\n${text}`))).toEqual([{ kind: 'text', markdown: text }]);
  const other = '```mermaid\ngroup: color\n```';
  expect(contents(read(`# T\n\n${other}`))).toEqual([{ kind: 'text', markdown: other }]);
});

test('the kind asks the blocks what a guide refers to, each with its place', () => {
  const guide = read(
    '# T\n\nText.\n\n```token-table\ngroup: color.text\n```\n\n```component\nname: button\ntone: quiet\n```\n',
  );
  expect(kindOf(guide).references(guide)).toEqual([
    { to: { path: 'color.text' }, place: 'block 2' },
    { to: { path: 'button' }, place: 'block 3' },
  ]);
  expect(ITEM_KINDS.get('guide')!.page(guide)).toBe('guides/sample');
});

test('the page of a guide shows values as they are now, and markup in them as text', () => {
  const document = demo();
  const guide = [...document.items.values()].find((item) => item.kind === 'guide') as GuideItem;
  const hostile: BlockContent = {
    kind: 'text',
    markdown: '**bold** [x](javascript:alert(2))\n\n<script>alert(1)</script>',
  };
  const changed = {
    ...guide,
    blocks: { ...guide.blocks, block_x: { order: 'zz', ...hostile } },
  };
  const library = opened(
    documentOf(
      'keel',
      'library',
      [...document.items.values()].map((item) => (item.id === guide.id ? changed : item)),
    ),
  );
  const { html, markdown } = guideFile(library, { name: guide.name, lens })!;
  expect(html).toContain('<h1>Buttons</h1>');
  expect(html).toContain('data-brand="saltmarsh"');
  expect(html).toContain('color.action.surface');
  expect(html).toContain('<strong>bold</strong>');
  expect(html).not.toContain('<script>alert');
  expect(html).not.toContain('javascript:');
  expect(markdown).toContain('```token-table\ngroup: color.action\n```');
  expect(guideFile(library, { name: 'nowhere', lens })).toBeNull();
});

test('text is escaped for content and for attributes alike', () => {
  fc.assert(
    fc.property(fc.string(), (text) => {
      expect(escapeHtml(text)).not.toMatch(/[<>"']/);
    }),
  );
});

test('states, width and contexts of a block come back from its fields; what says nothing is left out', () => {
  const component = GUIDE_BLOCKS.get('component')!;
  const made = (fields: Record<string, string>) =>
    component.parse({ name: 'button', ...fields }, (path) => ({ path }));
  expect(
    made({
      tone: 'quiet',
      _states: 'hover, focus-visible',
      _width: '320px',
      _under: 'scheme=dark, brand = gannet',
    }),
  ).toEqual({
    kind: 'component',
    component: { path: 'button' },
    props: { tone: 'quiet' },
    states: ['hover', 'focus-visible'],
    width: 320,
    under: { scheme: 'dark', brand: 'gannet' },
  });
  expect(made({ _states: '<b>', _width: '9', _under: 'scheme' })).toEqual({
    kind: 'component',
    component: { path: 'button' },
    props: {},
  });
});

test('a block is shown with its states, under its contexts and in its width, on the page and as HTML', () => {
  const library = opened(demo());
  const source = { items: library.items, resolution: library.resolution, lens };
  const component = GUIDE_BLOCKS.get('component')!;
  const show = (more: object) =>
    component.show({ kind: 'component', component: { path: 'button' }, props: {}, ...more } as never, source);
  const plain = component.html(show({}));
  const shown = show({ states: ['hover'], width: 320, under: { scheme: 'dark', season: 'winter' } });
  expect(shown).toMatchObject({ look: { states: ['hover'], width: 320, under: { scheme: 'dark' } } });
  const html = component.html(shown);
  expect(html).toContain('data-scheme="dark"');
  expect(html).toContain(`data-brand="${lens.brand}"`);
  expect(html).toContain('max-width: 320px');
  expect(html).toContain('data-state="hover"');
  expect(html).toContain('button, hover, 320 px wide, scheme dark');
  expect(html).not.toContain('season');
  expect(plain).not.toMatch(/data-scheme|max-width|data-state/);
});
