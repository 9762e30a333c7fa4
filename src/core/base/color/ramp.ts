import { colorText, parseColor, rgbOf, type Color } from './color';
import { contrastRatio, ratioText } from './contrast';
import { curveThrough, type Knot } from './curve';
import { lchOf, oklch, toGamutColor, toHexColor, type Gamut } from './gamut';
import { closestToNeeds, solveContrast, type Need } from './solve';

/** What a colour ramp is made from. */
export interface RampPlan {
  /** Names of the steps, in order; two or more. */
  steps: string[];
  /** CSS colours the ramp goes through; one or more. */
  anchors: string[];
  /** Whether the anchors are among the steps exactly as they are. */
  keepAnchors: boolean;
  /** OKLCH lightness, 0..1, from the first step to the last. */
  lightness: Knot[];
  /** Chroma as a share of the anchors'. */
  chroma: Knot[];
  /** Degrees added to the anchors' hue. */
  hue: Knot[];
  /** Contrasts that steps must reach on other steps, by name, or on CSS colours. */
  needs: RampNeed[];
  gamut: Gamut;
}

export interface RampNeed {
  step: string;
  ratio: number;
  /** Names of steps, or CSS colours. */
  on: string[];
}

interface RampStep {
  name: string;
  color: Color;
  /** The anchor that stands here exactly. */
  anchor: boolean;
}

/** Why a ramp cannot be as it was asked for, and the nearest that can. */
interface RampProblem {
  problem: string;
  fix: string;
}

interface Ramp {
  steps: RampStep[];
  problems: RampProblem[];
}

/**
 * A ramp of colours: lightness, chroma and hue along three curves in OKLCH, brought into the gamut as CSS Color Module
 * Level 4 says. Where contrasts are asked for, lightness is moved until they are met.
 */
export function ramp(plan: RampPlan): Ramp {
  const problems: RampProblem[] = [];
  const anchors = plan.anchors.flatMap((text) => {
    const color = parseColor(text);
    if (!color) problems.push({ problem: `“${text.slice(0, 40)}” is not a colour`, fix: 'Write it as CSS does: #0a5d6a or oklch(0.5 0.1 220)' });
    return color ? [color] : [];
  }); // prettier-ignore
  const count = plan.steps.length;
  if (count < 2) problems.push({ problem: 'A ramp has two steps or more', fix: 'Name at least two steps' });
  if (anchors.length === 0) {
    problems.push({ problem: 'A ramp needs a colour to start from', fix: 'Give one anchor or more' });
    return { steps: [], problems };
  }
  if (count < 2) return { steps: [], problems };

  const at = (i: number) => i / (count - 1);
  const lightness = curveThrough(plan.lightness);
  const chroma = curveThrough(plan.chroma);
  const hue = curveThrough(plan.hue);
  const placed = plan.keepAnchors ? placeAnchors(anchors, plan.steps.map((_, i) => lightness(at(i)))) : new Map<number, Color>(); // prettier-ignore
  // Between kept anchors the lightness curve is bent so that it passes through them.
  const bend = curveThrough([
    { at: 0, value: 0 },
    { at: 1, value: 0 },
    ...[...placed].map(([i, color]) => ({ at: at(i), value: lchOf(color).l - lightness(at(i)) })),
  ]);
  const between = anchorCurves(anchors);
  const steps = plan.steps.map((name, i): RampStep => {
    const kept = placed.get(i);
    if (kept) return { name, color: kept, anchor: true };
    const l = Math.min(1, Math.max(0, lightness(at(i)) + (placed.size > 0 ? bend(at(i)) : 0)));
    const { c, h } = between(l);
    return { name, color: shown(oklch(l, c * Math.max(0, chroma(at(i))), h + hue(at(i))), plan.gamut), anchor: false };
  }); // prettier-ignore
  const order = orderOf(steps);
  meetNeeds(plan, steps, order, problems);
  return { steps, problems };
}

/** In sRGB what a hex text can say; in a wider gamut four decimals. */
function shown(color: Color, gamut: Gamut): Color {
  if (gamut === 'srgb') return parseColor(colorText(toHexColor(color)))!;
  const { components, ...rest } = toGamutColor(color, gamut);
  return { ...rest, components: components.map((c) => Number((c as number).toFixed(4))) };
}

/** Each anchor at the step nearest to it in lightness that is still free. */
function placeAnchors(anchors: readonly Color[], lightness: readonly number[]): Map<number, Color> {
  const placed = new Map<number, Color>();
  for (const anchor of anchors) {
    const { l } = lchOf(anchor);
    const [free] = lightness
      .map((value, i) => ({ i, away: Math.abs(value - l) }))
      .filter(({ i }) => !placed.has(i))
      .sort((a, b) => a.away - b.away);
    if (free) placed.set(free.i, anchor);
  }
  return placed;
}

/** Chroma and hue at a lightness, going from anchor to anchor the short way round. */
function anchorCurves(anchors: readonly Color[]): (l: number) => { c: number; h: number } {
  const points = anchors.map(lchOf).sort((a, b) => a.l - b.l);
  let turned = points[0]!.h;
  const hues = points.map(({ l, h, c }) => {
    // A grey has no hue of its own.
    if (c > 1e-4) turned += ((h - turned + 540) % 360) - 180;
    return { at: l, value: turned };
  });
  const chroma = curveThrough(points.map(({ l, c }) => ({ at: l, value: c })));
  const hue = curveThrough(hues);
  return (l) => ({ c: chroma(l), h: hue(l) });
}

/** Whether lightness rises (1) or falls (-1) from step to step; 0 where it does neither throughout. */
function orderOf(steps: readonly RampStep[]): -1 | 0 | 1 {
  const signs = new Set(
    steps.slice(1).map(({ color }, i) => Math.sign(lchOf(color).l - lchOf(steps[i]!.color).l)),
  );
  return signs.size === 1 ? ([...signs][0] as -1 | 0 | 1) : 0;
}

/**
 * Puts the lightness of steps that nothing asks for between that of the steps around them which are asked for or kept, where
 * moving those has left them out of order.
 */
function spreadBetween(
  plan: RampPlan,
  steps: RampStep[],
  order: -1 | 1,
  fixed: (step: RampStep) => boolean,
): void {
  const lightness = (i: number) => lchOf(steps[i]!.color).l;
  for (let i = 0; i < steps.length; i++) {
    if (fixed(steps[i]!)) continue;
    let end = i;
    while (end + 1 < steps.length && !fixed(steps[end + 1]!)) end++;
    const run = steps.slice(i, end + 1);
    const first = i === 0 ? undefined : lightness(i - 1);
    const last = end === steps.length - 1 ? undefined : lightness(end + 1);
    const all = [first, ...run.map((_, n) => lightness(i + n)), last].filter((l) => l !== undefined);
    const holds = all.every((l, n) => n === 0 || (l - all[n - 1]!) * order > 0);
    // Nothing can stand between two that are out of order themselves.
    const room = first === undefined || last === undefined || (last - first) * order > 0;
    if (!holds && room) {
      // Towards an open end as far as the ramp went before, or half of what is left.
      const open = (from: number, to: number, outward: number) =>
        (to - from) * outward > 0 ? to : (from + (outward > 0 ? 1 : 0)) / 2;
      const low = first ?? open(last!, lightness(i), -order);
      const high = last ?? open(first!, lightness(end), order);
      const from = first === undefined ? 0 : 1;
      const count = run.length + (first === undefined ? 0 : 1) + (last === undefined ? 0 : 1) - 1;
      run.forEach((step, n) => {
        const { c, h } = lchOf(step.color);
        step.color = shown(oklch(low + ((high - low) * (n + from)) / count, c, h), plan.gamut);
      });
    }
    i = end;
  }
}

function meetNeeds(plan: RampPlan, steps: RampStep[], order: -1 | 0 | 1, problems: RampProblem[]): void {
  const byName = new Map(steps.map((step) => [step.name, step]));
  const needsOf = (step: string): (Need & { name: string })[] =>
    plan.needs
      .filter((need) => need.step === step)
      .flatMap((need) =>
        need.on.flatMap((name) => {
          const color = byName.get(name)?.color ?? parseColor(name);
          return color && name !== step ? [{ name, other: rgbOf(color), needs: need.ratio }] : [];
        }),
      );
  for (const need of plan.needs) {
    const unknown = need.on.find((name) => !byName.has(name) && !parseColor(name));
    if (!byName.has(need.step))
      problems.push({ problem: `There is no step ${need.step}`, fix: `Name one of ${plan.steps.join(', ')}` });
    if (unknown !== undefined)
      problems.push({ problem: `${unknown} is neither a step nor a colour`, fix: `Name one of ${plan.steps.join(', ')}, or a colour` });
  } // prettier-ignore
  const wanted = plan.steps.filter((name) => plan.needs.some((need) => need.step === name));
  const asked = new Set(wanted.filter((name) => needsOf(name).length > 0));
  // Steps may stand on steps that move themselves: further rounds settle them.
  for (let round = 0; round < 3; round++) {
    for (const name of wanted) {
      const step = byName.get(name)!;
      const needs = needsOf(name);
      if (step.anchor || needs.length === 0) continue;
      const solved = solveContrast(step.color, needs);
      step.color = solved ?? closestToNeeds(step.color, needs).color;
    }
    if (order !== 0) spreadBetween(plan, steps, order, ({ name, anchor }) => anchor || asked.has(name));
  }
  const unmet = new Set<string>();
  for (const name of wanted) {
    const step = byName.get(name)!;
    const needs = needsOf(name);
    const missed = needs
      .map((need) => ({ ...need, ratio: contrastRatio(rgbOf(step.color), need.other) }))
      .filter(({ ratio, needs: least }) => ratio < least);
    if (missed.length === 0) continue;
    unmet.add(name);
    const {
      name: on,
      ratio,
      needs: least,
    } = missed.sort((a, b) => a.ratio / a.needs - b.ratio / b.needs)[0]!;
    const others = needs.length > 1 ? ` together with ${needs.filter((need) => need.name !== on).map((need) => `${need.needs} on ${need.name}`).join(' and ')}` : ''; // prettier-ignore
    problems.push({
      problem: step.anchor
        ? `Step ${name} is an anchor that is kept exact, and reaches ${ratioText(ratio)} on ${on}, not ${least}`
        : `Step ${name} cannot reach ${least} on ${on}${others}`,
      fix: step.anchor
        ? 'Ask another step for it, or do not keep anchors exact'
        : `Ask for ${ratioText(ratio)} or less: that is the most it can reach`,
    });
  }
  if (order === 0) return;
  // What cannot be reached has been told; of the rest, which steps had to pass others.
  const standing = steps.filter(({ name, anchor }) => (anchor || asked.has(name)) && !unmet.has(name));
  for (const [i, step] of standing.entries()) {
    const before = standing[i - 1];
    if (!before || (lchOf(step.color).l - lchOf(before.color).l) * order > 0) continue;
    const mover = asked.has(step.name) ? step : before;
    const other = mover === step ? before : step;
    const needs = needsOf(mover.name).map(({ needs: least, name: on }) => `${least} on ${on}`);
    problems.push({
      problem: `Step ${mover.name} has to pass ${other.name} in lightness to reach ${needs.join(' and ')}, so that the steps are out of order`,
      fix: `Ask for less, or ask it of another step${other.anchor ? ', or do not keep anchors exact' : ''}`,
    });
  }
}

/**
 * The lightness of the same ramp on a dark ground: the curve mirrored, so that the first step is the darkest, within
 * the range of the light one.
 */
export function turnedOver(lightness: readonly Knot[]): Knot[] {
  const values = lightness.map(({ value }) => value);
  const sum = Math.max(...values) + Math.min(...values);
  return lightness.map(({ at, value }) => ({ at, value: Number((sum - value).toFixed(4)) }));
}
