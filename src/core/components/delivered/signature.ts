import { ordered } from '../../document/item';
import type { ComponentDefinition, Prop } from '../definition';
import { slotNames, templateOf, type TemplateElement, type TemplateNode } from '../template';

/** What code of a component takes: its props, slots without a prop, and states its markup asks for. */
export interface Signature {
  root: TemplateElement;
  props: (Prop & { code: string })[];
  /** Slots that no prop is declared for, by name. */
  slots: { name: string; code: string }[];
  /** States that attributes or presence ask for: booleans of their own. */
  states: { name: string; code: string }[];
  /** Whether the component has states that markup alone does not show, held by name. */
  held: readonly string[];
}

/** Words that no variable of JavaScript may be called (ECMA-262, 12.7.2). */
const RESERVED = new Set(
  (
    'break case catch class const continue debugger default delete do else enum export extends false finally for function if implements ' +
    'import in instanceof interface let new null package private protected public return static super switch this throw true try typeof ' +
    'var void while with yield await arguments eval undefined children className key ref rest states'
  ).split(' '),
);

export const camel = (name: string): string => name.replace(/-+([a-zA-Z0-9])/g, (_, letter: string) => letter.toUpperCase()); // prettier-ignore
/** The name of a component as code has it: `fare-card` is `FareCard`. */
export const pascal = (name: string): string => camel(name).replace(/^[a-z]/, (letter) => letter.toUpperCase()); // prettier-ignore

/** Undefined where the template has no root, and nothing can be written. */
export function signatureOf(component: ComponentDefinition): Signature | undefined {
  const { root } = templateOf(component.template);
  if (!root) return undefined;
  const taken = new Set<string>();
  const free = (name: string): string => {
    let code = camel(name);
    if (RESERVED.has(code)) code += 'Value';
    const base = code;
    for (let n = 2; taken.has(code); n++) code = `${base}${n}`;
    taken.add(code);
    return code;
  };
  const props = ordered(component.props).map((prop) => ({ ...prop, code: free(prop.name) }));
  const known = new Set(props.map(({ name }) => name));
  const slots = slotNames(root)
    .filter((name) => !known.has(name))
    .map((name) => ({ name, code: free(name === 'default' ? 'content' : name) }));
  const asked = new Set<string>();
  walk(root, (element) => {
    for (const [, name] of element.bound) if (!known.has(name)) asked.add(name);
    for (const condition of element.when) if (condition.kind === 'state') asked.add(condition.state);
  });
  return {
    root,
    props,
    slots,
    states: [...asked].map((name) => ({ name, code: free(name) })),
    held: component.states,
  };
}

function walk(node: TemplateNode, visit: (element: TemplateElement) => void): void {
  if (node.kind === 'text') return;
  if (node.kind === 'element') visit(node);
  for (const child of node.kind === 'slot' ? node.fallback : node.children) walk(child, visit);
}

export const VOID = new Set(['br', 'col', 'hr', 'img', 'input']);
/** In these no text may stand, not even a space (HTML, 13.1.2). */
export const WITHOUT_TEXT = new Set(
  'table thead tbody tfoot tr colgroup select optgroup ul ol dl'.split(' '),
);

/** Text of a template as it is drawn: white space in a row is one space. */
export const drawnText = (text: string): string => text.replace(/\s+/g, ' ');
