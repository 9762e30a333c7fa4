import { isObject, type Json, type JsonObject } from '../base/json/json';
import { joinPath } from './system';
import { isToken } from './read';
import type { Resolution } from './resolve';
import { TOKEN_TYPES } from './types/registry';

/** A token's own object with a value written in an older form rewritten; the same object where there is none. */
export function normalToken(object: JsonObject, type: string | undefined): JsonObject {
  const value = object.get('$value');
  const modern =
    value === undefined || type === undefined ? undefined : TOKEN_TYPES.get(type)?.normalise?.(value);
  return modern === undefined ? object : new Map([...object, ['$value', modern]]);
}

export function typeOf(resolution: Resolution, path: string): string | undefined {
  return resolution.variants(path).find((variant) => !variant.resolved.failed)?.resolved.type;
}

/** A whole token document with older value forms rewritten; what holds none is shared. Iterative. */
export function modernDocument(root: Json, resolution: Resolution): Json {
  if (!isObject(root)) return root;
  const copy: JsonObject = new Map();
  const stack: { from: JsonObject; to: JsonObject; path: string }[] = [{ from: root, to: copy, path: '' }];
  for (let node = stack.pop(); node; node = stack.pop()) {
    for (const [name, member] of node.from) {
      const path = joinPath(node.path, name);
      if (!isObject(member) || (name.startsWith('$') && name !== '$root')) node.to.set(name, member);
      else if (isToken(member)) node.to.set(name, normalToken(member, typeOf(resolution, path)));
      else {
        const below: JsonObject = new Map();
        node.to.set(name, below);
        stack.push({ from: member, to: below, path });
      }
    }
  }
  return copy;
}
