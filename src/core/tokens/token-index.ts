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
  /**
   * The same where sources declare other things of some tokens, and some (by number) have other names in their groups.
   * Undefined where more may follow from that: groups extend others, which may take them over, or what led nowhere
   * would lead to one of these names.
   */
  redeclared(changes: readonly Redeclaration[], names?: ReadonlyMap<number, string>): TokenIndex | undefined;
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
  const written: CompiledDeclaration[] = [];
  system.sources.forEach((source, i) => {
    const bits = bitsOf(source.when);
    for (const [path, own] of source.groups) {
      if (own.size === 0 && groups.has(path)) continue;
      let list = groups.get(path);
      if (!list) groups.set(path, (list = []));
      if (own.size > 0) list.push({ source: i, when: source.when, own });
    }
    for (const [path, object] of source.tokens) {
      const declaration = declarationOf(object);
      written.push(declaration);
      candidates[numberFor(path)]!.push({ source: i, when: source.when, bits, declaration });
    }
  });
  takeOver({ groups, candidates, paths, numbers, numberFor, groupFindings, bitsOf });

  /** Whether there is, or was, a reference to what is not there. */
  let leadsNowhere = false;
  // References can be followed once all paths are known.
  const link = (declaration: CompiledDeclaration, numbers: ReadonlyMap<string, number>) => {
    const found = referencesIn(declaration.value);
    if (found.length === 0) return declaration;
    declaration.references = found.map((reference) => {
      const target = findTarget(numbers, reference);
      leadsNowhere ||= target === undefined;
      return { reference, target };
    });
    if (found[0]!.place.length === 0) declaration.alias = declaration.references[0];
    return declaration;
  };
  for (const declaration of written) link(declaration, numbers);

  const groupTypes = groupTypeReader(groups, bitsOf);
  const extended = [...groups.values()].some((list) => list.some(({ own }) => own.has('$extends')));
  const groupNames = new Set(groups.keys());
  const targets = (declaration: CompiledDeclaration, into: number[]) => {
    for (const { target } of declaration.references)
      if (target !== undefined && !into.includes(target)) into.push(target);
    return into;
  };

  const indexOf = (
    { paths, numbers }: Pick<TokenIndex, 'paths' | 'numbers'>,
    candidates: Candidate[][],
    dependencyLists: (number[] | undefined)[],
    masks: (number | undefined)[],
  ): TokenIndex => {
    const winner = (token: number, context: Context): Candidate | undefined => {
      const list = candidates[token]!;
      for (let i = list.length - 1; i >= 0; i--) {
        const candidate = list[i]!;
        if (candidate.bits === 0 || holds(candidate.when, context)) return candidate;
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
          mask = groupTypes.maskOf(paths[token]!);
          for (const candidate of candidates[token]!) mask |= candidate.bits;
          masks[token] = mask;
        }
        return mask;
      },
      dependencies(token) {
        let list = dependencyLists[token];
        if (!list) {
          list = NONE;
          for (const { declaration } of candidates[token]!)
            if (declaration.references.length > 0) list = targets(declaration, list === NONE ? [] : list);
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
          const { when, bits, declaration } = list[i]!;
          if (declaration.type === undefined) continue;
          if (bits === 0 || holds(when, context)) return declaration.type;
        }
        return undefined;
      },
      groupType: (path, context) => groupTypes.read(path, context),
      redeclared(changes, names = NO_NAMES) {
        if (extended) return undefined;
        const named = names.size === 0 ? { paths, numbers } : withNames({ paths, numbers }, names);
        if (leadsNowhere && leadsToAny(candidates, new Set(names.values()))) return undefined;
        const next = candidates.slice();
        const [lists, bits] = [dependencyLists.slice(), masks.slice()];
        for (const { token, source, object } of changes) {
          const list = next[token]!.filter((candidate) => candidate.source !== source);
          if (object) {
            const at = list.findLastIndex((candidate) => candidate.source < source) + 1;
            const { when } = system.sources[source]!;
            list.splice(at, 0, {
              source,
              when,
              bits: bitsOf(when),
              declaration: link(declarationOf(object), named.numbers),
            });
          }
          next[token] = list;
          lists[token] = bits[token] = undefined;
        }
        return indexOf(named, next, lists, bits);
      },
    };
  };
  return indexOf({ paths, numbers }, candidates, new Array(paths.length), new Array(paths.length));
}

const NONE: number[] = [];
const NO_NAMES: ReadonlyMap<number, string> = new Map();

function withNames(
  before: Pick<TokenIndex, 'paths' | 'numbers'>,
  names: ReadonlyMap<number, string>,
): Pick<TokenIndex, 'paths' | 'numbers'> {
  const paths = before.paths.slice();
  const numbers = new Map(before.numbers);
  for (const token of names.keys()) numbers.delete(paths[token]!);
  for (const [token, name] of names) {
    paths[token] = name;
    numbers.set(name, token);
  }
  return { paths, numbers };
}

/** Whether a reference that leads nowhere would lead to one of these paths. */
const leadsToAny = (candidates: readonly Candidate[][], paths: ReadonlySet<string>): boolean =>
  candidates.some((list) =>
    list.some(({ declaration }) =>
      declaration.references.some(
        ({ reference: { path }, target }) =>
          target === undefined && (paths.has(path) || paths.has(`${path}.$root`)),
      ),
    ),
  );
const NO_REFERENCES: CompiledDeclaration['references'] = [];

/** What is written, as long as nothing is known of what it refers to; every member is there from the start, which engines like. */
function declarationOf(object: JsonObject): CompiledDeclaration {
  const type = object.get('$type');
  return {
    object,
    value: authoredValue(object)!,
    type: typeof type === 'string' ? type : undefined,
    alias: undefined,
    references: NO_REFERENCES,
    outcome: undefined,
  };
}

/** A pointer's `/` may stand for a dot anywhere, so `$value`-less pointers are tried as they are, then shortened. */
function findTarget(numbers: ReadonlyMap<string, number>, reference: TokenReference): number | undefined {
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
    /** Of a token, by its own path. */
    maskOf: (path: string) => (typed.size === 0 ? 0 : entry(parentPath(path)).mask),
    read(path: string, context: Context): string | undefined {
      if (typed.size === 0) return undefined;
      const { mask, found, type } = entry(parentPath(path));
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
  bitsOf: (when: Context) => number;
}): void {
  const { groups, candidates, paths, numbers, numberFor, groupFindings, bitsOf } = all;
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
        const taken = candidates[numbers.get(path)!]!.map((candidate) => {
          const both = { ...candidate.when, ...when };
          return { ...candidate, when: both, bits: bitsOf(both), inheritedFrom: target };
        });
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
