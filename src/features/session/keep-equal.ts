/**
 * The new answer, with every piece of the old one that says the same standing in it as the very same object: what is drawn
 * from such a piece need not be drawn again. Plain data only.
 */
export function keepEqual<T>(old: unknown, next: T): T {
  if (Object.is(old, next)) return next;
  if (typeof old !== 'object' || typeof next !== 'object' || old === null || next === null) return next;
  if (Array.isArray(old) && Array.isArray(next)) {
    const kept: unknown[] = next.map((item, i) => keepEqual(old[i], item));
    return (old.length === next.length && kept.every((item, i) => item === old[i]) ? old : kept) as T;
  }
  if (!isPlain(old) || !isPlain(next)) return next;
  const names = Object.keys(next);
  const kept = Object.fromEntries(
    names.map((name) => [name, keepEqual(Object.hasOwn(old, name) ? old[name] : undefined, next[name])]),
  );
  const same =
    names.length === Object.keys(old).length &&
    names.every((name) => Object.hasOwn(old, name) && kept[name] === old[name]);
  return (same ? old : kept) as T;
}

const isPlain = (value: object): value is Record<string, unknown> =>
  Object.getPrototypeOf(value) === Object.prototype;
