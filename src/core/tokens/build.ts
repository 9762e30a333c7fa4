import type { Finding } from '../findings/finding';
import { jsonObject, type Json, type JsonObject } from '../base/json/json';
import type { OpenedTokens } from './open';
import type { Axis, Context, TokenSource } from './system';

/** A token's own object with its type, where the value does not say it by reference. */
export function tokenObject(value: Json, type?: string, more: [string, Json][] = []): JsonObject {
  return jsonObject([
    ...(type === undefined ? [] : ([['$type', type]] as [string, Json][])),
    ['$value', value],
    ...more,
  ]) as JsonObject;
}

export function sourceOf(
  file: string,
  tokens: Map<string, JsonObject>,
  when: Context = {},
  id = 'source-0',
): TokenSource {
  const text = Object.values(when).join(' ');
  return {
    id,
    label: text === '' ? file.replace(/^.*\//, '') : text,
    file,
    when,
    tokens,
    groups: new Map(),
  };
}

export function openedOf(
  file: string,
  text: string,
  sources: TokenSource[],
  findings: Finding[],
  axes: Axis[] = [],
): OpenedTokens {
  return { system: { axes, sources }, findings, texts: new Map([[file, text]]) };
}

export function unread(file: string, name: string, why: string, line?: number, column?: number): Finding {
  return {
    code: 'not-carried',
    level: 'note',
    message: `${name} was not read: ${why}`,
    at: { file, ...(line !== undefined && { line }), ...(column !== undefined && { column }) },
    fix: 'Set it by hand where it is needed',
  };
}
