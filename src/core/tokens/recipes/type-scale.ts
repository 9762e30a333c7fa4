import { jsonObject, type Json } from '../../base/json/json';
import { reachableZoom, scaledSize, snappedLine } from '../type-scale';
import { tokenObject } from '../build';
import { nameProblem } from '../read';
import { completed, type Generated, type Outcome, type RecipeKind } from './recipe';

export interface TypeScaleRecipe {
  /** Size of the base step in px. */
  base: number;
  ratio: number;
  /** Names from the smallest to the largest. */
  steps: string[];
  /** Which of them has the base size. */
  baseStep: string;
  /** Sizes are multiples of this many px; 0: not rounded. */
  rounding: number;
  unit: 'px' | 'rem';
  /** Line heights are multiples of this many px. */
  rhythm: number;
  /** Line height of the smallest and of the largest step, as a share of the size. */
  leading: { small: number; large: number };
  /** Base and ratio in a narrow window; sizes then grow between the two widths. */
  fluid: { base: number; ratio: number; from: number; to: number } | null;
}

/** Font sizes by a ratio, each with a line height on the rhythm; fixed, or growing with the window. */
export const typeScale: RecipeKind<TypeScaleRecipe> = {
  kind: 'typeScale',
  label: 'Type scale',
  family: 'type',
  standard: {
    base: 16,
    ratio: 1.25,
    steps: ['label', 'small', 'body', 'large', 'h6', 'h5', 'h4', 'h3', 'h2', 'h1'],
    baseStep: 'body',
    rounding: 1,
    unit: 'rem',
    rhythm: 4,
    leading: { small: 1.5, large: 1.15 },
    fluid: null,
  },
  generate(given) {
    const recipe = completed(typeScale.standard, given);
    const outcome: Outcome = { tokens: [], problems: [], warnings: [] };
    const { base, ratio, steps, fluid } = recipe;
    const refuse = (problem: string, fix: string) => outcome.problems.push({ problem, fix });
    if (!(base >= 1 && base <= 400)) refuse(`A base of ${base}px is out of range`, 'Choose one from 1 to 400px');
    if (!(ratio > 1 && ratio <= 4)) refuse(`A ratio of ${ratio} is out of range`, 'Choose one above 1 and at most 4');
    if (steps.length === 0 || steps.length > 40) refuse(`${steps.length} steps are out of range`, 'Name from 1 to 40 steps');
    if (!steps.includes(recipe.baseStep)) refuse(`There is no step ${recipe.baseStep}`, `Name one of ${steps.join(', ')}`);
    const wrong = steps.find((step, i) => nameProblem(step) || steps.indexOf(step) !== i);
    if (wrong !== undefined) refuse(nameProblem(wrong) ?? `There are two steps called ${wrong}`, 'Give each a name of its own');
    if (fluid && !(fluid.from > 0 && fluid.to > fluid.from)) refuse(`Widths from ${fluid.from} to ${fluid.to}px are out of order`, 'The second width is the larger');
    if (fluid && !(fluid.ratio > 1 && fluid.ratio <= 4 && fluid.base >= 1)) refuse('Base and ratio in a narrow window are out of range', 'Choose a base of 1px or more and a ratio above 1');
    if (outcome.problems.length > 0) return outcome;

    const zero = steps.indexOf(recipe.baseStep);
    steps.forEach((step, i) => {
      const size = scaledSize(base, ratio, i - zero, recipe.rounding);
      const share = steps.length === 1 ? 0 : i / (steps.length - 1);
      const leading = recipe.leading.small + (recipe.leading.large - recipe.leading.small) * share;
      const line = snappedLine(size, leading, recipe.rhythm);
      const narrow = fluid ? scaledSize(fluid.base, fluid.ratio, i - zero, recipe.rounding) : undefined;
      outcome.tokens.push(
        dimension(`size.${step}`, size, recipe.unit, fluid && narrow !== undefined && narrow !== size
          ? { min: quantity(narrow, recipe.unit), from: fluid.from, to: fluid.to }
          : undefined),
        { path: `line.${step}`, object: tokenObject(Number((line / size).toFixed(4)), 'number'), when: {} },
      );
      if (!fluid || narrow === undefined) return;
      const { zoom, width } = reachableZoom({ min: narrow, max: size, from: fluid.from, to: fluid.to });
      if (zoom < 2)
        outcome.warnings.push(`${step} cannot reach 200 % by zooming: ${Math.floor(zoom * 100)} % in a window ${Math.round(width)}px wide (WCAG 1.4.4)`);
    });
    return outcome;
  },
}; // prettier-ignore

function quantity(px: number, unit: 'px' | 'rem'): Json {
  return jsonObject([
    ['value', unit === 'rem' ? Number((px / 16).toFixed(6)) : px],
    ['unit', unit],
  ]);
}

function dimension(
  path: string,
  px: number,
  unit: 'px' | 'rem',
  fluid?: { min: Json; from: number; to: number },
): Generated {
  const extension = fluid
    ? jsonObject([
        ['app.seedplan', jsonObject([['fluid', jsonObject([['min', fluid.min], ['from', fluid.from], ['to', fluid.to]])]])],
      ])
    : undefined; // prettier-ignore
  return {
    path,
    object: tokenObject(quantity(px, unit), 'dimension', extension ? [['$extensions', extension]] : []),
    when: {},
  };
}
