import { drawingOf } from '../assets/drawing';
import type { ComponentDefinition, Nested, Prop } from './definition';
import { ordered, type Items } from '../document/item';
import { named } from './compose';
import { iconOf } from './icon-piece';
import { defaultProps } from './condition';
import { renderComponent, type RenderInput } from './render';
import { templateOf } from './template';

/** Nested deeper than this, pieces are left out: nobody reads such a component. */
const DEEPEST = 12;

/** A component as HTML, its slots filled with what they hold until something is put into them. */
export function renderNested(
  component: ComponentDefinition,
  items: Items,
  input: RenderInput & { context?: Record<string, string> } = {},
  above: readonly string[] = [],
): string {
  const props = { ...defaultProps(component), ...input.props };
  const slots: Record<string, string> = { ...input.slots };
  if (above.length < DEEPEST && !above.includes(component.id))
    for (const prop of ordered(component.props))
      if (prop.kind === 'slot' && prop.holds?.length && slots[prop.name] === undefined)
        slots[prop.name] = prop.holds
          .map((piece) => renderPiece(piece, items, props, input.context, [...above, component.id]))
          .join('');
  const html = renderComponent(component, { ...input, slots });
  return above.length > 0 || input.inside ? html : standing(html, component);
}

/** The elements that HTML wants round an element, outermost first (HTML, content models). */
const NEEDED: Readonly<Record<string, readonly string[]>> = {
  tr: ['table', 'tbody'],
  td: ['table', 'tbody', 'tr'],
  th: ['table', 'tbody', 'tr'],
  thead: ['table'],
  tbody: ['table'],
  tfoot: ['table'],
  caption: ['table'],
  colgroup: ['table'],
  col: ['table', 'colgroup'],
  li: ['ul'],
  dt: ['dl'],
  dd: ['dl'],
  option: ['select'],
  optgroup: ['select'],
  legend: ['fieldset'],
  summary: ['details'],
  figcaption: ['figure'],
};

/** A component that stands by itself, in the elements without which a browser would leave its root out. */
function standing(html: string, component: ComponentDefinition): string {
  const needed = NEEDED[templateOf(component.template).root?.tag ?? ''] ?? [];
  const open = needed.map((tag) => `<${tag} data-holder${tag === 'details' ? ' open' : ''}>`).join('');
  const close = [...needed]
    .reverse()
    .map((tag) => `</${tag}>`)
    .join('');
  return open + html + close;
}

/** A piece of a slot: an icon's drawing, or a component under its own props and those passed to it. */
export function renderPiece(
  piece: Nested,
  items: Items,
  holder: Record<string, string> = {},
  context?: Record<string, string>,
  above: readonly string[] = [],
): string {
  const icon = iconOf(piece, items, holder);
  if (icon) return drawingOf(icon.asset, items, context, icon.size) ?? '';
  const component = named(items, 'component', piece.component);
  if (!component || above.includes(component.id)) return '';
  return renderNested(component, items, { props: propsOfNested(piece, holder), context }, above);
}

/** The props of a piece: those the holder passes to it win over its own. */
export function propsOfNested(piece: Nested, holder: Record<string, string>): Record<string, string> {
  const passed = Object.entries(piece.passed).flatMap(([inner, outer]): [string, string][] =>
    holder[outer] === undefined ? [] : [[inner, holder[outer]]],
  );
  return { ...piece.props, ...Object.fromEntries(passed) };
}

/** These components and all that stand in their slots, each once. */
export function withNested(components: Iterable<ComponentDefinition>, items: Items): ComponentDefinition[] {
  const found = new Map<string, ComponentDefinition>();
  const walk = (component: ComponentDefinition) => {
    if (found.has(component.id)) return;
    found.set(component.id, component);
    for (const prop of Object.values(component.props))
      for (const piece of prop.holds ?? []) {
        const inner = named(items, 'component', piece.component);
        if (inner) walk(inner);
      }
  };
  for (const component of components) walk(component);
  return [...found.values()];
}

/** What stands against pieces in a slot, in words; undefined where they may stand there. */
export function slotProblem(
  holder: ComponentDefinition,
  slot: Pick<Prop, 'name' | 'accepts' | 'most'>,
  pieces: readonly Nested[],
  items: Items,
): { problem: string; fix: string } | undefined {
  if (slot.most !== undefined && pieces.length > slot.most)
    return {
      problem: `${slot.name} takes ${slot.most === 1 ? 'one piece' : `${slot.most} pieces`}, not ${pieces.length}`,
      fix: 'Remove some, or raise the slot’s maximum',
    };
  const accepted = slot.accepts?.map(
    (reference) => named(items, 'component', reference)?.name ?? reference.path,
  );
  for (const piece of pieces) {
    const inner = named(items, 'component', piece.component);
    const name = inner?.name ?? piece.component?.path ?? piece.asset?.path ?? '';
    if (!inner && !named(items, 'asset', piece.asset))
      return {
        problem: `There is nothing called ${name} to put in ${slot.name}`,
        fix: 'Choose one from the list',
      };
    if (accepted?.length && !accepted.includes(name))
      return {
        problem: `${slot.name} does not take ${name}`,
        fix: `It takes ${accepted.join(', ')}; put one of them in, or let it take ${name} too`,
      };
    const way = inner && wayTo(inner, holder.id, items);
    if (way)
      return {
        problem: `${holder.name} would stand in itself: ${[holder.name, ...way].join(' holds ')}`,
        fix: 'Put something else in',
      };
  }
  return undefined;
}

/** The names from a component down to the one of this id, by what slots hold; undefined where there is no way. */
function wayTo(
  from: ComponentDefinition,
  id: string,
  items: Items,
  seen = new Set<string>(),
): string[] | undefined {
  if (from.id === id) return [from.name];
  if (seen.has(from.id)) return undefined;
  seen.add(from.id);
  for (const prop of Object.values(from.props))
    for (const piece of prop.holds ?? []) {
      const inner = named(items, 'component', piece.component);
      const way = inner && wayTo(inner, id, items, seen);
      if (way) return [from.name, ...way];
    }
  return undefined;
}
