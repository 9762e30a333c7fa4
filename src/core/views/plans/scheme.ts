import { jsonObject, type JsonObject } from '../../json/json';
import type { OpenLibrary } from '../open-library';
import { schemeOf } from '../scheme';
import { refuse, type NewId, type Plan } from './plan';
import { worked } from './working';

/** Makes a scheme from the default one: an axis where there is none, and what each purpose refers to under it. */
export function makeScheme(
  library: OpenLibrary,
  { axis, from, to, leave }: { axis: string; from: string; to: string; leave: string[] },
  newId: NewId,
): Plan {
  const view = schemeOf(library, { axis, to });
  const [problem] = view.problems;
  if (problem) return refuse(problem.problem, problem.fix);
  if (axis.trim() === '' || to.trim() === '' || from === to)
    return refuse('A scheme needs a name of its own', 'Name the new context, for example dark');
  const left = new Set(leave);
  return worked(library, newId, `Make the ${to} ${axis}`, (work) => {
    work.axis(axis, [from, to]);
    for (const step of view.steps) {
      if (left.has(step.path)) continue;
      work.declare(step.path, { [axis]: to }, jsonObject([['$value', `{${step.to}}`]]) as JsonObject);
    }
    return undefined;
  });
}
