import type { Declaration as CssDeclaration, Rule } from 'postcss';
import type { Finding } from '../../findings/finding';
import type { JsonObject } from '../../base/json/json';
import type { Axis, Context, TokenSource } from '../../tokens/system';
import { openedOf, sourceOf, tokenObject, unread } from '../../tokens/build';
import { constantText, type Lookup } from '../../base/css/constant';
import { readCssValue } from '../../base/css/css-value';
import { pathsOfNames } from '../paths';
import type { Reader } from '../reader';
import { conditionsOf, mediaOf, SCHEME, UNNAMED, WIDTH, type Conditions } from '../scopes';
import { parseSheet } from '../sheet';

interface Scope {
  when: Conditions;
  declarations: CssDeclaration[];
}

/**
 * Custom properties of a style sheet as tokens. Rules for the page as a whole (`:root`, `[data-brand="x"]`, `.dark`,
 * `prefers-color-scheme`, `min-width`) become contexts; a class counts as one where it sets again what the page sets.
 * A property set only on a piece of the page is a token with the value it has there first.
 */
export const css: Reader = {
  name: 'css',
  label: 'CSS custom properties',
  accepts: (file) => /\.css$/i.test(file),
  read(file, text) {
    const { root, findings } = parseSheet(text, file);
    const scopes: Scope[] = [];
    const local: CssDeclaration[] = [];
    const pending: { rule: Rule; conditions: Conditions[]; declarations: CssDeclaration[] }[] = [];
    const onPage = new Set<string>();
    const defaults = new Map<string, string>();
    root.walkRules((rule) => {
      const own = rule.nodes.filter(
        (node): node is CssDeclaration => node.type === 'decl' && node.prop.startsWith('--'),
      );
      if (own.length === 0) return;
      const media = mediaOf(rule);
      const each = media && conditionsOf(rule);
      if (!media || !each || each.some((conditions) => conditions === undefined)) {
        local.push(...own);
        return;
      }
      const conditions = (each as Conditions[]).map((one) => new Map([...one, ...media]));
      if (conditions.some((one) => [...one.keys()].some((key) => key.startsWith('.'))))
        pending.push({ rule, conditions, declarations: own });
      else {
        if (conditions.some((one) => one.size === 0)) for (const { prop } of own) onPage.add(prop);
        scopes.push(...scopesOf(conditions, own, defaults));
      }
    });
    for (const { rule, conditions, declarations } of pending) {
      const again = declarations.some(({ prop }) => onPage.has(prop));
      const only = rule.nodes.every(
        (node) => node.type !== 'decl' || node.prop.startsWith('--') || node.prop === 'color-scheme',
      );
      if (again && only && conditions.every((one) => classesOf(one).length <= 1))
        scopes.push(...scopesOf(conditions.map(namedClass), declarations, defaults));
      else local.push(...declarations);
    }

    const names = new Set(
      [...scopes.flatMap((scope) => scope.declarations), ...local].map(({ prop }) => prop),
    );
    const paths = pathsOfNames(names);
    const axes = axesOf(scopes, defaults);
    const schemeAxis = axes.find((axis) => axis.contexts.includes('dark'))?.name ?? SCHEME;
    const byWhen = new Map<string, { when: Context; tokens: Map<string, JsonObject> }>();
    const listed: Finding[] = [];
    const unreadable = new Set<string>();
    const owners = new Map<string, string>();
    const raw = new RawValues(scopes, local);
    const computed = new Map<string, CssDeclaration>();
    const put = (
      when: Context,
      declaration: CssDeclaration,
      {
        keepFirst = false,
        value = declaration.value,
        under,
      }: { keepFirst?: boolean; value?: string; under?: string } = {},
    ) => {
      const path = paths.get(declaration.prop);
      const line = declaration.source?.start?.line;
      if (path === undefined) return;
      const owner = owners.get(path);
      if (owner !== undefined && owner !== declaration.prop) {
        listed.push({
          code: 'name-clash',
          level: 'warning',
          path,
          message: `${owner} and ${declaration.prop} would both be ${path}`,
          at: { file, line },
          fix: 'Rename one of them in the style sheet',
        });
        return;
      }
      owners.set(path, declaration.prop);
      const refer = (name: string) => {
        const target = paths.get(name);
        return target === undefined ? undefined : `{${target}}`;
      };
      let read = readCssValue(value, declaration.prop, refer);
      if ('unread' in read) {
        // What is constant in the sheet is computed: `hsl(var(--h) 50% 40%)`, `calc(var(--unit) * 2)`.
        const constant = constantText(value, raw.lookup(under));
        const again = constant === undefined ? read : readCssValue(constant, declaration.prop, refer);
        if (!('unread' in again)) {
          read = again;
          computed.set(declaration.prop, declaration);
        }
      }
      if ('unread' in read) {
        if (!unreadable.has(declaration.prop))
          listed.push(unread(file, declaration.prop, read.unread, line, declaration.source?.start?.column));
        unreadable.add(declaration.prop);
        return;
      }
      const key = JSON.stringify(Object.entries(when).sort());
      if (!byWhen.has(key)) byWhen.set(key, { when, tokens: new Map() });
      const { tokens } = byWhen.get(key)!;
      if (!(keepFirst && tokens.has(path))) tokens.set(path, tokenObject(read.value, read.type));
    };
    const contexts = new Map<string, Context>();
    for (const { when, declarations } of scopes) {
      const named: Context = {};
      for (const [axis, context] of when)
        if (typeof context === 'string') named[axis === SCHEME ? schemeAxis : axis] = context;
      const under = keyOf(when);
      contexts.set(under, named);
      for (const declaration of declarations) put(named, declaration, { under });
    }
    for (const declaration of local)
      if (!onPage.has(declaration.prop)) put({}, declaration, { keepFirst: true });
    // What is computed is something else where what it is computed from is.
    for (const [under, named] of contexts) {
      if (Object.keys(named).length === 0) continue;
      for (const declaration of computed.values()) {
        if (raw.isSet(under, declaration.prop)) continue;
        const value = constantText(declaration.value, raw.lookup(under));
        if (value !== undefined && value !== constantText(declaration.value, raw.lookup()))
          put(named, declaration, { value, under });
      }
    }
    const sources = inOrder([...byWhen.values()], file);
    dropLost(sources, listed, file);
    widen(sources, axes);
    return openedOf(file, text, sources, [...findings, ...listed], axes);
  },
};

const keyOf = (when: Conditions): string => JSON.stringify([...when].filter(([, context]) => typeof context === 'string').sort()); // prettier-ignore

/** What custom properties say as written, under each scope. */
class RawValues {
  private readonly scopes = new Map<string, Map<string, string>>();
  constructor(scopes: readonly Scope[], local: readonly CssDeclaration[]) {
    const always = new Map(local.map(({ prop, value }) => [prop, value]).reverse() as [string, string][]);
    this.scopes.set('[]', always);
    for (const { when, declarations } of scopes) {
      const key = keyOf(when);
      const own = this.scopes.get(key) ?? new Map<string, string>();
      for (const { prop, value } of declarations) own.set(prop, value);
      this.scopes.set(key, own);
    }
  }

  isSet(under: string, name: string): boolean {
    return this.scopes.get(under)?.has(name) ?? false;
  }

  lookup(under = '[]'): Lookup {
    const [own, always] = [this.scopes.get(under), this.scopes.get('[]')];
    return (name) => own?.get(name) ?? always?.get(name);
  }
}

const classesOf = (conditions: Conditions) => [...conditions.keys()].filter((key) => key.startsWith('.'));

/** `.dark` and the like speak of the scheme, `.theme-ocean` of a theme; any other class is on or off. */
function namedClass(conditions: Conditions): Conditions {
  const result: Conditions = new Map();
  for (const [key, value] of conditions) {
    if (!key.startsWith('.')) {
      result.set(key, value);
      continue;
    }
    const name = key.slice(1);
    const scheme = /(?:^|[-_])(dark|light)(?:[-_]|$)/.exec(name)?.[1];
    const [, axis, context] = /^([a-z]+)(?:--|-|_)([a-z0-9-]+)$/i.exec(name) ?? [];
    if (scheme) result.set(SCHEME, scheme);
    else if (axis && context && /^(theme|brand|density|mode|scheme|platform)$/i.test(axis))
      result.set(axis, context);
    else result.set(name, 'on');
  }
  return result;
}

/** One scope for each distinct set of conditions; what also holds with an axis unnamed is that axis' default. */
function scopesOf(
  conditions: Conditions[],
  declarations: CssDeclaration[],
  defaults: Map<string, string>,
): Scope[] {
  const explicit = new Map<string, string>();
  for (const one of conditions)
    for (const [axis, context] of one) if (typeof context === 'string') explicit.set(axis, context);
  const distinct = new Map<string, Conditions>();
  for (const one of conditions) {
    const settled: Conditions = new Map();
    for (const [axis, context] of one) {
      if (typeof context === 'string') settled.set(axis, context);
      else if (explicit.has(axis)) {
        settled.set(axis, explicit.get(axis)!);
        defaults.set(axis, explicit.get(axis)!);
      }
    }
    distinct.set(JSON.stringify([...settled].sort()), settled);
  }
  const always = [...distinct.values()].some((one) => one.size === 0);
  if (always)
    for (const one of distinct.values())
      for (const [axis, context] of one) defaults.set(axis, String(context));
  const kept = always ? [new Map() as Conditions] : [...distinct.values()];
  return kept.map((when) => ({ when, declarations }));
}

function axesOf(scopes: Scope[], defaults: Map<string, string>): Axis[] {
  const contexts = new Map<string, Set<string>>();
  for (const { when } of scopes)
    for (const [axis, context] of when)
      if (context !== UNNAMED) contexts.set(axis, (contexts.get(axis) ?? new Set()).add(context));
  // A preference of the reader and an attribute that says dark or light mean one axis.
  const said = [...contexts].find(([axis, set]) => axis !== SCHEME && (set.has('dark') || set.has('light')));
  if (said && contexts.has(SCHEME)) {
    for (const context of contexts.get(SCHEME)!) said[1].add(context);
    contexts.delete(SCHEME);
  }
  return [...contexts].map(([name, set]) => {
    const scheme = set.has('dark') || set.has('light');
    const standard =
      defaults.get(name) ?? (scheme ? (set.has('light') ? (set.has('dark') ? 'light' : 'dark') : 'light') : set.has('on') && set.size === 1 ? 'off' : 'default');
    const all = [standard, ...[...set].filter((context) => context !== standard)];
    return { name, contexts: all, default: standard };
  }); // prettier-ignore
}

/** Weakest first: what always holds, then fewer conditions before more, then as they stand. */
function inOrder(all: { when: Context; tokens: Map<string, JsonObject> }[], file: string): TokenSource[] {
  const sorted = [...all].sort((a, b) => Object.keys(a.when).length - Object.keys(b.when).length);
  if (sorted[0] === undefined || Object.keys(sorted[0].when).length > 0)
    sorted.unshift({ when: {}, tokens: new Map() });
  return sorted.map(({ when, tokens }, i) => sourceOf(file, tokens, when, `source-${i}`));
}

/** Takes out references to what could not be read, and what refers to those, and says so. */
function dropLost(sources: TokenSource[], findings: Finding[], file: string): void {
  for (let again = true; again;) {
    again = false;
    const known = new Set(sources.flatMap((source) => [...source.tokens.keys()]));
    for (const source of sources) {
      for (const [path, object] of source.tokens) {
        const lost = aliasesIn(object).find((target) => !known.has(target));
        if (lost === undefined) continue;
        source.tokens.delete(path);
        findings.push(unread(file, path, `it refers to ${lost}, which was not read`));
        again = true;
      }
    }
  }
}

function aliasesIn(object: JsonObject): string[] {
  const found: string[] = [];
  const stack: unknown[] = [object.get('$value')];
  for (let next = stack.pop(); stack.length > 0 || next !== undefined; next = stack.pop()) {
    if (typeof next === 'string' && /^\{.*\}$/.test(next)) found.push(next.slice(1, -1));
    else if (next instanceof Map) for (const member of next.values()) stack.push(member);
    else if (Array.isArray(next)) for (const member of next) stack.push(member);
  }
  return found;
}

/** A wider window keeps what a narrower one set, where it says nothing itself. */
function widen(sources: TokenSource[], axes: Axis[]): void {
  const axis = axes.find(({ name }) => name === WIDTH);
  if (!axis) return;
  const px = (context: string) => {
    const [, number, unit] = /^from-([\d.]+)(px|em|rem)$/.exec(context) ?? [];
    return number === undefined ? 0 : Number(number) * (unit === 'px' ? 1 : 16);
  };
  axis.contexts.sort((a, b) => px(a) - px(b));
  const own = sources
    .filter((source) => Object.keys(source.when).join() === WIDTH)
    .sort((a, b) => px(a.when[WIDTH]!) - px(b.when[WIDTH]!));
  own.slice(1).forEach((source, i) => {
    for (const [path, object] of own[i]!.tokens)
      if (!source.tokens.has(path)) source.tokens.set(path, object);
  });
}
