import type { Finding } from '../findings/finding';
import type { Problem, ResolvedToken } from './compiled';
import { evaluate, failure } from './evaluation';
import type { Facet } from './facet';
import { indexSystem, type Redeclaration, type TokenIndex } from './token-index';
import { combinations, type Context, type SystemFrame, type TokenSystem } from './system';

interface Projection {
  /** Context number → slot number. */
  slot: Int32Array;
  /** Slot number → a context number that stands for it. */
  stands: number[];
}

/**
 * The resolved values of a token system under all combinations of its contexts.
 *
 * A token has one slot for each combination of only those axes that it, or anything it refers to, varies by; tokens an
 * axis does not touch are thereby shared. Tokens are evaluated in the order of their references (Tarjan 1972), so that
 * chains of any length need no recursion. It never changes: `redeclared` gives another that shares what nothing touched.
 */
export class Resolution {
  /** What sources declare of tokens is in the index. */
  readonly system: SystemFrame;
  readonly contexts: Context[];
  readonly index: TokenIndex;
  private readonly numbers: Map<string, number>;
  private readonly projections: Map<number, Projection>;
  private readonly masks: number[];
  private readonly slots: ResolvedToken[][];
  private readonly notes: (Problem[] | undefined)[];
  private dependents: number[][] | undefined;
  private readonly facets = new Map<Facet<unknown>, unknown>();

  /**
   * @param only resolve under these combinations alone (each naming every axis), rather than all.
   * @param system what to resolve; or another resolution, of which all but `index` is taken over.
   */
  constructor(system: TokenSystem | { resolution: Resolution; index: TokenIndex }, only?: Context[]) {
    if ('resolution' in system) {
      const { resolution, index } = system;
      this.system = resolution.system;
      this.contexts = resolution.contexts;
      this.numbers = resolution.numbers;
      this.projections = resolution.projections;
      this.index = index;
      this.masks = resolution.masks.slice();
      this.slots = resolution.slots.slice();
      this.notes = resolution.notes.slice();
      return;
    }
    this.system = system;
    this.contexts = only ?? combinations(system.axes);
    this.numbers = new Map(this.contexts.map((context, i) => [this.key(context), i]));
    this.projections = new Map();
    this.index = indexSystem(system);
    const count = this.index.paths.length;
    this.masks = new Array(count).fill(0);
    this.slots = new Array(count);
    this.notes = new Array(count);
    this.evaluateAll();
  }

  get paths(): readonly string[] {
    return this.index.paths;
  }

  numberOf(context: Context): number {
    return this.numbers.get(this.key(context)) ?? 0;
  }

  /** The value of a token, or undefined where there is no such token under this combination. */
  token(path: string, context: Context | number): ResolvedToken | undefined {
    const token = this.index.numbers.get(path);
    return token === undefined
      ? undefined
      : this.read(token, typeof context === 'number' ? context : this.numberOf(context));
  }

  /** As `token`, undefined also where the token has no value. */
  value(path: string, context: Context | number): ResolvedToken | undefined {
    const found = this.token(path, context);
    return found?.failed ? undefined : found;
  }

  /** The tokens passed on the way to the literal, the token itself first. */
  chain(path: string, context: Context | number): string[] {
    const number = typeof context === 'number' ? context : this.numberOf(context);
    const chain: string[] = [];
    let token = this.index.numbers.get(path);
    while (token !== undefined && chain.length <= this.paths.length) {
      chain.push(this.paths[token]!);
      token = this.read(token, number)?.aliasOf;
    }
    return chain;
  }

  /** Distinct values of one token: each with the combinations under which it holds. */
  variants(path: string): { resolved: ResolvedToken; contexts: Context[] }[] {
    const token = this.index.numbers.get(path);
    if (token === undefined) return [];
    const { slot } = this.projection(this.masks[token]!);
    const found = new Map<number, Context[]>();
    this.contexts.forEach((context, i) => {
      const at = slot[i]!;
      if (!found.has(at)) found.set(at, []);
      found.get(at)!.push(context);
    });
    return [...found]
      .map(([at, contexts]) => ({ resolved: this.slots[token]![at]!, contexts }))
      .filter((v) => v.resolved);
  }

  /** The axes by which a token's value may vary. */
  variesBy(path: string): string[] {
    const token = this.index.numbers.get(path);
    if (token === undefined) return [];
    return this.system.axes.filter((_, i) => (this.masks[token]! >> i) & 1).map((axis) => axis.name);
  }

  /** Paths that refer to this token directly, under any combination. */
  referrers(path: string): string[] {
    const token = this.index.numbers.get(path);
    return token === undefined ? [] : this.dependentsOf()[token]!.map((other) => this.paths[other]!);
  }

  /**
   * The same with other declarations of tokens there are, and other names in their groups (by number), for which only what
   * these reach is evaluated anew; undefined where it has to be made afresh. Whoever names one is to be declared anew too.
   * What was worked out of this one is worked out of the other for what was touched.
   */
  redeclared(
    changes: readonly Redeclaration[],
    names: ReadonlyMap<number, string> = new Map(),
  ): { resolution: Resolution; touched: Set<number> } | undefined {
    const index = this.index.redeclared(changes, names);
    if (!index) return undefined;
    const next = new Resolution({ resolution: this, index });
    const dependents = this.dependentsOf().slice();
    const changed = new Set([...changes.map(({ token }) => token), ...names.keys()]);
    const touched = new Set<number>();
    for (const token of changed) {
      const [before, after] = [this.index.dependencies(token), index.dependencies(token)];
      for (const other of before)
        if (!after.includes(other)) dependents[other] = dependents[other]!.filter((user) => user !== token);
      for (const other of after)
        if (!before.includes(other)) dependents[other] = [...dependents[other]!, token];
      for (const other of [...before, ...after]) touched.add(other);
    }
    next.dependents = dependents;
    const order = reachedInOrder(changed, dependents);
    if (order) for (const reached of order) next.evaluateToken(reached);
    else next.evaluateAll();
    for (const reached of order ?? this.paths.keys()) touched.add(reached);
    // Of very many it is quicker to begin anew, where it is asked for at all.
    const isFew = names.size === 0 && touched.size <= Math.max(64, this.paths.length / 8);
    for (const [facet, value] of this.facets)
      if (isFew || (names.size > 0 && facet.isNameless))
        next.facets.set(facet, facet.after(value, { before: this, after: next, touched }));
    return { resolution: next, touched };
  }

  /** Something worked out from all of it, once, and kept up over small changes. */
  facet<T>(facet: Facet<T>): T {
    const known = this.facets as Map<Facet<T>, T>;
    if (!known.has(facet)) known.set(facet, facet.of(this));
    return known.get(facet)!;
  }

  /** What resolving found wrong; a finding that holds only under some combinations names them. */
  findings(): Finding[] {
    return [
      ...[...this.paths.keys()].flatMap((token) => this.findingsOf(token)),
      ...this.index.groupFindings,
    ];
  }

  /** The same of one token, by its number. */
  findingsOf(token: number): Finding[] {
    const findings: Finding[] = [];
    const path = this.paths[token]!;
    const slots = this.slots[token]!;
    if (!this.notes[token] && !slots.some((resolved) => resolved?.failed)) return findings;
    const seen = new Map<string, { problem: Problem; at: Set<number> }>();
    slots.forEach((resolved, slot) => {
      for (const problem of [resolved?.failed, ...(this.notes[token] ?? [])]) {
        if (!problem) continue;
        const key = problem.code + problem.message;
        if (!seen.has(key)) seen.set(key, { problem, at: new Set() });
        seen.get(key)!.at.add(slot);
      }
    });
    for (const { problem, at } of seen.values()) {
      const { slot, stands } = this.projection(this.masks[token]!);
      const everywhere = at.size === new Set(slot).size;
      const contexts: (Context | undefined)[] = everywhere
        ? [undefined]
        : this.narrow(
            this.masks[token]!,
            [...at].map((i) => this.contexts[stands[i]!]!),
          );
      for (const context of contexts) findings.push({ ...problem, path, context });
    }
    return findings;
  }

  private key(context: Context): string {
    return this.system.axes.map((axis) => context[axis.name]).join('\n');
  }

  private narrow(mask: number, contexts: Context[]): Context[] {
    const axes = this.system.axes.filter((_, i) => (mask >> i) & 1);
    return contexts.map((context) =>
      Object.fromEntries(axes.map((axis) => [axis.name, context[axis.name]!])),
    );
  }

  private projection(mask: number): Projection {
    const known = this.projections.get(mask);
    if (known) return known;
    const slot = new Int32Array(this.contexts.length);
    const stands: number[] = [];
    const seen = new Map<string, number>();
    const axes = this.system.axes.filter((_, i) => (mask >> i) & 1);
    this.contexts.forEach((context, i) => {
      const key = axes.map((axis) => context[axis.name]).join('\n');
      let at = seen.get(key);
      if (at === undefined) {
        at = stands.length;
        seen.set(key, at);
        stands.push(i);
      }
      slot[i] = at;
    });
    const projection = { slot, stands };
    this.projections.set(mask, projection);
    return projection;
  }

  /** By numbers. */
  read(token: number, context: number): ResolvedToken | undefined {
    return this.slots[token]?.[this.projection(this.masks[token]!).slot[context]!];
  }

  private dependentsOf(): number[][] {
    if (!this.dependents) {
      this.dependents = this.paths.map(() => []);
      for (let token = 0; token < this.paths.length; token++) {
        for (const other of this.index.dependencies(token)) this.dependents[other]!.push(token);
      }
    }
    return this.dependents;
  }

  /** Tarjan's strongly connected components, iterative: components come out after all they depend on. */
  private evaluateAll(): void {
    const count = this.paths.length;
    const found = new Int32Array(count).fill(-1);
    const low = new Int32Array(count);
    const open: number[] = [];
    const isOpen = new Uint8Array(count);
    const walk: number[] = [];
    const progress: number[] = [];
    let clock = 0;
    const enter = (token: number) => {
      found[token] = low[token] = clock++;
      open.push(token);
      isOpen[token] = 1;
      walk.push(token);
      progress.push(0);
    };
    for (let root = 0; root < count; root++) {
      if (found[root] !== -1) continue;
      // Most need nothing.
      if (this.index.dependencies(root).length === 0) {
        found[root] = clock++;
        this.evaluateToken(root);
        continue;
      }
      enter(root);
      while (walk.length > 0) {
        const token = walk.at(-1)!;
        const needs = this.index.dependencies(token);
        const next = needs[progress[progress.length - 1]!++];
        if (next !== undefined) {
          if (found[next] === -1) enter(next);
          else if (isOpen[next]) low[token] = Math.min(low[token]!, found[next]!);
          continue;
        }
        walk.pop();
        progress.pop();
        const up = walk.at(-1);
        if (up !== undefined) low[up] = Math.min(low[up]!, low[token]!);
        if (low[token] !== found[token]) continue;
        const at = open.lastIndexOf(token);
        const component = open.splice(at);
        for (const member of component) isOpen[member] = 0;
        if (component.length === 1 && !needs.includes(token)) this.evaluateToken(token);
        else this.evaluateCircle(component);
      }
    }
  }

  private maskOf(token: number): number {
    let mask = this.index.mask(token);
    for (const other of this.index.dependencies(token)) mask |= this.masks[other]!;
    return mask;
  }

  private evaluateToken(token: number): void {
    const mask = (this.masks[token] = this.maskOf(token));
    this.notes[token] = undefined;
    const { stands } = this.projection(mask);
    const slots: ResolvedToken[] = new Array(stands.length);
    for (let slot = 0; slot < stands.length; slot++) slots[slot] = evaluate(this, token, stands[slot]!)!;
    this.slots[token] = slots;
  }

  /** Tokens that refer to each other: a real circle under some combinations perhaps, and none under others. */
  private evaluateCircle(component: number[]): void {
    let mask = 0;
    for (const token of component) mask |= this.maskOf(token);
    const members = new Set(component);
    const { stands } = this.projection(mask);
    for (const token of component) {
      this.masks[token] = mask;
      this.notes[token] = undefined;
      this.slots[token] = new Array(stands.length);
    }
    for (let slot = 0; slot < stands.length; slot++) {
      const context = stands[slot]!;
      const state = new Map<number, 1 | 2>();
      for (const start of component) {
        if (state.has(start)) continue;
        const stack: { token: number; needs: number[]; at: number }[] = [];
        const enter = (token: number) => {
          state.set(token, 1);
          stack.push({
            token,
            needs: this.index.needs(token, this.contexts[context]!).filter((other) => members.has(other)),
            at: 0,
          });
        };
        enter(start);
        while (stack.length > 0) {
          const top = stack.at(-1)!;
          const next = top.needs[top.at++];
          if (next === undefined) {
            stack.pop();
            state.set(top.token, 2);
            this.slots[top.token]![slot] ??= evaluate(this, top.token, context)!;
          } else if (state.get(next) === 1) {
            const circle = stack
              .slice(stack.findIndex((frame) => frame.token === next))
              .map((frame) => frame.token);
            this.failCircle(circle, slot, context);
          } else if (!state.has(next)) enter(next);
        }
      }
    }
  }

  private failCircle(circle: number[], slot: number, context: number): void {
    const names = circle.map((token) => this.paths[token]!);
    const shownNames = names.length > 6 ? [...names.slice(0, 5), `… ${names.length - 5} more`] : names;
    for (const token of circle) {
      this.slots[token]![slot] = failure(this.index.winner(token, this.contexts[context]!)!, {
        code: 'alias-cycle',
        level: 'error',
        message: `These refer to each other in a circle: ${[...shownNames, names[0]].join(' → ')}`,
        fix: 'Give one of them a value of its own',
      });
    }
  }

  note(token: number, problem: Problem): void {
    (this.notes[token] ??= []).push(problem);
  }
  hasNotes(token: number): boolean {
    return this.notes[token] !== undefined;
  }
}

/** All tokens that depend on some, these too, in an order in which each comes after what it needs; undefined on a circle. */
function reachedInOrder(starts: Iterable<number>, dependents: number[][]): number[] | undefined {
  const state = new Map<number, 1 | 2>();
  const order: number[] = [];
  for (const start of starts) {
    if (state.has(start)) continue;
    state.set(start, 1);
    const stack: [number, number][] = [[start, 0]];
    while (stack.length > 0) {
      const top = stack.at(-1)!;
      const next = dependents[top[0]]![top[1]++];
      if (next === undefined) {
        state.set(top[0], 2);
        order.push(top[0]);
        stack.pop();
      } else if (state.get(next) === 1) return undefined;
      else if (!state.has(next)) {
        state.set(next, 1);
        stack.push([next, 0]);
      }
    }
  }
  return order.reverse();
}
