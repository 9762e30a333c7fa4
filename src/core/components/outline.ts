import { conditionsText } from './condition';
import type { Prop } from './definition';
import { parseTemplate, type TemplateNode } from './template';

/** A line of the tree of a template: an element, with the part it carries, or a slot. */
export type OutlineRow = {
  /** From 0, the root. */
  depth: number;
  /** When it is there, as a sentence; empty: always. */
  when: string;
} & (
  | { kind: 'element'; tag: string; part: string | null }
  | { kind: 'slot'; name: string; prop: Prop['kind'] | null }
);

/** A template as the tree of its elements and slots, in the order they stand; slots with the kind of their prop, or none. */
export function templateOutline(
  template: string,
  props: readonly Pick<Prop, 'name' | 'kind'>[],
): OutlineRow[] {
  const kinds = new Map(props.map(({ name, kind }) => [name, kind]));
  const rows: OutlineRow[] = [];
  const walk = (node: TemplateNode, depth: number): void => {
    if (node.kind === 'text') return;
    if (node.kind === 'slot') {
      rows.push({ kind: 'slot', depth, when: '', name: node.name, prop: kinds.get(node.name) ?? null });
      return node.fallback.forEach((child) => walk(child, depth + 1));
    }
    const when = conditionsText(node.when);
    rows.push({ kind: 'element', depth, when, tag: node.tag, part: node.part ?? null });
    node.children.forEach((child) => walk(child, depth + 1));
  };
  const { root } = parseTemplate(template);
  if (root) walk(root, 0);
  return rows;
}

/** The slots that no prop fills, each once. */
export const slotsWithoutProp = (rows: readonly OutlineRow[]): string[] => [
  ...new Set(rows.flatMap((row) => (row.kind === 'slot' && row.prop === null ? [row.name] : []))),
];
