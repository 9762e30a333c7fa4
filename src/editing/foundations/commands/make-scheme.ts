import { jsonObject, type JsonObject } from '@/core/base/json/json';
import type { OpenLibrary } from '@/editing/session/open-library';
import { schemeOf } from '../queries/scheme';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Makes a scheme from the default one: an axis where there is none, and what each purpose refers to under it. */
export function makeScheme(
  library: OpenLibrary,
  { axis, from, to, leave }: { axis: string; from: string; to: string; leave: string[] },
  newId: NewId,
): Command {
  const view = schemeOf(library, { axis, to });
  const [problem] = view.problems;
  if (problem) return refuse(problem.problem, problem.fix);
  if (axis.trim() === '' || to.trim() === '' || from === to)
    return refuse('A scheme needs a name of its own', 'Name the new context, for example dark');
  const left = new Set(leave);
  return runCommand(library, newId, `Generate ${axis} ${to}`, (work) => {
    work.axis(axis, [from, to]);
    for (const step of view.steps) {
      if (left.has(step.path)) continue;
      work.declare(step.path, { [axis]: to }, jsonObject([['$value', `{${step.to}}`]]) as JsonObject);
    }
    return undefined;
  });
}
