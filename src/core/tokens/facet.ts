import type { Resolution } from './resolve';

/** From one resolution to another that differs in few tokens. */
export interface ResolutionChange {
  before: Resolution;
  after: Resolution;
  /** Numbers of the tokens declared otherwise, of all that depend on them, and of what those refer to or did. */
  touched: ReadonlySet<number>;
}

/**
 * Something worked out from a whole resolution. Where few tokens change it is brought up to date for these alone; what it was
 * before stays as it is, for the resolution before may still be asked.
 */
export interface Facet<T> {
  of(resolution: Resolution): T;
  after(before: T, change: ResolutionChange): T;
  /** Whether it is the same whatever tokens are called, as long as their groups are. */
  isNameless?: boolean;
}

/** What is worked out of each token by itself, in a list by the token's number. */
export const perToken = <T>(
  of: (resolution: Resolution, path: string, token: number) => T,
  isNameless = false,
): Facet<T[]> => ({
  isNameless,
  of: (resolution) => resolution.paths.map((path, token) => of(resolution, path, token)),
  after(before, { after, touched }) {
    const next = before.slice();
    for (const token of touched) next[token] = of(after, after.paths[token]!, token);
    return next;
  },
});

/** What paths and types alone decide: it stays while the tokens touched keep their types. */
export const perTypes = <T>(of: (resolution: Resolution) => T, isNameless = false): Facet<T> => ({
  isNameless,
  of,
  after: (known, { before, after, touched }) => {
    const typeIn = (resolution: Resolution, token: number) =>
      resolution.value(resolution.paths[token]!, 0)?.type;
    return [...touched].every((token) => typeIn(before, token) === typeIn(after, token)) ? known : of(after);
  },
});
