import { conditionsText } from '@/core/components/condition';
import { partAncestry, templateOf, type TemplateNode } from '@/core/components/template';
import type { ComponentDefinition, Condition, Prop } from '@/core/components/definition';
import { ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import { refuse } from '@/editing/session/command';
import { type DraftTransaction } from '@/editing/session/draft-transaction';

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

export const stillUsed = (prop: string, users: string[]) =>
  refuse(
    `${prop} is used by ${users.slice(0, 3).join('; ')}${users.length > 3 ? ` and ${users.length - 3} more` : ''}`,
    'Change or remove those first',
  );

/** Rules, guards and pieces of the template that speak of a prop in a way that `affected` says would no longer hold. */
export function usersOf(
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

/** The parts of a template in which text stands of itself: words, or a slot for a text prop; not in a part within. */
function partsWithText(component: ComponentDefinition): Set<string> {
  const texts = new Set(
    Object.values(component.props).flatMap(({ kind, name }) => (kind === 'text' ? [name] : [])),
  );
  const found = new Set<string>();
  const walk = (node: TemplateNode, part: string | undefined): void => {
    if (node.kind === 'element') return node.children.forEach((child) => walk(child, node.part ?? part));
    const isText = node.kind === 'text' ? node.text.trim() !== '' : texts.has(node.name);
    if (isText && part !== undefined) found.add(part);
  };
  const { root } = templateOf(component.template);
  if (root) walk(root, undefined);
  return found;
}

/** Names what `parts` of a component lack of its template, once that has changed: a new part that holds text shows text, any other nothing until it is said. */
export function addMissingParts(work: DraftTransaction, component: ComponentDefinition): void {
  const named = new Set(Object.values(component.parts).map(({ name }) => name));
  let last = ordered(component.parts).at(-1)?.order ?? null;
  const now = work.own.get(component.id) as ComponentDefinition;
  const withText = partsWithText(now);
  for (const name of partAncestry(templateOf(now.template).root).keys()) {
    if (named.has(name)) continue;
    [last] = ordersAfter(last, 1) as [string];
    work.set(component.id, `parts/${work.newId('part')}`, {
      order: last,
      name,
      shows: withText.has(name) ? 'text' : 'nothing',
      description: '',
    });
  }
}
