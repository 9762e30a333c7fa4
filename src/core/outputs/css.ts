import { isObject, type Json, type JsonObject } from '../base/json/json';
import type { Resolution } from '../tokens/resolve';
import type { ResolvedToken } from '../tokens/compiled';
import { defaultContext, type Axis, type Context } from '../tokens/system';
import { ownExtension } from '../tokens/tier';
import { pxOf } from '../tokens/types/dimension';
import { clampText } from '../tokens/type-scale';
import { hyphenated, hyphenatedNames, LONGHANDS } from '../tokens/naming';
import { leftOut, nameFindings, type Output } from './output';
import { cssTextIn } from './units';

/**
 * A sheet of custom properties, as MODEL states it: every rule has specificity 0,1,0 and source order is layer order.
 * An element that names one axis redeclares the defaults, so that values kept as `var()` are computed anew there.
 */
export const css: Output = {
  name: 'css',
  title: 'CSS custom properties',
  about: 'One style sheet for all contexts: defaults on the root, each context under its data attribute.',
  language: 'css',
  withUnits: true,
  naming: { of: 'custom property', names: (path, type) => hyphenatedNames(path, type) },
  write({ resolution, context, prefix, unit }) {
    const clashes = nameFindings(resolution, (path, type) =>
      hyphenatedNames(path, type, prefix).map((name) => `--${name}`),
    );
    if (clashes.length > 0) return { files: [], findings: clashes };
    const written = cssTextIn(unit);
    const text = context ? single(resolution, context, prefix, written) : sheet(resolution, prefix, written);
    return { files: [{ name: 'tokens.css', text }], findings: leftOut(resolution) };
  },
};

type Written = ReturnType<typeof cssTextIn>;

/** Adds what declares a token, each declaration a piece of its own: `  --space-4: 16px;\n`. */
function declare(
  lines: string[],
  name: string,
  resolved: ResolvedToken,
  alias: string | undefined,
  written: Written,
): void {
  const text = fluidText(resolved) ?? written(resolved);
  if (typeof text === 'string') {
    lines.push(`  --${name}: ${alias === undefined ? text : `var(--${alias})`};\n`);
    return;
  }
  for (const longhand of LONGHANDS) {
    const value = text[longhand];
    if (value !== undefined)
      lines.push(
        `  --${name}-${longhand}: ${alias === undefined ? value : `var(--${alias}-${longhand})`};\n`,
      );
  }
}

/** A size that grows with the window (`fluid` under `app.seedplan`), as `clamp()`. */
function fluidText(resolved: ResolvedToken): string | undefined {
  if (resolved.type !== 'dimension' || resolved.aliasOf !== undefined) return undefined;
  const fluid = ownExtension(resolved.from.declaration.object, 'fluid') as Json | undefined;
  if (!isObject(fluid ?? null)) return undefined;
  const [min, from, to] = ['min', 'from', 'to'].map((name) => (fluid as JsonObject).get(name));
  return min !== undefined && typeof from === 'number' && typeof to === 'number' && to > from
    ? clampText({ min: pxOf(min), max: pxOf(resolved.value), from, to })
    : undefined;
}

function single(
  resolution: Resolution,
  context: Context,
  prefix: string | undefined,
  written: Written,
): string {
  const lines: string[] = [];
  const at = resolution.numberOf(context);
  for (const path of resolution.paths) {
    const resolved = resolution.value(path, at);
    if (resolved) declare(lines, hyphenated(path, prefix), resolved, undefined, written);
  }
  return `:root {\n${lines.join('')}}\n`;
}

/** A rule of a sheet of custom properties. */
export interface PropertyRule {
  /** The heads it is written under, each time with all it declares: a selector, in a media query where there are two. */
  heads: string[][];
  /** One declaration each: `  --space-4: 16px;\n`. */
  lines: string[];
}

/** A rule as text; without any declaration, nothing. */
export function ruleText({ heads, lines }: PropertyRule): string {
  if (lines.length === 0) return '';
  const body = lines.join('');
  return heads
    .map((head) => `${head.map((opening) => `${opening} {\n`).join('')}${body}${'}\n'.repeat(head.length)}`)
    .join('');
}

function sheet(resolution: Resolution, prefix: string | undefined, written: Written): string {
  return propertyRules(resolution, prefix, written).map(ruleText).join('');
}

/** What declares a library's tokens under all contexts, in the order of the sheet; whether two names clash is not asked. */
export function propertyRules(
  resolution: Resolution,
  prefix?: string,
  written: Written = cssTextIn(undefined),
): PropertyRule[] {
  const { index, system } = resolution;
  const defaults = defaultContext(system.axes);
  const names = resolution.paths.map((path) => hyphenated(path, prefix));
  const blocks = new Map<string, { when: Context; source: number; lines: string[] }>();
  const block = (source: number, when: Context) => {
    const key = `${source} ${Object.entries(when).flat().join(' ')}`;
    let found = blocks.get(key);
    if (!found) blocks.set(key, (found = { when, source, lines: [] }));
    return found.lines;
  };
  const pieced: number[] = [];
  for (let token = 0; token < names.length; token++) {
    const path = resolution.paths[token]!;
    let inPieces = false;
    for (const candidate of index.candidates[token]!) {
      const { declaration, source, when } = candidate;
      const conditional = Object.keys(when).length > 0;
      const seen = visible(resolution, path, candidate, conditional ? { ...defaults, ...when } : defaults);
      if (!seen) continue;
      const alias = seen.aliasOf === undefined ? undefined : names[seen.aliasOf];
      if (alias === undefined && declaration.references.length > 0) inPieces = true;
      declare(block(source, when), names[token]!, seen, alias, written);
    }
    if (inPieces && resolution.variesBy(path).length > 0) pieced.push(token);
  }
  const ordered = [...blocks.values()].sort((a, b) => a.source - b.source);
  const rules = ordered.map(({ when, lines }) => ({ heads: headsOf(system.axes, when), lines }));
  // A value put together from pieces cannot be written with var(): it is written out for every combination it varies by.
  for (const token of pieced) {
    const path = resolution.paths[token]!;
    const axes = resolution.variesBy(path);
    for (const { resolved, contexts } of resolution.variants(path)) {
      if (resolved.failed) continue;
      const when = Object.fromEntries(axes.map((axis) => [axis, contexts[0]![axis]!]));
      const lines: string[] = [];
      declare(lines, names[token]!, resolved, undefined, written);
      rules.push({ heads: headsOf(system.axes, when), lines });
    }
  }
  return rules;
}

/** The token as this declaration makes it, under the first combination in which the declaration wins. */
function visible(
  resolution: Resolution,
  path: string,
  candidate: object,
  likely: Context,
): ResolvedToken | undefined {
  const first = resolution.value(path, likely);
  if (first?.from === candidate) return first;
  for (let i = 0; i < resolution.contexts.length; i++) {
    const resolved = resolution.value(path, i);
    if (resolved?.from === candidate) return resolved;
  }
  return undefined;
}

const attribute = (axis: string) => `data-${axis.toLowerCase().replace(/[^\p{L}\p{N}_-]/gu, '-')}`;
const quoted = (text: string) => `"${text.replace(/["\\]/g, '\\$&')}"`;

/** The heads of one rule: also those by which defaults hold where an attribute is missing and the scheme follows the reader's. */
function headsOf(axes: readonly Axis[], when: Context): string[][] {
  const conditions = Object.entries(when);
  const anchors = [':root', ...axes.map((axis) => `[${attribute(axis.name)}]`)];
  if (conditions.length === 0) return [[anchors.join(', ')]];

  const standard = (axis: string) => axes.find((other) => other.name === axis)?.default;
  const [first, ...others] = conditions.map(([axis, name]) => `[${attribute(axis)}=${quoted(name)}]`);
  const selectors = [first! + (others.length > 0 ? `:where(${others.join('')})` : '')];
  // Each axis of the condition whose default this is may also go unnamed.
  const optional = conditions.filter(([axis, name]) => standard(axis) === name).map(([axis]) => axis);
  for (const missing of subsets(optional)) {
    const rest = conditions.map(([axis, name]) =>
      missing.includes(axis) ? `:not([${attribute(axis)}])` : `[${attribute(axis)}=${quoted(name)}]`,
    );
    for (const anchor of anchors) {
      if (missing.some((axis) => anchor === `[${attribute(axis)}]`)) continue;
      selectors.push(`${anchor}:where(${rest.join('')})`);
    }
  }
  const scheme = axes.find((axis) => axis.name === 'scheme');
  const opposite = scheme?.default === 'light' ? 'dark' : scheme?.default === 'dark' ? 'light' : undefined;
  if (!scheme || when.scheme === undefined || !opposite || !scheme.contexts.includes(opposite)) {
    return [[selectors.join(', ')]];
  }
  const unnamed = `:not([${attribute('scheme')}])`;
  if (when.scheme === scheme.default) {
    // On a root that names no scheme the default one yields to the reader's preference.
    const always = selectors.filter(
      (selector) => !(selector.startsWith(':root') && selector.includes(unnamed)),
    );
    const yielding = selectors.filter((selector) => !always.includes(selector));
    return [
      [always.join(', ')],
      ...(yielding.length > 0
        ? [[`@media not all and (prefers-color-scheme: ${opposite})`, yielding.join(', ')]]
        : []),
    ];
  }
  const heads = [[selectors.join(', ')]];
  if (when.scheme === opposite) {
    const others = conditions.filter(([axis]) => axis !== 'scheme');
    const preferred = [
      [],
      ...subsets(others.filter(([axis, name]) => standard(axis) === name).map(([axis]) => axis)),
    ].map((missing) => {
      const rest = others.map(([axis, name]) =>
        missing.includes(axis) ? `:not([${attribute(axis)}])` : `[${attribute(axis)}=${quoted(name)}]`,
      );
      return `:root:where(${unnamed}${rest.join('')})`;
    });
    heads.push([`@media (prefers-color-scheme: ${opposite})`, preferred.join(', ')]);
  }
  return heads;
}

/** The non-empty subsets of a few names. */
function subsets(names: string[]): string[][] {
  let all: string[][] = [[]];
  for (const name of names) all = [...all, ...all.map((subset) => [...subset, name])];
  return all.slice(1);
}
