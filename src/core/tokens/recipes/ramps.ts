import { colorJson } from '../../base/color/color';
import type { Knot } from '../../base/color/curve';
import { ramp, turnedOver, type RampNeed, type RampPlan } from '../../base/color/ramp';
import { tokenObject } from '../build';
import { nameProblem } from '../read';
import { completed, type Outcome, type RecipeKind } from './recipe';

export interface RampRecipe {
  steps: string[];
  /** One ramp for each; all have the lightness of one curve. */
  hues: { name: string; anchors: string[] }[];
  keepAnchors: boolean;
  lightness: Knot[];
  chroma: Knot[];
  hue: Knot[];
  needs: RampNeed[];
  gamut: RampPlan['gamut'];
  /** The axis and context in which the ramps are mirrored; empty: none. */
  dark: { axis: string; context: string; chroma: number } | null;
}

/** Colour ramps of equal lightness for one hue or several, and for the dark scheme. */
export const ramps: RecipeKind<RampRecipe> = {
  kind: 'ramps',
  label: 'Colour ramps',
  family: 'color',
  standard: {
    steps: ['50', '100', '200', '300', '400', '500', '600', '700', '800', '900', '950'],
    hues: [{ name: 'blue', anchors: ['#17688f'] }],
    keepAnchors: true,
    lightness: [
      { at: 0, value: 0.975 },
      { at: 0.5, value: 0.63 },
      { at: 1, value: 0.24 },
    ],
    chroma: [
      { at: 0, value: 0.12 },
      { at: 0.5, value: 1 },
      { at: 1, value: 0.45 },
    ],
    hue: [
      { at: 0, value: 0 },
      { at: 1, value: 0 },
    ],
    needs: [],
    gamut: 'srgb',
    dark: null,
  },
  generate(given) {
    const recipe = completed(ramps.standard, given);
    const outcome: Outcome = { tokens: [], problems: [], warnings: [] };
    for (const name of [...recipe.hues.map((hue) => hue.name), ...recipe.steps]) {
      const wrong = nameProblem(name);
      if (wrong) outcome.problems.push({ problem: `${wrong}: “${name}”`, fix: 'Choose another name' });
    }
    for (const names of [recipe.hues.map((hue) => hue.name), recipe.steps]) {
      const twice = names.find((name, i) => names.indexOf(name) !== i);
      if (twice !== undefined)
        outcome.problems.push({ problem: `There are two called ${twice}`, fix: 'Give each a name of its own' });
    }
    if (outcome.problems.length > 0) return outcome;
    for (const { name, anchors } of recipe.hues) {
      const command: RampPlan = { ...recipe, anchors };
      const light = ramp(command);
      const prefix = recipe.hues.length > 1 ? `${name}: ` : '';
      for (const { problem, fix } of light.problems) outcome.problems.push({ problem: prefix + problem, fix });
      for (const step of light.steps)
        outcome.tokens.push({ path: `${name}.${step.name}`, object: tokenObject(colorJson(step.color), 'color'), when: {} });
      if (!recipe.dark) continue;
      const turned = ramp({
        ...command,
        keepAnchors: false,
        lightness: turnedOver(recipe.lightness),
        chroma: recipe.chroma.map(({ at, value }) => ({ at: Number((1 - at).toFixed(4)), value: value * recipe.dark!.chroma })),
        needs: [],
      });
      for (const step of turned.steps)
        outcome.tokens.push({
          path: `${name}.${step.name}`,
          object: tokenObject(colorJson(step.color), 'color'),
          when: { [recipe.dark.axis]: recipe.dark.context },
        });
    }
    return outcome;
  },
}; // prettier-ignore
