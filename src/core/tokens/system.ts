import type { JsonObject } from '../base/json/json';

/** One combination of contexts: a context name for each axis name. */
export type Context = Record<string, string>;

export interface Axis {
  name: string;
  contexts: string[];
  /** The context that holds where none is named; an axis without one must be told. */
  default?: string;
  description?: string;
}

/** What one source (a file, or a layer of a draft) declares, flat: path to the authored object. */
export interface Declarations {
  /** Token path to the token's own object (`$value`, `$type`, …). */
  tokens: Map<string, JsonObject>;
  /** Group path to the group's own `$` members; the root is the empty path. */
  groups: Map<string, JsonObject>;
}

/** A source with the contexts under which it applies (none: always). */
export interface TokenSource extends Declarations {
  id: string;
  /** What people call it: a set, a context, a file. */
  label: string;
  file?: string;
  when: Context;
  /** Whatever stood in the file, for pointers that lead beside tokens. */
  root?: JsonObject;
}

/** Everything resolving needs: axes, and sources from weakest to strongest. */
export interface TokenSystem {
  axes: Axis[];
  sources: TokenSource[];
}

/** The same without what the sources declare of tokens. */
export interface SystemFrame {
  axes: Axis[];
  sources: Omit<TokenSource, 'tokens'>[];
}

/** All combinations of the axes' contexts, the last axis turning fastest; one empty combination where there are no axes. */
export function combinations(axes: readonly Axis[]): Context[] {
  let all: Context[] = [{}];
  for (const axis of axes) {
    all = all.flatMap((context) => axis.contexts.map((name) => ({ ...context, [axis.name]: name })));
  }
  return all;
}

/** The combination of every axis' default; an axis without default counts with its first context. */
export function defaultContext(axes: readonly Axis[]): Context {
  return Object.fromEntries(axes.map((axis) => [axis.name, axis.default ?? axis.contexts[0] ?? '']));
}

/** What a combination names that is not there, as `axis=context`; undefined where all of it is. */
export function unknownContext(axes: readonly Axis[], context: Context): string | undefined {
  const unknown = Object.entries(context).find(
    ([axis, name]) => !axes.some((other) => other.name === axis && other.contexts.includes(name)),
  );
  return unknown && unknown.join('=');
}

/** Whether two tokens stand in one group at the top of the tree; those in none are together too. */
export const isOneGroup = (a: string, b: string): boolean => topOf(a) === topOf(b);
const topOf = (path: string): string => path.slice(0, Math.max(0, path.indexOf('.')));

export function contextText(context: Context): string {
  return Object.entries(context)
    .map(([axis, name]) => `${axis} ${name}`)
    .join(', ');
}

/** Whether `when` holds in `context`. */
export function holds(when: Context, context: Context): boolean {
  for (const axis in when) if (context[axis] !== when[axis]) return false;
  return true;
}

export function parentPath(path: string): string {
  const dot = path.lastIndexOf('.');
  return dot === -1 ? '' : path.slice(0, dot);
}

export function joinPath(parent: string, name: string): string {
  return parent === '' ? name : `${parent}.${name}`;
}

export function lastName(path: string): string {
  return path.slice(path.lastIndexOf('.') + 1);
}
