import { runToEnd } from '@/core/base/steps';
import { documentOf } from '@/core/document/change-set';
import { itemsOf, type Document, type Item } from '@/core/document/item';
import { readScreen } from '@/core/products/screen-file';
import { OpenLibrary, surroundingsOf, type LibrarySnapshot } from './session/open-library';
import { productFrame } from './products/queries/product-frame';
import { upgrade } from './products/queries/upgrade';
import { screen } from './products/queries/screen';
import { OpenProduct } from './session/open-product';
import type { Command } from './session/command';
import { LIBRARY_COMMANDS, PRODUCT_COMMANDS } from './commands';
import { LIBRARY_QUERIES } from './queries';
import { apply, bookingSite, dark, demo, lens, newId } from '@/testing/library';

const released = demo();
const list = (document: Document): Item[] => [...document.items.values()];
const snapshot: LibrarySnapshot = {
  document: { id: 'keel', kind: 'library', slug: 'keel', name: 'Keel', about: '', team: 'T' },
  role: 'maintainer', sequence: 1, items: list(released), ancestors: [], withheld: false, parent: null, last: { version: '1.0.0', items: list(released), ancestors: [] },
  versions: [{ version: '1.0.0', at: '2026-01-01' }], products: [], log: [], people: [{ id: 'p', name: 'Pat' }],
}; // prettier-ignore
const open = (document: Document) => new OpenLibrary(surroundingsOf(snapshot), document, 2, [], 'p');
const library = open(released);
const after = (command: Command, from = released): OpenLibrary => {
  if ('problem' in command) throw new Error(command.problem);
  return open(apply(from, command.edits));
};
const layer = (name: string) => itemsOf(released.items, 'layer').find((one) => one.name === name)!.id;
const setInk = () =>
  LIBRARY_COMMANDS.declareValue(
    library,
    {
      path: 'color.estuary.700',
      layer: layer('primitives'),
      text: '#5b2a86',
    },
    newId,
  );

test('tiers: three columns, every token once, values through the lens', () => {
  const stripsIn = (through: typeof lens) =>
    LIBRARY_QUERIES.tiers(library, {
      lens: through,
      filter: {},
      folded: [],
      from: 0,
      to: 1e6,
      selected: null,
    }).columns.flatMap(({ tier, rows }) =>
      rows.flatMap((row) => (row.kind === 'token' ? [{ ...row.strip, column: tier }] : [])),
    );
  const all = stripsIn(lens);
  const paths = all.map((strip) => strip.path);
  expect(paths.length).toBe(library.resolution.paths.length);
  expect(new Set(paths).size).toBe(paths.length);
  const tierOf = (at: string) => all.find((strip) => strip.path === at)!.column;
  expect([
    tierOf('color.grey.50'),
    tierOf('color.text.quiet'),
    tierOf('button.gap'),
    tierOf('text.body'),
  ]).toEqual(['primitive', 'semantic', 'component', 'primitive']);
  const strip = (through: typeof lens) =>
    stripsIn(through).find((one) => one.path === 'color.surface.page')!.css;
  expect([strip(lens), strip(dark)]).toEqual(['#f4f9fb', '#0e1518']);
});

test('a token’s detail: provenance to the literal, worst pairing, uses, findings', () => {
  const view = LIBRARY_QUERIES.token(library, { path: 'button.surface', lens: dark })!;
  expect(view.provenance.map((step) => [step.path, step.layer])).toEqual([['button.surface', 'components'], ['color.action.surface', 'scheme dark'], ['color.estuary.300', 'primitives']]); // prettier-ignore
  const delayed = LIBRARY_QUERIES.token(library, { path: 'color.status.delayed.text', lens })!;
  expect(delayed.pairings[0]).toMatchObject({ passes: false, worstIn: 'brand gannet, scheme light' });
  expect(delayed.findings.map((finding) => finding.code)).toContain('contrast');
  expect(view.uses.map((use) => use.title)).toContain('button');
  expect(LIBRARY_QUERIES.token(library, { path: 'no.such', lens })).toBeNull();
});

test('setting a value: one field of one item, seen by everything that hangs on it', () => {
  const command = setInk();
  if ('problem' in command) throw new Error();
  expect(command.edits).toHaveLength(1);
  const changed = after(command);
  expect(LIBRARY_QUERIES.token(changed, { path: 'button.surface', lens })!.css).toBe('#5b2a86');
  expect(runToEnd(LIBRARY_QUERIES.changeCount(changed))).toBe(1);
  const table = LIBRARY_QUERIES.guide(changed, { name: 'buttons', lens })!.blocks.find(
    (block) => block.kind === 'tokenTable',
  );
  expect(
    table?.kind === 'tokenTable' && table.rows.find((row) => row.path === 'color.action.surface')!.css,
  ).toBe('#5b2a86');
});

test('the ledger: the change at its source alone, with reach, version and notes; left out, nothing is released', () => {
  const changed = after(setInk());
  const view = LIBRARY_QUERIES.ledger(changed, { leftOut: [] });
  expect(view.entries.map((entry) => entry.title)).toEqual(['color.estuary.700']);
  expect(view).toMatchObject({ version: '1.1.0', bump: 'minor', unmet: [], canRelease: true });
  expect(view.entries[0]!.reachText).toContain('1 guide');
  expect(view.notes).toContain('### Changed');
  expect(LIBRARY_QUERIES.ledger(changed, { leftOut: [view.entries[0]!.item] })).toMatchObject({
    bump: 'none',
    version: '1.0.0',
    canRelease: false,
  });
});

test('a component: a rule changed is minor, a size breaks, a guard broken is told', () => {
  const rule = LIBRARY_QUERIES.proof(library, { name: 'button', lens })!.rules[0]!;
  const level = (property: string, text: string) =>
    LIBRARY_QUERIES.ledger(
      after(
        LIBRARY_COMMANDS.setRuleValue(library, { component: 'button', rule: rule.id, property, text }, newId),
      ),
      { leftOut: [] },
    );
  expect(level('border-radius', '{radius.none}').bump).toBe('minor');
  const moved = level('position', 'static');
  expect(moved.bump).toBe('major');
  expect(moved.entries[0]!.changes.map((change) => change.kind)).toContain('guard');
  const broken = LIBRARY_QUERIES.proof(
    after(
      LIBRARY_COMMANDS.setRuleValue(
        library,
        {
          component: 'button',
          rule: rule.id,
          property: 'position',
          text: 'static',
        },
        newId,
      ),
    ),
    { name: 'button', lens },
  )!;
  expect(broken.guards.filter((guard) => guard.broken)).toHaveLength(1);
});

test('adding, renaming, describing, deprecating and removing tokens', () => {
  const added = after(
    LIBRARY_COMMANDS.addToken(library, { path: 'color.sea.deep', type: 'color', text: '#001122' }, newId),
  );
  expect(LIBRARY_QUERIES.token(added, { path: 'color.sea.deep', lens })!.css).toBe('#001122');
  const renamed = after(
    LIBRARY_COMMANDS.renamePaths(
      library,
      { changes: [{ from: 'color.grey.600', to: 'color.grey.stone' }] },
      newId,
    ),
  );
  expect(LIBRARY_QUERIES.token(renamed, { path: 'color.text.quiet', lens })!.alias).toBe('color.grey.stone');
  expect(LIBRARY_QUERIES.token(renamed, { path: 'color.grey.600', lens })!.path).toBe('color.grey.stone');
  expect(LIBRARY_QUERIES.ledger(renamed, { leftOut: [] }).bump).toBe('major');
  const deprecated = after(
    LIBRARY_COMMANDS.setMember(library, {
      path: 'color.text.link',
      member: '$deprecated',
      text: 'Use another',
    }),
  );
  expect(LIBRARY_QUERIES.token(deprecated, { path: 'color.text.link', lens })!.deprecation).toBe(
    'Use another',
  );
  const removed = after(LIBRARY_COMMANDS.removePaths(library, { paths: ['color.grey.600'] }, newId));
  expect(
    LIBRARY_QUERIES.token(removed, { path: 'color.text.quiet', lens })!.findings.map(
      (finding) => finding.code,
    ),
  ).toContain('missing-target');
});

test.each([
  [
    'a value that is none',
    () =>
      LIBRARY_COMMANDS.declareValue(
        library,
        { path: 'space.4', layer: layer('primitives'), text: 'wide' },
        newId,
      ),
    'is no dimension',
  ],
  [
    'an alias to nothing',
    () =>
      LIBRARY_COMMANDS.declareValue(
        library,
        {
          path: 'space.4',
          layer: layer('primitives'),
          text: '{no.such}',
        },
        newId,
      ),
    'There is no token no.such',
  ],
  [
    'a name with a bracket',
    () => LIBRARY_COMMANDS.renamePaths(library, { changes: [{ from: 'space.4', to: 'space.a{b' }] }, newId),
    'cannot hold {',
  ],
  [
    'a path that is taken',
    () => LIBRARY_COMMANDS.addToken(library, { path: 'space.4', type: 'number', text: '1' }, newId),
    'already',
  ],
  [
    'a hostile rule value',
    () =>
      LIBRARY_COMMANDS.setRuleValue(
        library,
        {
          component: 'button',
          rule: LIBRARY_QUERIES.proof(library, { name: 'button', lens })!.rules[0]!.id,
          property: 'color',
          text: 'red; } body { display: none',
        },
        newId,
      ),
    'cannot hold',
  ],
  [
    'a template with a script',
    () =>
      LIBRARY_COMMANDS.setCode(
        library,
        {
          component: 'button',
          template: '<button part="root"><script></script></button>',
        },
        newId,
      ),
    '<script>',
  ],
  [
    'a guide without a title',
    () => LIBRARY_COMMANDS.addGuide(library, { title: ' ' }, newId),
    'needs a title',
  ],
])('%s is refused in words', (_name, command, words) => {
  const answer = command();
  expect('problem' in answer && answer.problem).toContain(words);
});

test('guide blocks are added, written, moved and taken out, one edit each', () => {
  let working = released;
  const step = (command: Command) => {
    if ('problem' in command) throw new Error(command.problem);
    expect(command.edits).toHaveLength(1);
    working = apply(working, command.edits);
  };
  const blocks = () => LIBRARY_QUERIES.guide(open(working), { name: 'buttons', lens })!.blocks;
  const before = blocks().map((block) => block.id);
  step(
    LIBRARY_COMMANDS.addBlock(
      open(working),
      { guide: 'buttons', block: { kind: 'text', fields: { markdown: 'New' } } },
      newId,
    ),
  );
  const added = blocks().at(-1)!.id;
  step(LIBRARY_COMMANDS.moveBlock(open(working), { guide: 'buttons', block: added, to: 0 }));
  expect(blocks().map((block) => block.id)).toEqual([added, ...before]);
  step(LIBRARY_COMMANDS.setBlockText(open(working), { guide: 'buttons', block: added, text: 'Other' }));
  expect(blocks()[0]).toMatchObject({ markdown: 'Other' });
  step(LIBRARY_COMMANDS.removeBlock(open(working), { guide: 'buttons', block: added }));
  expect(blocks().map((block) => block.id)).toEqual(before);
});

test('a product draws its pin, and the review names what an upgrade would change', () => {
  const changed = after(setInk());
  const product = bookingSite(released, [
    { version: '1.1.0', document: changed.own },
    { version: '1.0.1', document: released },
  ]);
  const placement = itemsOf(product.own.items, 'placement')[0]!.id;
  expect(productFrame(product)).toMatchObject({
    library: { version: '1.0.0' },
    screens: [{ placements: 8 }],
  });
  expect(screen(product, {})!.css).toContain('#00617e');
  const review = upgrade(product, { library: 'keel', version: '1.1.0' })!;
  expect(review.areas.length).toBeGreaterThan(3);
  expect(review.areas[0]!.differences[0]).toMatchObject({ before: '#00617e', after: '#5b2a86' });
  expect(review.areas.every((area, i) => i === 0 || review.areas[i - 1]!.weight >= area.weight)).toBe(true);
  // "No visible change": an equal release changes nothing anywhere.
  expect(upgrade(product, { library: 'keel', version: '1.0.1' })!.areas).toEqual([]);
  const set = PRODUCT_COMMANDS.setPlacementProp(product, {
    placement,
    prop: 'title',
    value: 'Other',
  });
  expect('edits' in set && apply(product.own, set.edits).items.get(placement)).toMatchObject({
    props: { title: 'Other' },
  });
});

test('a screen that names no component says where', () => {
  const { findings } = readScreen('<main>\n<keel-sail></keel-sail></main>', {
    name: 's',
    order: 'a0',
    newId,
    refer: () => undefined,
  });
  expect(findings[0]).toMatchObject({
    at: { line: 2, column: 1 },
    message: expect.stringContaining('<keel-sail>'),
  });
});

test('a product is asked to take releases alone; a candidate can be tried, and a pinned release that was withdrawn is told', () => {
  const changed = after(setInk()).own;
  const { snapshot, own } = bookingSite(released, [
    { version: '1.2.0-candidate.1', document: changed },
    { version: '1.1.0', document: changed },
  ]);
  const withdrawn = { reason: 'Too pale.', by: 'Pat', at: '2026-03-01T00:00:00Z' };
  const libraries = snapshot.libraries.map((library) => ({ ...library, withdrawn }));
  const product = new OpenProduct({ ...snapshot, libraries }, own, 2, [], 'p');
  const { newer, candidate, pins } = productFrame(product);
  expect([newer.map(({ version }) => version), candidate]).toEqual([['1.1.0'], '1.2.0-candidate.1']);
  expect(pins).toMatchObject([{ newest: '1.1.0', withdrawn: { reason: 'Too pale.' } }]);
  // It is reviewed as a release is.
  expect(upgrade(product, { library: 'keel', version: candidate! })!.areas.length).toBeGreaterThan(3);
});

test('a second library that a product is pinned to is told of and upgraded; screens that name none are drawn with the first', () => {
  const { snapshot, own } = bookingSite(released, [{ version: '1.1.0', document: after(setInk()).own }]);
  const [keel] = snapshot.libraries;
  const second: Item = { id: 'pin_2', kind: 'pin', library: { id: 'hull', path: 'Hull' }, version: '1.0.0', policy: 'ask', held: {} }; // prettier-ignore
  const hull = { ...keel!, id: 'hull', slug: 'hull', name: 'Hull' };
  const both = documentOf('booking', 'product', [...list(own), second]);
  const product = new OpenProduct({ ...snapshot, libraries: [keel!, hull] }, both, 2, [], 'p');
  const pin = { version: '1.0.0', newest: '1.1.0', withdrawn: null, policy: 'ask', held: [] };
  const [title] = productFrame(product).screens.map((screen) => screen.title);
  expect(productFrame(product).pins).toEqual([
    { ...pin, id: 'keel', slug: 'keel', name: 'Keel', screens: [title] },
    { ...pin, id: 'hull', slug: 'hull', name: 'Hull', screens: [] },
  ]);
  expect(upgrade(product, { library: 'hull', version: '1.1.0' })).toMatchObject({
    library: 'Hull', from: '1.0.0', to: '1.1.0', taken: false, canTake: true, areas: [], screens: [],
  }); // prettier-ignore
  expect(upgrade(product, { library: 'keel', version: '1.1.0' })!.areas.length).toBeGreaterThan(3);
  expect(upgrade(product, { library: 'boards', version: '1.1.0' })).toBeNull();
});
