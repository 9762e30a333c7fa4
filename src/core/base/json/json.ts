/**
 * JSON as Seedplan holds it: objects are Maps, so that names such as `50` keep their place among their siblings and
 * names such as `__proto__` are only names. (JavaScript's own objects move integer names to the front.)
 */
export type Json = null | boolean | number | string | Json[] | JsonObject;
export type JsonObject = Map<string, Json>;

/**
 * Compact JSON text of an authored value. Stored in items in place of a tree: equality is text equality, member order
 * survives every copy, and it passes through the database, the network and workers untouched.
 */
export type JsonText = string;

export function isObject(json: Json | undefined): json is JsonObject {
  return json instanceof Map;
}

/** Deep equality, member order included. Iterative, so depth is no limit. */
export function sameJson(a: Json, b: Json): boolean {
  const stack: [Json, Json][] = [[a, b]];
  for (let pair = stack.pop(); pair; pair = stack.pop()) {
    const [x, y] = pair;
    if (x === y) continue;
    if (Array.isArray(x) && Array.isArray(y)) {
      if (x.length !== y.length) return false;
      for (let i = 0; i < x.length; i++) stack.push([x[i]!, y[i]!]);
    } else if (isObject(x) && isObject(y)) {
      if (x.size !== y.size) return false;
      const others = y.entries();
      for (const [name, value] of x) {
        const [otherName, otherValue] = others.next().value!;
        if (name !== otherName) return false;
        stack.push([value, otherValue]);
      }
    } else if (!(Number.isNaN(x) && Number.isNaN(y))) {
      return false;
    }
  }
  return true;
}

/** Builds a JSON object from pairs, leaving out members whose value is undefined. */
export function jsonObject(members: Iterable<readonly [string, Json | undefined]>): JsonObject {
  const object: JsonObject = new Map();
  for (const [name, value] of members) if (value !== undefined) object.set(name, value);
  return object;
}

/** A plain copy for schemas and JSON.stringify; objects have no prototype. Iterative. */
export function toPlain(json: Json): unknown {
  const result: unknown[] = [];
  const work: { from: Json; put: (value: unknown) => void }[] = [
    { from: json, put: (value) => result.push(value) },
  ];
  for (let job = work.pop(); job; job = work.pop()) {
    const { from, put } = job;
    if (Array.isArray(from)) {
      const array: unknown[] = new Array(from.length);
      put(array);
      from.forEach((item, index) => work.push({ from: item, put: (value) => (array[index] = value) }));
    } else if (isObject(from)) {
      const object: Record<string, unknown> = Object.create(null);
      put(object);
      for (const [name, item] of from) {
        object[name] = undefined; // keeps the members in order although the stack runs backwards
        work.push({ from: item, put: (value) => (object[name] = value) });
      }
    } else put(from);
  }
  return result[0];
}
