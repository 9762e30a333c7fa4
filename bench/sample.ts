/** A token system of the size the speed goals name: drawn from a fixed seed, so that every run measures the same. */

function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * The text of a resolver file: `count` tokens, 40 % of them aliases in chains of up to six, under 3 brands × 2 schemes
 * × 2 densities; each context overrides 4 % of the tokens.
 */
export function sampleResolver(count: number): string {
  const random = randomFrom(20251);
  const below = (n: number) => Math.floor(random() * n);
  const color = () => ({
    $type: 'color',
    $value: {
      colorSpace: 'srgb',
      components: [below(256) / 255, below(256) / 255, below(256) / 255],
      alpha: 1,
    },
  });
  const dimension = () => ({ $type: 'dimension', $value: { value: below(64), unit: 'px' } });
  const levels: { name: string; type: string }[][] = [[], [], [], [], [], []];
  const base: Record<string, Record<string, unknown>> = {};
  const kinds = new Map<string, string>();
  for (let i = 0; i < count; i++) {
    const group = `group-${Math.floor(i / 50)}`;
    const name = `token-${i}`;
    const path = `${group}.${name}`;
    const alias = i > 100 && random() < 0.4;
    let token: Record<string, unknown>;
    if (alias) {
      const level = below(5);
      const pool = levels[level]!.length ? levels[level]! : levels[0]!;
      const target = pool[below(pool.length)]!;
      token = { $type: target.type, $value: `{${target.name}}` };
      levels[Math.min(5, level + 1)]!.push({ name: path, type: target.type });
      kinds.set(path, target.type);
    } else {
      token = random() < 0.7 ? color() : dimension();
      levels[0]!.push({ name: path, type: token.$type as string });
      kinds.set(path, token.$type as string);
    }
    (base[group] ??= {})[name] = token;
  }
  const paths = [...kinds.keys()];
  const overrides = () => {
    const tokens: Record<string, Record<string, unknown>> = {};
    for (let i = 0; i < count * 0.04; i++) {
      const path = paths[below(paths.length)]!;
      const [group, name] = path.split('.') as [string, string];
      (tokens[group] ??= {})[name] = kinds.get(path) === 'color' ? color() : dimension();
    }
    return [tokens];
  };
  const contexts = (names: string[]) =>
    Object.fromEntries(names.map((name, i) => [name, i === 0 ? [] : overrides()]));
  return JSON.stringify({
    version: '2025.10',
    sets: { base: { sources: [base] } },
    modifiers: {
      brand: { contexts: contexts(['north', 'south', 'east']), default: 'north' },
      scheme: { contexts: contexts(['light', 'dark']), default: 'light' },
      density: { contexts: contexts(['roomy', 'tight']), default: 'roomy' },
    },
    resolutionOrder: ['sets/base', 'modifiers/brand', 'modifiers/scheme', 'modifiers/density'].map(
      (name) => ({ $ref: `#/${name}` }),
    ),
  });
}
