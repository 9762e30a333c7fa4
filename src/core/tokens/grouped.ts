/** A patch this large is worked into what it lies over. */
const MOST_PATCHED = 256;
const NOTHING: readonly number[] = [];

/** Numbers under texts, ascending. It never changes: `moved` gives another that shares what stays. */
export class Grouped {
  private constructor(
    private readonly base: ReadonlyMap<string, readonly number[]>,
    private readonly patch: ReadonlyMap<string, readonly number[]>,
  ) {}

  /** Each number under the text at its place; under none where that is undefined. */
  static of(keys: readonly (string | undefined)[]): Grouped {
    const base = new Map<string, number[]>();
    keys.forEach((key, number) => {
      if (key === undefined) return;
      const list = base.get(key);
      if (list) list.push(number);
      else base.set(key, [number]);
    });
    return new Grouped(base, new Map());
  }

  under(key: string | undefined): readonly number[] {
    return key === undefined ? NOTHING : (this.patch.get(key) ?? this.base.get(key) ?? NOTHING);
  }

  moved(moves: Iterable<{ number: number; from: string | undefined; to: string | undefined }>): Grouped {
    const patch = new Map(this.patch);
    const now = (key: string) => patch.get(key) ?? this.base.get(key) ?? NOTHING;
    for (const { number, from, to } of moves) {
      if (from === to) continue;
      if (from !== undefined) patch.set(from, now(from).filter((other) => other !== number)); // prettier-ignore
      if (to !== undefined)
        patch.set(
          to,
          [...now(to), number].sort((a, b) => a - b),
        );
    }
    return patch.size > MOST_PATCHED
      ? new Grouped(new Map([...this.base, ...patch]), new Map())
      : new Grouped(this.base, patch);
  }
}
