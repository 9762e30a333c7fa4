import fc from 'fast-check';
import { effectiveLibrary } from '@/core/library/effective';
import type { Item, Items } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { Resolution } from '@/core/tokens/resolve';
import { DerivedCache } from './derived-cache';

/** Twelve tokens in two groups: literals, and references by id, by name alone, to parts and to what is not there. */
const COUNT = 12;
const NAMES = ['a', 'b', 'c', 'd', 'e', 'f', 'late', 'gone'];
const groupOf = (i: number) => (i % 3 === 0 ? 'tern' : 'gull');
const pathOf = (i: number) => `${groupOf(i)}.${NAMES[Math.floor(i / 3)] ?? 'z'}${i}`;
const value = fc.oneof(
  fc.constantFrom('"#336699"', '{"value":4,"unit":"px"}', '3'),
  fc.nat(COUNT - 1).map((to) => `"{${pathOf(to)}}"`),
  fc.constantFrom('"{gull.late}"', '"{tern.gone}"', '{"$ref":"#/gull/late"}'),
  fc.nat(COUNT - 1).map((to) => `{"$ref":"#/${pathOf(to).replace('.', '/')}/$value/components/0"}`),
);
const token = fc.record({ value, isKnown: fc.boolean(), type: fc.constantFrom('', '"$type":"color",', '"$type":"number",') }); // prettier-ignore
const group = (id: string, name: string): Item =>
  ({ id, kind: 'group', name, parent: null, order: 'a0', declarations: {}, redirects: [] }) as Item;

function itemsOf(tokens: readonly { value: string; isKnown: boolean; type: string }[]): Map<string, Item> {
  const ids = new Map(tokens.map((_, i) => [pathOf(i), `t${i}`]));
  const items = new Map<string, Item>([
    ['layer', { id: 'layer', kind: 'layer', name: 'base', when: [], file: null, order: 'a0' }],
    ['gull', group('gull', 'gull')],
    ['tern', group('tern', 'tern')],
  ]);
  tokens.forEach(({ value: text, isKnown, type }, i) => {
    const named = text.match(/[a-z]+[./][a-z]+\d+/)?.[0].replace('/', '.');
    const id = ids.get(named ?? '');
    const declaration = {
      text: `{${type}"$value":${text}}`,
      refs: isKnown && named && id ? [[named, id] as [string, string]] : [],
    };
    const path = pathOf(i);
    items.set(`t${i}`, {
      id: `t${i}`,
      kind: 'token',
      name: path.slice(path.indexOf('.') + 1),
      parent: groupOf(i),
      order: `a${String(i).padStart(2, '0')}`,
      declarations: { layer: declaration },
      redirects: [],
    } as TokenItem);
  });
  return items;
}

const said = (resolution: Resolution) => ({
  paths: resolution.paths,
  tokens: resolution.paths.map((path) => {
    const { from, ...resolved } = resolution.token(path, 0)!;
    return {
      ...resolved,
      written: from.declaration.object,
      leadsTo: from.declaration.references,
      users: resolution.referrers(path).sort(),
      needs: resolution.index.dependencies(resolution.index.numbers.get(path)!),
    };
  }),
  findings: resolution.findings(),
});

test('what tokens say after others were renamed is what they say read anew', () => {
  const renaming = fc.uniqueArray(fc.tuple(fc.nat(COUNT - 1), fc.constantFrom(...NAMES)), {
    minLength: 1,
    maxLength: 3,
    selector: ([at]) => at,
  });
  let shared = 0;
  fc.assert(
    fc.property(
      fc.array(token, { minLength: COUNT, maxLength: COUNT }),
      fc.array(renaming, { minLength: 1, maxLength: 3 }),
      (tokens, renamings) => {
        const open = (items: Items, before?: DerivedCache) => {
          const library = effectiveLibrary([{ name: 'Gull', version: 'draft', items }]);
          return { library, derived: new DerivedCache(library, NOBODY, before) };
        };
        let items: Map<string, Item> = itemsOf(tokens);
        let { derived } = open(items);
        for (const names of renamings) {
          items = new Map(items);
          for (const [at, name] of names) {
            const { parent } = items.get(`t${at}`) as TokenItem;
            const isTaken = [...items.values()].some((one) => one.kind === 'token' && one.parent === parent && one.name === name); // prettier-ignore
            if (!isTaken) items.set(`t${at}`, { ...(items.get(`t${at}`) as TokenItem), name });
          }
          const next = open(items, derived);
          // Opened from a copy, so that nothing is known of it.
          expect(said(next.derived.resolution)).toEqual(said(open(new Map(items)).derived.resolution));
          if (next.derived.resolution.system === derived.resolution.system) shared++;
          derived = next.derived;
        }
      },
    ),
    { numRuns: 200 },
  );
  expect(shared).toBeGreaterThan(100);
});
const NOBODY = [{ items: new Map() }] as never;
