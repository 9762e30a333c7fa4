import { counted } from '@/core/base/words';
import { partAncestry, templateOf } from '@/core/components/template';
import { readMarkup, type MarkupElement, type MarkupNode } from '@/core/components/markup-tree';
import type { ComponentDefinition } from '@/core/components/definition';
import { itemsOf } from '@/core/document/item';
import type { DraftTransaction } from '@/editing/session/draft-transaction';

/** The elements of a template that carry a part; one part may be several. */
export function elementsOfPart(template: string, part: string): MarkupElement[] {
  const found: MarkupElement[] = [];
  const walk = (node: MarkupNode): void => {
    if ('text' in node) return;
    if (node.attributes.some(({ name, value }) => name === 'part' && value === part)) found.push(node);
    node.children.forEach(walk);
  };
  readMarkup(template).nodes.forEach(walk);
  return found;
}

/** A component and those that vary it, whose rules speak of its parts. */
export function withVariations(
  work: DraftTransaction,
  component: ComponentDefinition,
): ComponentDefinition[] {
  const found = [component];
  for (const one of found)
    for (const other of itemsOf(work.own, 'component'))
      if (other.variationOf && !found.includes(other) && (other.variationOf.id ?? '') === one.id)
        found.push(other);
  return found;
}

/** What goes with a part: its element and the parts in it, and the rules, guards and behaviours on any of them. */
export function partRemoval(
  component: ComponentDefinition,
  part: string,
): { parts: string[]; rules: number; guards: number; behaviours: number } {
  const ancestry = partAncestry(templateOf(component.template).root);
  const parts = [
    part,
    ...[...ancestry].flatMap(([name, { ancestors }]) => (ancestors.includes(part) ? [name] : [])),
  ];
  const on = (record: Record<string, object> | undefined) =>
    Object.values(record ?? {}).filter((one) => 'part' in one && parts.includes(one.part as string)).length;
  return {
    parts,
    rules: on(component.entries),
    guards: on(component.guards),
    behaviours: on(component.behaviours),
  };
}

/** The same as words: “label, icon; 3 rules, 1 guard”. */
export const removalText = ({ parts, rules, guards, behaviours }: ReturnType<typeof partRemoval>): string =>
  [
    ...(parts.length > 1 ? [`the parts in it (${parts.slice(1).join(', ')})`] : []),
    ...(rules > 0 ? [counted(rules, 'rule')] : []),
    ...(guards > 0 ? [counted(guards, 'guard')] : []),
    ...(behaviours > 0 ? [counted(behaviours, 'behaviour')] : []),
  ].join(', ');
