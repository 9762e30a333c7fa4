import { isObject, type JsonObject } from '../base/json/json';
import { byOrder, itemsOf, type Items } from '../document/item';
import type { OpenedTokens } from './open';
import { pathOf } from './token-tree';

export interface Pairing {
  text: string;
  surface: string;
  /** The contrast ratio needed, 1..21. */
  needs: number;
}

/** A library's pairings with their tokens' present paths. */
export function pairingsIn(items: Items): Pairing[] {
  return itemsOf(items, 'pairing')
    .sort(byOrder)
    .map((pairing) => ({
      text: pathOf(pairing.text, items),
      surface: pathOf(pairing.surface, items),
      needs: pairing.needs,
    }));
}

/** `pairings` of a root's `$extensions["app.seedplan"]`, those that are well formed. */
export function declaredPairings(root: JsonObject | undefined): Pairing[] {
  const extensions = root?.get('$extensions');
  const own = isObject(extensions) ? extensions.get('app.seedplan') : undefined;
  const list = isObject(own) ? own.get('pairings') : undefined;
  if (!Array.isArray(list)) return [];
  return list.flatMap((entry) => {
    if (!isObject(entry)) return [];
    const [text, surface, needs] = [entry.get('text'), entry.get('surface'), entry.get('needs') ?? 4.5];
    return typeof text === 'string' && typeof surface === 'string' && typeof needs === 'number'
      ? [{ text, surface, needs }]
      : [];
  });
}

/** The pairings that opened files declare: a resolver's are its own and those of its sources together. */
export function pairingsOfFiles(opened: OpenedTokens): Pairing[] {
  const found = new Map<string, Pairing>();
  for (const root of new Set([opened.root, ...opened.system.sources.map((source) => source.root)])) {
    for (const pairing of declaredPairings(root))
      found.set(`${pairing.text}\n${pairing.surface}\n${pairing.needs}`, pairing);
  }
  return [...found.values()];
}
