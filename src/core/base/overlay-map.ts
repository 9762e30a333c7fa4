/** An overlay this large is worked into what it lies over. */
const MOST_LAID = 256;
const GONE = Symbol('gone');

/**
 * A map laid over another, which is not copied and must not change any more: only what differs is held. Whoever makes one may
 * change it until it is handed on. A key that was taken away and is put back stands where it stood.
 */
export class OverlayMap<V> implements ReadonlyMap<string, V> {
  readonly #base: ReadonlyMap<string, V>;
  readonly #laid: Map<string, V | typeof GONE>;
  #size: number;

  constructor(over: ReadonlyMap<string, V>) {
    if (over instanceof OverlayMap) {
      const other = over as OverlayMap<V>;
      const isFull = other.#laid.size > MOST_LAID;
      this.#base = isFull ? new Map(other) : other.#base;
      this.#laid = isFull ? new Map() : new Map(other.#laid);
    } else {
      this.#base = over;
      this.#laid = new Map();
    }
    this.#size = over.size;
  }

  /** Compared and printed as a map is. */
  get [Symbol.toStringTag](): string {
    return 'Map';
  }

  get size(): number {
    return this.#size;
  }

  get(key: string): V | undefined {
    const laid = this.#laid.get(key);
    return laid === undefined ? this.#base.get(key) : laid === GONE ? undefined : laid;
  }

  has(key: string): boolean {
    const laid = this.#laid.get(key);
    return laid === undefined ? this.#base.has(key) : laid !== GONE;
  }

  set(key: string, value: V): this {
    if (!this.has(key)) this.#size++;
    this.#laid.set(key, value);
    return this;
  }

  delete(key: string): boolean {
    if (!this.has(key)) return false;
    this.#size--;
    if (this.#base.has(key)) this.#laid.set(key, GONE);
    else this.#laid.delete(key);
    return true;
  }

  *entries(): MapIterator<[string, V]> {
    const late = new Set(this.#laid.keys());
    for (const [key, value] of this.#base) {
      const laid = late.delete(key) ? this.#laid.get(key) : undefined;
      if (laid === undefined) yield [key, value];
      else if (laid !== GONE) yield [key, laid];
    }
    for (const key of late) {
      const laid = this.#laid.get(key);
      if (laid !== undefined && laid !== GONE) yield [key, laid];
    }
  }
  *keys(): MapIterator<string> {
    for (const [key] of this.entries()) yield key;
  }
  *values(): MapIterator<V> {
    if (this.#laid.size === 0) return yield* this.#base.values();
    for (const [, value] of this.entries()) yield value;
  }
  [Symbol.iterator](): MapIterator<[string, V]> {
    return this.entries();
  }
  forEach(visit: (value: V, key: string, map: ReadonlyMap<string, V>) => void): void {
    for (const [key, value] of this.entries()) visit(value, key, this);
  }

  /** The same, by itself where much lies over the other: what is asked of it often costs what lies there. */
  settled(): OverlayMap<V> {
    return this.#laid.size > MOST_LAID ? new OverlayMap(new Map(this)) : this;
  }

  /** What it lies over, with what is other: a value, or undefined of what is gone. */
  layers(): { base: ReadonlyMap<string, V>; laid: Map<string, V | undefined> } {
    const laid = new Map([...this.#laid].map(([key, value]) => [key, value === GONE ? undefined : value]));
    return { base: this.#base, laid };
  }
}

/** The same of any map: of one that lies over no other, itself. */
export function layersOf<V>(map: ReadonlyMap<string, V>): ReturnType<OverlayMap<V>['layers']> {
  return map instanceof OverlayMap ? (map as OverlayMap<V>).layers() : { base: map, laid: new Map() };
}
