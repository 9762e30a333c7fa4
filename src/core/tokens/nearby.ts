/** So many values may have moved before the index is made anew. */
const MOST_MOVED = 128;

export interface Near {
  number: number;
  difference: number;
}

/** How values of a kind are compared: an index of many, and the distance of two. */
export interface Measure<V> {
  /** Finds the places of values within `limit` of one. */
  index(values: readonly V[]): (value: V, limit: number) => { index: number; difference: number }[];
  distance(a: V, b: V): number;
}

/** Numbered values, and which of them lie near to one. It never changes: `moved` gives another that shares the index. */
export class Nearby<V> {
  private constructor(
    private readonly measure: Measure<V>,
    private readonly values: readonly (V | undefined)[],
    private readonly within: (value: V, limit: number) => Near[],
    private readonly late: ReadonlySet<number>,
  ) {}

  static of<V>(values: readonly (V | undefined)[], measure: Measure<V>): Nearby<V> {
    const numbers = [...values.keys()].filter((number) => values[number] !== undefined);
    const search = measure.index(numbers.map((number) => values[number]!));
    const within = (value: V, limit: number) =>
      search(value, limit).map(({ index, difference }) => ({ number: numbers[index]!, difference }));
    return new Nearby(measure, values, within, new Set());
  }

  at(number: number): V | undefined {
    return this.values[number];
  }

  /** Those within a distance of a value, in no order. */
  near(value: V, limit: number): Near[] {
    const found = this.within(value, limit).filter(({ number }) => !this.late.has(number));
    for (const number of this.late) {
      const other = this.values[number];
      const difference = other === undefined ? Infinity : this.measure.distance(value, other);
      if (difference <= limit) found.push({ number, difference });
    }
    return found;
  }

  moved(moves: ReadonlyMap<number, V | undefined>): Nearby<V> {
    const values = this.values.slice();
    for (const [number, value] of moves) values[number] = value;
    const late = new Set([...this.late, ...moves.keys()]);
    return late.size > MOST_MOVED
      ? Nearby.of(values, this.measure)
      : new Nearby(this.measure, values, this.within, late);
  }
}
