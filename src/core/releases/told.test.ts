import { differenceCiede2000 } from 'culori';
import fc from 'fast-check';
import { setField, removeItem, addItem } from '../document/edits';
import { itemsOf, type Document, type Item } from '../document/item';
import { effectiveLibrary } from '../library/effective';
import { openTokens } from '../tokens/open';
import { pairingsOfFiles } from '../tokens/pairings';
import { Resolution } from '../tokens/resolve';
import { libraryTree } from '../tokens/token-tree';
import type { PairingItem, TokenItem } from '../tokens/items';
import { apply, demo } from '@/testing/library';
import { ledgerOf, type LibraryState } from './ledger';
import { diffTokens } from './token-diff';

/**
 * What is told of each change, word for word: value before and after, why, and under which contexts. `token-diff.test.ts`
 * holds how grave each is.
 */
const side = (json: object) => {
  const opened = openTokens('t.json', JSON.stringify(json), () => undefined);
  return { resolution: new Resolution(opened.system), pairings: pairingsOfFiles(opened) };
};
const told = (before: object, after: object, renames?: Map<string, string>) =>
  diffTokens(side(before), side(after), renames).map(({ path, before: was, after: is, why, contexts }) => [
    path, was, is, why, ...(contexts ? [contexts] : []),
  ]); // prettier-ignore
/** Between two colours, by the package that implements CIEDE2000 on its own. */
const ciede = differenceCiede2000();
const apart = (a: string, b: string) => ciede(a, b).toFixed(1);
const color = (hex: string, more = {}) => ({ $type: 'color', $value: hex, ...more });
const px = (value: number, unit = 'px') => ({ $type: 'dimension', $value: { value, unit } });
const number = (value: number) => ({ $type: 'number', $value: value });
const internal = { $extensions: { 'app.seedplan': { visibility: 'internal' } } };
/** Two axes of two contexts each; what the contexts say is given. */
const contexts = (said: { dark?: object; tight?: object; base?: object }, standard = 'light') => ({
  version: '2025.10',
  sets: {
    core: { sources: [said.base ?? { a: color('#336699'), b: color('#101010'), r: { $type: 'color', $value: '{a}' } }] },
  },
  modifiers: {
    scheme: { contexts: { light: [], dark: [said.dark ?? {}] }, default: standard },
    density: { contexts: { wide: [], tight: [said.tight ?? {}] }, default: 'wide' },
  },
  resolutionOrder: [{ $ref: '#/sets/core' }, { $ref: '#/modifiers/scheme' }, { $ref: '#/modifiers/density' }],
}); // prettier-ignore

test.each<[string, object, object, unknown[][]]>([
  ['a colour', { a: color('#336699') }, { a: color('#993366') }, [['a', '#336699', '#993366', `The colour changed visibly (CIEDE2000 ${apart('#336699', '#993366')})`]]],
  ['a colour, not to be seen', { a: color('#336699') }, { a: color('#336698') }, [['a', '#336699', '#336698', `A difference too small to see (CIEDE2000 ${apart('#336699', '#336698')})`]]],
  ['transparency', { a: color('#336699') }, { a: color('#33669980') }, [['a', '#336699', '#33669980', expect.stringMatching(/^Its transparency changed from 1 to 0\.50/)]]],
  ['a size', { s: px(16) }, { s: px(20) }, [['s', '16px', '20px', 'The size changed by 4px']]],
  ['a size, not to be seen', { s: px(16) }, { s: px(16.25) }, [['s', '16px', '16.25px', 'A difference too small to see (0.25px)']]],
  ['a size in another unit, the same for readers', { s: px(16) }, { s: px(1, 'rem') }, [['s', null, null, 'Written differently, with the same value']]],
  ['a size in another unit', { s: px(16) }, { s: px(1.5, 'rem') }, [['s', '16px', '1.5rem', 'The size changed by 8px']]],
  ['a number', { n: number(1) }, { n: number(2) }, [['n', '1', '2', 'Its value changed']]],
  ['a value that comes to be none', { a: color('#111111'), r: { $type: 'color', $value: '{a}' } }, { r: { $type: 'color', $value: '{a}' } }, [['a', '#111111', null, 'A token was removed: what refers to it breaks'], ]],
  ['an alias to another of the same value', { a: color('#111111'), b: color('#111111'), r: { $type: 'color', $value: '{a}' } }, { a: color('#111111'), b: color('#111111'), r: { $type: 'color', $value: '{b}' } }, [['r', '#111111 (a)', '#111111 (b)', 'Refers to something else, with the same value everywhere']]],
  ['an alias in place of a value', { a: color('#111111'), r: color('#ffffff') }, { a: color('#111111'), r: { $type: 'color', $value: '{a}' } }, [['r', '#ffffff', '#111111 (a)', expect.stringMatching(/^The colour changed visibly/)]]],
  ['a value in place of an alias', { a: color('#111111'), r: { $type: 'color', $value: '{a}' } }, { a: color('#111111'), r: color('#ffffff') }, [['r', '#111111 (a)', '#ffffff', expect.stringMatching(/^The colour changed visibly/)]]],
  ['a description', { n: number(1) }, { n: { ...number(1), $description: 'Ones' } }, [['n', '', 'Ones', 'Only its description changed']]],
  ['deprecation taken back', { n: { ...number(1), $deprecated: 'use m' } }, { n: number(1) }, [['n', 'use m', null, 'No longer deprecated']]],
  ['kept internal', { n: number(1) }, { n: { ...number(1), ...internal } }, [['n', 'released', 'internal', 'No longer included in releases']]],
  ['released again', { n: { ...number(1), ...internal } }, { n: number(1) }, [['n', 'internal', 'released', 'Now included in releases']]],
  ['under one context', contexts({}), contexts({ dark: { a: color('#993366') } }), [['a', '#336699', '#993366', expect.any(String), [{ scheme: 'dark' }]]]],
  ['under two of one axis each', contexts({}), contexts({ dark: { a: color('#993366') }, tight: { a: color('#993366') } }), [['a', '#336699', '#993366', expect.any(String), [{ scheme: 'light', density: 'tight' }, { scheme: 'dark', density: 'wide' }, { scheme: 'dark', density: 'tight' }]]]],
  ['under all', contexts({}), contexts({ base: { a: color('#993366'), b: color('#101010'), r: { $type: 'color', $value: '{a}' } } }), [['a', '#336699', '#993366', expect.any(String)]]],
  ['another default', contexts({}), contexts({}, 'dark'), [['scheme', 'light', 'dark', 'Another context holds where none is named']]],
])('%s', (_what, before, after, rows) => {
  expect(told(before, after)).toEqual(rows);
}); // prettier-ignore

test('how a value is written is no change: the order of members, an alpha of 1, where the type is said', () => {
  const css = { colorSpace: 'srgb', components: [1, 0, 0] };
  const shadow = {
    color: '#000000',
    offsetX: px(0).$value,
    offsetY: px(1).$value,
    blur: px(2).$value,
    spread: px(0).$value,
  };
  const before = {
    g: { $type: 'color', c: { $value: { ...css, alpha: 1 } } },
    s: { $type: 'shadow', $value: { ...shadow, color: { ...css, alpha: 1 } } },
  };
  const after = {
    g: { c: { $type: 'color', $value: { components: [1, 0, 0], colorSpace: 'srgb' } } },
    s: { $type: 'shadow', $value: Object.fromEntries(Object.entries({ ...shadow, color: css }).reverse()) },
  };
  expect(told(before, after)).toEqual([]);
  expect(told(after, before)).toEqual([]);
  // The order of a list is part of the value, and so is an alpha that is not 1.
  expect(
    told(
      { c: { $type: 'color', $value: css } },
      { c: { $type: 'color', $value: { ...css, components: [0, 0, 1] } } },
    ),
  ).toHaveLength(1);
  expect(
    told({ c: { $type: 'color', $value: css } }, { c: { $type: 'color', $value: { ...css, alpha: 0.5 } } }),
  ).toHaveLength(1);
});

test('axes and contexts that come and go are told with what they held', () => {
  const { modifiers, ...rest } = contexts({});
  const { density, ...one } = modifiers;
  const without = { ...rest, modifiers: one, resolutionOrder: rest.resolutionOrder.slice(0, 2) };
  expect(told(contexts({}), without)).toEqual([
    ['density', 'wide, tight', null, 'An axis was removed: products that choose on it break'],
  ]);
  expect(told(without, contexts({}))).toEqual([['density', null, 'wide, tight', 'An axis was added']]);
  const narrower = {
    ...contexts({}),
    modifiers: { ...modifiers, density: { ...density, contexts: { wide: [] } } },
  };
  expect(told(contexts({}), narrower)).toEqual([['density.tight', 'tight', null, 'A context was removed']]);
  expect(told(narrower, contexts({}))).toEqual([['density.tight', null, 'tight', 'A context was added']]);
});

test('pairings are told with the ratios, and the contexts they fall in', () => {
  const pairs = (needs = 4.5, ...more: object[]) => ({
    $extensions: { 'app.seedplan': { pairings: [{ text: 'a', surface: 'b', needs }, ...more] } },
  });
  const base = (a: string, needs = 4.5) => ({ ...pairs(needs), a: color(a), b: color('#ffffff') });
  expect(told(base('#767676'), base('#777777')).filter(([path]) => path === 'a on b')).toEqual([
    ['a on b', '4.54', '4.47', 'It falls below the contrast it needs, 4.5'],
  ]);
  const dark = (a: string) => contexts({ base: base('#111111'), dark: { a: color(a) } });
  expect(told(dark('#222222'), dark('#eeeeee')).filter(([path]) => path === 'a on b')).toEqual([
    ['a on b', expect.stringMatching(/^15\.9/), expect.stringMatching(/^1\.1/), 'It falls below the contrast it needs, 4.5', [{ scheme: 'dark', density: 'wide' }, { scheme: 'dark', density: 'tight' }]],
  ]); // prettier-ignore
  expect(told(base('#767676', 3), base('#767676'))).toEqual([
    ['a on b', 'needs 3', 'needs 4.5', 'Another contrast is needed'],
  ]);
  const none = { a: color('#111111'), b: color('#ffffff') };
  expect(told(none, { ...none, ...pairs() })).toEqual([
    ['a on b', null, 'needs 4.5', 'A pairing was declared'],
  ]);
});

test('a rename that is told by what stays is told once, with the value it keeps', () => {
  const rows = (before: object, after: object) =>
    told(before, after).map(([path, was, is]) => [path, was, is]);
  expect(rows({ a: color('#111111'), x: px(3) }, { a: color('#111111'), y: px(3) })).toEqual([
    ['y', 'x', 'y'],
  ]);
  // Of two that would fit neither is taken.
  expect(
    rows({ x: px(3) }, { y: px(3), z: px(3) })
      .map(([path]) => path)
      .sort(),
  ).toEqual(['x', 'y', 'z']);
  // The same authored value of another type is another token.
  expect(
    rows({ x: number(3) }, { y: { $type: 'fontWeight', $value: 3 } })
      .map(([path]) => path)
      .sort(),
  ).toEqual(['x', 'y']);
});

test('a change is told from the other side as its opposite', () => {
  const value = fc.constantFrom<object>(color('#336699'), color('#336698'), color('#ffffff'), px(16), px(16.2), number(1), { $type: 'color', $value: '{base}' });
  const tree = fc
    .dictionary(fc.constantFrom('a', 'b', 'c', 'd'), value, { maxKeys: 4, noNullPrototype: true })
    .map((tokens) => ({ base: color('#123456'), ...tokens }));
  fc.assert(
    fc.property(tree, tree, (one, other) => {
      const [there, back] = [diffTokens(side(one), side(other), undefined), diffTokens(side(other), side(one), undefined)];
      const values = (rows: typeof there) => rows.filter(({ kind }) => kind === 'value' || kind === 'alias');
      expect(values(back).map(({ path, before, after }) => [path, after, before]).sort()).toEqual(
        values(there).map(({ path, before, after }) => [path, before, after]).sort(),
      );
      const paths = (rows: typeof there, kind: string) => rows.filter((row) => row.kind === kind).map(({ path }) => path).sort();
      expect(paths(back, 'removed')).toEqual(paths(there, 'added'));
      expect(diffTokens(side(one), side(one), undefined)).toEqual([]);
    }),
  );
}); // prettier-ignore

describe('of a library', () => {
  const released = demo();
  const stateOf = (document: Document): LibraryState => {
    const effective = effectiveLibrary([{ name: '', version: '', items: document.items }]);
    return { items: effective.authored, resolution: new Resolution(effective.system) };
  };
  const before = stateOf(released);
  const tree = libraryTree(released.items);
  const token = (path: string) => released.items.get(tree.ids.get(path)!) as TokenItem;
  const entries = (after: Document) => ledgerOf(before, stateOf(after));
  const saying = (path: string, text: string): Document => {
    const item = token(path);
    const [layer, declaration] = Object.entries(item.declarations)[0]!;
    return apply(released, [setField(item, `declarations/${layer}`, { ...declaration, text })]);
  };

  test('a token’s own entry holds what changed of it, and those that refer to it are not told again', () => {
    const list = entries(saying('space.4', '{"$type":"dimension","$value":{"value":20,"unit":"px"}}'));
    expect(list.map(({ title, impact }) => [title, impact])).toEqual([['space.4', 'minor']]);
    expect(list[0]!.changes).toMatchObject([{ kind: 'value', before: '16px', after: '20px', why: 'The size changed by 4px' }]);
  });

  test('a renamed token is an entry under its new name; one that only moved says so', () => {
    const [renamed] = entries(apply(released, [setField(token('space.4'), 'name', 'four')]));
    expect(renamed).toMatchObject({ item: token('space.4').id, title: 'space.four', impact: 'major' });
    expect(renamed!.changes).toContainEqual(expect.objectContaining({ kind: 'renamed', before: 'space.4', after: 'space.four' }));
    const [moved] = entries(apply(released, [{ kind: 'move', version: 1, item: token('space.4').id, path: '', before: token('space.4').order, after: 'zz' }]));
    expect(moved).toMatchObject({ title: 'space.4', impact: 'patch', changes: [{ kind: 'arranged', before: null, after: null, why: 'Only its place or wording changed' }] });
  });

  test('a removed token is told by the path it had; a new one by its path and value', () => {
    const lonely: TokenItem = { ...token('space.4'), id: 'token_lonely', name: 'lonely', redirects: [] };
    const added = apply(released, [addItem(lonely)]);
    expect(entries(added)).toMatchObject([{ item: lonely.id, title: 'space.lonely', impact: 'minor', changes: [{ kind: 'added', path: 'space.lonely' }] }]);
    expect(ledgerOf(stateOf(added), before)).toMatchObject([{ item: lonely.id, title: 'space.lonely', impact: 'major', changes: [{ kind: 'removed', path: 'space.lonely' }] }]);
  });

  test('a pairing is told under its own item, whether it is there, was or changed', () => {
    const pairing = itemsOf(released.items, 'pairing')[0]!;
    const name = `${pairing.text.path} on ${pairing.surface.path}`;
    const stricter = entries(apply(released, [setField(pairing, 'needs', 7)]));
    expect(stricter.map(({ item, title }) => [item, title])).toEqual([[pairing.id, name]]);
    expect(stricter[0]!.changes[0]).toMatchObject({ kind: 'pairing', after: 'needs 7' });
    // Another of the same two, beside it, is an item of its own.
    const twin: PairingItem = { ...pairing, id: 'pairing_twin', text: { id: token('space.4').id, path: 'space.4' } };
    expect(entries(apply(released, [addItem(twin)])).map(({ item }) => item)).toEqual([twin.id]);
    const gone = entries(apply(released, [removeItem(pairing)]));
    expect(gone.map(({ item, impact }) => [item, impact])).toEqual([[pairing.id, 'patch']]);
  });

  test('a guard that a change breaks is told of its component, as a breaking change', () => {
    const guarded = itemsOf(released.items, 'component').find(({ guards }) => Object.keys(guards).length > 0)!;
    const [guard] = Object.values(guarded.guards);
    const [id, rule] = Object.entries(guarded.entries).find(
      ([, entry]) => entry.kind === 'rule' && entry.declarations.some(([property]) => property === guard!.property) && entry.part === guard!.part,
    ) ?? [undefined, undefined]; // prettier-ignore
    // Where no rule sets it, one that does is added.
    const entry = rule?.kind === 'rule'
      ? { ...rule, declarations: rule.declarations.map(([property, value]) => [property, property === guard!.property ? { raw: 'none' } : value]) }
      : { order: 'zz', kind: 'rule', when: [], part: guard!.part, declarations: [[guard!.property, { raw: 'none' }]], comment: '' };
    const list = entries(apply(released, [setField(guarded as Item, `entries/${id ?? 'entry_breaking'}`, entry)]));
    const own = list.find(({ item }) => item === guarded.id)!;
    expect(own.impact).toBe('major');
    expect(own.changes.filter(({ kind }) => kind === 'guard').length).toBeGreaterThan(0);
  });

  test('a component kept out of releases does not count, before and after', () => {
    const badge = itemsOf(released.items, 'component').find(({ name }) => name === 'badge')!;
    const kept = apply(released, [setField(badge as Item, 'visibility', 'internal')]);
    expect(ledgerOf(stateOf(kept), stateOf(apply(kept, [setField(kept.items.get(badge.id)!, 'description', 'Other')])))).toEqual([]);
    expect(ledgerOf(stateOf(kept), before).find(({ item }) => item === badge.id)).toMatchObject({ impact: 'minor' });
    expect(entries(kept).find(({ item }) => item === badge.id)!.changes).toEqual([
      { path: 'badge', kind: 'visibility', impact: 'major', before: 'released', after: 'internal', why: 'No longer included in releases' },
    ]);
  });

  test('the gravest stands first, and among equals the alphabet decides', () => {
    const changed = apply(saying('space.4', '{"$type":"dimension","$value":{"value":20,"unit":"px"}}'), [
      setField(token('space.2'), 'name', 'two'),
      setField(token('space.3'), 'name', 'three'),
    ]);
    const list = entries(changed);
    const order = ['major', 'minor', 'patch'];
    const ranks = list.map(({ impact }) => order.indexOf(impact));
    expect(ranks).toEqual([...ranks].sort());
    const major = list.filter(({ impact }) => impact === 'major').map(({ title }) => title);
    expect(major).toEqual([...major].sort());
    expect(major.length).toBeGreaterThan(1);
  });
}); // prettier-ignore
