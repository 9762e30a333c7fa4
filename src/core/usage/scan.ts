import { LineIndex } from '../base/lines';
import { counted } from '../base/words';
import type { Finding } from '../findings/finding';
import type { Resolution } from '../tokens/resolve';
import { deprecationOf } from '../tokens/tier';
import type { ComponentNames } from './component-names';
import { readerFor } from './readers/registry';
import { UnreadableSource, type ReadSource, type SourcePart } from './source';
import { TokenNames } from './token-names';
import { TokenValues } from './token-values';

export interface SourceFile {
  /** Relative to the folder scanned, with `/`. */
  name: string;
  text: string;
}

/** What a scan found of one part. */
export interface ScannedPart extends SourcePart {
  file: string;
  /** Both count from 1. */
  line: number;
  column: number;
  /** The text as it stands in the file. */
  value: string;
  as: 'token' | 'exact' | 'near' | 'foreign';
  /** The token it refers to. */
  path?: string;
  suggest: string[];
}

export interface ScanFinding extends Finding {
  at: { file: string; line: number; column: number };
  value?: string;
  suggest?: string[];
}

export interface Scan {
  files: number;
  parts: { total: number; token: number; exact: number; near: number; foreign: number };
  /** 0 to 1, to four decimals. */
  coverage: number;
  /** How often each token is referred to, in the order of the token file. */
  tokens: Record<string, number>;
  findings: ScanFinding[];
  found: ScannedPart[];
  /** Every instance of a component, where components were named. */
  instances: ScannedInstance[];
}

/** An instance of a component in source code. */
export interface ScannedInstance {
  component: string;
  /** What is set on it; null where it is worked out. */
  props: [prop: string, value: string | null][];
  file: string;
  line: number;
  column: number;
}

/** A file read once: what it says does not depend on the tokens. */
export type ReadFile = { file: SourceFile } & ({ read: ReadSource } | { problem: UnreadableSource });

/** Reads one file; a file of no known kind is undefined. */
export function readSourceFile(file: SourceFile): ReadFile | undefined {
  const reader = readerFor(file.name);
  if (!reader) return undefined;
  try {
    if (file.text.includes('\0')) throw new UnreadableSource('It is no text');
    return { file, read: reader.read(file.text, file.name) };
  } catch (error) {
    if (error instanceof UnreadableSource) return { file, problem: error };
    if (error instanceof RangeError)
      return { file, problem: new UnreadableSource('It is nested too deep to be read') };
    throw error;
  }
}

/** What a scan found in one file, kept while the file and what it asks of the others stay the same. */
interface ScannedFile {
  found: ScannedPart[];
  findings: ScanFinding[];
  counts: Record<ScannedPart['as'], number>;
  used: ReadonlyMap<string, number>;
  /** Custom properties that no token is called, and whether some file sets each. */
  asked: ReadonlyMap<string, boolean>;
  instances: ScannedInstance[];
}

/** Holds source code against the tokens of a file (COMMANDS, `scan`). */
export const scan = (files: readonly ReadFile[], resolution: Resolution): Scan =>
  new Scanner(resolution).scan(files);

/** The same again and again: what was found in a file that was not read anew is not looked for again. */
export class Scanner {
  private readonly names: TokenNames;
  private readonly values: TokenValues;
  private readonly known = new WeakMap<ReadFile, ScannedFile>();

  constructor(
    private readonly resolution: Resolution,
    private readonly components?: ComponentNames,
  ) {
    this.names = new TokenNames(resolution);
    this.values = new TokenValues(resolution);
  }

  scan(files: readonly ReadFile[]): Scan {
    const sets = new Set<string>();
    for (const one of files) if ('read' in one) for (const name of one.read.sets) sets.add(name);
    const parts = { total: 0, token: 0, exact: 0, near: 0, foreign: 0 };
    const used = new Map<string, number>();
    const all = files.map((file) => this.file(file, sets));
    for (const one of all) {
      for (const as of ['token', 'exact', 'near', 'foreign'] as const) parts[as] += one.counts[as];
      parts.total += one.found.length;
      for (const [path, count] of one.used) used.set(path, (used.get(path) ?? 0) + count);
    }
    return {
      files: files.length,
      parts,
      coverage: parts.total === 0 ? 0 : Number((parts.token / parts.total).toFixed(4)),
      tokens: Object.fromEntries(
        this.resolution.paths.flatMap((path) => (used.has(path) ? [[path, used.get(path)!]] : [])),
      ),
      findings: all.flatMap(({ findings }) => findings),
      found: all.flatMap(({ found }) => found),
      instances: all.flatMap(({ instances }) => instances),
    };
  }

  private file(one: ReadFile, sets: ReadonlySet<string>): ScannedFile {
    const known = this.known.get(one);
    if (known && [...known.asked].every(([name, isSet]) => sets.has(name) === isSet)) return known;
    const scanned = this.look(one, sets);
    this.known.set(one, scanned);
    return scanned;
  }

  private look(one: ReadFile, sets: ReadonlySet<string>): ScannedFile {
    const { name: file, text } = one.file;
    const found: ScannedPart[] = [];
    const findings: ScanFinding[] = [];
    const counts = { token: 0, exact: 0, near: 0, foreign: 0 };
    const used = new Map<string, number>();
    const asked = new Map<string, boolean>();
    if ('problem' in one) {
      const { line = 1, column = 1 } = one.problem.at;
      findings.push({
        code: 'unreadable',
        level: 'warning',
        message: `${file} cannot be read: ${one.problem.message}`,
        fix: 'Correct it there; the rest was scanned',
        at: { file, line, column },
      });
      return { found, findings, counts, used, asked, instances: [] };
    }
    const lines = new LineIndex(text);
    for (const part of one.read.parts) {
      const isSet = (name: string) => {
        const answer = sets.has(name);
        asked.set(name, answer);
        return answer;
      };
      const result = resultOf(part, this.names, this.values, isSet);
      if (!result) continue;
      const value = text.slice(part.from, part.to);
      const at = lines.at(part.from);
      // Written out: of the many parts of a source this is most of the work.
      const { kind, from, to, text: said, naming, property, built, computed } = part;
      const { as, path, suggest } = result;
      const { line, column } = at;
      const scanned: ScannedPart = { kind, from, to, text: said, naming, property, built, computed, file, line, column, value, as, path, suggest }; // prettier-ignore
      found.push(scanned);
      counts[result.as]++;
      if (result.path !== undefined) used.set(result.path, (used.get(result.path) ?? 0) + 1);
      const finding = findingOf(scanned, this.resolution);
      if (finding) findings.push({ ...finding, at: { file, ...at }, value });
    }
    const instances = (this.components ? (one.read.elements ?? []) : []).flatMap(
      (element): ScannedInstance[] => {
        const component = this.components!.of(element);
        return component
          ? [
              {
                component: component.name,
                props: this.components!.propsOf(component, element),
                file,
                ...lines.at(element.from),
              },
            ]
          : [];
      },
    );
    return { found, findings, counts, used, asked, instances };
  }
}

/** What a part is; undefined where it is none: a name that the source sets itself. */
function resultOf(
  part: SourcePart,
  names: TokenNames,
  values: TokenValues,
  isSet: (name: string) => boolean,
): Pick<ScannedPart, 'as' | 'path' | 'suggest'> | undefined {
  if (part.kind !== 'reference') {
    const { how, suggest } = values.match(part.kind, part.text, part.property);
    return { as: how, suggest };
  }
  const path = names.pathOf(part.naming!, part.text);
  if (path !== undefined) return { as: 'token', path, suggest: [] };
  // Of other languages it cannot be known whether a name is one of a token at all.
  if (part.naming !== 'custom property' || isSet(`--${part.text}`)) return undefined;
  return { as: 'foreign', suggest: [] };
}

function findingOf(part: ScannedPart, resolution: Resolution): Omit<ScanFinding, 'at'> | undefined {
  const { value, suggest } = part;
  const place = part.property === '' ? '' : ` (${part.property})`;
  if (part.kind === 'reference') {
    if (part.path === undefined)
      return {
        code: 'unknown-token',
        level: 'error',
        message: `--${part.text} is neither a token nor set in this source${place}`,
        fix: 'Use the name of a token, or set the property',
        suggest,
      };
    const deprecated = deprecationOf(resolution, part.path);
    if (deprecated === undefined) return undefined;
    return {
      code: 'deprecated-use',
      level: 'warning',
      path: part.path,
      message: `${part.path} is deprecated${typeof deprecated === 'string' ? `: ${deprecated}` : ''}`,
      fix: 'Use its replacement',
      suggest,
    };
  }
  const [first] = suggest;
  if (part.as === 'exact')
    return {
      code: 'raw-exact',
      level: 'warning',
      message: `${value} is the value of ${first!}${place}`,
      fix: `Use ${first!}`,
      suggest,
    };
  if (part.as === 'near')
    return {
      code: 'raw-near',
      level: 'note',
      message: `${value} is near to ${first!}${place}`,
      fix: `Use ${first!}, or leave the value`,
      suggest,
    };
  return {
    code: 'raw-foreign',
    level: 'note',
    message: `${value} is no token${place}`,
    fix: 'Use a token, or add one for it',
    suggest,
  };
}

/** A scan in one line. */
export const scanText = ({ files, parts, coverage }: Pick<Scan, 'files' | 'parts' | 'coverage'>): string =>
  `${counted(files, 'file')}, ${counted(parts.total, 'value')}: ${parts.token} by token (${(coverage * 100).toFixed(1)} %), ` +
  `${parts.exact} equal to one, ${parts.near} near to one, ${parts.foreign} of neither kind.`;
