import { named } from '@/core/components/compose';
import { slotProblem } from '@/core/components/nested';
import type { Nested } from '@/core/components/definition';
import { type Reference } from '@/core/document/item';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent, usedComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { PieceDraft } from '@/editing/components/slot-draft';

/** What a slot takes, how many, and what stands in it until it is filled. */
export function setSlot(
  library: OpenLibrary,
  {
    component: name,
    prop: propName,
    accepts,
    most,
    holds,
  }: { component: string; prop: string; accepts: string[]; most: number | null; holds: PieceDraft[] },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  const [id, prop] =
    Object.entries(component?.props ?? {}).find(([, other]) => other.name === propName) ?? [];
  if (!component || !used || id === undefined || !prop) return notOwn(`${propName} of ${name}`);
  if (prop.kind !== 'slot') return refuse(`${propName} is no slot`, 'Only a slot holds other components');
  if (most !== null && !(Number.isInteger(most) && most > 0))
    return refuse('A slot takes one piece or more', 'Write a whole number, or leave it empty');
  const missing = accepts.find((other) => !named(library.items, 'component', { path: other }));
  if (missing !== undefined) return refuse(`There is no component ${missing}`, 'Choose one from the list');
  const refer = (path: string, kind: 'component' | 'asset'): Reference => ({
    id: named(library.items, kind, { path })?.id,
    path,
  });
  const pieces = holds.map(({ name: path, icon, props, passed }): Nested => ({
    ...(icon ? { asset: refer(path, 'asset') } : { component: refer(path, 'component') }),
    props,
    passed,
  }));
  const wanted = {
    ...prop,
    accepts: accepts.map((path) => refer(path, 'component')),
    most: most ?? undefined,
    holds: pieces,
  };
  const problem = slotProblem(component, wanted, pieces, library.items) ?? passedProblem();
  if (problem) return refuse(problem.problem, problem.fix);
  const stored = { ...wanted, order: prop.order };
  if (stored.most === undefined) delete stored.most;
  return runCommand(library, newId, `Change the slot ${propName} of ${name}`, (work) =>
    work.set(component.id, `props/${id}`, stored),
  );

  /** A passed prop is one the piece has and one the holder has. */
  function passedProblem() {
    for (const piece of pieces) {
      const inner = named(library.items, 'component', piece.component);
      for (const [theirs, ours] of Object.entries(piece.passed)) {
        if (inner && !Object.values(inner.props).some((other) => other.name === theirs))
          return { problem: `${inner.name} has no prop ${theirs}`, fix: 'Choose one of its props' };
        if (!Object.values(used!.props).some((other) => other.name === ours))
          return { problem: `${name} has no prop ${ours}`, fix: 'Add it first' };
      }
    }
    return undefined;
  }
}
