import type { ComponentDefinition } from '../components/definition';
import type { Items } from '../document/item';
import type { Finding } from '../findings/finding';
import type { Json } from '../base/json/json';
import type { Resolution } from '../tokens/resolve';
import { nameClashes } from '../tokens/naming';
import { contextText, type Context } from '../tokens/system';
import type { LengthUnit } from './units';

export interface OutputFile {
  name: string;
  /** Empty where the bytes of a stored file stand in its place. */
  text: string;
  stored?: StoredBytes;
}

/** A file that somebody uploaded, delivered as it is. */
export interface StoredBytes {
  /** SHA-256, in hex. */
  hash: string;
  /** Bytes. */
  size: number;
}

/** Bytes of a file, those of a text as UTF-8. */
export const sizeOfFile = ({ text, stored }: Pick<OutputFile, 'text' | 'stored'>): number =>
  stored?.size ?? new TextEncoder().encode(text).length;

interface OutputInput {
  resolution: Resolution;
  /** The token files as authored, older value forms rewritten. */
  authored: () => { name: string; json: Json }[];
  /** One combination, every axis named; undefined: all of them, in the form the output has for that. */
  context?: Context;
  prefix?: string;
  /** What lengths are written in, by formats that write CSS text; undefined: as authored. */
  unit?: LengthUnit;
  /** The components the library offers, composed. */
  components?: readonly ComponentDefinition[];
  /** All the library holds, what it inherits among it. */
  items?: Items;
}

interface OutputResult {
  files: OutputFile[];
  /** What could not be carried, and names that clash. With an error among them nothing is to be written. */
  findings: Finding[];
}

/** In which way a name is written; outputs that write names alike share one. */
export type Naming = 'custom property' | 'scss' | 'less' | 'path' | 'camel case' | 'resource';

/** A form of delivery: one file in this folder and one line in the registry. */
export interface Output {
  name: string;
  title: string;
  /** What it writes, in one sentence. */
  about: string;
  language:
    'html' | 'css' | 'scss' | 'less' | 'json' | 'javascript' | 'typescript' | 'swift' | 'kotlin' | 'xml';
  /** Whether it always writes one combination of contexts: the one asked for, else the defaults. */
  singleContext?: boolean;
  /** Whether uploaded files of the library go with it. */
  withFiles?: boolean;
  /** Whether it writes lengths in the unit asked for. */
  withUnits?: boolean;
  /** How it names tokens without a prefix, where source code can refer to them by that name. */
  naming?: { of: Naming; names: (path: string, type: string) => readonly string[] };
  write(input: OutputInput): OutputResult;
}

/** An error for each two tokens that an output would give one name. */
export function nameFindings(
  resolution: Resolution,
  names: (path: string, type: string) => readonly string[],
): Finding[] {
  const typed = resolution.paths.map((path) => ({
    path,
    type: resolution.variants(path).find((v) => !v.resolved.failed)?.resolved.type ?? '',
  }));
  return nameClashes(typed, names).map(({ name, paths }) => ({
    code: 'name-clash',
    level: 'error',
    path: paths[1],
    message: `${paths[0]} and ${paths[1]} would both be written as ${name}`,
    fix: 'Rename one of them',
  }));
}

/** A note for a token that a format has no form for. */
export const notCarried = (path: string, type: string, format: string): Finding => ({
  code: 'not-carried',
  level: 'note',
  path,
  message: `${path} is left out: ${format} cannot hold its value (${type})`,
  fix: 'Write it by hand where it is needed',
});

/** For which combination a file's values are, as a remark at its top; nothing where there is only one. */
export const contextRemark = (resolution: Resolution, context: Context): string =>
  resolution.system.axes.length === 0 ? '' : `Values for ${contextText(context)}`;

/** Findings for tokens that have no value under a combination and are left out of an output. */
export function leftOut(resolution: Resolution): Finding[] {
  return resolution
    .findings()
    .filter((finding) => finding.level === 'error')
    .map((finding) => ({ ...finding, message: `Left out: ${finding.message}` }));
}
