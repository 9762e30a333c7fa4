import { hyphenated } from '@/core/tokens/naming';
import { sameJson, type Json, type JsonObject } from '@/core/base/json/json';
import type { Finding } from '@/core/findings/finding';
import { openAny } from '@/core/intake/readers/registry';
import { cssLine } from '@/core/tokens/css-text';
import type { OpenedTokens } from '@/core/tokens/open';
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
  /** For every path that differs or clashes: keep mine, take theirs, or both, theirs under another name. */
  everywhere?: Decision;
  /** The same for single paths, whatever is decided for all. */
  decisions: Record<string, Decision>;
}
export type Decision = 'mine' | 'theirs' | 'both';

export interface ReviewRow {
  path: string;
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
}

/** Reads all files; what a resolver names is read with it and not by itself. */
export function readAll(library: OpenLibrary, { files, strip, into }: GatherInput): Read {
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
    useOwnAxes(library, one.opened);
    if (strip !== '' || into !== '')
      rebase(one.opened, (path) =>
        joined(into, strip !== '' && path.startsWith(`${strip}.`) ? path.slice(strip.length + 1) : path),
      );
  }
  return { opened, findings, prefix };
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

/** Gives every token and group another path; references within follow. */
export function rebase(opened: OpenedTokens, to: (path: string) => string): void {
  const paths = new Map<string, string>();
  for (const source of opened.system.sources)
    for (const path of [...source.tokens.keys(), ...source.groups.keys()])
      if (path !== '') paths.set(path, to(path));
  for (const source of opened.system.sources) {
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

export interface Compared extends Omit<ReviewRow, 'decision'> {
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
      const wrong = broken.get(path) ?? missingIn(library, opened, path);
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
function missingIn({ tree }: OpenLibrary, opened: OpenedTokens, path: string): string | undefined {
  for (const source of opened.system.sources) {
    const value = authoredValue(source.tokens.get(path) ?? new Map());
    if (value === undefined) continue;
    for (const reference of referencesIn(value)) {
      const here = opened.system.sources.some((other) => other.tokens.has(reference.path));
      if (!here && !reference.pointer && !tree.ids.has(reference.path))
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
