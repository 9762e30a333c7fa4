import type { Finding } from '../findings/finding';
import { isObject, type Json, type JsonObject } from '../base/json/json';
import { JsonSyntaxError, readJson } from '../base/json/read';
import { readDeclarations } from './read';
import { isResolver, readResolver, type SourceHome } from './resolver-file';
import type { TokenSystem } from './system';

/** Reads the text of a file named relative to the file being opened; undefined where there is none. */
export type ReadText = (name: string) => string | undefined;

export interface OpenedTokens {
  system: TokenSystem;
  findings: Finding[];
  /** The document as read; absent where it was not JSON. */
  root?: JsonObject;
  /** For a resolver: how each source stands in it. */
  homes?: SourceHome[];
  /** Every file that was read, for finding lines. */
  texts: Map<string, string>;
}

/** Reads a DTCG token file or resolver into a token system. Whatever is wrong becomes findings; nothing is thrown. */
export function openTokens(file: string, text: string, readText: ReadText): OpenedTokens {
  const texts = new Map([[file, text]]);
  const findings: Finding[] = [];
  const parse = (name: string, content: string): Json | undefined => {
    try {
      return readJson(content);
    } catch (error) {
      if (!(error instanceof JsonSyntaxError)) throw error;
      findings.push({
        code: 'json-syntax',
        level: 'error',
        message: `${name} is not JSON: ${error.reason}`,
        at: { file: name, ...error.place },
        fix: `Correct line ${error.place.line}, column ${error.place.column}`,
      });
      return undefined;
    }
  };
  const json = parse(file, text);
  if (json === undefined) return { system: { axes: [], sources: [] }, findings, texts };

  if (isObject(json) && isResolver(json)) {
    const reading = readResolver(json, (name) => {
      const content = readText(name);
      if (content === undefined) return { problem: `The file ${name} could not be read` };
      texts.set(name, content);
      const opened = parse(name, content);
      return opened === undefined ? { problem: `${name} is not JSON` } : { json: opened };
    });
    const all = [
      ...findings,
      ...reading.findings.map((finding) => ({
        ...finding,
        at: { ...finding.at, file: finding.at?.file ?? file },
      })),
    ];
    return { system: reading.system, findings: all, root: json, homes: reading.homes, texts };
  }
  const own: Finding[] = [];
  const declarations = readDeclarations(json, own);
  findings.push(...own.map((finding) => ({ ...finding, at: { ...finding.at, file } })));
  const root = isObject(json) ? json : undefined;
  const source = { id: 'source-0', label: file, file, when: {}, root, ...declarations };
  return { system: { axes: [], sources: [source] }, findings, root, texts };
}
