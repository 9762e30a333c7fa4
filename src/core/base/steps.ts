/**
 * Work done in steps: it yields how much is done, from 0 to 1, now and then, and ends with its answer. Whoever runs it may
 * show the share, do something else between two steps, or leave it.
 */
export type Steps<T> = Generator<number, T, void>;

/** Runs it to its end. */
export function runToEnd<T>(steps: Steps<T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** The same as a part of longer work: its shares run between `from` and `to`. */
export function* between<T>(from: number, to: number, steps: Steps<T>): Steps<T> {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    yield from + (to - from) * step.value;
  }
}

export const isSteps = (answer: unknown): answer is Steps<unknown> =>
  typeof answer === 'object' && answer !== null && Symbol.iterator in answer && 'next' in answer;
