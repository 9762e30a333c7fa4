import type { Behaviour } from '@/core/components/definition';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  behind,
  NAME,
  notOwn,
  ownComponent,
  partProblem,
  styleValueOf,
  usedComponent,
} from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

type BehaviourDraft =
  | { kind: 'timed'; part: string; text: string; state: string; after: string; does: string }
  | { kind: 'event'; part: string; text: string; name: string; on: string }
  | { kind: 'note'; part: string; text: string };

/** Adds what a component does by itself or says to others, or a note for engineers; or changes one. */
export function setBehaviour(
  library: OpenLibrary,
  { component: name, id, behaviour }: { component: string; id: string | null; behaviour: BehaviourDraft },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const refused = partProblem(used, behaviour.part);
  if (refused) return refused;
  const order = (id === null ? undefined : component.behaviours?.[id]?.order) ?? behind(component.behaviours);
  let stored: Behaviour;
  if (behaviour.kind === 'timed') {
    const read = styleValueOf(library, behaviour.after);
    if ('refused' in read) return { ...read.refused, field: 'after' };
    if ('raw' in read.value && !/^\d+(\.\d+)?m?s$/.test(read.value.raw))
      return refuse(`“${behaviour.after}” is no time`, 'Write a duration token such as {time.slow}, or 5s', 'after'); // prettier-ignore
    stored = { ...behaviour, order, after: read.value };
  } else if (behaviour.kind === 'event') {
    if (!NAME.test(behaviour.name))
      return refuse(
        `“${behaviour.name}” is not a name for an event`,
        'Use letters, digits and hyphens',
        'name',
      );
    if (!/^[a-z]+$/.test(behaviour.on))
      return refuse(
        `“${behaviour.on}” is not an event of the page`,
        'Write one such as click, input or keydown',
        'on',
      );
    stored = { ...behaviour, order };
  } else {
    if (behaviour.text.trim() === '')
      return refuse('The note is empty', 'Write what an engineer has to know', 'text');
    stored = { ...behaviour, order };
  }
  return runCommand(library, newId, `${id ? 'Change' : 'Add'} a behaviour of ${name}`, (work) =>
    work.set(component.id, `behaviours/${id ?? newId('behaviour')}`, stored),
  );
}
