import { append } from '../base/append';
import type { Finding } from '../findings/finding';
import { isObject, type Json, type JsonObject } from '../base/json/json';
import { aliasPath, authoredValue, referencesIn, type TokenReference } from './references';
import { holds, parentPath, type Context, type TokenSystem } from './system';
import type { Candidate, CompiledDeclaration } from './compiled';

/**
 * Tokens by number, with what every source says of them, weakest first. Group inheritance (`$extends`, Format module
 * 2025.10) is written out here: what is taken over stands before, and so below, what the group says itself.
 */
export interface TokenIndex {
  paths: string[];
  numbers: Map<string, number>;
  groups: Set<string>;
  groupFindings: Finding[];
  candidates: Candidate[][];
  /** Bit i: axis i decides between this token's own declarations. */
  mask(token: number): number;
  /** Tokens referred to by any declaration. */
  dependencies(token: number): number[];
  /** Tokens referred to by the declaration that wins under this combination. */
  needs(token: number, context: Context): number[];
  winner(token: number, context: Context): Candidate | undefined;
  ownType(token: number, context: Context): string | undefined;
  groupType(path: string, context: Context): string | undefined;
  /** The same where sources declare other things of some tokens; undefined where groups extend others, which may take them over. */
  redeclared(changes: readonly Redeclaration[]): TokenIndex | undefined;
}

/** What one source (by number) says of one token (by number) from now on; undefined: nothing any more. */
export interface Redeclaration {
  token: number;
  source: number;
  object: JsonObject | undefined;
}

interface GroupCandidate {
  source: number;
  when: Context;
  own: JsonObject;
}

export function indexSystem(system: TokenSystem): TokenIndex {
  const paths: string[] = [];
  const numbers = new Map<string, number>();
  const candidates: Candidate[][] = [];
  const groups = new Map<string, GroupCandidate[]>();
  const groupFindings: Finding[] = [];
  const bits = new Map(system.axes.map((axis, i) => [axis.name, 1 << i]));
  const bitsOf = (when: Context) => {
    let mask = 0;
    for (const axis in when) mask |= bits.get(axis) ?? 0;
    return mask;
  };

  const numberFor = (path: string): number => {
    let number = numbers.get(path);
    if (number === undefined) {
      number = paths.length;
      numbers.set(path, number);
      paths.push(path);
      candidates.push([]);
    }
    return number;
  };
  system.sources.forEach((source, i) => {
    for (const [path, own] of source.groups) {
      if (own.size === 0 && groups.has(path)) continue;
      let list = groups.get(path);
      if (!list) groups.set(path, (list = []));
      if (own.size > 0) list.push({ source: i, when: source.when, own });
    }
    for (const [path, object] of source.tokens) {
      candidates[numberFor(path)]!.push({
        source: i,
        when: source.when,
        declaration: undefined as unknown as CompiledDeclaration,
      });
      const list = candidates[numbers.get(path)!]!;
      list[list.length - 1]!.declaration = { object } as CompiledDeclaration;
    }
  });
  takeOver({ groups, candidates, paths, numbers, numberFor, groupFindings });

  // References are compiled once all paths are known.
  const compile = (object: JsonObject): CompiledDeclaration => {
    const value = authoredValue(object)!;
    const type = object.get('$type');
    const references = referencesIn(value).map((reference) => ({
      reference,
      target: findTarget(numbers, reference),
    }));
    const whole = references[0]?.reference.place.length === 0 ? references[0] : undefined;
    return { object, value, type: typeof type === 'string' ? type : undefined, alias: whole, references };
  };
  for (const list of candidates) {
    for (const candidate of list) {
      const { declaration } = candidate;
      if (declaration.references === undefined) Object.assign(declaration, compile(declaration.object));
    }
  }

  const groupTypes = groupTypeReader(groups, bitsOf);
  const extended = [...groups.values()].some((list) => list.some(({ own }) => own.has('$extends')));
  const groupNames = new Set(groups.keys());
  const targets = (declaration: CompiledDeclaration, into: number[]) => {
    for (const { target } of declaration.references)
      if (target !== undefined && !into.includes(target)) into.push(target);
    return into;
  };

  const indexOf = (
    candidates: Candidate[][],
    dependencyLists: (number[] | undefined)[],
    masks: (number | undefined)[],
  ): TokenIndex => {
    const winner = (token: number, context: Context): Candidate | undefined => {
      const list = candidates[token]!;
      for (let i = list.length - 1; i >= 0; i--) {
        const candidate = list[i]!;
        if (holds(candidate.when, context)) return candidate;
      }
      return undefined;
    };
    return {
      paths,
      numbers,
      groups: groupNames,
      groupFindings,
      candidates,
      winner,
      mask(token) {
        let mask = masks[token];
        if (mask === undefined) {
          mask = groupTypes.mask(parentPath(paths[token]!));
          for (const candidate of candidates[token]!) mask |= bitsOf(candidate.when);
          masks[token] = mask;
        }
        return mask;
      },
      dependencies(token) {
        let list = dependencyLists[token];
        if (!list) {
          list = [];
          for (const candidate of candidates[token]!) targets(candidate.declaration, list);
          dependencyLists[token] = list;
        }
        return list;
      },
      needs(token, context) {
        const won = winner(token, context);
        return won ? targets(won.declaration, []) : [];
      },
      ownType(token, context) {
        const list = candidates[token]!;
        for (let i = list.length - 1; i >= 0; i--) {
          const { when, declaration } = list[i]!;
          if (declaration.type === undefined) continue;
          if (holds(when, context)) return declaration.type;
        }
        return undefined;
      },
      groupType: (path, context) => groupTypes.read(parentPath(path), context),
      redeclared(changes) {
        if (extended) return undefined;
        const next = candidates.slice();
        const [lists, bits] = [dependencyLists.slice(), masks.slice()];
        for (const { token, source, object } of changes) {
          const list = next[token]!.filter((candidate) => candidate.source !== source);
          if (object) {
            const at = list.findLastIndex((candidate) => candidate.source < source) + 1;
            const { when } = system.sources[source]!;
            list.splice(at, 0, { source, when, declaration: compile(object) });
          }
          next[token] = list;
          lists[token] = bits[token] = undefined;
        }
        return indexOf(next, lists, bits);
      },
    };
  };
  return indexOf(candidates, new Array(paths.length), new Array(paths.length));
}

/** A pointer's `/` may stand for a dot anywhere, so `$value`-less pointers are tried as they are, then shortened. */
function findTarget(numbers: Map<string, number>, reference: TokenReference): number | undefined {
  const number = numbers.get(reference.path);
  return number ?? (reference.pointer ? numbers.get(`${reference.path}.$root`) : undefined);
}

/** Reads group types, nearest group first, remembered for groups whose types no context changes. */
function groupTypeReader(groups: Map<string, GroupCandidate[]>, bitsOf: (when: Context) => number) {
  const typed = new Map<string, GroupCandidate[]>();
  for (const [path, list] of groups) {
    const saying = list.filter((candidate) => typeof candidate.own.get('$type') === 'string');
    if (saying.length > 0) typed.set(path, saying);
  }
  /** The typed groups that hold `path`, nearest first. Of a very long path it is cheaper to ask the groups. */
  const holders = (path: string): GroupCandidate[][] => {
    if (path.length > 4000) {
      const holding = [...typed].filter(
        ([group]) => group === '' || path === group || path.startsWith(group + '.'),
      );
      return holding.sort(([a], [b]) => b.length - a.length).map(([, list]) => list);
    }
    const found: GroupCandidate[][] = [];
    for (let at = path; ; at = parentPath(at)) {
      const list = typed.get(at);
      if (list) found.push(list);
      if (at === '') return found;
    }
  };
  const cached = new Map<string, { mask: number; found: GroupCandidate[][]; type?: string }>();
  const entry = (path: string) => {
    let known = cached.get(path);
    if (!known) {
      const found = holders(path);
      let mask = 0;
      for (const list of found) for (const candidate of list) mask |= bitsOf(candidate.when);
      known = { mask, found };
      if (mask === 0) known.type = found[0]?.at(-1)?.own.get('$type') as string | undefined;
      cached.set(path, known);
    }
    return known;
  };
  return {
    mask: (path: string) => entry(path).mask,
    read(path: string, context: Context): string | undefined {
      const { mask, found, type } = entry(path);
      if (mask === 0) return type;
      for (const list of found) {
        const winner = list.findLast(({ when }) => holds(when, context));
        if (winner) return winner.own.get('$type') as string;
      }
      return undefined;
    },
  };
}

/** As many tokens and groups `$extends` may make: groups that extend each other twice double with every step. */
const MOST_EXTENDED = 100_000;

/** Writes out `$extends`: the other group's members stand below the group's own, deeply. */
function takeOver(all: {
  groups: Map<string, GroupCandidate[]>;
  candidates: Candidate[][];
  paths: string[];
  numbers: Map<string, number>;
  numberFor: (path: string) => number;
  groupFindings: Finding[];
}): void {
  const { groups, candidates, paths, numbers, numberFor, groupFindings } = all;
  const extensions = new Map<string, { target: string; when: Context }[]>();
  for (const [path, list] of groups) {
    for (const { own, when } of list) {
      const written = own.get('$extends');
      if (written === undefined) continue;
      const target = extendsTarget(written);
      if (target === undefined || !groups.has(target)) {
        groupFindings.push({
          code: 'missing-target',
          level: 'error',
          path,
          message: `${path} extends ${typeof written === 'string' ? written : 'something'}, which is not a group`,
          fix: 'Name a group, as "{group}" or "#/group"',
        });
      } else append(extensions, path, { target, when });
    }
  }
  const done = new Set<string>();
  const within = (path: string, group: string) =>
    path === group || path.startsWith(group === '' ? '' : group + '.');
  /** What must be written out before `path` can be taken over: itself, what it holds and what holds it. */
  const needs = (path: string) =>
    [...extensions.keys()].filter((other) => within(other, path) || within(path, other));
  const visit = (start: string): void => {
    const stack: { path: string; at: number; before: string[] }[] = [];
    const enter = (path: string) =>
      stack.push({
        path,
        at: 0,
        before: extensions
          .get(path)!
          .flatMap(({ target }) => (within(path, target) ? [path] : needs(target))),
      });
    enter(start);
    while (stack.length > 0) {
      const top = stack.at(-1)!;
      const next = top.before[top.at++];
      if (next === undefined) {
        write(top.path);
        done.add(top.path);
        stack.pop();
      } else if (stack.some((frame) => frame.path === next)) {
        const circle = stack
          .slice(stack.findIndex((frame) => frame.path === next))
          .map((frame) => frame.path);
        groupFindings.push({
          code: 'alias-cycle',
          level: 'error',
          path: next,
          message: `These groups extend each other in a circle: ${[...circle, next].join(' → ')}`,
          fix: 'Remove one $extends',
        });
        for (const path of circle) done.add(path);
        return;
      } else if (!done.has(next)) enter(next);
    }
  };
  let full = false;
  const write = (group: string): void => {
    for (const { target, when } of extensions.get(group)!) {
      const coming = paths.filter((path) => path.startsWith(target === '' ? '' : target + '.')).length;
      if (full || paths.length + groups.size + coming > MOST_EXTENDED) {
        if (!full)
          groupFindings.push({
            code: 'invalid-value',
            level: 'error',
            path: group,
            message: `$extends would make more than ${MOST_EXTENDED.toLocaleString('en-GB')} tokens; from ${group} on nothing is taken over`,
            fix: 'Extend fewer groups, or do not extend groups that extend others twice',
          });
        full = true;
        continue;
      }
      for (const [path, list] of [...groups]) {
        if (!within(path, target)) continue;
        const own = group + path.slice(target.length);
        const taken = list.map(({ source, when: other, own: members }) => ({
          source,
          when: { ...other, ...when },
          own: new Map([...members].filter(([name]) => name !== '$extends')),
        }));
        groups.set(own, [...taken, ...(groups.get(own) ?? [])]);
      }
      for (const path of [...paths]) {
        if (!path.startsWith(target === '' ? '' : target + '.')) continue;
        const number = numberFor(group + path.slice(target.length));
        const taken = candidates[numbers.get(path)!]!.map((candidate) => ({
          ...candidate,
          when: { ...candidate.when, ...when },
          inheritedFrom: target,
        }));
        candidates[number] = [...taken, ...candidates[number]!];
      }
    }
  };
  for (const path of extensions.keys()) if (!done.has(path)) visit(path);
}

function extendsTarget(written: Json): string | undefined {
  if (typeof written === 'string') {
    if (written.startsWith('#/')) return written.slice(2).split('/').join('.');
    return aliasPath(written);
  }
  if (isObject(written) && typeof written.get('$ref') === 'string')
    return extendsTarget(written.get('$ref')!);
  return undefined;
}
