import { itemsOf } from '@/core/document/item';
import { familyKey } from '@/core/base/fonts/font';
import { isObject, type Json, type JsonObject } from '@/core/base/json/json';
import { cssLine } from '@/core/tokens/css-text';
import type { DraftTransaction } from '@/editing/session/draft-transaction';

/** Puts another family in the place of one wherever a token or a rule of the library names it. */
export function putFamily(work: DraftTransaction, from: string, to: string): void {
  const { resolution } = work.library;
  const isIt = (name: Json) => typeof name === 'string' && familyKey(name) === familyKey(from);
  /** The list with the other name in its place; undefined where it does not name the font. */
  const families = (value: Json): Json | undefined => {
    const names = Array.isArray(value) ? value : [value];
    if (!names.some(isIt)) return undefined;
    return Array.isArray(value) ? distinct(value.map((name) => (isIt(name) ? to : name))) : to;
  };
  const typed = new Map(resolution.paths.map((path) => [path, resolution.variants(path)[0]?.resolved.type]));
  for (const item of itemsOf(work.own, 'token')) {
    const type = typed.get(work.tree.paths.get(item.id)!);
    if (type === 'fontFamily') work.rewrite(item, families);
    if (type === 'typography')
      work.rewrite(item, (value) => {
        const next = isObject(value) ? families(value.get('fontFamily') ?? null) : undefined;
        return next === undefined ? undefined : new Map([...(value as JsonObject), ['fontFamily', next]]);
      });
  }
  for (const component of itemsOf(work.own, 'component'))
    for (const [id, entry] of Object.entries(component.entries)) {
      if (entry.kind !== 'rule') continue;
      const declarations = entry.declarations.map(([property, value]): (typeof entry.declarations)[number] =>
        property === 'font-family' && 'raw' in value
          ? [property, { raw: inList(value.raw, from, to) }]
          : [property, value],
      );
      work.set(component.id, `entries/${id}`, { ...entry, declarations });
    }
}

const distinct = (names: Json[]) => names.filter((name, i) => names.indexOf(name) === i);

/** A list of families in CSS, with one name in the place of another. */
function inList(text: string, from: string, to: string): string {
  const names = text.split(',').map((part) => part.trim());
  const changed = names.map((part) =>
    familyKey(part.replace(/^(["'])(.*)\1$/, '$2')) === familyKey(from)
      ? cssLine({ type: 'fontFamily', value: to })
      : part,
  );
  return changed.every((name, i) => name === names[i]) ? text : changed.join(', ');
}
