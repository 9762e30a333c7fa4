/** A patch this large is worked into what it lies over. */
const MOST_PATCHED = 256;

/** A map that never changes: `with` gives another that shares all but what is new. */
export class PatchedMap<V> {
  constructor(
    private readonly base: ReadonlyMap<string, V>,
    private readonly patch: ReadonlyMap<string, V> = new Map(),
  ) {}

  get(key: string): V | undefined {
    return this.patch.get(key) ?? this.base.get(key);
  }

  with(entries: Iterable<readonly [string, V]>): PatchedMap<V> {
    const patch = new Map([...this.patch, ...entries]);
    return patch.size > MOST_PATCHED
      ? new PatchedMap(new Map([...this.base, ...patch]))
      : new PatchedMap(this.base, patch);
  }
}
