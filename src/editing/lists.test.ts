import { readByName } from '@/core/tokens/read-by-name';
import { differenceCiede2000, parse } from 'culori';
import fc from 'fast-check';
import { hex as wcagHex } from 'wcag-contrast';
import { hexOf } from '@/core/base/color/color';
import { rgbOfToken } from '@/core/tokens/pairing-ratios';
import { itemsOf } from '@/core/document/item';
import { cssLine } from '@/core/tokens/css-text';
import { tierOf } from '@/core/tokens/tier';
import {
  knownPairings,
  pairingGrid,
  pairingsCsv,
  pairingSolutions,
} from './foundations/queries/pairing-grid';
import { recognise } from './tokens/queries/recognise';
import { pick, search } from './session/queries/search';
import type { TokenFilter, TokenOrder } from './tokens/select';
import { dark, demo, done, lens, newId, opened } from '@/testing/library';
import { tiers, ROW } from './tokens/queries/tiers';
import { tokenCsv, tokenList } from './tokens/queries/token-list';
import { usage, uses } from './usage/queries/usage';
import { pair } from '@/editing/foundations/commands/pair';
import { unpair } from '@/editing/foundations/commands/unpair';
import { setUnder } from '@/editing/tokens/commands/set-under';

const library = opened(demo());
const { resolution } = library;
const paths = library.tree.nodes.filter(({ item }) => item.kind === 'token').map(({ path }) => path);
const css = (path: string, through = lens) => {
  const value = resolution.value(path, through);
  return value ? cssLine(value) : '';
};
const list = (filter: TokenFilter, order: TokenOrder = 'library', down = false, through = lens) =>
  tokenList(library, { lens: through, filter, order, down, from: 0, count: 10_000 }).rows;
const listed = (filter: TokenFilter, through = lens) =>
  list(filter, 'library', false, through).map(({ path }) => path);

describe('filters let through what their definition says, in the order of the library', () => {
  test('by word, type and tier', () => {
    const words = fc.constantFrom('color', 'text', 'surface', '600', 'button', 'quiet', 'space', '16px', 'dimension', 'nothing');
    const type = fc.constantFrom('', 'color', 'dimension', 'typography');
    const tier = fc.constantFrom('', 'primitive', 'semantic', 'component');
    fc.assert(
      fc.property(fc.array(words, { maxLength: 2 }), type, tier, fc.constantFrom(lens, dark), (find, ofType, ofTier, through) => {
        const plain = paths.filter((path) => {
          const value = resolution.value(path, through);
          return (
            find.every((word) => path.includes(word) || value?.type === word || css(path, through).includes(word)) &&
            (ofType === '' || value?.type === ofType) &&
            (ofTier === '' || tierOf(resolution, path) === ofTier)
          );
        });
        const single = find.every((word) => !/px/.test(word)) || ofType === 'dimension';
        const found = listed({ find: find.join(' '), type: ofType, tier: ofTier }, through);
        if (single) expect(found).toEqual(plain);
        else expect(plain.filter((path) => !found.includes(path))).toEqual([]);
      }),
      { numRuns: 60 },
    );
  }); // prettier-ignore

  // culori's CIEDE2000 over every token, one by one.
  test('near a colour', () => {
    const difference = differenceCiede2000();
    let some = 0;
    for (const [color, limit] of [['#0a5d6a', 3], ['#0a5d6a', 12], ['#ffffff', 5], ['rgb(70 80 85)', 8]] as const) {
      const plain = paths.filter((path) => {
        const value = resolution.value(path, lens);
        return value?.type === 'color' && difference(parse(css(path))!, parse(color)!) <= limit;
      });
      expect([color, limit, listed({ find: `near:${color}/${limit}` })]).toEqual([color, limit, plain]);
      some += plain.length;
    }
    expect(some).toBeGreaterThan(5);
  }); // prettier-ignore

  test('by what is to be said of them', () => {
    const found = (code: string) => new Set(library.findings().filter((one) => one.code === code).map(({ path }) => path));
    expect(new Set(listed({ only: 'findings' }))).toEqual(
      new Set(library.findings().flatMap(({ path }) => (path !== undefined && paths.includes(path) ? [path] : []))),
    );
    for (const { code } of library.findings()) expect(new Set(listed({ only: code }))).toEqual(found(code));
    // What varies is among what is said to, which also holds what could vary by its references.
    const said = new Set(listed({ only: 'varies' }));
    const varies = (path: string) => new Set(resolution.contexts.map((_, i) => css(path, i as never))).size > 1;
    expect(paths.filter((path) => varies(path) && !said.has(path))).toEqual([]);
    expect(said.size).toBeLessThan(paths.length / 2);
    expect(listed({ only: 'unused' })).toEqual(
      // Text styles of a role and the like are in use by their names.
      paths.filter((path) => library.reach().direct(library.tree.ids.get(path)!).length === 0 && !readByName(resolution).has(path)),
    );
    expect(listed({ only: 'changed' })).toEqual([]);
    const changed = done(library, setUnder(library, { path: 'space.4', when: {}, text: '18px' }, newId));
    const after = tokenList(changed, { lens, filter: { only: 'changed' }, order: 'library', down: false, from: 0, count: 99 });
    expect(after.rows.map(({ path }) => path)).toContain('space.4');
    expect(listed({ origin: 'Keel' })).toEqual(paths);
    expect(listed({ origin: 'Elsewhere' })).toEqual([]);
  }); // prettier-ignore
});

test('orders: each a permutation in which no row stands before a smaller one; down is its reverse', () => {
  const keys: Record<Exclude<TokenOrder, 'library'>, (row: ReturnType<typeof list>[number]) => string | number> =
    { path: (row) => row.path, type: (row) => `${row.type} ${row.path}`, uses: (row) => row.uses, value: (row) => (typeof row.css === 'string' ? row.css : (row.css?.['font-size'] ?? '')) }; // prettier-ignore
  const compare = new Intl.Collator('en', { numeric: true }).compare;
  for (const [order, key] of Object.entries(keys)) {
    const rows = list({}, order as TokenOrder);
    expect(rows.map(({ path }) => path).sort()).toEqual([...paths].sort());
    rows.slice(1).forEach((row, i) => {
      const [a, b] = [key(rows[i]!), key(row)];
      expect(typeof a === 'number' ? a <= Number(b) : compare(a, String(b)) <= 0).toBe(true);
    });
    expect(list({}, order as TokenOrder, true).map(({ path }) => path)).toEqual(
      rows.map(({ path }) => path).reverse(),
    );
  }
  // A window is a piece of the whole.
  const window = tokenList(library, { lens, filter: {}, order: 'path', down: false, from: 7, count: 5 });
  expect(window.rows).toEqual(list({}, 'path').slice(7, 12));
  expect(window.total).toBe(paths.length);
  // RFC 4180: as many records as rows, quotes doubled.
  const csv = tokenCsv(library, { lens, filter: { type: 'fontFamily' }, order: 'library', down: false });
  expect(csv.trim().split(/\r?\n/)).toHaveLength(1 + list({ type: 'fontFamily' }).length);
  expect(csv).toContain('"""Archivo Variable"", Archivo, sans-serif"');
});

test('tiers: any window holds just the rows of the whole that stand in it', () => {
  const whole = tiers(library, { lens, filter: {}, folded: [], from: 0, to: 1e9, selected: null });
  expect(whole.columns.flatMap(({ rows }) => rows.flatMap((row) => (row.kind === 'token' ? [row.strip.path] : []))).sort()).toEqual([...paths].sort()); // prettier-ignore
  fc.assert(
    fc.property(fc.nat(3000), fc.nat(900), fc.subarray(['primitive color.grey', 'semantic color.text']), (from, size, folded) => {
      const open = tiers(library, { lens, filter: {}, folded, from: 0, to: 1e9, selected: null });
      const window = tiers(library, { lens, filter: {}, folded, from, to: from + size, selected: null });
      window.columns.forEach(({ rows, height }, i) => {
        const height_ = (kind: 'group' | 'token') => ROW[kind];
        const plain = open.columns[i]!.rows.filter(({ y, kind }) => y + height_(kind) >= from && y <= from + size);
        expect(rows).toEqual(plain);
        expect(height).toBe(open.columns[i]!.height);
      });
      // Rows follow each other without a gap or an overlap within a group.
      for (const { rows } of open.columns)
        rows.slice(1).forEach((row, k) => {
          const before = rows[k]!;
          const between = row.y - before.y - height(before.kind);
          expect(row.kind === 'group' ? between >= 0 && between <= ROW.gap * 4 : between).toBe(row.kind === 'group' ? true : 0);
        });
    }),
    { numRuns: 25 },
  );
}); // prettier-ignore
const height = (kind: 'group' | 'token') => ROW[kind];

test('tiers: what is lit is what one reaches by references up or down, and every line joins two of them', () => {
  for (const selected of ['color.text.quiet', 'color.grey.600', 'button.surface']) {
    const view = tiers(library, { lens, filter: {}, folded: [], from: 0, to: 1e9, selected });
    const lit = new Set(view.columns.flatMap(({ rows }) => rows.flatMap((row) => (row.kind === 'token' && !row.dim ? [row.strip.path] : [])))); // prettier-ignore
    // Under no context does anything on the chain of a lit token stand unlit below the selected one.
    for (let i = 0; i < resolution.contexts.length; i++) {
      for (const path of resolution.chain(selected, i)) expect(lit).toContain(path);
      for (const path of paths) if (resolution.chain(path, i).includes(selected)) expect(lit).toContain(path);
    }
    for (const { key } of view.lines) for (const path of key.split(' ')) expect(lit).toContain(path);
    const at = listed({}).length;
    expect(at).toBe(view.all);
  }
});

describe('pairings', () => {
  const grid = pairingGrid(library, { all: false, lens: null });

  // wcag-contrast works each pair out by itself, in every context.
  test('every cell is the lowest ratio over all contexts, and the worst come first', () => {
    const hex = (path: string, context: number) => {
      const rgb = rgbOfToken(resolution, path, context);
      return rgb && rgb.alpha === 1 ? hexOf(rgb) : undefined;
    };
    let compared = 0;
    grid.texts.forEach((text, t) =>
      grid.surfaces.forEach((surface, s) => {
        const ratios = resolution.contexts.flatMap((_, i) => {
          const [a, b] = [hex(text, i), hex(surface, i)];
          return a && b ? [wcagHex(a, b)] : [];
        });
        if (ratios.length < resolution.contexts.length) return;
        compared++;
        // A hex text rounds each channel to 1/255; what is shown is rounded down to two decimals.
        expect(Math.abs(Number(grid.cells[t]![s]!.ratio) - Math.min(...ratios))).toBeLessThan(0.05);
      }),
    );
    expect(compared).toBeGreaterThan(10);
    const shares = grid.worst.map(({ ratio, needs }) => Number(ratio) / needs!);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(grid.counts.failing).toBe(grid.worst.filter(({ passes }) => !passes).length);
    expect(pairingsCsv(library).trim().split(/\r?\n/)).toHaveLength(1 + grid.worst.length);
  });

  test('declared ones are all there; inferred ones name components whose rules bind both', () => {
    const known = knownPairings(library);
    for (const { text, surface, needs } of library.pairings())
      expect(known.get(`${text}\n${surface}`)).toMatchObject({ needs, declared: true });
    const bound = (name: string) =>
      JSON.stringify(
        itemsOf(library.items, 'component').find((component) => component.name === name)!.entries,
      );
    let inferred = 0;
    for (const [key, { inferred: names }] of known)
      for (const name of names) {
        inferred++;
        for (const path of key.split('\n')) expect(bound(name)).toContain(`"path":"${path}"`);
      }
    expect(inferred).toBeGreaterThan(5);
    expect(grid.counts.declared).toBe(library.pairings().length);
  });

  test('are made, changed and taken apart; solutions pass where they are said to', () => {
    const [text, surface] = ['color.text.link', 'color.surface.sunken'];
    const made = done(library, pair(library, { pairs: [{ text, surface }], needs: 7 }, newId));
    const cell = (of: typeof library) =>
      pairingGrid(of, { all: false, lens: null }).worst.find((one) => one.text === text && one.surface === surface && one.declared);
    expect(cell(made)?.needs).toBe(7);
    const eased = done(made, pair(made, { pairs: [{ text, surface }], needs: 3 }, newId));
    expect(cell(eased)?.needs).toBe(3);
    expect(cell(done(eased, unpair(eased, { text, surface }, newId)))).toBeUndefined();
    for (const refusal of [pair(library, { pairs: [{ text, surface }], needs: 22 }, newId), pair(library, { pairs: [{ text: 'none', surface }], needs: 3 }, newId), unpair(library, { text, surface: 'none' }, newId)])
      expect(refusal).toHaveProperty('problem');
    const failing = pairingGrid(made, { all: false, lens: null }).worst.find(({ passes }) => !passes);
    if (failing) {
      const solved = pairingSolutions(made, { text: failing.text, surface: failing.surface, context: failing.context });
      expect([solved.text.raw, solved.text.step, solved.surface.raw, solved.surface.step].some(Boolean)).toBe(true);
    }
  }); // prettier-ignore
});

test('what rules of components make is solved as what is declared is, in every context at once', () => {
  // Nothing is declared any more: what is known is what rules make.
  const bare = [...library.own.items].filter(([, { kind }]) => kind !== 'pairing');
  let broken = opened({ ...library.own, items: new Map(bare) });
  const text = 'color.text.default';
  // Much too light and, in the dark, much too dark.
  for (const [when, value] of [[{}, '#d9d9d9'], [{ scheme: 'dark' }, '#2b2b2b']] as const)
    broken = done(broken, setUnder(broken, { path: text, when, text: value }, newId));
  const failing = (of: typeof library) =>
    pairingGrid(of, { all: false, lens: null }).worst.filter((one) => one.text === text && one.passes === false);
  const inferred = failing(broken).find((one) => !one.declared)!;
  const solved = pairingSolutions(broken, inferred).text;
  for (const one of [solved.raw, solved.step].filter((one) => one !== undefined)) {
    expect(one.difference).toBeGreaterThan(1);
    const value = ({ token, css }: { token: string | undefined; css: string }) => (token ? `{${token}}` : css);
    const command = setUnder(broken, { path: text, when: solved.when, text: value(one), also: one.also.map((each) => ({ when: each.when, text: value(each) })) }, newId);
    expect(solved.why ?? failing(done(broken, command))).toEqual([]);
  }
  expect(solved.raw ?? solved.step).toBeDefined();
}); // prettier-ignore

test('usage counts what the lists of uses hold, for every token and component', () => {
  for (const row of usage(library).rows) {
    const view = uses(library, { id: row.id })!;
    expect([row.title, row.direct]).toEqual([row.title, library.reach().direct(row.id).length]);
    expect(view.indirect.every(({ steps }) => steps > 1)).toBe(true);
    expect(view.title).toBe(row.title);
    if (row.direct + row.indirect === 0) expect([row.title, row.by]).toEqual([row.title, { tokens: 0, components: 0, guides: 0, screens: 0, products: 0 }]); // prettier-ignore
  }
  expect(uses(library, { id: 'token_none' })).toBeNull();
});

test('search: every word is in the title or is the kind, exact names first; picking is by type, words or closeness', () => {
  fc.assert(
    fc.property(fc.array(fc.constantFrom('color', 'text', 'button', 'token', 'component', 'quiet', 'zzz'), { minLength: 1, maxLength: 2 }), (words) => {
      const found = search(library, { text: words.join(' '), limit: 1000 });
      for (const { title, kind } of found)
        expect(words.every((word) => title.toLowerCase().includes(word) || kind === word)).toBe(true);
      const plain = paths.filter((path) => words.every((word) => path.includes(word) || word === 'token'));
      expect(found.filter(({ kind }) => kind === 'token').map(({ title }) => title).sort()).toEqual(plain.sort());
    }),
    { numRuns: 25 },
  );
  expect(search(library, { text: 'button', limit: 1 })[0]).toMatchObject({ title: 'button', kind: 'component' });
  const near = pick(library, { text: '#0a5d6a', type: 'color', lens, not: '' });
  expect(near.map(({ difference }) => difference)).toEqual([...near.map(({ difference }) => difference!)].sort((a, b) => a - b));
  expect(pick(library, { text: '{space', type: 'dimension', lens, not: 'space.4' }).map(({ path }) => path)).not.toContain('space.4');
  for (const { path } of pick(library, { text: 'text', type: 'typography', lens, not: '' }))
    expect(resolution.value(path, lens)!.type).toBe('typography');
}); // prettier-ignore

test('values of an inventory are recognised: as they are, nearly, or not at all', () => {
  const primitive = 'color.estuary.600';
  const known = css(primitive);
  const found = recognise(library, {
    values: [
      { kind: 'color', value: known },
      { kind: 'color', value: '#fe01cd' },
      { kind: 'space', value: '16px' },
      { kind: 'space', value: '16.5px' },
      { kind: 'space', value: '333px' },
      { kind: 'duration', value: '987ms' },
    ],
  });
  expect(found[0]?.exact).toBe(true);
  expect(found[0]!.difference).toBeLessThan(0.01);
  expect(css(found[0]!.path)).toBe(known);
  expect(found[1]).toBeNull();
  expect(found[2]).toMatchObject({ path: 'space.4', exact: true });
  expect(found[3]).toMatchObject({ path: 'space.4', exact: false, difference: 0.5 });
  expect([found[4], found[5]]).toEqual([null, null]);
});
