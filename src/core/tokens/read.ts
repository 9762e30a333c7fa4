import type { Finding } from '../findings/finding';
import { isObject, type Json, type JsonObject } from '../base/json/json';
import { pointerOf } from '../base/json/pointer';
import { joinPath, type Declarations } from './system';

/** Members of a group or token that are its own and not its children's. */
const OWN = new Set([
  '$type',
  '$value',
  '$description',
  '$extensions',
  '$deprecated',
  '$extends',
  '$ref',
  '$schema',
]);

export function isToken(object: JsonObject): boolean {
  return object.has('$value') || typeof object.get('$ref') === 'string';
}

/** Groups nested deeper than this are still resolved; only empty ones are not listed. */
export const READABLE_DEPTH = 200;

/** What is wrong with a name of a token or group; undefined where nothing is. */
export function nameProblem(name: string): string | undefined {
  if (name === '') return 'A name cannot be empty';
  if (name.startsWith('$')) return 'A name cannot begin with $';
  const wrong = /[{}.]/.exec(name)?.[0];
  return wrong && `A name cannot hold ${wrong}`;
}

/**
 * Reads one DTCG document (Format module 2025.10) flat. Iterative; order is the order of the file. Members that are
 * neither token nor group, and names that may not be, become findings and are left out.
 */
export function readDeclarations(root: Json, findings: Finding[]): Declarations {
  const declarations: Declarations = { tokens: new Map(), groups: new Map() };
  const report = (
    code: string,
    segments: string[],
    message: string,
    fix: string,
    level: Finding['level'] = 'error',
  ) =>
    findings.push({
      code,
      level,
      message,
      path: segments.join('.'),
      at: { pointer: pointerOf(segments) },
      fix,
    });
  if (!isObject(root)) {
    report('invalid-value', [], 'A token file is a JSON object', 'Put the tokens in curly brackets');
    return declarations;
  }
  type Node = { object: JsonObject; path: string; up: Node | undefined; name: string; depth: number };
  const segmentsOf = (node: Node | undefined, last?: string) => {
    const segments = last === undefined ? [] : [last];
    for (let at = node; at?.up; at = at.up) segments.unshift(at.name);
    return segments;
  };
  const stack: Node[] = [{ object: root, path: '', up: undefined, name: '', depth: 0 }];
  for (let node = stack.pop(); node; node = stack.pop()) {
    const { object, path } = node;
    if (node.up && isToken(object)) {
      declarations.tokens.set(path, object);
      for (const [name, member] of object) {
        if (!name.startsWith('$') && isObject(member)) {
          report(
            'invalid-value',
            segmentsOf(node, name),
            `${path} is a token and cannot hold "${name}"`,
            'Make it a group, with its own value under $root',
          );
        }
      }
      continue;
    }
    const own: JsonObject = new Map();
    const children: Node[] = [];
    for (const [name, member] of object) {
      if (OWN.has(name)) {
        own.set(name, member);
        continue;
      }
      const child: Node = {
        object: member as JsonObject,
        path: joinPath(path, name),
        up: node,
        name,
        depth: node.depth + 1,
      };
      if (name === '$root' && isObject(member) && isToken(member)) {
        declarations.tokens.set(child.path, member);
        continue;
      }
      const wrong = nameProblem(name);
      if (wrong) {
        const known = name.startsWith('$') && !isObject(member);
        if (known) own.set(name, member);
        report(
          'invalid-name',
          segmentsOf(child),
          `${wrong}: "${name}"`,
          name.startsWith('$') ? 'Remove the $' : 'Use a hyphen, or nest a group',
          known ? 'warning' : 'error',
        );
      } else if (!isObject(member)) {
        report(
          'invalid-value',
          segmentsOf(child),
          `"${name}" is neither a token nor a group`,
          'Give it a $value, or remove it',
        );
      } else children.push(child);
    }
    // A path costs its length to keep: below a depth nobody reads, only groups that say something are kept.
    if (own.size > 0 || node.depth <= READABLE_DEPTH) declarations.groups.set(path, own);
    for (let i = children.length - 1; i >= 0; i--) stack.push(children[i]!);
  }
  return declarations;
}
