import type { Finding } from '../findings/finding';
import type { Json } from '../base/json/json';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';

export interface OutputFile {
  name: string;
  text: string;
}

interface OutputInput {
  resolution: Resolution;
  /** The token files as authored, older value forms rewritten. */
  authored: () => { name: string; json: Json }[];
  /** One combination, every axis named; undefined: all of them, in the form the output has for that. */
  context?: Context;
  prefix?: string;
}

interface OutputResult {
  files: OutputFile[];
  /** What could not be carried, and names that clash. With an error among them nothing is to be written. */
  findings: Finding[];
}

/** A form of delivery: one file in this folder and one line in the registry. */
export interface Output {
  name: string;
  title: string;
  /** What it writes, in one sentence. */
  about: string;
  language: 'css' | 'json' | 'typescript';
  write(input: OutputInput): OutputResult;
}

/** Findings for tokens that have no value under a combination and are left out of an output. */
export function leftOut(resolution: Resolution): Finding[] {
  return resolution
    .findings()
    .filter((finding) => finding.level === 'error')
    .map((finding) => ({ ...finding, message: `Left out: ${finding.message}` }));
}
