interface Measured {
  work: number;
  reference: number;
  unit: string;
}

/** A piece of work and what it is measured against. */
export interface Benchmark {
  name: string;
  against: string;
  /** The ratio not to be passed. */
  goal: number;
  /** Nothing where this machine lacks what it needs. */
  measure(): Measured | Promise<Measured | undefined>;
}

export function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)]!;
}

const time = (work: () => unknown): number => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

/** Medians of the two in milliseconds, run in turn so that a machine's drift meets both alike. */
export function alternating(
  work: () => unknown,
  reference: () => unknown,
  rounds: number,
): { work: number; reference: number; unit: string } {
  for (let i = 0; i < 3; i++) {
    work();
    reference();
  }
  const times: [number[], number[]] = [[], []];
  for (let i = 0; i < rounds; i++) {
    times[0].push(time(work));
    times[1].push(time(reference));
  }
  return { work: median(times[0]), reference: median(times[1]), unit: 'ms' };
}
