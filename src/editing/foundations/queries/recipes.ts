import { append } from '@/core/base/append';
import { itemsOf } from '@/core/document/item';
import type { RecipeItem } from '@/core/tokens/items';
import { sameJson, type JsonObject } from '@/core/base/json/json';
import { RECIPES } from '@/core/tokens/recipes/registry';
import { completed, type Outcome } from '@/core/tokens/recipes/recipe';
import type { RampRecipe } from '@/core/tokens/recipes/ramps';
import { cssLine } from '@/core/tokens/css-text';
import { authoredValue } from '@/core/tokens/references';
import { joinPath, type Context } from '@/core/tokens/system';
import { suitedRamp } from '@/editing/foundations/suited-ramp';
import type { OpenLibrary } from '@/editing/session/open-library';

/** One token of a family: as it stands, as the recipe would make it. */
interface RecipeStep {
  path: string;
  /** CSS text; undefined where there is none. */
  before: string | undefined;
  after: string | undefined;
  /** Whether somebody has changed it since the recipe made it. */
  tuned: boolean;
  /** Whether anything refers to it. */
  used: boolean;
  /** The contexts the recipe makes it for. */
  when: Context[];
  made: { when: Context; object: JsonObject }[];
}

interface GeneratedView {
  steps: RecipeStep[];
  problems: { problem: string; fix: string }[];
  warnings: string[];
}

function outcomeOf(kind: string, parameters: string): Outcome {
  const recipe = RECIPES.get(kind);
  const nothing = (problem: string): Outcome => ({
    tokens: [],
    problems: [{ problem, fix: 'Start a new one' }],
    warnings: [],
  });
  if (!recipe) return nothing(`There is no recipe of the kind ${kind}`);
  try {
    return recipe.generate(completed(recipe.standard, JSON.parse(parameters)) as never);
  } catch {
    // Parameters come from a field that anything may have been written into.
    return nothing('The parameters of this recipe cannot be read');
  }
}

const said = (when: Context) => JSON.stringify(Object.entries(when).sort());

/** What a recipe would make of a family, against what stands there. */
export function generated(
  library: OpenLibrary,
  { kind, family, parameters }: { kind: string; family: string; parameters: string },
  old: RecipeItem | undefined,
): GeneratedView {
  const outcome = outcomeOf(kind, parameters);
  const before = old && outcomeOf(old.name, old.parameters);
  const byPath = new Map<string, RecipeStep['made']>();
  for (const { path, object, when } of outcome.tokens) {
    const full = joinPath(family, path);
    append(byPath, full, { when, object });
  }
  const wasMade = new Map<string, JsonObject>();
  for (const { path, object, when } of before?.tokens ?? [])
    wasMade.set(`${joinPath(old!.family, path)} ${said(when)}`, object);
  const paths = new Set([
    ...byPath.keys(),
    ...(before?.tokens ?? []).map(({ path }) => joinPath(old!.family, path)),
  ]);
  const { resolution } = library;
  const steps = [...paths].map((path): RecipeStep => {
    const made = byPath.get(path) ?? [];
    const number = resolution.index.numbers.get(path);
    const present = number === undefined ? [] : resolution.index.candidates[number]!;
    const standing = present.find(({ when }) => Object.keys(when).length === 0);
    const value = standing && authoredValue(standing.declaration.object);
    const plain = made.find(({ when }) => Object.keys(when).length === 0);
    const tuned = present.some(({ when, declaration }) => {
      const own = authoredValue(declaration.object);
      const generatedThen = wasMade.get(`${path} ${said(when)}`)?.get('$value');
      // Without a recipe that made it, whatever stands there was made by hand.
      return old === undefined
        ? made.some((one) => said(one.when) === said(when) && !sameJson(one.object.get('$value')!, own!))
        : generatedThen !== undefined && !sameJson(generatedThen, own!);
    });
    const line = (json: JsonObject | undefined) => json && textOf(json);
    return {
      path,
      before:
        value === undefined ? undefined : (line(standing!.declaration.object) ?? shownValue(library, path)),
      after: line(plain?.object),
      tuned,
      used:
        resolution.referrers(path).length > 0 ||
        library.reach().direct(library.tree.ids.get(path) ?? '').length > 0,
      when: made.map((one) => one.when),
      made,
    };
  });
  return { steps, problems: outcome.problems, warnings: outcome.warnings };
}

function textOf(object: JsonObject): string | undefined {
  const [type, value] = [object.get('$type'), authoredValue(object)];
  if (typeof value === 'string' && value.startsWith('{')) return value;
  return typeof type === 'string' && value !== undefined ? cssLine({ type, value }) : undefined;
}

function shownValue(library: OpenLibrary, path: string): string | undefined {
  const resolved = library.resolution.value(path, 0);
  return resolved && cssLine(resolved);
}

interface RecipesView {
  recipes: {
    id: string;
    kind: string;
    label: string;
    family: string;
    parameters: string;
    own: boolean;
    tuned: number;
  }[];
  kinds: { kind: string; label: string; family: string; standard: string }[];
}

export function recipes(library: OpenLibrary): RecipesView {
  return {
    recipes: itemsOf(library.items, 'recipe')
      .sort((a, b) => (a.order < b.order ? -1 : 1))
      .map((item) => ({
        id: item.id,
        kind: item.name,
        label: RECIPES.get(item.name)?.label ?? item.name,
        family: item.family,
        parameters: item.parameters,
        own: library.own.items.has(item.id),
        tuned: generated(
          library,
          { kind: item.name, family: item.family, parameters: item.parameters },
          item,
        ).steps.filter((step) => step.tuned).length,
      })),
    kinds: [...RECIPES.values()].map(({ kind, label, family, standard }) => ({
      kind,
      label,
      family,
      standard: JSON.stringify(kind === 'ramps' ? suitedRamp(library, standard as RampRecipe) : standard),
    })),
  };
}

/** A recipe being worked on: what it would make, without objects that cannot be sent to a page. */
export function recipePreview(
  library: OpenLibrary,
  input: { id: string | null; kind: string; family: string; parameters: string },
): {
  steps: (Omit<RecipeStep, 'made' | 'when'> & { others: { label: string; css: string }[] })[];
  problems: GeneratedView['problems'];
  warnings: string[];
} {
  const item = input.id === null ? undefined : library.items.get(input.id);
  const view = generated(library, input, item?.kind === 'recipe' ? item : undefined);
  return {
    ...view,
    steps: view.steps.map(({ made, when: _when, ...step }) => ({
      ...step,
      others: made
        .filter(({ when }) => Object.keys(when).length > 0)
        .map(({ when, object }) => ({ label: Object.values(when).join(' '), css: textOf(object) ?? '' })),
    })),
  };
}
