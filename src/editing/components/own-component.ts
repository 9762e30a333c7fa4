import { Refusal } from '@/core/base/errors';
import { parseConditions } from '@/core/components/condition';
import { partAncestry, templateOf } from '@/core/components/template';
import type { ComponentDefinition, Condition, StyleValue } from '@/core/components/definition';
import { itemsOf, ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import { customProperty } from '@/core/tokens/naming';
import { aliasPath } from '@/core/tokens/references';
import type { OpenLibrary } from '@/editing/session/open-library';
import { KNOWN_STATES } from '@/core/components/condition';
import { refuse, type Command } from '@/editing/session/command';

/** Names of components, props, values, parts and states. */
export const NAME = /^[a-z][a-zA-Z0-9-]{0,60}$/;

export const ownComponent = (library: OpenLibrary, name: string): ComponentDefinition | undefined =>
  itemsOf(library.own.items, 'component').find((component) => component.name === name);

/** The component as it is used: with its rule sets and with what it varies. */
export const usedComponent = (library: OpenLibrary, name: string): ComponentDefinition | undefined =>
  itemsOf(library.items, 'component').find((component) => component.name === name);

export const notOwn = (name: string): Command =>
  refuse(`${name} is not in this library`, 'Change it in the library it comes from');

/** What stands against a name for a component, other than that of id `but`; undefined where nothing does. */
export function nameProblem(library: OpenLibrary, name: string, but?: string): Command | undefined {
  if (!NAME.test(name))
    return refuse(
      `“${name}” is not a name for a component`,
      'Use letters, digits and hyphens, beginning with a small letter, such as fare-card',
      'name',
    );
  return itemsOf(library.items, 'component').some((other) => other.name === name && other.id !== but)
    ? refuse(`There is a component ${name} already`, 'Choose another name', 'name')
    : undefined;
}

/** An order key behind all components. */
export const behindAllComponents = (library: OpenLibrary): string =>
  ordersAfter(
    itemsOf(library.items, 'component')
      .map(({ order }) => order)
      .sort()
      .at(-1) ?? null,
    1,
  )[0]!;

/** An order key behind all entries. */
export const behind = (entries: Record<string, { order: string }> | undefined): string =>
  ordersAfter(ordered(entries ?? {}).at(-1)?.order ?? null, 1)[0]!;

/** Conditions as written, held against what the component has. */
export function conditionsFor(
  component: ComponentDefinition,
  text: string,
): { conditions: Condition[] } | { refused: Command } {
  let conditions: Condition[];
  try {
    conditions = parseConditions(text);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { refused: refuse(error.problem, error.fix) };
  }
  for (const condition of conditions) {
    const refused = conditionProblem(component, condition);
    if (refused) return { refused };
  }
  return { conditions };
}

function conditionProblem(component: ComponentDefinition, condition: Condition): Command | undefined {
  if (condition.kind === 'state') {
    const states = [...KNOWN_STATES, ...component.states];
    return states.includes(condition.state)
      ? undefined
      : refuse(`There is no state ${condition.state}`, `Use one of ${states.join(', ')}`);
  }
  const props = ordered(component.props);
  const prop = props.find((other) => other.name === condition.prop);
  const names = props.map((other) => other.name).join(', ');
  if (!prop) return refuse(`There is no prop ${condition.prop}`, `Use one of ${names}, or add it`);
  if (condition.kind === 'flag') return undefined;
  const value = prop.kind === 'choice' ? condition.is.find((one) => !prop.values.includes(one)) : undefined;
  return value === undefined
    ? undefined
    : refuse(`${value} is not a value of ${prop.name}`, `Use one of ${prop.values.join(', ')}, or add it`);
}

export function partProblem(component: ComponentDefinition, part: string): Command | undefined {
  const parts = [...partAncestry(templateOf(component.template).root).keys()];
  return parts.includes(part)
    ? undefined
    : refuse(`The template has no part ${part}`, `Choose one of ${parts.join(', ')}`);
}

/** The path of a token typed without braces. A number with a point is no path, whatever tokens are called. */
function barePath({ tree, items }: OpenLibrary, text: string): string | undefined {
  if (!/^[^\d.\s][^\s]*\.[^\s]+$/.test(text)) return undefined;
  const id = tree.ids.get(text);
  return id !== undefined && items.get(id)?.kind === 'token' ? text : undefined;
}

/** A value as typed: `{path}`, or the path of a token alone, binds that token; anything else is one CSS value. */
export function styleValueOf(
  library: OpenLibrary,
  text: string,
): { value: StyleValue } | { refused: Command } {
  const trimmed = text.trim();
  const path = aliasPath(trimmed) ?? barePath(library, trimmed);
  const token = path === undefined ? undefined : library.tree.ids.get(path);
  if (path !== undefined && token === undefined)
    return { refused: refuse(`There is no token ${path}`, 'Choose one from the list') };
  if (path !== undefined) return { value: { token: { id: token, path } } };
  // A token that is one piece of a value is there by its custom property, as in a style sheet.
  let unknown: string | undefined;
  const raw = trimmed.replace(/\{([^{}\s]+)\}/g, (_, name: string) => {
    if (!library.tree.ids.has(name)) unknown ??= name;
    return `var(${customProperty(name)})`;
  });
  if (unknown !== undefined)
    return { refused: refuse(`There is no token ${unknown}`, 'Choose one from the list') };
  if (/[;{}<>]/.test(raw))
    return { refused: refuse('A value cannot hold ; { } < or >', 'Write one CSS value') };
  return { value: { raw } };
}
