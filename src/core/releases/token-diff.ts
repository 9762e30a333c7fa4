import { append } from '../base/append';
import { colorOf } from '../base/color/color';
import { colorDifference } from '../base/color/difference';
import { pairingRatios } from '../tokens/pairing-ratios';
import type { Pairing } from '../tokens/pairings';
import { isObject, sameJson, type Json } from '../base/json/json';
import { writeJson } from '../base/json/write';
import { authoredValue } from '../tokens/references';
import type { Resolution } from '../tokens/resolve';
import type { ResolvedToken } from '../tokens/compiled';
import { defaultContext, type Context } from '../tokens/system';
import { cssLine } from '../tokens/css-text';
import { deprecationOf, descriptionOf, isInternal } from '../tokens/tier';
import { ratioText } from '../base/color/contrast';
import { IMPACTS, type ImpactTable } from './impacts';
import { worse, type Impact } from '../document/impact';

export interface TokenChange {
  path: string;
  kind:
    | 'added'
    | 'removed'
    | 'renamed'
    | 'type'
    | 'value'
    | 'alias'
    | 'deprecated'
    | 'described'
    | 'axis'
    | 'context'
    | 'default'
    | 'pairing'
    | 'visibility';
  impact: Impact;
  before: string | null;
  after: string | null;
  why: string;
  /** Combinations under which it holds, where these are not all. */
  contexts?: Context[];
}

interface DiffSide {
  resolution: Resolution;
  pairings: readonly Pairing[];
}

/** Renames known by id (old path to new); undefined: found by equal type and equal authored value, one to one. */
type Renames = ReadonlyMap<string, string> | undefined;

/** What differs between two states of a token system, each change with its impact and the reason for it. */
export function diffTokens(
  before: DiffSide,
  after: DiffSide,
  renames: Renames,
  table: ImpactTable = IMPACTS,
): TokenChange[] {
  const old = before.resolution;
  const now = after.resolution;
  const changes: TokenChange[] = axisChanges(old, now, table);
  const removed = old.paths.filter((path) => !now.index.numbers.has(path));
  const added = now.paths.filter((path) => !old.index.numbers.has(path));
  const moved = renames ?? foundRenames(old, now, removed, added);
  const back = new Map([...moved].map(([from, to]) => [to, from]));
  const keptNames = keptRenames(old, now, added);

  for (const path of added) {
    const from = back.get(path) ?? keptNames.get(path);
    if (from === undefined) {
      changes.push({
        path,
        kind: 'added',
        impact: table.added!,
        before: null,
        after: valueText(now, path),
        why: 'A token was added',
      });
      continue;
    }
    const kept = keptNames.has(path);
    changes.push({
      path,
      kind: 'renamed',
      impact: kept ? table['renamed-kept']! : table.renamed!,
      before: from,
      after: path,
      why: kept ? 'Renamed; the old name stays as a deprecated alias' : 'Renamed, and the old name is gone',
    });
  }
  for (const path of removed) {
    if (moved.has(path)) continue;
    changes.push({
      path,
      kind: 'removed',
      impact: table.removed!,
      before: valueText(old, path),
      after: null,
      why: 'A token was removed: what refers to it breaks',
    });
  }
  const keptOld = new Set(keptNames.values());
  for (const path of now.paths) {
    const from = old.index.numbers.has(path) ? path : back.get(path);
    if (from === undefined || keptOld.has(path)) continue;
    changes.push(...tokenChanges(old, now, from, path, moved, table));
  }
  return [...changes, ...pairingChanges(before, after, moved, table)];
}

function tokenChanges(
  old: Resolution,
  now: Resolution,
  from: string,
  path: string,
  moved: ReadonlyMap<string, string>,
  table: ImpactTable,
): TokenChange[] {
  const changes: TokenChange[] = [];
  const authoredBefore = authoredText(old, from, moved);
  const authoredAfter = authoredText(now, path, NO_RENAMES);
  const oldType = typeIn(old, from);
  const newType = typeIn(now, path);
  if (oldType !== newType && oldType && newType) {
    changes.push({
      path,
      kind: 'type',
      impact: table.type!,
      before: oldType,
      after: newType,
      why: `A ${oldType} became a ${newType}`,
    });
  } else if (authoredBefore !== authoredAfter) {
    changes.push(...valueChange(old, now, from, path, table));
  }
  const [wasDeprecated, isDeprecated] = [deprecationOf(old, from), deprecationOf(now, path)];
  if (wasDeprecated !== isDeprecated) {
    const text = (reason: true | string | undefined) => (reason === undefined ? null : String(reason));
    changes.push({
      path,
      kind: 'deprecated',
      impact: table.deprecated!,
      before: text(wasDeprecated),
      after: text(isDeprecated),
      why:
        isDeprecated === undefined
          ? 'No longer deprecated'
          : 'Deprecated: it still works, and should be replaced',
    });
  }
  const [wasDescribed, isDescribed] = [descriptionOf(old, from), descriptionOf(now, path)];
  if (wasDescribed !== isDescribed) {
    changes.push({
      path,
      kind: 'described',
      impact: table.described!,
      before: wasDescribed,
      after: isDescribed,
      why: 'Only its description changed',
    });
  }
  const [wasInternal, nowInternal] = [isInternal(old, from), isInternal(now, path)];
  if (wasInternal !== nowInternal) {
    const text = (internal: boolean) => (internal ? 'internal' : 'released');
    const impact = nowInternal ? table['made-internal']! : table['made-released']!;
    changes.push({
      path,
      kind: 'visibility',
      impact,
      before: text(wasInternal),
      after: text(nowInternal),
      why: nowInternal ? 'No longer included in releases' : 'Now included in releases',
    });
  }
  return changes;
}

/** The change of what a token itself says; undefined where nothing can be seen of it and no reference moved. */
function valueChange(
  old: Resolution,
  now: Resolution,
  from: string,
  path: string,
  table: ImpactTable,
): TokenChange[] {
  const isAlias = (resolved: ResolvedToken | undefined) => resolved?.aliasOf !== undefined;
  let impact: Impact | undefined;
  let why = '';
  let alias = false;
  const differing: Context[] = [];
  let shown: [ResolvedToken | undefined, ResolvedToken | undefined, Context] | undefined;
  for (const context of now.contexts) {
    const was = old.value(from, matching(old, context));
    const is = now.value(path, context);
    if (isAlias(was) || isAlias(is)) alias = true;
    const seen = visibleDifference(was, is);
    if (!seen) continue;
    differing.push(context);
    shown ??= [was, is, context];
    const cost = seen.unseen ? table['value-unseen']! : table.value!;
    if (impact === undefined || worse(cost, impact) !== impact) {
      impact = cost;
      why = seen.why;
      shown = [was, is, context];
    }
  }
  const standard = defaultContext(now.system.axes);
  const [was, is, at] = shown ?? [
    old.value(from, matching(old, standard)),
    now.value(path, standard),
    standard,
  ];
  const text = (
    resolution: Resolution,
    resolved: ResolvedToken | undefined,
    name: string,
    context: Context,
  ) => {
    if (!resolved) return null;
    const line = cssLine(resolved);
    return resolved.aliasOf === undefined
      ? line
      : `${line} (${resolution.chain(name, matching(resolution, context))[1]})`;
  };
  const kind = alias ? 'alias' : 'value';
  if (impact === undefined) {
    if (!alias)
      return authoredValueText(old, from) === authoredValueText(now, path)
        ? []
        : [
            {
              path,
              kind: 'value',
              impact: 'patch',
              before: null,
              after: null,
              why: 'Written differently, with the same value',
            },
          ];
    return [
      {
        path,
        kind,
        impact: table['alias-same']!,
        before: text(old, was, from, at),
        after: text(now, is, path, at),
        why: 'Refers to something else, with the same value everywhere',
      },
    ];
  }
  const contexts = differing.length === now.contexts.length ? undefined : narrowed(now, differing);
  return [
    { path, kind, impact, before: text(old, was, from, at), after: text(now, is, path, at), why, contexts },
  ];
}

/** What can be seen of a difference; undefined for equal values. Below CIEDE2000 1 or 0.5 px it is too small to see. */
function visibleDifference(
  was: ResolvedToken | undefined,
  is: ResolvedToken | undefined,
): { unseen: boolean; why: string } | undefined {
  if (!was && !is) return undefined;
  if (!was || !is)
    return {
      unseen: false,
      why: is ? 'It has a value where it had none' : 'It has no value where it had one',
    };
  if (sameJson(was.value, is.value)) return undefined;
  if (was.type === 'color' && is.type === 'color') {
    const [a, b] = [colorOf(was.value)!, colorOf(is.value)!];
    const difference = colorDifference(a, b);
    if (a.alpha !== b.alpha)
      return { unseen: false, why: `Its transparency changed from ${a.alpha} to ${b.alpha}` };
    if (difference === 0 && cssLine(was) === cssLine(is)) return undefined;
    const text = `CIEDE2000 ${difference.toFixed(1)}`;
    return difference < 1
      ? { unseen: true, why: `A difference too small to see (${text})` }
      : { unseen: false, why: `The colour changed visibly (${text})` };
  }
  if (was.type === 'dimension' && is.type === 'dimension') {
    const px = (value: Json) =>
      isObject(value) ? (value.get('value') as number) * (value.get('unit') === 'rem' ? 16 : 1) : 0;
    const difference = Math.abs(px(was.value) - px(is.value));
    if (difference === 0) return undefined;
    const text = `${Number(difference.toFixed(2))}px`;
    return difference < 0.5
      ? { unseen: true, why: `A difference too small to see (${text})` }
      : { unseen: false, why: `The size changed by ${text}` };
  }
  return cssLine(was) === cssLine(is) ? undefined : { unseen: false, why: 'Its value changed' };
}

function axisChanges(old: Resolution, now: Resolution, table: ImpactTable): TokenChange[] {
  const changes: TokenChange[] = [];
  const row = (
    path: string,
    kind: TokenChange['kind'],
    impact: Impact,
    before: string | null,
    after: string | null,
    why: string,
  ) => changes.push({ path, kind, impact, before, after, why });
  for (const axis of old.system.axes) {
    const present = now.system.axes.find((other) => other.name === axis.name);
    if (!present) {
      row(
        axis.name,
        'axis',
        table['axis-removed']!,
        axis.contexts.join(', '),
        null,
        'An axis was removed: products that choose on it break',
      );
      continue;
    }
    for (const name of axis.contexts)
      if (!present.contexts.includes(name))
        row(
          `${axis.name}.${name}`,
          'context',
          table['context-removed']!,
          name,
          null,
          'A context was removed',
        );
    for (const name of present.contexts)
      if (!axis.contexts.includes(name))
        row(`${axis.name}.${name}`, 'context', table['context-added']!, null, name, 'A context was added');
    if (axis.default !== present.default)
      row(
        axis.name,
        'default',
        table.default!,
        axis.default ?? null,
        present.default ?? null,
        'Another context holds where none is named',
      );
  }
  for (const axis of now.system.axes) {
    if (!old.system.axes.some((other) => other.name === axis.name))
      row(axis.name, 'axis', table['axis-added']!, null, axis.contexts.join(', '), 'An axis was added');
  }
  return changes;
}

function pairingChanges(
  before: DiffSide,
  after: DiffSide,
  moved: ReadonlyMap<string, string>,
  table: ImpactTable,
): TokenChange[] {
  const changes: TokenChange[] = [];
  const key = (pairing: Pairing) => `${pairing.text} on ${pairing.surface}`;
  const renamed = (pairing: Pairing): Pairing => ({
    ...pairing,
    text: moved.get(pairing.text) ?? pairing.text,
    surface: moved.get(pairing.surface) ?? pairing.surface,
  });
  const old = new Map(before.pairings.map((pairing) => [key(renamed(pairing)), pairing]));
  for (const pairing of after.pairings) {
    const was = old.get(key(pairing));
    if (!was) {
      changes.push({
        path: key(pairing),
        kind: 'pairing',
        impact: table['pairing-changed']!,
        before: null,
        after: `needs ${pairing.needs}`,
        why: 'A pairing was declared',
      });
      continue;
    }
    const ratios = pairingRatios(after.resolution, pairing);
    const fallen: Context[] = [];
    let shown: [number, number] | undefined;
    ratios.forEach((ratio, i) => {
      const context = after.resolution.contexts[i]!;
      const earlier = pairingRatios(before.resolution, was)[
        before.resolution.numberOf(matching(before.resolution, context))
      ];
      if (ratio === undefined || earlier === undefined || ratio >= pairing.needs || earlier < was.needs)
        return;
      fallen.push(context);
      if (!shown || ratio < shown[1]) shown = [earlier, ratio];
    });
    if (shown) {
      changes.push({
        path: key(pairing),
        kind: 'pairing',
        impact: table['pairing-broken']!,
        before: ratioText(shown[0]),
        after: ratioText(shown[1]),
        why: `It falls below the contrast it needs, ${pairing.needs}`,
        contexts: fallen.length === after.resolution.contexts.length ? undefined : fallen,
      });
    } else if (was.needs !== pairing.needs) {
      changes.push({
        path: key(pairing),
        kind: 'pairing',
        impact: table['pairing-changed']!,
        before: `needs ${was.needs}`,
        after: `needs ${pairing.needs}`,
        why: 'Another contrast is needed',
      });
    }
  }
  const present = new Set(after.pairings.map(key));
  for (const [name, pairing] of old) {
    if (!present.has(name))
      changes.push({
        path: name,
        kind: 'pairing',
        impact: table['pairing-changed']!,
        before: `needs ${pairing.needs}`,
        after: null,
        why: 'A pairing is no longer declared',
      });
  }
  return changes;
}

const NO_RENAMES: ReadonlyMap<string, string> = new Map();

/** The combination of a resolution that another's stands for: its own axes, defaults where the other has none. */
function matching(resolution: Resolution, context: Context): Context {
  const result = defaultContext(resolution.system.axes);
  for (const axis of resolution.system.axes) {
    const name = context[axis.name];
    if (name !== undefined && axis.contexts.includes(name)) result[axis.name] = name;
  }
  return result;
}

/** Drops the axes that make no difference to which combinations are meant. */
function narrowed(resolution: Resolution, contexts: Context[]): Context[] {
  let result = contexts;
  for (const axis of resolution.system.axes) {
    const groups = new Map<string, { rest: Context; names: Set<string> }>();
    for (const context of result) {
      const { [axis.name]: name, ...rest } = context;
      const key = JSON.stringify(rest);
      if (!groups.has(key)) groups.set(key, { rest, names: new Set() });
      groups.get(key)!.names.add(name!);
    }
    if ([...groups.values()].every(({ names }) => names.size === axis.contexts.length))
      result = [...groups.values()].map(({ rest }) => rest);
  }
  return result;
}

/**
 * What every source says of a token's value, as text, with what has been renamed written anew. How it is said does not count:
 * the order of members, or an alpha that is 1 without being said.
 */
function authoredText(resolution: Resolution, path: string, renames: ReadonlyMap<string, string>): string {
  const token = resolution.index.numbers.get(path);
  if (token === undefined) return '';
  return resolution.index.candidates[token]!.map(({ when, declaration }) => {
    let value = writeJson(canonical(authoredValue(declaration.object) ?? null));
    for (const [from, to] of renames) value = value.split(`"{${from}}"`).join(`"{${to}}"`);
    return JSON.stringify(when) + value;
  }).join('\n');
}

/** A value with its members in one order and without what says nothing. Depth is that of one value. */
function canonical(value: Json): Json {
  if (Array.isArray(value)) return value.map(canonical);
  if (!isObject(value)) return value;
  const members = [...value].filter(
    ([name, member]) => !(name === 'alpha' && member === 1 && value.has('components')),
  );
  return new Map(
    members
      .map(([name, member]): [string, Json] => [name, canonical(member)])
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
}

function authoredValueText(resolution: Resolution, path: string): string {
  return authoredText(resolution, path, NO_RENAMES);
}

function typeIn(resolution: Resolution, path: string): string | undefined {
  return resolution.variants(path).find(({ resolved }) => !resolved.failed)?.resolved.type;
}

/** A token's value by default, or else where it has one, as CSS text; null where it has none. */
export function valueText(resolution: Resolution, path: string): string | null {
  const resolved =
    resolution.value(path, defaultContext(resolution.system.axes)) ??
    resolution.variants(path).find((v) => !v.resolved.failed)?.resolved;
  return resolved ? cssLine(resolved) : null;
}

/** Without ids: a removed and an added token of equal type and equal authored value in every layer, one to one. */
function foundRenames(
  old: Resolution,
  now: Resolution,
  removed: string[],
  added: string[],
): Map<string, string> {
  const by = (resolution: Resolution, paths: string[]) => {
    const groups = new Map<string, string[]>();
    for (const path of paths) {
      const key = `${typeIn(resolution, path)}\n${authoredText(resolution, path, NO_RENAMES)}`;
      append(groups, key, path);
    }
    return groups;
  };
  const gone = by(old, removed);
  const come = by(now, added);
  const renames = new Map<string, string>();
  for (const [key, from] of gone) {
    const to = come.get(key);
    if (from.length === 1 && to?.length === 1) renames.set(from[0]!, to[0]!);
  }
  return renames;
}

/** New paths to which a former path now refers as a deprecated alias, new path to old. */
function keptRenames(old: Resolution, now: Resolution, added: string[]): Map<string, string> {
  const kept = new Map<string, string>();
  const isNew = new Set(added);
  for (const path of now.paths) {
    const token = now.index.numbers.get(path)!;
    const candidates = now.index.candidates[token]!;
    if (!old.index.numbers.has(path) || deprecationOf(now, path) === undefined || candidates.length !== 1)
      continue;
    const target = candidates[0]!.declaration.alias?.target;
    const to = target === undefined ? undefined : now.paths[target];
    if (to === undefined || !isNew.has(to) || kept.has(to)) continue;
    if (
      typeIn(old, path) === typeIn(now, to) &&
      authoredText(old, path, NO_RENAMES) === authoredText(now, to, NO_RENAMES)
    )
      kept.set(to, path);
  }
  return kept;
}
