import { Refusal } from '@/core/base/errors';
import type { Finding } from '@/core/findings/finding';
import { applyChangeSet } from '@/core/kinds/registry';
import type { Edit } from '@/core/document/edits';
import { effectiveLibrary } from '@/core/library/effective';
import { importEdits } from '@/core/intake/import';
import { itemsOf, type Items } from '@/core/document/item';
import { layersOf, whenOf } from '@/core/tokens/token-tree';
import { openAny } from '@/core/intake/readers/registry';
import { sameJson, type Json, type JsonObject } from '@/core/base/json/json';
import { hyphenated } from '@/core/tokens/naming';
import type { OpenedTokens } from '@/core/tokens/open';
import { aliasPath, authoredValue, referencesIn } from '@/core/tokens/references';
import { Resolution } from '@/core/tokens/resolve';
import { contextText, joinPath, parentPath, type Context } from '@/core/tokens/system';
import { cssLine } from '@/core/tokens/css-text';
import { TOKEN_TYPES } from '@/core/tokens/types/registry';
import { typedText } from '@/core/tokens/typed-value';
import type { OpenLibrary } from '@/editing/session/open-library';
import type { NewId } from '@/editing/session/command';

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

interface ReviewView {
  /** Those asked for, of all that are listed. */
  rows: ReviewRow[];
  listed: number;
  /** How many tokens would come in. */
  coming: number;
  counts: Record<ReviewRow['state'], number>;
  /** The first of what cannot be read, and of what is left out; and how many there are. */
  errors: Finding[];
  left: Finding[];
  found: { errors: number; left: number };
  /** Axes and contexts that would be new. */
  contexts: string[];
  /** A first name that all paths share. */
  prefix: string | undefined;
  readable: number;
}

const said = (when: Context) => JSON.stringify(Object.entries(when).sort());
/** At most this many findings are sent to a page; counts are of all. */
const FINDINGS = 100;

interface Read {
  opened: { file: string; opened: OpenedTokens }[];
  findings: Finding[];
  prefix: string | undefined;
}

/** Reads all files; what a resolver names is read with it and not by itself. */
function readAll(library: OpenLibrary, { files, strip, into }: GatherInput): Read {
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
function rebase(opened: OpenedTokens, to: (path: string) => string): void {
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

interface Compared extends Omit<ReviewRow, 'decision'> {
  /** It cannot come in, whatever is decided. */
  barred: boolean;
}

/** What is done with a path: as decided for itself, for all that differ, or else what does the least harm. */
function decisionOf({ path, state, barred }: Compared, { decisions, everywhere }: GatherInput): Decision {
  if (barred) return 'mine';
  const differs = state === 'changed' || state === 'clashing';
  return decisions[path] ?? (differs ? everywhere : undefined) ?? (state === 'clashing' ? 'mine' : 'theirs');
}

/** Every token of the files against what the library has at its path, in every layer the files speak of. */
function compare(library: OpenLibrary, read: Read): Map<string, Compared> {
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

const reviewed = new WeakMap<OpenLibrary, { input: GatherInput; read: Read; compared: Compared[] }>();

/** What was read and compared for a page stays for as long as it looks at the same files; deciding compares nothing anew. */
function comparedFor(library: OpenLibrary, input: GatherInput): { read: Read; compared: Compared[] } {
  const last = reviewed.get(library);
  const same =
    last &&
    last.input.strip === input.strip &&
    last.input.into === input.into &&
    last.input.files.length === input.files.length &&
    last.input.files.every(
      ({ name, text }, i) => name === input.files[i]!.name && text === input.files[i]!.text,
    );
  if (same) return last;
  const read = readAll(library, input);
  const weight = { clashing: 0, changed: 1, new: 2, same: 3 } as const;
  const compared = [...compare(library, read).values()].sort((a, b) => weight[a.state] - weight[b.state]);
  const made = { input, read, compared };
  reviewed.set(library, made);
  return made;
}

/** What bringing files in would change, before anything is changed. */
export function intakeReview(
  library: OpenLibrary,
  {
    state = '',
    find = '',
    from = 0,
    rows: many = 200,
    ...input
  }: GatherInput & {
    /** Rows to list: of one state, whose path holds some words; and which of them to send. */
    state?: ReviewRow['state'] | '';
    find?: string;
    from?: number;
    rows?: number;
  },
): ReviewView {
  const { read, compared } = comparedFor(library, input);
  const counts = { new: 0, same: 0, changed: 0, clashing: 0 };
  let coming = 0;
  for (const row of compared) {
    counts[row.state]++;
    if (row.state !== 'same' && decisionOf(row, input) !== 'mine') coming++;
  }
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const listed = compared.filter(
    (row) =>
      (state === '' || row.state === state) && words.every((word) => row.path.toLowerCase().includes(word)),
  );
  const errors = read.findings.filter(({ level }) => level === 'error');
  const left = read.findings.filter(({ code }) => code === 'not-carried');
  const known = new Set(
    library.resolution.system.axes.flatMap((axis) =>
      axis.contexts.map((context) => `${axis.name} ${context}`),
    ),
  );
  const contexts = read.opened.flatMap(({ opened }) =>
    opened.system.axes.flatMap((axis) => axis.contexts.map((context) => `${axis.name} ${context}`)),
  );
  return {
    rows: listed
      .slice(from, from + many)
      .map(({ barred: _barred, ...row }, i) => ({ ...row, decision: decisionOf(listed[from + i]!, input) })),
    listed: listed.length,
    coming,
    counts,
    errors: errors.slice(0, FINDINGS),
    left: left.slice(0, FINDINGS),
    found: { errors: errors.length, left: left.length },
    contexts: [...new Set(contexts)].filter((context) => !known.has(context)),
    prefix: input.strip === '' ? read.prefix : undefined,
    readable: compared.length,
  };
}

/** The edits by which files come in as reviewed. */
export function gatherEdits(
  library: OpenLibrary,
  input: GatherInput,
  newId: NewId,
): { edits: Edit[]; count: number } {
  const read = readAll(library, input);
  const rows = compare(library, read);
  let items: Items = library.items;
  let own: Items = library.own.items;
  const edits: Edit[] = [];
  let count = 0;
  const taken = new Set(library.tree.ids.keys());
  for (const { file, opened } of read.opened) {
    const renamed = new Map<string, string>();
    for (const source of opened.system.sources) {
      for (const path of [...source.tokens.keys()]) {
        const row = rows.get(path);
        if (!row) continue;
        const decision = decisionOf(row, input);
        if (row.state === 'same' || decision === 'mine') source.tokens.delete(path);
        else if (decision === 'both' && !renamed.has(path)) {
          let other = `${path}-2`;
          for (let n = 3; taken.has(other); n++) other = `${path}-${n}`;
          taken.add(other);
          renamed.set(path, other);
        }
      }
    }
    if (renamed.size > 0) rebase(opened, (path) => renamed.get(path) ?? path);
    for (const source of opened.system.sources) count += source.tokens.size;
    intoOwnLayers(own, items, opened);
    const brought = importEdits(items, opened, file, newId, own);
    edits.push(...brought.edits);
    // The next file sees what this one brought.
    const next = applyChangeSet({ ...library.own, items: own }, { edits: brought.edits });
    if ('clashes' in next)
      throw new Refusal(next.clashes[0]!.message, 'Reload the page and import the files again');
    own = next.document.items;
    items = effectiveLibrary([
      ...library.surroundings.ancestors,
      { name: library.snapshot.document.name, version: 'draft', items: own },
    ]).items;
  }
  return { edits, count };
}

/** What holds under the same contexts goes into the layer that is there, so that no second one stands over it. */
function intoOwnLayers(own: Items, items: Items, opened: OpenedTokens): void {
  const layers = layersOf(own).map((layer) => ({ layer, when: said(whenOf(layer, items)) }));
  for (const source of opened.system.sources) {
    const exact = itemsOf(own, 'layer').some(
      (layer) => layer.name === source.label && layer.file === (source.file ?? null),
    );
    if (exact) continue;
    // What always holds goes in as the weakest, so that it does not stand over what the library says under a context.
    const matching = layers.filter(({ when }) => when === said(source.when));
    const same = Object.keys(source.when).length === 0 ? matching[0] : matching.at(-1);
    if (!same) continue;
    source.label = same.layer.name;
    source.file = same.layer.file ?? undefined;
  }
}
