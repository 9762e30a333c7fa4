/** Entries by the name each has. @throws Error where two have one name: a registry refuses doubles. */
export function registryOf<T>(entries: readonly T[], nameOf: (entry: T) => string): ReadonlyMap<string, T> {
  const known = new Map<string, T>();
  for (const entry of entries) {
    const name = nameOf(entry);
    if (known.has(name)) throw new Error(`Two entries of a registry are called ${name}`);
    known.set(name, entry);
  }
  return known;
}
