import { append } from '@/core/base/append';
import { colorOf, colorText, rgbOf, type Color } from '@/core/base/color/color';
import { contrastRatio, ratioText } from '@/core/base/color/contrast';
import { lchOf } from '@/core/base/color/gamut';
import { colorDifference } from '@/core/base/color/difference';
import { literalsOf } from '@/core/tokens/literals';
import { defaultContext, parentPath } from '@/core/tokens/system';
import { tierOf } from '@/core/tokens/tier';
import type { OpenLibrary } from '@/editing/session/open-library';

interface SchemeStep {
  path: string;
  /** What it refers to now, and what it would refer to in the new scheme. */
  from: string;
  to: string;
  fromCss: string;
  toCss: string;
  /** Turned over along its ramp, or moved on from there until its pairings pass; `fails` where none does. */
  how: 'mirrored' | 'moved' | 'fails';
  /** The pairing that is worst in the new scheme. */
  worst: { other: string; ratio: string; needs: number } | undefined;
}

interface SchemeView {
  steps: SchemeStep[];
  problems: { problem: string; fix: string }[];
  /** Tokens that have a value under that context already and are left alone. */
  kept: number;
}

interface Ramp {
  /** Steps from the lightest to the darkest. */
  steps: { path: string; color: Color; l: number }[];
}

/**
 * A second scheme worked out from the first: every purpose refers to the step at the other end of its ramp, and from
 * there to the nearest step at which all its pairings pass. Purposes that refer to purposes follow by themselves.
 */
export function schemeOf(library: OpenLibrary, { axis, to }: { axis: string; to: string }): SchemeView {
  const { resolution } = library;
  const here = defaultContext(resolution.system.axes);
  const ramps = rampsOf(library);
  const rampOf = new Map<string, Ramp>();
  for (const ramp of ramps) for (const step of ramp.steps) rampOf.set(step.path, ramp);
  const assigned = new Map<string, string>();
  const turned = new Map<string, string>();
  let kept = 0;
  for (const path of resolution.paths) {
    if (!library.own.items.has(library.tree.ids.get(path) ?? '')) continue;
    const token = resolution.token(path, here);
    if (
      token?.failed ||
      token?.type !== 'color' ||
      token.aliasOf === undefined ||
      tierOf(resolution, path) === 'primitive'
    )
      continue;
    const number = resolution.index.numbers.get(path)!;
    if (resolution.index.candidates[number]!.some(({ when }) => when[axis] === to)) {
      kept++;
      continue;
    }
    const target = resolution.paths[token.aliasOf]!;
    const ramp = rampOf.get(target);
    if (!ramp) continue;
    const opposite = acrossFrom(ramp, target);
    assigned.set(path, opposite);
    turned.set(path, opposite);
  }
  const problems: SchemeView['problems'] = [];
  if (assigned.size === 0)
    problems.push({
      problem:
        kept > 0 ? `All purposes have a value under ${to} already` : 'No purpose refers to a step of a ramp',
      fix:
        kept > 0
          ? 'Change them one by one, or clear them first'
          : 'Let purposes refer to primitives that stand in a group of three colours or more',
    });

  // A ground of mid grey leaves no room for text on it.
  const darkest = ramps.find((ramp) => ramp.steps.some((step) => !hued(step)))?.steps.at(-1);
  if (assigned.size > 0 && to !== 'light' && darkest && darkest.l > DARK_ENOUGH)
    problems.push({
      problem: `The darkest grey, ${darkest.path}, is too light to be a dark ground`,
      fix: 'Generate a ramp of greys that ends darker, and make the scheme then',
    });

  const colorIn = (path: string): Color | undefined => {
    let at = path;
    for (let steps = 0; steps < 50; steps++) {
      const next = assigned.get(at) ?? aliasUnder(library, at, axis, to);
      if (next === undefined) break;
      at = next;
    }
    const resolved =
      resolution.value(at, axis in here ? { ...here, [axis]: to } : here) ?? resolution.value(at, here);
    return resolved?.type === 'color' ? colorOf(resolved.value) : undefined;
  };
  const pairings = library.pairings();
  const ratioOf = (text: string, surface: string): number | undefined => {
    const [a, b] = [colorIn(text), colorIn(surface)];
    return a && b && contrastRatio(rgbOf(a), rgbOf(b));
  };
  const share = (
    path: string,
  ): { share: number; other: string; ratio: number; needs: number } | undefined => {
    let worst: { share: number; other: string; ratio: number; needs: number } | undefined;
    for (const pairing of pairings) {
      if (pairing.text !== path) continue;
      const ratio = ratioOf(pairing.text, pairing.surface);
      if (ratio !== undefined && (!worst || ratio / pairing.needs < worst.share))
        worst = { share: ratio / pairing.needs, other: pairing.surface, ratio, needs: pairing.needs };
    }
    return worst;
  };
  // Surfaces stay where turning over put them; texts move until they can be read.
  const texts = [...assigned.keys()].filter((path) => pairings.some((pairing) => pairing.text === path));
  for (const path of texts) {
    const first = assigned.get(path)!;
    if ((share(path)?.share ?? 1) >= 1) continue;
    const ramp = rampOf.get(first)!;
    const color = ramp.steps.find((step) => step.path === first)!.color;
    const candidates = [...ramp.steps].sort(
      (a, b) => colorDifference(a.color, color) - colorDifference(b.color, color),
    );
    const passing = candidates.find((step) => {
      assigned.set(path, step.path);
      return (share(path)?.share ?? 1) >= 1;
    });
    if (passing) continue;
    const best = candidates
      .map((step) => {
        assigned.set(path, step.path);
        return { path: step.path, share: share(path)?.share ?? 0 };
      })
      .sort((a, b) => b.share - a.share)[0]!;
    assigned.set(path, best.path);
  }
  const cssOf = (path: string) => {
    const color = colorIn(path);
    return color ? colorText(color) : '';
  };
  const steps = [...assigned].map(([path, target]): SchemeStep => {
    const token = resolution.token(path, here)!;
    const worst = share(path);
    return {
      path,
      from: resolution.paths[token.aliasOf!]!,
      to: target,
      fromCss: colorText(colorOf(token.value)!),
      toCss: cssOf(path),
      how: worst && worst.share < 1 ? 'fails' : target === turned.get(path) ? 'mirrored' : 'moved',
      worst: worst && { other: worst.other, ratio: ratioText(worst.ratio), needs: worst.needs },
    };
  });
  return { steps, problems, kept };
}

function aliasUnder(library: OpenLibrary, path: string, axis: string, to: string): string | undefined {
  const { resolution } = library;
  const here = defaultContext(resolution.system.axes);
  const token = resolution.token(path, axis in here ? { ...here, [axis]: to } : here);
  return token?.aliasOf === undefined ? undefined : resolution.paths[token.aliasOf];
}

/** OKLCH lightness that the darkest grey may have at most: text on it can then reach 7 to 1. */
const DARK_ENOUGH = 0.45;

const hued = (step: Ramp['steps'][number]) => lchOf(step.color).c > 0.035;

/** Groups of three literal colours or more are ramps; white, black and greys that stand alone join the greys. */
function rampsOf(library: OpenLibrary): Ramp[] {
  const groups = new Map<string, Ramp['steps']>();
  for (const literal of literalsOf(library.resolution)) {
    if (literal.type !== 'color') continue;
    const color = colorOf(literal.values[0]!)!;
    const group = parentPath(literal.path);
    append(groups, group, { path: literal.path, color, l: lchOf(color).l });
  }
  const ramps: Ramp[] = [];
  const neutral: Ramp['steps'] = [];
  for (const steps of groups.values()) {
    const greys = steps.filter((step) => !hued(step));
    if (greys.length > steps.length / 2 || steps.length < 3) neutral.push(...greys);
    if (steps.length >= 3 && greys.length <= steps.length / 2) ramps.push({ steps });
  }
  if (neutral.length > 0) ramps.push({ steps: neutral });
  for (const ramp of ramps) ramp.steps.sort((a, b) => b.l - a.l);
  return ramps;
}

/** The step as far from the dark end as this one is from the light end. */
function acrossFrom(ramp: Ramp, path: string): string {
  const at = ramp.steps.findIndex((step) => step.path === path);
  return ramp.steps[ramp.steps.length - 1 - at]!.path;
}
