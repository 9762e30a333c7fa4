import type { Finding } from '../../findings/finding';
import { isObject, type Json, type JsonObject } from '../../base/json/json';
import { JsonSyntaxError, readJson } from '../../base/json/read';
import { isResolver } from '../../tokens/resolver-file';
import { openedOf, sourceOf, tokenObject, unread } from '../../tokens/build';
import { readCssValue } from '../../base/css/css-value';
import { nameFrom } from '../paths';
import type { Reader } from '../reader';

/** Plain nested JSON: every text or number is a value, every object a group, a list's members are numbered from 0. */
export const nestedJson: Reader = {
  name: 'json',
  label: 'Plain nested JSON',
  accepts(file, text) {
    if (!/\.json$/i.test(file)) return false;
    const json = quietly(text);
    return json !== undefined && isObject(json) && !isResolver(json) && !holdsValues(json);
  },
  read(file, text) {
    const findings: Finding[] = [];
    const tokens = new Map<string, JsonObject>();
    const json = quietly(text);
    type Node = { json: Json; segments: string[] };
    const stack: Node[] = json === undefined ? [] : [{ json, segments: [] }];
    for (let node = stack.pop(); node; node = stack.pop()) {
      const { segments } = node;
      if (segments.length > 200) continue;
      if (isObject(node.json) || Array.isArray(node.json)) {
        const members: [string, Json][] = isObject(node.json)
          ? [...node.json]
          : node.json.map((member, i) => [String(i), member]);
        for (const [name, member] of members.reverse()) {
          const own = nameFrom(name);
          if (own !== '') stack.push({ json: member, segments: [...segments, own] });
          else findings.push(unread(file, [...segments, name].join('.'), 'a token cannot have that name'));
        }
        continue;
      }
      const path = segments.join('.');
      if (node.json === null || typeof node.json === 'boolean') {
        findings.push(unread(file, path, `${String(node.json)} is not a value that a token can hold`));
        continue;
      }
      const read = readCssValue(String(node.json), path, () => undefined);
      if ('unread' in read) findings.push(unread(file, path, read.unread));
      else if (tokens.has(path)) findings.push(unread(file, path, 'there are two of that name'));
      else tokens.set(path, tokenObject(read.value, read.type));
    }
    return openedOf(file, text, [sourceOf(file, tokens)], findings);
  },
};

function quietly(text: string): Json | undefined {
  try {
    return readJson(text);
  } catch (error) {
    if (error instanceof JsonSyntaxError) return undefined;
    throw error;
  }
}

/** Whether anything in it is written as DTCG writes tokens. */
function holdsValues(root: JsonObject): boolean {
  const stack: Json[] = [root];
  for (let node = stack.pop(); node !== undefined; node = stack.pop()) {
    if (Array.isArray(node)) for (const member of node) stack.push(member);
    else if (isObject(node)) {
      if (node.has('$value') || node.has('$ref') || node.has('$type')) return true;
      for (const member of node.values())
        if (typeof member === 'object' && member !== null) stack.push(member);
    }
  }
  return false;
}
