import { append } from '../base/append';
import { OverlayMap } from '../base/overlay-map';

const NOTHING: readonly number[] = [];

/** Numbers under texts, ascending. It never changes: `moved` gives another that shares what stays. */
export class Grouped {
  private constructor(private readonly numbers: ReadonlyMap<string, readonly number[]>) {}

  /** Each number under the text at its place; under none where that is undefined. */
  static of(keys: readonly (string | undefined)[]): Grouped {
    const lists = new Map<string, number[]>();
    for (const [number, key] of keys.entries()) if (key !== undefined) append(lists, key, number);
    return new Grouped(lists);
  }

  under(key: string | undefined): readonly number[] {
    return key === undefined ? NOTHING : (this.numbers.get(key) ?? NOTHING);
  }

  moved(moves: Iterable<{ number: number; from: string | undefined; to: string | undefined }>): Grouped {
    const lists = new Map<string, readonly number[]>();
    const now = (key: string) => lists.get(key) ?? this.under(key);
    for (const { number, from, to } of moves) {
      if (from === to) continue;
      if (from !== undefined) lists.set(from, now(from).filter((other) => other !== number)); // prettier-ignore
      if (to !== undefined)
        lists.set(
          to,
          [...now(to), number].sort((a, b) => a - b),
        );
    }
    const numbers = new OverlayMap(this.numbers);
    for (const [key, list] of lists) numbers.set(key, list);
    return new Grouped(numbers);
  }
}
