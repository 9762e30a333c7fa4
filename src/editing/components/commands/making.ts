import { conditionsText } from '@/core/components/condition';
import { partAncestry, slotNames, templateOf } from '@/core/components/template';
import type { ComponentDefinition, Condition, Prop, StyleRule } from '@/core/components/definition';
import { itemsOf, ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  behind,
  behindAllComponents,
  conditionsFor,
  NAME,
  nameProblem,
  notOwn,
  ownComponent,
  partProblem,
  usedComponent,
} from './own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

/**
 * Starts a component: a root that takes content; everything another one has, as a copy of its own; or, where `linked`, a
 * variation, which says only what differs and takes over what the other changes later.
 */
export function startComponent(
  library: OpenLibrary,
  { name, from, linked }: { name: string; from?: string; linked?: boolean },
  newId: NewId,
): Command {
  const refused = nameProblem(library, name);
  if (refused) return refused;
  const all = itemsOf(library.items, 'component');
  const source = from === undefined ? undefined : all.find((component) => component.name === from);
  if (from !== undefined && !source)
    return refuse(`There is no component ${from}`, 'Choose one from the list');
  const order = behindAllComponents(library);
  return runCommand(library, newId, `Start the component ${name}`, (work) => {
    const id = newId('component');
    if (source && linked)
      return work.add({
        ...blank,
        id,
        name,
        order,
        rank: source.rank,
        variationOf: { id: source.id, path: source.name },
      });
    if (source) {
      const { bases: _bases, variationOf: _source, ...copied } = source;
      return work.add({ ...copied, id, name, order, deprecation: null });
    }
    const [root, label] = ordersAfter(null, 2) as [string, string];
    const part = { shows: 'nothing' as const, description: '' };
    work.add({
      ...blank,
      id,
      name,
      order,
      template: '<div part="root">\n  <span part="label"><slot name="label"></slot></span>\n</div>',
      parts: {
        [newId('part')]: { ...part, order: root, name: 'root' },
        [newId('part')]: { ...part, order: label, name: 'label', shows: 'text' },
      },
      props: {
        [newId('prop')]: {
          order: root,
          name: 'label',
          kind: 'text',
          values: [],
          default: 'Text',
          description: '',
        },
      },
    });
    return undefined;
  });
}

/** A component of which nothing is said; until it is finished it stays out of releases. */
export const blank = {
  kind: 'component',
  description: '',
  rank: null,
  visibility: 'internal',
  deprecation: null,
  template: '',
  states: [],
  parts: {},
  props: {},
  entries: {},
  guards: {},
} satisfies Partial<ComponentDefinition>;

export type PropDraft = Pick<Prop, 'name' | 'kind' | 'values' | 'default' | 'description'>;

/** Adds a prop, or changes the one of that name. A value that rules or screens still use cannot go. */
export function setProp(
  library: OpenLibrary,
  { component: name, prop }: { component: string; prop: PropDraft },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  const words = [prop.name, ...(prop.kind === 'choice' ? prop.values : [])];
  const wrong = words.find((word) => !NAME.test(word));
  if (wrong !== undefined)
    return refuse(
      `“${wrong}” is not a name for a prop or a value`,
      'Use letters, digits and hyphens, beginning with a small letter',
    );
  if (prop.name === 'state') return refuse('A prop cannot be called state', 'State is what happens to a component, not what it is given'); // prettier-ignore
  if (prop.kind === 'choice' && prop.values.length === 0)
    return refuse('A choice has at least one value', 'Add its values, separated by commas');
  if (new Set(prop.values).size < prop.values.length)
    return refuse('A value stands twice', 'Leave each value in once');
  const standard = prop.kind === 'choice' ? prop.default || prop.values[0]! : prop.default;
  if (prop.kind === 'choice' && !prop.values.includes(standard))
    return refuse(`${standard} is none of the values`, `Choose one of ${prop.values.join(', ')}`);
  const [id, known] = Object.entries(component.props).find(([, other]) => other.name === prop.name) ?? [];
  if (known) {
    const users = usersOf(component, prop.name, (condition) =>
      condition.kind === 'choice'
        ? prop.kind !== 'choice' || condition.is.some((value) => !prop.values.includes(value))
        : prop.kind !== known.kind,
    );
    if (users.length > 0) return stillUsed(prop.name, users);
    const lost = placedValues(library, component, prop.name).find(
      ({ value }) => prop.kind === 'choice' && !prop.values.includes(value),
    );
    if (lost)
      return refuse(
        `${lost.value} of ${prop.name} is set on ${lost.where}`,
        'Change it there first, or keep the value',
      );
  }
  const stored: Prop = { ...prop, default: standard, order: known?.order ?? behind(component.props) };
  return runCommand(library, newId, `${known ? 'Change' : 'Add'} the prop ${prop.name} of ${name}`, (work) =>
    work.set(component.id, `props/${id ?? newId('prop')}`, stored),
  );
}

export function removeProp(
  library: OpenLibrary,
  { component: name, prop }: { component: string; prop: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const [id] = Object.entries(component?.props ?? {}).find(([, other]) => other.name === prop) ?? [];
  if (!component || id === undefined) return notOwn(`${prop} of ${name}`);
  const slots = slotNames(templateOf(component.template).root).includes(prop)
    ? [`the slot ${prop} of the template`]
    : [];
  const users = [...usersOf(component, prop, () => true), ...slots];
  if (users.length > 0) return stillUsed(prop, users);
  return runCommand(library, newId, `Take the prop ${prop} out of ${name}`, (work) =>
    work.set(component.id, `props/${id}`, null),
  );
}

const stillUsed = (prop: string, users: string[]) =>
  refuse(
    `${prop} is used by ${users.slice(0, 3).join('; ')}${users.length > 3 ? ` and ${users.length - 3} more` : ''}`,
    'Change or remove those first',
  );

/** Rules, guards and pieces of the template that speak of a prop in a way that `affected` says would no longer hold. */
function usersOf(
  component: ComponentDefinition,
  prop: string,
  affected: (condition: Exclude<Condition, { kind: 'state' }>) => boolean,
): string[] {
  const hasDeclaration = (when: readonly Condition[]) =>
    when.some((condition) => condition.kind !== 'state' && condition.prop === prop && affected(condition));
  const rules = ordered(component.entries).flatMap((entry) =>
    entry.kind === 'rule' && hasDeclaration(entry.when)
      ? [`the rule when ${conditionsText(entry.when)}`]
      : [],
  );
  const guards = ordered(component.guards).flatMap((guard) =>
    hasDeclaration(guard.when) ? [`the guard on ${guard.property} of ${guard.part}`] : [],
  );
  const parts = [...partAncestry(templateOf(component.template).root)].flatMap(([part, { when }]) =>
    hasDeclaration(when) ? [`the part ${part}`] : [],
  );
  return [...rules, ...guards, ...parts];
}

/** Values of a prop that screens set, with the screen they are set on. */
function placedValues(library: OpenLibrary, component: ComponentDefinition, prop: string) {
  return library.snapshot.products.flatMap((product) =>
    product.items.flatMap((item) =>
      item.kind === 'placement' && item.component.id === component.id && item.props[prop] !== undefined
        ? [{ value: item.props[prop]!, where: `a screen of ${product.name}` }]
        : [],
    ),
  );
}

/** Adds a rule, or changes what one is about: its conditions as `tone is danger and not busy`, and its part. */
export function setRule(
  library: OpenLibrary,
  {
    component: name,
    rule: id,
    when,
    part,
  }: { component: string; rule: string | null; when: string; part: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  const known = id === null ? undefined : component.entries[id];
  if (id !== null && known?.kind !== 'rule') return notOwn('This rule');
  const used = usedComponent(library, name)!;
  const refused = partProblem(used, part);
  if (refused) return refused;
  const read = conditionsFor(used, when);
  if ('refused' in read) return read.refused;
  const { conditions } = read;
  const rule: StyleRule = known
    ? { ...(known as StyleRule), when: conditions, part }
    : {
        order: behind(component.entries),
        kind: 'rule',
        when: conditions,
        part,
        declarations: [],
        comment: '',
      };
  const words = conditions.length > 0 ? `when ${conditionsText(conditions)}` : 'always';
  return runCommand(library, newId, `${known ? 'Change' : 'Add'} a rule of ${name}: ${words}`, (work) =>
    work.set(component.id, `entries/${id ?? newId('entry')}`, rule),
  );
}

export function removeRule(
  library: OpenLibrary,
  { component: name, rule }: { component: string; rule: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component?.entries[rule]) return notOwn('This rule');
  return runCommand(library, newId, `Take a rule out of ${name}`, (work) =>
    work.set(component.id, `entries/${rule}`, null),
  );
}

/** Names what `parts` of a component lack of its template, once that has changed: each new part shows nothing until it is said. */
export function addMissingParts(work: DraftTransaction, component: ComponentDefinition): void {
  const named = new Set(Object.values(component.parts).map(({ name }) => name));
  let last = ordered(component.parts).at(-1)?.order ?? null;
  for (const name of partAncestry(
    templateOf((work.own.get(component.id) as ComponentDefinition).template).root,
  ).keys()) {
    if (named.has(name)) continue;
    [last] = ordersAfter(last, 1) as [string];
    work.set(component.id, `parts/${work.newId('part')}`, {
      order: last,
      name,
      shows: 'nothing',
      description: '',
    });
  }
}
