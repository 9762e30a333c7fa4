import { applyChangeSet } from '../kinds/registry';
import { documentOf } from '../document/change-set';
import { importEdits } from '../intake/import';
import type { Document, Items } from '../document/item';
import { openTokens } from '../tokens/open';
import { cssText } from '../tokens/css-text';
import { Resolution } from '../tokens/resolve';
import { effectiveLibrary, type Generation } from './effective';

let n = 0;
function library(json: object, ancestors: Generation[] = []): Document {
  const own = documentOf('d', 'library', []);
  const inherited: Items = ancestors.length > 0 ? effectiveLibrary(ancestors).items : own.items;
  const opened = openTokens('t.json', JSON.stringify(json), () => undefined);
  const result = applyChangeSet(own, {
    edits: importEdits(inherited, opened, 't.json', (prefix) => `${prefix}_${++n}`, own.items).edits,
  });
  if ('clashes' in result) throw new Error(JSON.stringify(result.clashes));
  return result.document;
}
const number = (value: number | string) => ({ $type: 'number', $value: value });
const parent = library({
  version: '2025.10',
  sets: { base: { sources: [{ a: number(1), b: number('{a}'), c: number(5) }] } },
  modifiers: { scheme: { contexts: { light: [], dark: [{ a: number(2) }] }, default: 'light' } },
  resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/scheme' }],
});
const keel = { name: 'Keel', version: '1.0.0', items: parent.items };
const child = library({ a: number(10), own: number('{b}') }, [keel]);
const effective = effectiveLibrary([keel, { name: 'Hull', version: 'draft', items: child.items }]);
const resolution = new Resolution(effective.system);
const css = (path: string, scheme: string) => cssText(resolution.value(path, { scheme })!);

test('a child inherits, overrides and adds; its default does not beat its parent’s dark value', () => {
  expect([css('a', 'light'), css('b', 'light'), css('c', 'light'), css('own', 'light')]).toEqual([
    '10',
    '10',
    '5',
    '10',
  ]);
  expect([css('a', 'dark'), css('own', 'dark')]).toEqual(['2', '2']);
  expect(resolution.findings()).toEqual([]);
});

test('what is overridden keeps its identity and its origin; the ancestor is untouched', () => {
  const id = [...parent.items.values()].find((item) => item.kind === 'token' && item.name === 'a')!.id;
  expect(child.items.has(id)).toBe(true);
  expect(effective.originOf(id)).toBe('Keel');
  const own = [...child.items.values()].find((item) => item.kind === 'token' && item.name === 'own')!.id;
  expect(effective.originOf(own)).toBe('Hull');
  expect(Object.keys((parent.items.get(id) as { declarations: object }).declarations)).toHaveLength(2);
});
