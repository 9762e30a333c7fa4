import { itemsOf } from '@/core/document/item';
import type { TokenItem } from '@/core/tokens/items';
import { ordersAfter } from '@/core/document/order';
import { sameJson, type JsonObject } from '@/core/base/json/json';
import { nameProblem } from '@/core/tokens/read';
import { authoredValue } from '@/core/tokens/references';
import type { Context } from '@/core/tokens/system';
import { generated } from '@/editing/foundations/queries/recipes';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

interface RecipeInput {
  /** The recipe to change; none: a new one. */
  id?: string;
  kind: string;
  family: string;
  /** JSON text of the parameters. */
  parameters: string;
  /** Whether steps tuned by hand are made anew too. */
  overTuned?: boolean;
}

/** Stores a recipe and the family it makes, in one change. Steps tuned by hand are kept unless asked for. */
export function applyRecipe(library: OpenLibrary, input: RecipeInput, newId: NewId): Command {
  const wrong = input.family.split('.').map(nameProblem).find(Boolean);
  if (wrong) return refuse(`${wrong}: “${input.family}”`, 'Write the family as group.name');
  const old = input.id === undefined ? undefined : library.own.items.get(input.id);
  if (input.id !== undefined && old?.kind !== 'recipe')
    return refuse('This recipe is inherited or was removed', 'Change it in the library it comes from');
  const known = old?.kind === 'recipe' ? old : undefined;
  const made = generated(library, input, known);
  const [problem] = made.problems;
  if (problem) return refuse(problem.problem, problem.fix);
  return runCommand(library, newId, `${known ? 'Change' : 'Generate'} ${input.family}`, (work) => {
    for (const step of made.steps) {
      if (step.tuned && !input.overTuned) continue;
      if (step.after === undefined) {
        // A step the recipe no longer makes goes where nothing uses it; what is used stays, by hand.
        if (!step.used)
          removeStep(work.own.get(library.tree.ids.get(step.path) ?? ''), (id) => work.remove(id));
        continue;
      }
      for (const when of step.when) ensure(when, (axis, contexts) => work.axis(axis, contexts));
      for (const { when, object } of step.made) {
        const present = declared(library, step.path, when);
        if (present && sameJson(authoredValue(present)!, object.get('$value')!)) continue;
        work.declare(step.path, when, present ? merged(present, object) : object);
      }
    }
    const parameters = input.parameters;
    if (known) {
      work.set(known.id, 'parameters', parameters);
      work.set(known.id, 'family', input.family);
    } else {
      const last =
        itemsOf(library.items, 'recipe')
          .map((item) => item.order)
          .sort()
          .at(-1) ?? null;
      work.add({
        id: newId('recipe'),
        kind: 'recipe',
        name: input.kind,
        family: input.family,
        parameters,
        order: ordersAfter(last, 1)[0]!,
      });
    }
    return undefined;
  });
}

const ensure = (when: Context, make: (axis: string, contexts: string[]) => void): void => {
  for (const [axis, context] of Object.entries(when))
    make(axis, axis === 'scheme' && context === 'dark' ? ['light', 'dark'] : [context]);
};

function removeStep(item: unknown, remove: (id: string) => void): void {
  const token = item as TokenItem | undefined;
  if (token?.kind === 'token') remove(token.id);
}

/** What a token's own object becomes: its value and type are the recipe's, the rest is its own. */
function merged(present: JsonObject, object: JsonObject): JsonObject {
  return new Map([...present, ...object]);
}

function declared(library: OpenLibrary, path: string, when: Context): JsonObject | undefined {
  const candidates =
    library.resolution.index.candidates[library.resolution.index.numbers.get(path) ?? -1] ?? [];
  const same = (other: Context) =>
    JSON.stringify(Object.entries(other).sort()) === JSON.stringify(Object.entries(when).sort());
  return candidates.findLast((candidate) => same(candidate.when))?.declaration.object;
}
