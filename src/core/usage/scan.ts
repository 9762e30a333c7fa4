import { LineIndex } from '../base/lines';
import { counted } from '../base/words';
import type { Finding } from '../findings/finding';
import type { Resolution } from '../tokens/resolve';
import { deprecationOf } from '../tokens/tier';
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

/** Holds source code against the tokens of a file (COMMANDS, `scan`). */
export function scan(files: readonly ReadFile[], resolution: Resolution): Scan {
  const names = new TokenNames(resolution);
  const values = new TokenValues(resolution);
  const sets = new Set(files.flatMap((one) => ('read' in one ? one.read.sets : [])));
  const found: ScannedPart[] = [];
  const findings: ScanFinding[] = [];
  const used = new Map<string, number>();
  for (const one of files) {
    const { name: file, text } = one.file;
    if ('problem' in one) {
      const { line = 1, column = 1 } = one.problem.at;
      findings.push({
        code: 'unreadable',
        level: 'warning',
        message: `${file} cannot be read: ${one.problem.message}`,
        fix: 'Correct it there; the rest was scanned',
        at: { file, line, column },
      });
      continue;
    }
    const lines = new LineIndex(text);
    for (const part of one.read.parts) {
      const result = resultOf(part, names, values, sets);
      if (!result) continue;
      const value = text.slice(part.from, part.to);
      const at = lines.at(part.from);
      const scanned: ScannedPart = { ...part, ...result, file, ...at, value };
      found.push(scanned);
      if (result.path !== undefined) used.set(result.path, (used.get(result.path) ?? 0) + 1);
      const finding = findingOf(scanned, resolution);
      if (finding) findings.push({ ...finding, at: { file, ...at }, value });
    }
  }
  const count = (as: ScannedPart['as']) => found.filter((part) => part.as === as).length;
  const parts = {
    total: found.length,
    token: count('token'),
    exact: count('exact'),
    near: count('near'),
    foreign: count('foreign'),
  };
  return {
    files: files.length,
    parts,
    coverage: parts.total === 0 ? 0 : Number((parts.token / parts.total).toFixed(4)),
    tokens: Object.fromEntries(
      resolution.paths.flatMap((path) => (used.has(path) ? [[path, used.get(path)!]] : [])),
    ),
    findings,
    found,
  };
}

/** What a part is; undefined where it is none: a name that the source sets itself. */
function resultOf(
  part: SourcePart,
  names: TokenNames,
  values: TokenValues,
  sets: ReadonlySet<string>,
): Pick<ScannedPart, 'as' | 'path' | 'suggest'> | undefined {
  if (part.kind !== 'reference') {
    const { how, suggest } = values.match(part.kind, part.text, part.property);
    return { as: how, suggest };
  }
  const path = names.pathOf(part.naming!, part.text);
  if (path !== undefined) return { as: 'token', path, suggest: [] };
  // Of other languages it cannot be known whether a name is one of a token at all.
  if (part.naming !== 'custom property' || sets.has(`--${part.text}`)) return undefined;
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
