import { isObject, type Json, type JsonObject } from '../base/json/json';
import { pointerSegments } from '../base/json/pointer';

/** A reference as it stands in a value: which token, and which part of its value. */
export interface TokenReference {
  /** Member names and indices from the value's root to where the reference stands; empty: the whole value. */
  place: (string | number)[];
  /** The path of the token referred to; undefined for a pointer that names none. */
  path: string;
  /** The part of that token's value; empty: all of it. */
  part: string[];
  /** The reference as written. */
  text: string;
  pointer: boolean;
}

/** `{a.b}` → `a.b`; undefined for any other text. */
export function aliasPath(text: string): string | undefined {
  if (text.length < 3 || text.charCodeAt(0) !== 123 || text.charCodeAt(text.length - 1) !== 125)
    return undefined;
  const path = text.slice(1, -1);
  return path.includes('{') || path.includes('}') ? undefined : path;
}

/**
 * Splits a pointer into token path and part of its value. Without `$value` among the segments, all of them name a
 * token (whose value is meant) or something beside tokens: the resolver decides.
 */
export function pointerTarget(
  pointer: string,
): { path: string; part: string[]; segments: string[] } | undefined {
  if (!pointer.startsWith('#')) return undefined;
  const segments = pointerSegments(pointer);
  if (!segments) return undefined;
  const at = segments.findIndex((segment) => segment === '$value');
  const path = (at === -1 ? segments : segments.slice(0, at)).join('.');
  return { path, part: at === -1 ? [] : segments.slice(at + 1), segments };
}

function referenceAt(json: Json, place: (string | number)[]): TokenReference | undefined {
  if (typeof json === 'string') {
    const path = aliasPath(json);
    return path === undefined ? undefined : { place, path, part: [], text: json, pointer: false };
  }
  if (isObject(json)) {
    const pointer = json.get('$ref');
    if (typeof pointer !== 'string') return undefined;
    const target = pointerTarget(pointer);
    return { place, path: target?.path ?? '', part: target?.part ?? [], text: pointer, pointer: true };
  }
  return undefined;
}

/** All references in a value; of each object or list its own before those further in. Iterative. */
export function referencesIn(value: Json): TokenReference[] {
  const whole = referenceAt(value, []);
  if (whole) return [whole];
  if (typeof value !== 'object' || value === null || !mayRefer(value, 0)) return NONE;
  let found: TokenReference[] | undefined;
  const stack: Standing[] = [{ json: value, name: '', up: undefined }];
  for (let node = stack.pop(); node; node = stack.pop()) {
    const members: Iterable<[string | number, Json]> = isObject(node.json)
      ? node.json
      : (node.json as Json[]).entries();
    const later: Standing[] = [];
    for (const [name, member] of members) {
      if (typeof member !== 'string' && (typeof member !== 'object' || member === null)) continue;
      if (typeof member === 'string' && member.charCodeAt(0) !== 123) continue;
      const reference = referenceAt(member, NO_PLACE);
      if (reference) (found ??= []).push({ ...reference, place: placeOf(node, name) });
      else if (typeof member === 'object') later.push({ json: member, name, up: node });
    }
    for (let i = later.length - 1; i >= 0; i--) stack.push(later[i]!);
  }
  return found ?? NONE;
}

/** Whether there may be a reference in a value: most hold none, and this takes nothing to find out. Of the deep ones it does not know. */
function mayRefer(json: Json, depth: number): boolean {
  if (typeof json === 'string') return json.charCodeAt(0) === 123;
  if (typeof json !== 'object' || json === null) return false;
  if (depth > 8) return true;
  if (Array.isArray(json)) {
    for (let i = 0; i < json.length; i++) if (mayRefer(json[i]!, depth + 1)) return true;
    return false;
  }
  if (json.has('$ref')) return true;
  for (const member of json.values()) if (mayRefer(member, depth + 1)) return true;
  return false;
}

/** A part of a value on the way through it: where it stands is told from the parts above. */
interface Standing {
  json: Json;
  name: string | number;
  up: Standing | undefined;
}

/** Worked out where it is wanted alone: a path kept with each part would take time by the square of the depth. */
function placeOf(node: Standing, name: string | number): (string | number)[] {
  const place = [name];
  for (let at: Standing = node; at.up; at = at.up) place.push(at.name);
  return place.reverse();
}
const NONE: TokenReference[] = [];
const NO_PLACE: (string | number)[] = [];

/** A copy of `value` with what stands at each place replaced; what is not on the way to a place is shared. */
export function replaceAt(
  value: Json,
  replacements: readonly { place: (string | number)[]; value: Json }[],
): Json {
  let result = value;
  const copied = new Set<Json>();
  const own = (json: Json): Json => {
    if (copied.has(json)) return json;
    const copy: Json = Array.isArray(json) ? [...json] : new Map(json as JsonObject);
    copied.add(copy);
    return copy;
  };
  for (const { place, value: replacement } of replacements) {
    if (place.length === 0) return replacement;
    result = own(result);
    let holder = result;
    for (let i = 0; i < place.length - 1; i++) {
      const next = own(getMember(holder, place[i]!)!);
      setMember(holder, place[i]!, next);
      holder = next;
    }
    setMember(holder, place.at(-1)!, replacement);
  }
  return result;
}

export function getMember(holder: Json, name: string | number): Json | undefined {
  if (Array.isArray(holder)) {
    const index = typeof name === 'number' ? name : /^(0|[1-9][0-9]*)$/.test(name) ? Number(name) : -1;
    return holder[index];
  }
  return isObject(holder) ? holder.get(String(name)) : undefined;
}

function setMember(holder: Json, name: string | number, value: Json): void {
  if (Array.isArray(holder)) holder[Number(name)] = value;
  else if (isObject(holder)) holder.set(String(name), value);
}

/** The whole-value reference of a token's own object: `$value: "{a.b}"`, `$value: {"$ref"}` or `$ref` in its place. */
export function authoredValue(token: JsonObject): Json | undefined {
  const value = token.get('$value');
  if (value !== undefined) return value;
  const ref = token.get('$ref');
  return typeof ref === 'string' ? new Map([['$ref', ref]]) : undefined;
}

/** Whether the whole value is a reference: the type is then that of what it refers to. */
export function referencesWhole(object: JsonObject): boolean {
  const value = authoredValue(object);
  return value !== undefined && referencesIn(value).some((reference) => reference.place.length === 0);
}
