import { isObject, type Json } from '../../src/core/base/json/json';
import type { TokenSystem } from '../../src/core/tokens/system';

/** A resolver written for plainness alone: every token under every combination from the start. For checksums. */
export function naiveChecksum(
  system: TokenSystem,
  contexts: Record<string, string>[],
  paths: readonly string[],
  add: (value: Json) => void,
): void {
  for (const context of contexts) {
    const merged = new Map<string, Json>();
    for (const source of system.sources) {
      if (Object.entries(source.when).some(([axis, name]) => context[axis] !== name)) continue;
      for (const [path, token] of source.tokens) merged.set(path, token.get('$value')!);
    }
    for (const path of paths) {
      let value = merged.get(path)!;
      while (typeof value === 'string' && value.startsWith('{')) value = merged.get(value.slice(1, -1))!;
      add(value);
    }
  }
}

/** A checksum over resolved values, by the numbers and words in them. */
export function checksum(): { add: (value: Json) => void; sum: () => number } {
  let sum = 0;
  const add = (value: Json): void => {
    if (typeof value === 'number') sum = (sum * 31 + Math.round(value * 1e6)) % 1_000_000_007;
    else if (typeof value === 'string')
      for (let i = 0; i < value.length; i++) sum = (sum * 31 + value.charCodeAt(i)) % 1_000_000_007;
    else if (Array.isArray(value)) value.forEach(add);
    else if (isObject(value)) for (const member of value.values()) add(member);
  };
  return { add, sum: () => sum };
}
