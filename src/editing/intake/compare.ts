import { hyphenated } from '@/core/tokens/naming';
import { sameJson, type Json, type JsonObject } from '@/core/base/json/json';
import type { Finding } from '@/core/findings/finding';
import { openAny } from '@/core/intake/readers/registry';
import { cssLine } from '@/core/tokens/css-text';
import type { OpenedTokens } from '@/core/tokens/open';
import { nameProblem } from '@/core/tokens/read';
import { aliasPath, authoredValue, referencesIn } from '@/core/tokens/references';
import { Resolution } from '@/core/tokens/resolve';
import { contextText, joinPath, parentPath, type Context } from '@/core/tokens/system';
import { typedText } from '@/core/tokens/typed-value';
import { TOKEN_TYPES } from '@/core/tokens/types/registry';
import type { OpenLibrary } from '@/editing/session/open-library';

export interface GatherFile {
  name: string;
  text: string;
}

/** How files are to come in. */
export interface GatherInput {
  files: GatherFile[];
  /** A first name of every path to leave out: the prefix of a style sheet. */
  strip: string;
  /** A group to put everything into; empty: none. */
  into: string;
  /** Paths to have other names: `find` with `*` for any part of a path, `replace` with `*` for what that part was. */
  rename?: { find: string; replace: string };
  /** Single paths, as the file has them, and what each is to be called whatever else is said. */
  names?: Record<string, string>;
  /** Axes whose values are left out. */
  leaveAxes?: string[];
  /** For every path that differs or clashes: keep mine, take theirs, or both, theirs under another name. */
  everywhere?: Decision;
  /** The same for single paths, whatever is decided for all. */
  decisions: Record<string, Decision>;
}
export type Decision = 'mine' | 'theirs' | 'both';

export interface ReviewRow {
  path: string;
  /** Its path in the file. */
  from: string;
  state: 'new' | 'same' | 'changed' | 'clashing';
  type: string;
  /** Where it differs: the contexts; empty: everywhere. */
  under: string;
  mine: string;
  theirs: string;
  /** Of a clash: why. */
  why: string;
  decision: Decision;
}

/** Contexts as one text, to be compared by. */
export const said = (when: Context) => JSON.stringify(Object.entries(when).sort());

export interface Read {
  opened: { file: string; opened: OpenedTokens }[];
  findings: Finding[];
  prefix: string | undefined;
  /** The path that a file has, by the one it is to have; only of those that are renamed. */
  origins: ReadonlyMap<string, string>;
}

/** Reads all files; what a resolver names is read with it and not by itself. */
export function readAll(
  library: OpenLibrary,
  { files, strip, into, rename, names, leaveAxes = [] }: GatherInput,
): Read {
  const texts = new Map(files.map((file) => [file.name, file.text]));
  const named = new Set<string>();
  const opened: Read['opened'] = [];
  const findings: Finding[] = [];
  const sorted = [...files].sort(
    (a, b) => Number(/\.resolver\.json$/.test(b.name)) - Number(/\.resolver\.json$/.test(a.name)),
  );
  for (const file of sorted) {
    if (named.has(file.name)) continue;
    const found = openAny(file.name, file.text, (name) => {
      const full = texts.has(name) ? name : joinFolder(file.name, name);
      named.add(full);
      return texts.get(full);
    });
    findings.push(
      ...found.findings.map((finding) => ({ ...finding, at: { file: file.name, ...finding.at } })),
    );
    opened.push({ file: file.name, opened: found });
  }
  const paths = opened.flatMap((one) =>
    one.opened.system.sources.flatMap((source) => [...source.tokens.keys()]),
  );
  const [first] = paths;
  const head = first?.split('.')[0];
  const prefix =
    paths.length > 1 && head !== undefined && paths.every((path) => path.startsWith(`${head}.`))
      ? head
      : undefined;
  for (const one of opened) {
    leaveOut(one.opened, leaveAxes);
    useOwnAxes(library, one.opened);
  }
  const to = newPath({ strip, into, rename, names });
  const origins = new Map<string, string>();
  if (to) {
    const settled = distinct(paths, to, findings);
    for (const [from, path] of settled) origins.set(path, from);
    rebase(
      opened.map((one) => one.opened),
      (path) => settled.get(path) ?? to(path),
    );
  }
  return { opened, findings, prefix, origins };
}

const joined = (into: string, path: string) => (into === '' ? path : joinPath(into, path));
const joinFolder = (file: string, name: string) =>
  file.includes('/') ? `${file.slice(0, file.lastIndexOf('/'))}/${name}` : name;

/** An axis whose contexts all stand on one axis of the library means that axis: `theme` dark is `scheme` dark. */
function useOwnAxes(library: OpenLibrary, opened: OpenedTokens): void {
  const own = library.resolution.system.axes;
  for (const axis of opened.system.axes) {
    if (own.some((other) => other.name === axis.name)) continue;
    const same = own.find((other) => axis.contexts.every((context) => other.contexts.includes(context)));
    if (!same) continue;
    for (const source of opened.system.sources) {
      if (source.when[axis.name] === undefined) continue;
      const { [axis.name]: context, ...rest } = source.when;
      source.when = { ...rest, [same.name]: context! };
    }
    axis.name = same.name;
  }
}

/** Takes out what a file says under the contexts of some axes, and the axes. */
function leaveOut({ system }: OpenedTokens, axes: readonly string[]): void {
  if (axes.length === 0) return;
  system.axes = system.axes.filter(({ name }) => !axes.includes(name));
  system.sources = system.sources.filter(({ when }) => !axes.some((axis) => axis in when));
}

/** The path a token of a file is to have; undefined where all keep theirs. */
function newPath({
  strip,
  into,
  rename,
  names = {},
}: Pick<GatherInput, 'strip' | 'into' | 'rename' | 'names'>): ((path: string) => string) | undefined {
  const pattern = rename && rename.find.trim() !== '' ? pathPattern(rename.find.trim()) : undefined;
  if (strip === '' && into === '' && !pattern && Object.keys(names).length === 0) return undefined;
  return (path) => {
    const bare = strip !== '' && path.startsWith(`${strip}.`) ? path.slice(strip.length + 1) : path;
    const found = pattern?.exec(bare);
    let part = 0;
    const renamed = found ? rename!.replace.trim().replace(/\*/g, () => found[++part] ?? '') : bare;
    const settled = joined(into, renamed === '' || nameProblems(renamed) ? bare : renamed);
    const own = Object.hasOwn(names, path) ? names[path]!.trim() : '';
    return own === '' || nameProblems(own) ? settled : own;
  };
}

const pathPattern = (find: string): RegExp =>
  new RegExp(`^${find.split('*').map((part) => part.replace(/[.+?^${}()|[\]\\]/g, '\\$&')).join('(.*)')}$`); // prettier-ignore
const nameProblems = (path: string): boolean => path.split('.').some((name) => nameProblem(name) !== undefined); // prettier-ignore

/** The new path of each token; of two that would be one, the later keeps its own, and that is told. */
function distinct(
  paths: readonly string[],
  to: (path: string) => string,
  findings: Finding[],
): Map<string, string> {
  const settled = new Map<string, string>();
  const owners = new Map<string, string>();
  for (const path of new Set(paths)) {
    const target = to(path);
    const owner = owners.get(target);
    if (owner !== undefined)
      findings.push({
        code: 'name-clash',
        level: 'error',
        path: target,
        message: `${owner} and ${path} would both be ${target}`,
        fix: `Give one of them another name; ${path} keeps its own`,
      });
    const kept = owner === undefined ? target : path;
    owners.set(kept, path);
    settled.set(path, kept);
  }
  return settled;
}

/** Gives every token and group another path; references within follow, in all files. */
export function rebase(opened: readonly OpenedTokens[], to: (path: string) => string): void {
  const paths = new Map<string, string>();
  const sources = opened.flatMap(({ system }) => system.sources);
  for (const source of sources)
    for (const path of [...source.tokens.keys(), ...source.groups.keys()])
      if (path !== '') paths.set(path, to(path));
  for (const source of sources) {
    source.tokens = new Map(
      [...source.tokens].map(([path, object]) => [paths.get(path)!, rereferred(object, paths) as JsonObject]),
    );
    source.groups = new Map(
      [...source.groups]
        .filter(([path]) => path !== '')
        .map(([path, object]) => [paths.get(path)!, rereferred(object, paths) as JsonObject]),
    );
    source.root = undefined;
  }
}

function rereferred(json: Json, paths: ReadonlyMap<string, string>): Json {
  if (typeof json === 'string') {
    const path = aliasPath(json);
    return path !== undefined && paths.has(path) ? `{${paths.get(path)!}}` : json;
  }
  if (Array.isArray(json)) return json.map((member) => rereferred(member, paths));
  return json instanceof Map
    ? new Map([...json].map(([name, member]) => [name, rereferred(member, paths)]))
    : json;
}

export interface Compared extends Omit<ReviewRow, 'decision' | 'from'> {
  /** It cannot come in, whatever is decided. */
  barred: boolean;
}

/** What is done with a path: as decided for itself, for all that differ, or else what does the least harm. */
export function decisionOf(
  { path, state, barred }: Compared,
  { decisions, everywhere }: GatherInput,
): Decision {
  if (barred) return 'mine';
  const differs = state === 'changed' || state === 'clashing';
  return decisions[path] ?? (differs ? everywhere : undefined) ?? (state === 'clashing' ? 'mine' : 'theirs');
}

/** Every token of the files against what the library has at its path, in every layer the files speak of. */
export function compare(library: OpenLibrary, read: Read): Map<string, Compared> {
  const { resolution, tree } = library;
  const rows = new Map<string, Compared>();
  const lower = new Map<string, string>();
  const exported = new Map<string, string>();
  for (const path of resolution.paths) {
    lower.set(path.toLowerCase(), path);
    exported.set(hyphenated(path), path);
  }
  const all = new Set(
    read.opened.flatMap(({ opened }) => opened.system.sources.flatMap((source) => [...source.tokens.keys()])),
  );
  for (const { opened } of read.opened) {
    const theirs = new Resolution(opened.system);
    // What is wrong in itself stays out; what only misses a token may find it in the library.
    const broken = new Map<string, string>();
    for (const finding of theirs.findings())
      if (finding.level === 'error' && finding.path !== undefined && finding.code !== 'missing-target')
        broken.set(finding.path, finding.message);
    for (const path of theirs.paths) {
      const theirType = theirs.variants(path).find(({ resolved }) => !resolved.failed)?.resolved.type;
      const there = tree.ids.get(path);
      const item =
        there === undefined || tree.paths.get(there) !== path ? undefined : library.items.get(there);
      const candidates = theirs.index.candidates[theirs.index.numbers.get(path)!]!;
      const number = resolution.index.numbers.get(path);
      const mine = number === undefined ? [] : resolution.index.candidates[number]!;
      const myType = resolution.variants(path).find(({ resolved }) => !resolved.failed)?.resolved.type;
      const differing = candidates.filter(({ when, declaration }) => {
        const own = mine.findLast((candidate) => said(candidate.when) === said(when));
        return !own || !sameValue(own.declaration.object, declaration.object, theirType);
      });
      const alike = lower.get(path.toLowerCase()) ?? exported.get(hyphenated(path));
      const holder = tokenAbove(library, path);
      const wrong = broken.get(path) ?? missingIn(library, opened, all, path);
      const why =
        wrong !== undefined
          ? wrong
          : holder !== undefined
            ? `${holder} is a token here and cannot hold others`
            : item?.kind === 'group'
              ? `${path} is a group here`
              : item && myType !== undefined && theirType !== undefined && myType !== theirType
                ? `it is a ${myType} here and a ${theirType} there`
                : !item && alike !== undefined && alike !== path
                  ? alike.toLowerCase() === path.toLowerCase()
                    ? `only its case tells it from ${alike}`
                    : `${alike} would be exported under the same name`
                  : '';
      const state = why !== '' ? 'clashing' : !item ? 'new' : differing.length === 0 ? 'same' : 'changed';
      const shown = differing[0] ?? candidates[0];
      const text = (object: JsonObject | undefined, type: string | undefined) => {
        const value = object && authoredValue(object);
        return value === undefined ? '' : typedText(value, type);
      };
      const own = shown && mine.findLast((candidate) => said(candidate.when) === said(shown.when));
      rows.set(path, {
        path,
        state,
        type: theirType ?? '',
        under: shown ? contextText(shown.when) : '',
        mine: text(own?.declaration.object, myType),
        theirs: text(shown?.declaration.object, theirType),
        why,
        barred: holder !== undefined || wrong !== undefined,
      });
    }
  }
  return rows;
}

/** What a token of these files refers to that is neither among them nor in the library, in words. */
function missingIn(
  { tree }: OpenLibrary,
  opened: OpenedTokens,
  all: ReadonlySet<string>,
  path: string,
): string | undefined {
  for (const source of opened.system.sources) {
    const value = authoredValue(source.tokens.get(path) ?? new Map());
    if (value === undefined) continue;
    for (const reference of referencesIn(value)) {
      if (!all.has(reference.path) && !reference.pointer && !tree.ids.has(reference.path))
        return `it refers to ${reference.path}, which is nowhere`;
    }
  }
  return undefined;
}

/** A token of the library on the way to a path: nothing can stand below it. */
function tokenAbove({ tree, items }: OpenLibrary, path: string): string | undefined {
  for (let at = parentPath(path); at !== ''; at = parentPath(at)) {
    const id = tree.ids.get(at);
    if (id !== undefined && tree.paths.get(id) === at && items.get(id)?.kind === 'token') return at;
  }
  return undefined;
}

function sameValue(mine: JsonObject, theirs: JsonObject, type: string | undefined): boolean {
  const [a, b] = [authoredValue(mine), authoredValue(theirs)];
  if (a === undefined || b === undefined) return a === b;
  if (sameJson(a, b)) return true;
  // A colour, a size or a weight may be written in another way and mean the same.
  if (referencesIn(a).length > 0 || referencesIn(b).length > 0) return false;
  const kind = type === undefined ? undefined : TOKEN_TYPES.get(type);
  const modern = (value: Json) => kind?.normalise?.(value) ?? value;
  const [one, other] = [modern(a), modern(b)];
  if (!kind || kind.check(one) || kind.check(other)) return false;
  return (
    sameJson(one, other) || cssLine({ type: type!, value: one }) === cssLine({ type: type!, value: other })
  );
}
