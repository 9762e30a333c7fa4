import { rgbOfToken } from './pairing-ratios';
import { contrastRatio } from '../base/color/contrast';
import { colorOf, colorText, type Color } from '../base/color/color';
import { colorDifference } from '../base/color/difference';
import { closestToNeeds, solveContrast, worstShare, type Need } from '../base/color/solve';
import { literalsOf } from './literals';
import { parentPath, type Context } from './system';
import type { Pairing } from './pairings';
import type { Resolution } from './resolve';

/** What is to pass: resolved tokens and the pairings declared of them. */
interface Paired {
  resolution: Resolution;
  pairings: readonly Pairing[];
}

/** A colour by which a pairing would pass, nearest to the one that stands. */
export interface Solution {
  /** CSS text. */
  css: string;
  /** A primitive of the library that has it, or passes and is near; undefined: a raw value. */
  token: string | undefined;
  /** CIEDE2000 from the colour that stands. */
  difference: number;
  /** What is to be set besides, under contexts where another declaration shows and fails too. */
  also: { when: Context; css: string; token: string | undefined }[];
}

export interface Solutions {
  /** The nearest passing colour of the same hue. */
  raw: Solution | undefined;
  /** The nearest passing step of the ramp it refers to, or else of any primitive. */
  step: Solution | undefined;
  /** Where nothing passes, or not under every context: the most that can be reached, in words. */
  why: string | undefined;
  /** The contexts under which it is to be set: those of the declaration that shows, or of the failing combination. */
  when: Context;
}

/**
 * Colours for one side of a pairing that would make it, and every other pairing of that token, pass wherever the
 * declaration that now wins shows.
 */
function solutionsFor(paired: Paired, path: string, context: Context, alone = false): Solutions {
  const { resolution, pairings } = paired;
  const resolved = resolution.value(path, context);
  const color = resolved?.type === 'color' ? colorOf(resolved.value) : undefined;
  const none: Solutions = { raw: undefined, step: undefined, why: undefined, when: {} };
  if (!resolved || !color) return none;
  const where = alone
    ? [resolution.contexts[resolution.numberOf(context)]!]
    : resolution.contexts.filter((_, i) => resolution.value(path, i)?.from === resolved.from);
  const needs: Need[] = [];
  const onSurfaces: Need[] = [];
  for (const pairing of pairings) {
    if (pairing.text !== path && pairing.surface !== path) continue;
    for (const at of where) {
      const other = rgbOfToken(resolution, pairing.text === path ? pairing.surface : pairing.text, at);
      if (other) (pairing.text === path ? needs : onSurfaces).push({ other, needs: pairing.needs });
    }
  }
  const unique = (list: Need[]) => [...new Map(list.map((need) => [JSON.stringify(need), need])).values()];
  const asText = unique(needs);
  const asSurface = unique(onSurfaces);
  const meets = (candidate: Color) =>
    (asText.length === 0 || worstShare(candidate, asText, 'text') >= 1) &&
    (asSurface.length === 0 || worstShare(candidate, asSurface, 'surface') >= 1);
  const side = asText.length > 0 ? 'text' : 'surface';
  const own = side === 'text' ? asText : asSurface;
  const when = alone ? narrowed(paired, path, where[0]!) : resolved.from.when;
  // What passes as it is needs no colour.
  if (own.length === 0 || meets(color)) return { ...none, when };
  const solved = solveContrast(color, own, side);
  const raw = solved && meets(solved) ? { css: colorText(solved), token: undefined, difference: colorDifference(solved, color), also: [] } : undefined; // prettier-ignore

  const alias = resolution.chain(path, context).at(-1);
  const ramp = alias !== undefined && alias !== path ? parentPath(alias) : undefined;
  const candidates = literalsOf(resolution)
    .filter((literal) => literal.type === 'color' && literal.values.length === 1 && literal.path !== path)
    .map((literal) => ({ path: literal.path, color: colorOf(literal.values[0]!)! }))
    .filter((candidate) => candidate.color.alpha === color.alpha && meets(candidate.color));
  const nearest = (list: typeof candidates) =>
    list
      .map((candidate) => ({ ...candidate, difference: colorDifference(candidate.color, color) }))
      .sort((a, b) => a.difference - b.difference)[0];
  const found =
    nearest(candidates.filter((candidate) => ramp !== undefined && parentPath(candidate.path) === ramp)) ??
    nearest(candidates);
  const step = found && {
    css: colorText(found.color),
    token: found.path,
    difference: found.difference,
    also: [],
  };
  const most = raw || step ? undefined : closestToNeeds(color, own, side);
  const why = most && `No colour of this hue reaches ${most.need.needs} on all of ${own.length}: ${(Math.floor(most.ratio * 100) / 100).toFixed(2)} is the most, with ${colorText(most.color)}`; // prettier-ignore
  return { raw, step, why, when };
}

/**
 * Colours by which a token would pass in everything it is paired with, under every context where it does not: for the one
 * named, and besides for each other declaration that shows where it fails.
 */
export function bestSolutions(paired: Paired, path: string, context: Context): Solutions {
  const { resolution } = paired;
  const first = solutionsAt(paired, path, context);
  const open = failingContexts(paired, path).filter((at) => !isCovered(resolution, path, context, first, at));
  const also: Solutions[] = [];
  while (open.length > 0) {
    const [at] = open as [Context];
    const found = solutionsAt(paired, path, at);
    also.push(found);
    const left = open.filter((other) => other !== at && !isCovered(resolution, path, at, found, other));
    open.splice(0, open.length, ...left);
  }
  const besides = (of: (solutions: Solutions) => Solution | undefined) =>
    also.flatMap((solutions) => {
      const one = of(solutions);
      return one ? [{ when: solutions.when, css: one.css, token: one.token }] : [];
    });
  return {
    ...first,
    raw: first.raw && { ...first.raw, also: besides(({ raw, step }) => raw ?? step) },
    step: first.step && { ...first.step, also: besides(({ raw, step }) => step ?? raw) },
    why: first.why ?? also.find(({ why }) => why !== undefined)?.why,
  };
}

/** Every context under which a token misses what some pairing of it needs. */
function failingContexts({ resolution, pairings }: Paired, path: string): Context[] {
  const own = pairings.filter(({ text, surface }) => text === path || surface === path);
  return resolution.contexts.filter((context) =>
    own.some(({ text, surface, needs }) => {
      const [a, b] = [rgbOfToken(resolution, text, context), rgbOfToken(resolution, surface, context)];
      return a && b && contrastRatio(a, b) < needs;
    }),
  );
}

/** Whether what is set for one context holds under another too. */
function isCovered(
  resolution: Resolution,
  path: string,
  context: Context,
  { when }: Solutions,
  other: Context,
): boolean {
  const here = resolution.contexts[resolution.numberOf(context)]!;
  if (other === here) return true;
  const same = resolution.value(path, here)?.from === resolution.value(path, other)?.from;
  return same && Object.entries(when).every(([axis, name]) => other[axis] === name);
}

/** As `solutionsFor`; where no colour serves every context the declaration shows in, one for this context alone. */
function solutionsAt(paired: Paired, path: string, context: Context): Solutions {
  const everywhere = solutionsFor(paired, path, context);
  if (everywhere.raw || everywhere.step) return everywhere;
  const here = solutionsFor(paired, path, context, true);
  return here.raw || here.step ? here : everywhere;
}

/** A combination without the axes that neither the token nor what it is paired with varies by. */
function narrowed({ resolution, pairings }: Paired, path: string, context: Context): Context {
  const others = pairings
    .filter((pairing) => pairing.text === path || pairing.surface === path)
    .flatMap((pairing) => [pairing.text, pairing.surface]);
  const axes = new Set([path, ...others].flatMap((one) => resolution.variesBy(one)));
  return Object.fromEntries(Object.entries(context).filter(([axis]) => axes.has(axis)));
}
