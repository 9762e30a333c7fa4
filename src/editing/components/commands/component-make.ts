import { named } from '@/core/components/compose';
import { combinations } from '@/core/components/combinations';
import { conditionsText } from '@/core/components/condition';
import { guardText } from '@/core/components/guards';
import { partsOf, type MeasuredPart } from '@/core/components/measured';
import { componentClass } from '@/core/components/compile';
import { slotProblem } from '@/core/components/nested';
import type { Behaviour, Guard, Nested } from '@/core/components/definition';
import { ordered, type Reference } from '@/core/document/item';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  behind,
  conditionsFor,
  NAME,
  notOwn,
  ownComponent,
  partProblem,
  styleValueOf,
  usedComponent,
} from './own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Says that combinations must not be made; `id` null adds, an empty condition takes it back. */
export function setExclusion(
  library: OpenLibrary,
  { component: name, id, when, why }: { component: string; id: string | null; when: string; why: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  if (when.trim() === '') {
    if (id === null)
      return refuse('An exclusion needs a condition', 'Write one such as “tone is quiet and busy”');
    return runCommand(library, newId, `Remove an exclusion of ${name}`, (work) =>
      work.set(component.id, `excluded/${id}`, null),
    );
  }
  const read = conditionsFor(used, when);
  if ('refused' in read) return read.refused;
  const known = id === null ? undefined : component.excluded?.[id];
  const stored = {
    order: known?.order ?? behind(component.excluded),
    when: read.conditions,
    why: why.trim(),
  };
  const rest = combinations({ ...used, excluded: { ...used.excluded, [id ?? 'new']: stored } });
  if (rest.all.length === 0) return refuse('That would leave no combination at all', 'Exclude fewer of them');
  const label = `Exclude ${conditionsText(read.conditions)} of ${name}`;
  return runCommand(library, newId, label, (work) =>
    work.set(component.id, `excluded/${id ?? newId('exclusion')}`, stored),
  );
}

interface PieceDraft {
  name: string;
  icon: boolean;
  props: Record<string, string>;
  passed: Record<string, string>;
}

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

/** Puts another piece into a slot in place of the one that stands there, its props kept where the new one has them. */
export function swapNested(
  library: OpenLibrary,
  {
    component,
    prop: propName,
    at,
    name,
    icon,
  }: { component: string; prop: string; at: number; name: string; icon: boolean },
  newId: NewId,
): Command {
  const found = ownComponent(library, component);
  const prop = Object.values(found?.props ?? {}).find((other) => other.name === propName);
  if (!found || !prop) return notOwn(`${propName} of ${component}`);
  const inner = icon ? undefined : named(library.items, 'component', { path: name });
  const has = new Set(Object.values(inner?.props ?? {}).map((one) => one.name));
  const drafts = (prop.holds ?? []).map(({ component: piece, asset, props, passed }, i): PieceDraft => {
    const stays = i !== at;
    const keep = <T>(record: Record<string, T>) =>
      stays || icon ? record : Object.fromEntries(Object.entries(record).filter(([key]) => has.has(key)));
    return {
      name: stays
        ? ((named(library.items, 'component', piece) ?? named(library.items, 'asset', asset))?.name ?? '')
        : name,
      icon: stays ? asset !== undefined : icon,
      props: keep(props),
      passed: icon && !stays ? {} : keep(passed),
    };
  });
  if (at >= drafts.length) drafts.push({ name, icon, props: {}, passed: {} });
  const accepts = (prop.accepts ?? []).map((one) => named(library.items, 'component', one)?.name ?? one.path);
  return setSlot(
    library,
    { component, prop: propName, accepts, most: prop.most ?? null, holds: drafts },
    newId,
  );
}

/** Lets users change a property of a part, or fixes it again. */
export function setAdjustable(
  library: OpenLibrary,
  {
    component: name,
    part: partName,
    property,
    on,
  }: { component: string; part: string; property: string; on: boolean },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const [id, part] =
    Object.entries(component?.parts ?? {}).find(([, other]) => other.name === partName) ?? [];
  if (!component || !part) return notOwn(`${partName} of ${name}`);
  const rest = (part.adjustable ?? []).filter((other) => other !== property);
  const label = on ? `Make ${property} of ${partName} overridable` : `Fix ${property} of ${partName}`;
  return runCommand(library, newId, label, (work) =>
    work.set(component.id, `parts/${id}`, { ...part, adjustable: on ? [...rest, property] : rest }),
  );
}

interface GuardDraft {
  when: string;
  part: string;
  property: string;
  value: string;
  note: string;
  under: Record<string, string>;
}

/** Adds a guard or changes one. */
export function setGuard(
  library: OpenLibrary,
  { component: name, id, guard }: { component: string; id: string | null; guard: GuardDraft },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const read = conditionsFor(used, guard.when);
  if ('refused' in read) return read.refused;
  const refused = partProblem(used, guard.part);
  if (refused) return refused;
  if (!/^(--)?[a-z][a-z0-9-]*$/.test(guard.property))
    return refuse(`“${guard.property}” is not a CSS property`, 'Write one such as min-height');
  if (guard.value.trim() === '')
    return refuse('A guard needs a value', 'Enter the value it has to keep, such as 40px');
  const known = id === null ? undefined : component.guards[id];
  const stored: Guard = {
    order: known?.order ?? behind(component.guards),
    when: read.conditions,
    part: guard.part,
    property: guard.property,
    value: guard.value.trim(),
    note: guard.note.trim(),
    ...(Object.keys(guard.under).length > 0 && { under: guard.under }),
  };
  return runCommand(library, newId, `Add guard: ${guardText(stored)}`, (work) =>
    work.set(component.id, `guards/${id ?? newId('guard')}`, stored),
  );
}

export function removeGuard(
  library: OpenLibrary,
  { component: name, id }: { component: string; id: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const guard = component?.guards[id];
  if (!component || !guard) return notOwn('This guard');
  return runCommand(library, newId, `Remove guard: ${guardText(guard)}`, (work) =>
    work.set(component.id, `guards/${id}`, null),
  );
}

/** Promises for what is drawn now: these properties of every part as the frame measured them, under these contexts. */
export function recordGuards(
  library: OpenLibrary,
  {
    component: name,
    when,
    boxes,
    properties,
    under,
  }: { component: string; when: string; boxes: MeasuredPart[]; properties: string[]; under: Context },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const read = conditionsFor(used, when);
  if ('refused' in read) return read.refused;
  const same = (a: Guard, b: Guard) => guardText(a) === guardText(b);
  const found = partsOf(boxes, componentClass(used)).flatMap((box, i, all) =>
    all.findIndex((other) => other.part === box.part) === i
      ? properties.flatMap((property): Guard[] => {
          const value = box.style[property];
          if (value === undefined || value === '') return [];
          return [
            {
              order: '',
              when: read.conditions,
              part: box.part,
              property,
              value,
              note: 'Recorded',
              ...(Object.keys(under).length > 0 && { under }),
            },
          ];
        })
      : [],
  );
  return runCommand(library, newId, `Guard current values of ${name}`, (work) => {
    let guards = component.guards;
    for (const guard of found) {
      if (Object.values(guards).some((other) => same(other, guard))) continue;
      const id = newId('guard');
      const stored = { ...guard, order: behind(guards) };
      guards = { ...guards, [id]: stored };
      work.set(component.id, `guards/${id}`, stored);
    }
  });
}

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
    if ('refused' in read) return read.refused;
    if ('raw' in read.value && !/^\d+(\.\d+)?m?s$/.test(read.value.raw))
      return refuse(`“${behaviour.after}” is no time`, 'Write a duration token such as {time.slow}, or 5s');
    stored = { ...behaviour, order, after: read.value };
  } else if (behaviour.kind === 'event') {
    if (!NAME.test(behaviour.name))
      return refuse(`“${behaviour.name}” is not a name for an event`, 'Use letters, digits and hyphens');
    if (!/^[a-z]+$/.test(behaviour.on))
      return refuse(
        `“${behaviour.on}” is not an event of the page`,
        'Write one such as click, input or keydown',
      );
    stored = { ...behaviour, order };
  } else {
    if (behaviour.text.trim() === '')
      return refuse('The note is empty', 'Write what an engineer has to know');
    stored = { ...behaviour, order };
  }
  return runCommand(library, newId, `${id ? 'Change' : 'Add'} a behaviour of ${name}`, (work) =>
    work.set(component.id, `behaviours/${id ?? newId('behaviour')}`, stored),
  );
}

export function removeBehaviour(
  library: OpenLibrary,
  { component: name, id }: { component: string; id: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component?.behaviours?.[id]) return notOwn('This behaviour');
  return runCommand(library, newId, `Remove a behaviour from ${name}`, (work) =>
    work.set(component.id, `behaviours/${id}`, null),
  );
}

export function describeComponent(
  library: OpenLibrary,
  { component: name, text }: { component: string; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  return runCommand(library, newId, `Describe ${name}`, (work) =>
    work.set(component.id, 'description', text.trim()),
  );
}

export function setPart(
  library: OpenLibrary,
  {
    component: name,
    part: partName,
    shows,
    description,
  }: { component: string; part: string; shows: string; description: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const part = ordered(component?.parts ?? {}).find((other) => other.name === partName);
  if (!component || !part) return notOwn(`${partName} of ${name}`);
  if (shows !== 'text' && shows !== 'icon' && shows !== 'nothing')
    return refuse(`A part shows text, an icon or nothing, not ${shows}`, 'Choose one of them');
  const { id, ...rest } = part;
  return runCommand(library, newId, `Change the part ${partName} of ${name}`, (work) =>
    work.set(component.id, `parts/${id}`, { ...rest, shows, description: description.trim() }),
  );
}
