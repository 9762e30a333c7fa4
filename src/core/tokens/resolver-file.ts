import type { Finding } from '../findings/finding';
import { isObject, type Json, type JsonObject } from '../base/json/json';
import { pointerOf, pointerSegments } from '../base/json/pointer';
import { readDeclarations } from './read';
import type { Axis, TokenSource, TokenSystem } from './system';

/** Whether a JSON document is a DTCG resolver (Resolver module 2025.10) rather than a token file. */
export function isResolver(json: Json): boolean {
  return (
    isObject(json) &&
    json.has('resolutionOrder') &&
    (json.has('version') || json.has('sets') || json.has('modifiers'))
  );
}

/** Opens a file that a resolver names, relative to it. Missing files are reported by the answer. */
type OpenFile = (name: string) => { json: Json } | { problem: string };

/** How one source stands in its resolver, so that it can be written back the same way. */
export interface SourceHome {
  set?: string;
  modifier?: string;
  context?: string;
  file?: string;
}

interface ResolverReading {
  system: TokenSystem;
  homes: SourceHome[];
  findings: Finding[];
}

/**
 * Reads a resolver into axes and ordered sources. Sets and modifiers may be referred to or stand in place; a source is
 * tokens in place, a file, or a reference to a set.
 */
export function readResolver(root: JsonObject, open: OpenFile): ResolverReading {
  const findings: Finding[] = [];
  const axes: Axis[] = [];
  const sources: TokenSource[] = [];
  const homes: SourceHome[] = [];
  const report = (pointer: string[], message: string, fix: string, code = 'invalid-value') =>
    findings.push({ code, level: 'error', message, at: { pointer: pointerOf(pointer) }, fix });

  const version = root.get('version');
  if (version !== '2025.10')
    report(['version'], 'A resolver names its version, "2025.10"', 'Add "version": "2025.10"');

  const opened = new Map<string, Json>();
  const addSource = (
    source: Json,
    pointer: string[],
    when: Record<string, string>,
    home: SourceHome,
    trail: string[],
  ): void => {
    if (!isObject(source))
      return void report(
        pointer,
        'A source is tokens in place or { "$ref": "file" }',
        'Correct it or remove it',
      );
    const ref = source.get('$ref');
    if (typeof ref !== 'string') return push(source, undefined, when, home, pointer);
    if (ref.startsWith('#')) {
      const segments = pointerSegments(ref) ?? [];
      if (segments[0] !== 'sets' || segments.length !== 2) {
        return void report(
          pointer,
          `A source may refer to a set or a file, not to ${ref}`,
          'Refer to #/sets/NAME',
        );
      }
      const name = segments[1]!;
      if (trail.includes(name))
        return void report(pointer, `The set ${name} refers to itself`, 'Break the circle', 'alias-cycle');
      const set = member(root, 'sets', name);
      if (!set)
        return void report(pointer, `There is no set "${name}"`, 'Name one of the sets', 'missing-target');
      return addSources(set.get('sources'), ['sets', name, 'sources'], when, { ...home, set: name }, [
        ...trail,
        name,
      ]);
    }
    let json = opened.get(ref);
    if (json === undefined) {
      const result = open(ref);
      if ('problem' in result)
        return void report(
          pointer,
          result.problem,
          'Put the file beside the resolver, or correct the name',
          'missing-target',
        );
      json = result.json;
      opened.set(ref, json);
    }
    if (!isObject(json))
      return void report(pointer, `${ref} is not a token file`, 'A token file is a JSON object');
    push(json, ref, when, home, []);
  };
  const push = (
    json: JsonObject,
    file: string | undefined,
    when: Record<string, string>,
    home: SourceHome,
    pointer: string[],
  ): void => {
    const found: Finding[] = [];
    const declarations = readDeclarations(json, found);
    for (const finding of found) {
      findings.push({ ...finding, at: { file, pointer: pointerOf(pointer) + (finding.at?.pointer ?? '') } });
    }
    const label = home.modifier ? `${home.modifier} ${home.context}` : (home.set ?? file ?? 'tokens');
    sources.push({ id: `source-${sources.length}`, label, file, when, root: json, ...declarations });
    homes.push({ ...home, file });
  };
  const addSources = (
    list: Json | undefined,
    pointer: string[],
    when: Record<string, string>,
    home: SourceHome,
    trail: string[],
  ): void => {
    if (!Array.isArray(list))
      return void report(pointer, 'sources is a list', 'Put the sources in square brackets');
    list.forEach((source, i) => addSource(source, [...pointer, String(i)], when, home, trail));
  };
  const addSet = (name: string, set: JsonObject, pointer: string[]) =>
    addSources(set.get('sources'), [...pointer, 'sources'], {}, { set: name }, [name]);
  const addModifier = (name: string, modifier: JsonObject, pointer: string[]): void => {
    const contexts = modifier.get('contexts');
    if (!isObject(contexts) || contexts.size === 0)
      return void report(pointer, `The modifier ${name} has no contexts`, 'Give it at least one context');
    const given = modifier.get('default');
    const names = [...contexts.keys()];
    if (given !== undefined && !names.includes(given as string)) {
      report(
        [...pointer, 'default'],
        `The default of ${name} is none of its contexts: ${names.join(', ')}`,
        'Name one of them',
      );
    }
    axes.push({
      name,
      contexts: names,
      default: typeof given === 'string' && names.includes(given) ? given : undefined,
      description:
        typeof modifier.get('description') === 'string' ? (modifier.get('description') as string) : undefined,
    });
    for (const [context, list] of contexts) {
      addSources(
        list,
        [...pointer, 'contexts', context],
        { [name]: context },
        { modifier: name, context },
        [],
      );
    }
  };

  const order = root.get('resolutionOrder');
  if (!Array.isArray(order))
    report(
      ['resolutionOrder'],
      'resolutionOrder is a list',
      'List the sets and modifiers in the order they apply',
    );
  const used = new Set<string>();
  for (const [i, entry] of (Array.isArray(order) ? order : []).entries()) {
    const at = ['resolutionOrder', String(i)];
    if (!isObject(entry)) {
      report(
        at,
        'An entry is a reference, or a set or modifier in place',
        'Refer to #/sets/NAME or #/modifiers/NAME',
      );
      continue;
    }
    const ref = entry.get('$ref');
    let kind: string;
    let name: string;
    let body: JsonObject | undefined = entry;
    let pointer = at;
    if (typeof ref === 'string') {
      const [section = '', target = ''] = pointerSegments(ref) ?? [];
      kind = section === 'sets' ? 'set' : section === 'modifiers' ? 'modifier' : '';
      name = target;
      body = kind ? member(root, section, target) : undefined;
      pointer = [section, target];
      if (!body) {
        report(
          at,
          `${ref} leads to no set or modifier`,
          'Refer to #/sets/NAME or #/modifiers/NAME',
          'missing-target',
        );
        continue;
      }
    } else {
      kind = String(entry.get('type'));
      name = String(entry.get('name') ?? '');
      if (name === '') report(at, 'An entry in place has a name', 'Add "name"');
    }
    if (used.has(`${kind} ${name}`)) {
      report(at, `The ${kind} ${name} stands in the order twice`, 'Leave one of them');
      continue;
    }
    used.add(`${kind} ${name}`);
    if (kind === 'set') addSet(name, body, pointer);
    else if (kind === 'modifier') addModifier(name, body, pointer);
    else
      report(
        at,
        `An entry in place is of type "set" or "modifier", not ${JSON.stringify(kind)}`,
        'Correct its type',
      );
  }
  readCombined(root, axes).forEach(({ when, list }, i) => {
    addSources(
      list,
      ['$extensions', 'app.seedplan', 'combined', String(i), 'sources'],
      when,
      { set: Object.values(when).join(' ') },
      [],
    );
  });
  return { system: { axes, sources }, homes, findings };
}

/** Layers under a combination of contexts, for which DTCG has no word: kept under `app.seedplan`. */
function readCombined(
  root: JsonObject,
  axes: Axis[],
): { when: Record<string, string>; list: Json | undefined }[] {
  const extensions = root.get('$extensions');
  const own = isObject(extensions) ? extensions.get('app.seedplan') : undefined;
  const combined = isObject(own) ? own.get('combined') : undefined;
  return (Array.isArray(combined) ? combined : []).flatMap((entry) => {
    const when = isObject(entry) ? entry.get('when') : undefined;
    if (!isObject(entry) || !isObject(when)) return [];
    const known = [...when].every(([axis, name]) =>
      axes.some((other) => other.name === axis && other.contexts.includes(name as string)),
    );
    return known
      ? [{ when: Object.fromEntries(when) as Record<string, string>, list: entry.get('sources') }]
      : [];
  });
}

function member(root: JsonObject, section: string, name: string): JsonObject | undefined {
  const holder = root.get(section);
  const found = isObject(holder) ? holder.get(name) : undefined;
  return isObject(found) ? found : undefined;
}
