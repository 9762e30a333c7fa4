import fc from 'fast-check';
import { invertEdits } from '@/core/document/change-set';
import { setField } from '@/core/document/edits';
import { itemsOf, type Item } from '@/core/document/item';
import { libraryTree } from '@/core/tokens/token-tree';
import { brokenInvariants } from '@/core/kinds/registry';
import { schemaProblems } from '@/core/kinds/schema-problems';
import { placementsOf, renderScreen, screensOf } from '@/core/products/screen';
import { PRODUCT_COMMANDS as COMMANDS } from '@/editing/commands';
import type { Command } from '@/editing/session/command';
import { OpenProduct } from '@/editing/session/open-product';
import type { ThemeItem } from '@/core/components/theme';
import { apply, bookingSite, demo, newId } from '@/testing/library';
import { placing } from './queries/placing';
import { productBrands } from './queries/product-brands';
import { productFrame } from './queries/product-frame';
import { themeReview } from './queries/theme-review';
import { upgrade } from './queries/upgrade';
import { screen } from './queries/screen';
import { placementOf } from './screens';

const release = demo();
const start = () => bookingSite(release);
const after = (product: OpenProduct, command: Command): OpenProduct => {
  if ('problem' in command) throw new Error(command.problem);
  return new OpenProduct(product.snapshot, apply(product.own, command.edits), 0, [], 'me');
};
const problem = (command: Command) => ('problem' in command ? `${command.problem}. ${command.fix}` : 'none');
const first = (product: OpenProduct) => screensOf(product.own.items)[0]!;
const outline = (product: OpenProduct, id?: string) =>
  placing(product, { id })!.placements.map(({ component, depth, slot }) => [component, depth, slot]);

test('a screen is added, filled, put in order, copied and removed', () => {
  let product = after(start(), COMMANDS.addScreen(start(), { title: ' Night boats ', width: 640 }, newId));
  const screen = screensOf(product.own.items).at(-1)!;
  expect(screen).toMatchObject({ title: 'Night boats', name: 'night-boats', width: 640 });
  const place = (component: string, into?: { placement: string; slot: string }) => {
    product = after(product, COMMANDS.addPlacement(product, { screen: screen.id, component, into }, newId));
    return placementsOf(product.own.items, screen.id).at(-1)!.id;
  };
  place('button');
  place('badge');
  const list = placing(product, { id: screen.id })!;
  expect(list.placements.map(({ component, at, of }) => [component, at, of])).toEqual([['button', 0, 2], ['badge', 1, 2]]); // prettier-ignore
  const badge = list.placements[1]!;
  expect(badge.props.find(({ name }) => name === 'status')?.values).toContain('boarding');
  product = after(product, COMMANDS.movePlacement(product, { placement: badge.id, to: 0 }));
  expect(outline(product, screen.id)).toEqual([['badge', 0, null], ['button', 0, null]]); // prettier-ignore
  expect(renderScreen(product.own.items, screen.id, release.items)).toMatch(/badge[^]*button/);
  expect(problem(COMMANDS.movePlacement(product, { placement: badge.id, to: 0 }))).toMatch(
    /^Nothing would change/,
  );

  product = after(product, COMMANDS.duplicateScreen(product, { screen: screen.id }, newId));
  const copy = screensOf(product.own.items).at(-1)!;
  expect(copy.title).toBe('Night boats copy');
  expect(outline(product, copy.id)).toEqual(outline(product, screen.id));
  product = after(product, COMMANDS.duplicateScreen(product, { screen: screen.id }, newId));
  // Each copy stands right behind what it is a copy of.
  expect(screensOf(product.own.items).slice(-3).map(({ title }) => title)).toEqual(['Night boats', 'Night boats copy 2', 'Night boats copy']); // prettier-ignore
  product = after(product, COMMANDS.removeScreen(product, { screen: screen.id }));
  expect(placementsOf(product.own.items, screen.id)).toEqual([]);
  expect(placementsOf(product.own.items, copy.id)).toHaveLength(2);
});

test('a component stands in the slot of another, is copied with it and goes with it', () => {
  const product = start();
  const screen = first(product);
  const holder = placing(product, {})!.placements.find(({ slots }) => slots.length > 0)!;
  const [slot] = holder.slots;
  const filled = after(product, COMMANDS.addPlacement(product, { screen: screen.id, component: 'badge', into: { placement: holder.id, slot: slot! } }, newId)); // prettier-ignore
  const inside = placementsOf(filled.own.items, screen.id).find(({ parent, component }) => parent === holder.id && component.path === 'badge')!; // prettier-ignore
  expect(inside.slot).toBe(slot);
  expect(outline(filled)).toContainEqual(['badge', holder.depth + 1, slot]);
  const copied = after(filled, COMMANDS.duplicateScreen(filled, { screen: screen.id }, newId));
  const copy = screensOf(copied.own.items).find(({ title }) => title === `${screen.title} copy`)!;
  expect(outline(copied, copy.id)).toEqual(outline(copied, screen.id));
  const ids = itemsOf(copied.own.items, 'placement').map(({ id }) => id);
  expect(new Set(ids).size).toBe(ids.length);
  const gone = after(filled, COMMANDS.removePlacement(filled, { placement: holder.id }));
  expect(gone.own.items.has(inside.id)).toBe(false);
});

test.each<[string, (product: OpenProduct) => Command, RegExp]>([
  ['a screen without a title', (p) => COMMANDS.addScreen(p, { title: ' ', width: 800 }, newId), /needs a title/],
  ['a title that is taken', (p) => COMMANDS.addScreen(p, { title: first(p).title, width: 800 }, newId), /There is a screen called .* already/],
  ['a width out of range', (p) => COMMANDS.addScreen(p, { title: 'x', width: 99 }, newId), /99 px is out of range. Choose one from 100 to 10000/],
  ['no width', (p) => COMMANDS.addScreen(p, { title: 'x', width: NaN }, newId), /out of range/],
  ['the same title and width', (p) => COMMANDS.changeScreen(p, { screen: first(p).id, title: first(p).title, width: first(p).width }), /Nothing would change/],
  ['a screen that is gone', (p) => COMMANDS.changeScreen(p, { screen: 'x', title: 'y', width: 800 }), /no longer there/],
  ['a copy of it', (p) => COMMANDS.duplicateScreen(p, { screen: 'x' }, newId), /no longer there/],
  ['removing it', (p) => COMMANDS.removeScreen(p, { screen: 'x' }), /no longer there/],
  ['placing on it', (p) => COMMANDS.addPlacement(p, { screen: 'x', component: 'badge' }, newId), /no longer there/],
  ['a component the release lacks', (p) => COMMANDS.addPlacement(p, { screen: first(p).id, component: 'sail' }, newId), /no component sail/],
  ['a slot of nothing', (p) => COMMANDS.addPlacement(p, { screen: first(p).id, component: 'badge', into: { placement: 'x', slot: 'y' } }, newId), /no longer there/],
  ['a slot that is not there', (p) => COMMANDS.addPlacement(p, { screen: first(p).id, component: 'badge', into: { placement: placing(p, {})!.placements[0]!.id, slot: 'hold' } }, newId), /has no slot hold/],
  ['a placement that is gone', (p) => COMMANDS.removePlacement(p, { placement: 'x' }), /no longer there/],
  ['moving it', (p) => COMMANDS.movePlacement(p, { placement: 'x', to: 1 }), /no longer there/],
])('%s is refused', (_, command, words) => expect(problem(command(start()))).toMatch(words)); // prettier-ignore

test('a prop is set to anything, nothing among it, and goes back to its default', () => {
  const product = start();
  const { id } = placing(product, {})!.placements[0]!;
  const set = (of: OpenProduct, value: string | null) =>
    after(of, COMMANDS.setPlacementProp(of, { placement: id, prop: 'title', value }));
  const props = (of: OpenProduct) => placementOf(of, id)!.props;
  // A text left empty is not the default text.
  expect(props(set(product, ''))).toMatchObject({ title: '' });
  expect(props(set(product, null))).not.toHaveProperty('title');
  expect(
    placing(set(product, null), {})!.placements[0]!.props.find(({ name }) => name === 'title'),
  ).toMatchObject({ value: expect.stringMatching(/./) });
});

test('a placement is filled with data of its component, or with other texts, and goes back', () => {
  const product = start();
  const board = placing(product, {})!.placements.find(({ tables }) => tables.length > 0);
  const { id } = board ?? placing(product, {})!.placements[0]!;
  const set = (of: OpenProduct, contents: string) => COMMANDS.setPlacementContents(of, { placement: id, contents });
  const html = (of: OpenProduct) =>
    renderScreen(of.own.items, first(of).id, of.main()!.state.items);
  const long = after(product, set(product, 'long'));
  expect(placing(long, {})!.placements.find((one) => one.id === id)!.contents).toBe('long');
  expect(html(long)).toContain('Everything that has to be said');
  expect(html(product)).not.toContain('Everything that has to be said');
  expect(html(after(long, set(long, 'default')))).toBe(html(product));
  expect(problem(set(product, 'data:Nothing'))).toMatch(/no content called Nothing/);
  expect(problem(set(product, 'loud'))).toMatch(/no content called loud/);
  expect(problem(COMMANDS.setPlacementContents(product, { placement: 'x', contents: 'long' }))).toMatch(/no longer there/);
}); // prettier-ignore

test('a screen that a file made as narrow as it may be is renamed as it is', () => {
  const product = start();
  const narrow = { ...first(product), width: 100 };
  const with100 = new OpenProduct(product.snapshot, { ...product.own, items: new Map(product.own.items).set(narrow.id, narrow) }, 0, [], 'me'); // prettier-ignore
  const command = COMMANDS.changeScreen(with100, { screen: narrow.id, title: 'Narrow', width: 100 });
  expect(problem(command)).toBe('none');
  expect(problem(COMMANDS.addScreen(product, { title: 'x', width: 99 }, newId))).toMatch(/99 px/);
});

test('titles that come to the same name give two names', () => {
  let product = start();
  for (const title of ['A b', 'A-b', '…', 'A  B'])
    product = after(product, COMMANDS.addScreen(product, { title, width: 800 }, newId));
  const names = screensOf(product.own.items).map(({ name }) => name);
  expect(names.slice(-4)).toEqual(['a-b', 'a-b-2', 'screen', 'a-b-3']);
});

/** Any run of gestures: what each leaves is sound, every screen is drawn, and taking it back gives what was. */
test('whatever is placed, moved, copied and removed, the product stays whole and each step can be taken back', () => {
  const gesture = fc.record({
    what: fc.constantFrom(
      'place',
      'inside',
      'move',
      'carry',
      'remove',
      'copy',
      'removeScreen',
      'add',
      'change',
    ),
    n: fc.nat(50),
    m: fc.nat(50),
  });
  fc.assert(
    fc.property(fc.array(gesture, { maxLength: 12 }), (gestures) => {
      let product = start();
      gestures.forEach(({ what, n, m }, i) => {
        const screens = screensOf(product.own.items);
        const screen = screens[n % (screens.length || 1)]?.id ?? 'none';
        const view = placing(product, { id: screen });
        const placed = view?.placements ?? [];
        const one = placed[m % (placed.length || 1)];
        const holders = placed.filter(({ slots }) => slots.length > 0);
        const holder = holders[m % (holders.length || 1)];
        const component = view?.components[m % view.components.length]?.name ?? 'badge';
        const command: Command = {
          place: () => COMMANDS.addPlacement(product, { screen, component }, newId),
          inside: () =>
            COMMANDS.addPlacement(product, { screen, component, ...(holder && { into: { placement: holder.id, slot: holder.slots[n % holder.slots.length]! } }) }, newId),
          move: () => COMMANDS.movePlacement(product, { placement: one?.id ?? 'none', to: n % 5 }),
          carry: () =>
            COMMANDS.movePlacement(product, { placement: one?.id ?? 'none', to: n % 3, into: n % 4 > 0 && holder ? { placement: holder.id, slot: holder.slots[n % holder.slots.length]! } : null }),
          remove: () => COMMANDS.removePlacement(product, { placement: one?.id ?? 'none' }),
          copy: () => COMMANDS.duplicateScreen(product, { screen }, newId),
          removeScreen: () => COMMANDS.removeScreen(product, { screen }),
          add: () => COMMANDS.addScreen(product, { title: `Screen ${i} ${n}`, width: 200 + m }, newId),
          change: () => COMMANDS.changeScreen(product, { screen, title: `Changed ${i}`, width: 300 + m }),
        }[what](); // prettier-ignore
        if ('problem' in command) return;
        const before = product;
        product = after(product, command);
        const touched = new Set(command.edits.map(({ item }) => item));
        expect(brokenInvariants({ before: before.own.items, after: product.own.items, touched, inherited: [] })).toEqual([]);
        for (const id of touched) {
          const item = product.own.items.get(id);
          if (item) expect(schemaProblems(item)).toEqual([]);
        }
        for (const { id } of screensOf(product.own.items)) {
          const shown = placing(product, { id })!.placements;
          expect(shown).toHaveLength(placementsOf(product.own.items, id).length);
          renderScreen(product.own.items, id, release.items);
        }
        const back = apply(product.own, invertEdits(command.edits)).items;
        expect(new Map(back)).toEqual(new Map(before.own.items));
      }); // prettier-ignore
    }),
    { numRuns: 40 },
  );
});

test('a theme is chosen for all screens or for one, shown first, and taken back', () => {
  const styled = (id: string, name: string, transform: string): ThemeItem => ({
    id, kind: 'theme', name, description: '', order: 'a0',
    entries: { [`entry_${id}`]: { order: 'a0', kind: 'rule', when: [], part: 'button', declarations: [['text-transform', { raw: transform }]], comment: '' } },
  }); // prettier-ignore
  const items = new Map(release.items);
  for (const one of [styled('theme_1', 'Quiet', 'lowercase'), styled('theme_2', 'Loud', 'uppercase')]) items.set(one.id, one);
  const button = itemsOf(release.items, 'component').find(({ name }) => name === 'button')!;
  items.set(button.id, { ...button, theme: { id: 'theme_1', path: 'Quiet' } });
  const themed = bookingSite({ ...release, items });
  const two = after(themed, COMMANDS.duplicateScreen(themed, { screen: first(themed).id }, newId));
  const [one, other] = screensOf(two.own.items).map(({ id }) => id) as [string, string];
  const transform = (product: OpenProduct, id: string) => /text-transform: (\w+)/.exec(screen(product, { id })!.css)?.[1];
  const all = (product: OpenProduct) => [transform(product, one), transform(product, other)];
  expect(all(two)).toEqual(['lowercase', 'lowercase']);

  // What is shown first is what comes about, and nothing else.
  const review = themeReview(two, { theme: 'Loud', screen: other })!;
  expect(review.screens.map(({ id }) => id)).toEqual([other]);
  expect(new Set(review.areas.flatMap(({ differences }) => differences.map((d) => [d.property, d.before, d.after].join(' '))))).toEqual(new Set(['text-transform lowercase uppercase']));
  const screened = after(two, COMMANDS.setTheme(two, { theme: 'Loud', screen: other }));
  expect(all(screened)).toEqual(['lowercase', 'uppercase']);
  expect(screen(screened, { id: other })!.css).toBe(review.screens[0]!.after.css);
  expect(schemaProblems(screened.own.items.get(other)!)).toEqual([]);

  const everywhere = after(two, COMMANDS.setTheme(two, { theme: 'Loud', screen: null }));
  expect(all(everywhere)).toEqual(['uppercase', 'uppercase']);
  // A screen's own goes over that of all, and taking it back leaves that of all.
  const mixed = after(everywhere, COMMANDS.setTheme(everywhere, { theme: 'Quiet', screen: one }));
  expect(all(mixed)).toEqual(['lowercase', 'uppercase']);
  expect(themeReview(mixed, { theme: null, screen: one })!.screens.map(({ id }) => id)).toEqual([one]);
  expect(all(after(mixed, COMMANDS.setTheme(mixed, { theme: null, screen: one })))).toEqual(['uppercase', 'uppercase']);
  expect(schemaProblems(mixed.own.items.get(one)!)).toEqual([]);
  // Undone, nothing is left of it.
  const command = COMMANDS.setTheme(two, { theme: 'Loud', screen: null });
  if (!('edits' in command)) throw new Error(command.problem);
  expect(apply(apply(two.own, command.edits), invertEdits(command.edits))).toEqual(two.own);

  expect(problem(COMMANDS.setTheme(two, { theme: 'Nowhere', screen: null }))).toMatch(/no theme Nowhere/);
  expect(problem(COMMANDS.setTheme(two, { theme: 'Loud', screen: 'gone' }))).toMatch(/screen/);
  expect(problem(COMMANDS.setTheme(two, { theme: null, screen: null }))).toMatch(/^Nothing would change/);
  // A release without the theme shows what each component follows.
  const gone = bookingSite(release);
  expect(gone.release('keel', '1.0.0', { id: 'theme_9', path: 'Nowhere' })!.items).toEqual(gone.main()!.state.items);
}); // prettier-ignore

/** The same product where one more library is sent with it: `Signs`, with a clock, an axis of its own and a newer release. */
function besideSigns(of: OpenProduct): OpenProduct {
  const badge = itemsOf(release.items, 'component').find(({ name }) => name === 'badge')!;
  const system = [...release.items.values()].filter(({ kind }) => kind !== 'component');
  const items = (color: string) => [
    ...system,
    { id: 'axis_signs', kind: 'axis', order: 'z0', name: 'distance', description: 'How far away it is read', default: 'near', contexts: {} },
    { id: 'context_near', kind: 'context', order: 'a0', axis: 'axis_signs', name: 'near', description: '' },
    { id: 'context_far', kind: 'context', order: 'a1', axis: 'axis_signs', name: 'far', description: '' },
    {
      ...badge, id: 'component_clock', name: 'clock',
      entries: { ...badge.entries, entry_signs: { order: 'z0', kind: 'rule', when: [], part: Object.values(badge.parts ?? {})[0]?.name ?? 'badge', declarations: [['color', { raw: color }]], comment: '' } },
    },
  ] as never; // prettier-ignore
  const sent = (version: string, color: string) => ({ version, at: '2026-01-01', notes: '', items: items(color), ancestors: [], withheld: false });
  const signs = { id: 'signs', slug: 'signs', name: 'Signs', pinned: sent('1.0.0', 'red'), held: [], withdrawn: null, newer: [sent('1.1.0', 'blue')] };
  const snapshot = { ...of.snapshot, libraries: [...of.snapshot.libraries, signs] };
  return new OpenProduct(snapshot, of.own, 0, [], 'me');
} // prettier-ignore

test('a product takes another library, and each screen is drawn with the one chosen for it', () => {
  const alone = besideSigns(start());
  const signs = { library: { id: 'signs', name: 'Signs' }, version: '1.0.0' };
  const command = COMMANDS.pinLibrary(alone, signs, newId);
  let now = after(alone, command);
  if (!('edits' in command)) throw new Error(command.problem);
  expect([...apply(apply(alone.own, command.edits), invertEdits(command.edits)).items]).toEqual([...alone.own.items]);
  expect(productFrame(now).pins.map(({ name, version, newest, screens }) => [name, version, newest, screens.length])).toEqual([['Keel', '1.0.0', null, 1], ['Signs', '1.0.0', '1.1.0', 0]]);
  expect(problem(COMMANDS.pinLibrary(now, signs, newId))).toMatch(/pinned to Signs already/);

  // However the items are stored, the first stays the first.
  const stored = (items: Iterable<[string, Item]>) => new OpenProduct(now.snapshot, { ...now.own, items: new Map(items) }, 0, [], 'me');
  for (const items of [[...now.own.items], [...now.own.items].reverse()]) expect(productFrame(stored(items)).pins.map(({ name }) => name)).toEqual(['Keel', 'Signs']);

  // What is taken unasked is said of each pin, and Ask is what is said of none.
  const patching = after(now, COMMANDS.setPinPolicy(now, { library: 'signs', policy: 'patches' }));
  expect(productFrame(patching).pins.map(({ policy }) => policy)).toEqual(['ask', 'patches']);
  expect(problem(COMMANDS.setPinPolicy(patching, { library: 'signs', policy: 'patches' }))).toMatch(/^Nothing would change/);
  expect(problem(COMMANDS.setPinPolicy(alone, { library: 'signs', policy: 'patches' }))).toMatch(/no longer pinned/);

  // What is there is drawn as before.
  const fares = first(now);
  expect(screen(now, { id: fares.id })!.html).toBe(screen(alone, { id: fares.id })!.html);
  now = after(now, COMMANDS.addScreen(now, { title: 'Hall', width: 800, library: 'signs' }, newId));
  const hall = screensOf(now.own.items).at(-1)!;
  expect(schemaProblems(hall)).toEqual([]);
  expect(placing(now, { id: hall.id })!.components.map(({ name }) => name)).toEqual(['clock']);
  expect(problem(COMMANDS.addPlacement(now, { screen: hall.id, component: 'button' }, newId))).toMatch(/no component button/);
  expect(problem(COMMANDS.addPlacement(now, { screen: fares.id, component: 'clock' }, newId))).toMatch(/no component clock/);
  now = after(now, COMMANDS.addPlacement(now, { screen: hall.id, component: 'clock' }, newId));
  expect(screen(now, { id: hall.id })).toMatchObject({ html: expect.stringContaining('data-placement'), css: expect.stringMatching(/color: red/) });
  expect(productFrame(now).screens.map(({ title, library }) => [title, library])).toEqual([[fares.title, 'keel'], ['Hall', 'signs']]);

  // A release changes the screens drawn with its library, and only those.
  const review = upgrade(now, { library: 'signs', version: '1.1.0' })!;
  expect(review.screens.map(({ title }) => title)).toEqual(['Hall']);
  expect(review.areas.flatMap(({ differences }) => differences.map((d) => [d.property, d.before, d.after].join(' ')))).toContain('color red blue');

  // The axes of both are there; what one lacks is no choice in the other.
  expect(productFrame(now).axes.find(({ name }) => name === 'distance')).toMatchObject({ contexts: ['near', 'far'], default: 'near' });
  const far = after(now, COMMANDS.applyContext(now, { axis: 'distance', context: 'far' }));
  expect(productFrame(far).axes.find(({ name }) => name === 'distance')!.default).toBe('far');

  // Another library for a screen: where it has what is placed there.
  const change = (library: string, of = now) => COMMANDS.changeScreen(of, { screen: hall.id, title: 'Hall', width: 800, library });
  expect(problem(change('keel'))).toMatch(/^The screen holds clock, which Keel does not have/);
  expect(problem(change('signs'))).toMatch(/^Nothing would change/);
  expect(problem(change('nowhere'))).toMatch(/not pinned to this library/);
  const empty = after(now, COMMANDS.removePlacement(now, { placement: placementsOf(now.own.items, hall.id)[0]!.id }));
  const moved = after(empty, change('keel', empty));
  expect(screensOf(moved.own.items).at(-1)).not.toHaveProperty('pin');

  // One that screens are drawn with stays, whoever asks: by the command, and by what holds of the whole.
  expect(problem(COMMANDS.unpinLibrary(now, { library: 'signs' }))).toMatch(/the screen Hall is drawn with it/);
  expect(problem(COMMANDS.unpinLibrary(now, { library: 'keel' }))).toMatch(/cannot be removed/);
  const removed = new Map([...now.own.items].filter(([id]) => id !== hall.pin));
  expect(brokenInvariants({ before: now.own.items, after: removed, touched: new Set([hall.pin!]), inherited: [] }).map(({ message }) => message)).toEqual([expect.stringMatching(/cannot be removed: the screen “Hall” still needs it/)]);
  const gone = after(moved, COMMANDS.unpinLibrary(moved, { library: 'signs' }));
  expect(productFrame(gone).pins.map(({ name }) => name)).toEqual(['Keel']);
  expect(problem(COMMANDS.unpinLibrary(gone, { library: 'signs' }))).toMatch(/no longer pinned/);
}); // prettier-ignore

test('a release is taken and a component held: what is reviewed is what comes, tokens are the new ones, and it can be let go', () => {
  const button = itemsOf(release.items, 'component').find(({ name }) => name === 'button')!;
  const items = new Map(release.items);
  const style = { order: 'z9', kind: 'rule', when: [], part: 'root', declarations: [['outline-color', { raw: 'red' }]], comment: '' } as const;
  items.set(button.id, { ...button, entries: { ...button.entries, entry_new: { ...style, declarations: [...style.declarations] } } } as never);
  const product = bookingSite(release, [{ version: '1.1.0', document: { ...release, items } }]);
  const ask = (hold?: string[], of = product) => upgrade(of, { library: 'keel', version: '1.1.0', ...(hold && { hold }) })!;
  const changes = (view: ReturnType<typeof ask>) => view.areas.map(({ component }) => component);
  // Only what the release defines otherwise is there to be held; what nothing was changed of is not.
  expect(ask().holdable).toEqual([{ id: button.id, name: 'button', at: '1.0.0', isHeld: false, problem: null }]);
  expect(new Set(changes(ask()))).toEqual(new Set(['button']));
  expect(changes(ask([button.id]))).toEqual([]);

  const [pin] = itemsOf(product.own.items, 'pin');
  const taken = new OpenProduct(product.snapshot, apply(product.own, [setField(pin!, 'version', '1.1.0'), setField(pin!, `held/${button.id}`, '1.0.0')]), 0, [], 'me');
  const fares = first(taken).id;
  // As the server sends it then, the release that is held at among what is sent.
  const [sent] = taken.snapshot.libraries;
  const then = new OpenProduct({ ...taken.snapshot, libraries: [{ ...sent!, pinned: sent!.newer[0]!, newer: [], held: [sent!.pinned] }] }, taken.own, 0, [], 'me');
  expect(screen(then, { id: fares })).toEqual({ ...ask([button.id]).screens[0]!.after, findings: [] });
  expect(screen(then, { id: fares })!.css).not.toContain('outline-color: red');
  expect(productFrame(then).pins[0]!.held).toEqual([{ id: button.id, name: 'button', version: '1.0.0' }]);
  const free = after(then, COMMANDS.releaseHold(then, { library: 'keel', component: button.id }));
  expect(screen(free, { id: fares })!.css).toContain('outline-color: red');
  expect(schemaProblems({ ...itemsOf(then.own.items, 'pin')[0]!, library: { path: 'Keel' } })).toEqual([]);
  expect(problem(COMMANDS.releaseHold(free, { library: 'keel', component: button.id }))).toMatch(/no longer held/);

  // What the held one names and the release lacks is said by name, and it cannot be chosen.
  const tree = libraryTree(release.items);
  const without = new Map(items);
  without.delete(tree.ids.get('button.gap')!);
  const lacking = bookingSite(release, [{ version: '1.1.0', document: { ...release, items: without } }]);
  expect(ask(undefined, lacking).holdable[0]!.problem).toBe('It names button.gap, which Keel 1.1.0 does not have');
}); // prettier-ignore

test('a placement is carried into a slot and out of it, with what stands in it, and never into itself', () => {
  const product = start();
  const screen = first(product);
  const release = product.main()!.state.items;
  const holder = itemsOf(release, 'component').find(({ name }) => name === 'action-panel')!;
  let now = after(product, COMMANDS.addScreen(product, { title: 'Night', width: 640 }, newId));
  const night = screensOf(now.own.items).at(-1)!.id;
  const add = (component: string, into?: { placement: string; slot: string }) => {
    now = after(now, COMMANDS.addPlacement(now, { screen: night, component, into }, newId));
    return placementsOf(now.own.items, night).at(-1)!.id;
  };
  const outer = add(holder.name);
  const slot = placing(now, { id: night })!.placements[0]!.slots[0]!;
  const [button, inner] = [add('button'), add(holder.name)];
  const carry = (placement: string, to: number, into: { placement: string; slot: string } | null) => COMMANDS.movePlacement(now, { placement, to, into });
  now = after(now, carry(inner, 0, { placement: outer, slot }));
  const beforeBoth = now;
  now = after(now, carry(button, 0, { placement: inner, slot }));
  expect(outline(now, night)).toEqual([[holder.name, 0, null], [holder.name, 1, slot], ['button', 2, slot]]);
  // With what holds it, out onto the screen, before what stands there.
  now = after(now, carry(inner, 0, null));
  expect(outline(now, night)).toEqual([[holder.name, 0, null], ['button', 1, slot], [holder.name, 0, null]]);
  expect(problem(carry(inner, 0, { placement: inner, slot }))).toMatch(/cannot stand in itself/);
  now = after(now, carry(outer, 0, { placement: inner, slot }));
  expect(problem(carry(inner, 0, { placement: outer, slot }))).toMatch(/cannot stand in itself/);
  expect(problem(carry(button, 0, { placement: inner, slot: 'nowhere' }))).toMatch(/has no slot nowhere/);
  expect(problem(carry(button, 0, { placement: placementsOf(now.own.items, screen.id)[0]!.id, slot }))).toMatch(/no longer there/);
  const command = COMMANDS.movePlacement(beforeBoth, { placement: button, to: 0, into: { placement: inner, slot } });
  if (!('edits' in command)) throw new Error(command.problem);
  expect(apply(apply(beforeBoth.own, command.edits), invertEdits(command.edits))).toEqual(beforeBoth.own);
}); // prettier-ignore

test('a brand is applied: it is where the axis stands for the product, until another release lacks it', () => {
  const product = start();
  const axis = (one: OpenProduct, name = 'scheme') => productFrame(one).axes.find((other) => other.name === name)!;
  expect(axis(product)).toMatchObject({ default: 'light' });
  const dark = after(product, COMMANDS.applyContext(product, { axis: 'scheme', context: 'dark' }));
  expect(axis(dark)).toMatchObject({ contexts: axis(product).contexts, default: 'dark' });
  const [pin] = itemsOf(dark.own.items, 'pin');
  expect(schemaProblems({ ...pin!, library: { path: 'Keel' } })).toEqual([]);
  // Each axis for itself; the axis' own default is no choice.
  const dense = after(dark, COMMANDS.applyContext(dark, { axis: 'brand', context: 'gannet' }));
  expect([axis(dense).default, axis(dense, 'brand').default]).toEqual(['dark', 'gannet']);
  const back = after(dense, COMMANDS.applyContext(dense, { axis: 'scheme', context: 'light' }));
  expect(itemsOf(back.own.items, 'pin')[0]!.contexts).toEqual({ brand: 'gannet' });
  const none = after(back, COMMANDS.applyContext(back, { axis: 'brand', context: 'saltmarsh' }));
  expect(itemsOf(none.own.items, 'pin')[0]).toEqual(itemsOf(product.own.items, 'pin')[0]);
  expect(problem(COMMANDS.applyContext(product, { axis: 'scheme', context: 'light' }))).toMatch(/^Nothing would change/);
  expect(problem(COMMANDS.applyContext(product, { axis: 'scheme', context: 'fog' }))).toMatch(/no scheme fog/);
  expect(problem(COMMANDS.applyContext(product, { axis: 'toString', context: 'light' }))).toMatch(/no toString light/);
  // A release without that context shows the axis' own default, and nothing breaks.
  const items = new Map([...release.items].filter(([, item]) => !(item.kind === 'context' && item.name === 'dark')));
  const without = new OpenProduct(bookingSite({ ...release, items }).snapshot, dark.own, 0, [], 'me');
  expect(axis(without).default).toBe('light');
}); // prettier-ignore

test('a screen stands under every context, each drawn as the screen itself is, with what it leaves at its default', () => {
  const product = start();
  const lens = { brand: 'saltmarsh', scheme: 'light' };
  const wall = productBrands(product, { lens, rows: 'scheme', columns: 'brand' })!;
  const own = screen(product, {})!;
  expect(wall.brands.map(({ context }) => context)).toEqual(productFrame(product).axes.find(({ name }) => name === 'scheme')!.contexts);
  for (const row of wall.brands)
    for (const cell of row.cells) {
      expect(cell.html).toBe(own.html);
      expect(cell.lens).toMatchObject({ scheme: row.context, brand: cell.context });
    }
  expect(wall.applied).toBe('light');
  expect(wall.brands.find((row) => row.default)!.unset).toEqual([]);
  for (const row of wall.brands.filter((one) => !one.default)) expect(row.valued + row.unset.length).toBe(wall.used);
  expect(wall.used).toBeGreaterThan(5);
  const dark = after(product, COMMANDS.applyContext(product, { axis: 'scheme', context: 'dark' }));
  expect(productBrands(dark, { lens, rows: 'scheme' })!.applied).toBe('dark');
  expect(productBrands(product, { lens, id: 'gone' })!.screen.id).toBe(first(product).id);
}); // prettier-ignore
