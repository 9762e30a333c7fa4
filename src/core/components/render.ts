import type { ComponentDefinition } from './definition';
import { ordered } from '../document/item';
import { componentClass } from './compile';
import { allMatch, defaultProps, type Combination } from './condition';
import { rootStates, statesBelow } from './held-states';
import { templateOf, type TemplateElement, type TemplateNode } from './template';

export function escapeHtml(text: string): string {
  return text.replace(/[&<>"']/g, (char) => `&#${char.charCodeAt(0)};`);
}

const VOID = new Set(['br', 'col', 'hr', 'img', 'input']);

export interface RenderInput extends Partial<Combination> {
  /** Rendered HTML for slots; a text prop or slot not given here takes the prop's own text, escaped. */
  slots?: Record<string, string>;
  /** The part on which hover, active and focus-visible are held; the root, where it is not given. */
  stateOn?: string;
  /** A part whose element is repeated, once for each of these props, which hold within it. */
  repeat?: { part: string; rows: readonly Record<string, string>[] };
  /** It is put into another's slot, where the elements it needs round it are. */
  inside?: boolean;
  /** Further attributes of the root, such as an id to find it by. */
  attributes?: Record<string, string>;
}

/** A component as HTML. Values are escaped; slots are taken as HTML that has been rendered by this function. */
export function renderComponent(component: ComponentDefinition, input: RenderInput = {}): string {
  const { root } = templateOf(component.template);
  if (!root) return '';
  const whole: Combination = {
    props: { ...defaultProps(component), ...input.props },
    states: rootStates(input.states ?? [], input.stateOn),
  };
  const below = statesBelow(root, input.states ?? [], input.stateOn);
  const kinds = new Map(ordered(component.props).map((prop) => [prop.name, prop.kind]));
  const className = componentClass(component);

  const node = (item: TemplateNode, combination: Combination): string => {
    if (item.kind === 'text') return escapeHtml(item.text);
    if (item.kind === 'element') return elements(item, combination);
    const filled = input.slots?.[item.name] ?? escapeHtml(combination.props[item.name] ?? '');
    return filled === '' ? item.fallback.map((inner) => node(inner, combination)).join('') : filled;
  };
  const elements = (item: TemplateElement, combination: Combination): string =>
    combination === whole && item.part !== undefined && item.part === input.repeat?.part
      ? input.repeat.rows
          .map((row) => element(item, { ...whole, props: { ...whole.props, ...row } }))
          .join('')
      : element(item, combination);
  const element = (item: TemplateElement, combination: Combination): string => {
    if (!present(item, combination, input.slots)) return '';
    const attributes = new Map(item.attributes);
    for (const [attribute, name] of item.bound) {
      const flag = kinds.get(name) === 'flag' || !kinds.has(name);
      const value = kinds.has(name)
        ? (combination.props[name] ?? '')
        : combination.states.includes(name)
          ? 'true'
          : '';
      if (flag ? value === 'true' : value !== '')
        attributes.set(attribute, flag && !attribute.startsWith('aria-') ? '' : value);
    }
    if (item.part) {
      attributes.set('class', [attributes.get('class'), className].filter(Boolean).join(' '));
      attributes.set('part', item.part);
    }
    const held = below.get(item);
    if (held) attributes.set('data-state', held.join(' '));
    if (item === root) {
      for (const [name, kind] of kinds) {
        const value = combination.props[name] ?? '';
        if (kind === 'choice') attributes.set(`data-${name}`, value);
        if (kind === 'flag' && value === 'true') attributes.set(`data-${name}`, '');
      }
      const { states } = combination;
      if (states.length > 0)
        attributes.set(
          'data-state',
          [...(states.includes('active') && !states.includes('hover') ? [...states, 'hover'] : states)].join(
            ' ',
          ),
        );
      for (const [name, value] of Object.entries(input.attributes ?? {})) attributes.set(name, value);
    }
    const text = [...attributes]
      .map(([name, value]) => (value === '' ? ` ${name}` : ` ${name}="${escapeHtml(value)}"`))
      .join('');
    return VOID.has(item.tag)
      ? `<${item.tag}${text}>`
      : `<${item.tag}${text}>${item.children.map((inner) => node(inner, combination)).join('')}</${item.tag}>`;
  };
  return element(root, whole);
}

/** A `when` may name a slot or text too: it holds where that is filled. */
function present(
  item: TemplateElement,
  combination: Combination,
  slots: Record<string, string> | undefined,
): boolean {
  const props = { ...combination.props };
  for (const condition of item.when) {
    if (condition.kind !== 'flag') continue;
    const filled = slots?.[condition.prop] ?? props[condition.prop] ?? '';
    if (filled !== '' && filled !== 'true') props[condition.prop] = 'true';
  }
  return allMatch(item.when, { ...combination, props });
}
