import type { Items } from '../../document/item';
import { componentClass } from '../compile';
import { named } from '../compose';
import type { ComponentDefinition, Condition, Nested } from '../definition';
import { iconChoice } from '../icon-piece';
import { escapeHtml } from '../render';
import type { TemplateElement, TemplateNode } from '../template';
import { pascal, signatureOf, VOID, type Signature } from './signature';

const text = (value: string): string => JSON.stringify(value).replace(/</g, '\\u003c');

/** The name of an element: with a hyphen, as HTML asks (HTML, 4.13.3). */
const elementName = (component: ComponentDefinition, prefix: string): string =>
  `${prefix}-${component.name.replace(/([A-Z])/g, (letter) => `-${letter.toLowerCase()}`)}`;

/** What every element of a library shares: attributes become props, children go into slots, changes are drawn anew. */
export const ELEMENT_BASE = `const escapes = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
export const escape = (value) => String(value).replace(/[&<>"']/g, (char) => escapes[char]);
/** An attribute that is there with a value; bare where the value is true. */
export const attribute = (name, value) =>
  value === false || value === undefined || value === null || value === ''
    ? ''
    : value === true
      ? \` \${name}\`
      : \` \${name}="\${escape(value)}"\`;

export class LibraryElement extends HTMLElement {
  /** Props by name: \`{ kind: 'choice' | 'flag' | 'text' | 'slot', standard }\`. */
  static props = {};
  static states = [];
  /** The slot that children without the name of one go into. */
  static main = '';
  static get observedAttributes() {
    return [...Object.keys(this.props), ...this.states];
  }
  #content = null;
  #drawn = false;

  connectedCallback() {
    if (!this.#content) {
      this.#content = new Map();
      for (const child of [...this.childNodes]) {
        if (child.nodeType === Node.TEXT_NODE && child.data.trim() === '') continue;
        const slot = (child.nodeType === Node.ELEMENT_NODE && child.getAttribute('slot')) || this.constructor.main;
        if (!this.#content.has(slot)) this.#content.set(slot, []);
        this.#content.get(slot).push(child);
      }
      // Its own box is that of its root.
      this.style.display = 'contents';
    }
    this.#draw();
  }

  attributeChangedCallback() {
    if (this.#drawn) this.#draw();
  }

  #draw() {
    const { props, states } = this.constructor;
    const values = {};
    for (const [name, { kind, standard }] of Object.entries(props)) {
      const own = this.getAttribute(name);
      values[name] = kind === 'flag' ? (own === null ? standard === 'true' : own !== 'false') : (own ?? standard);
    }
    for (const state of states) values[\`state \${state}\`] = this.hasAttribute(state);
    const filled = (name) => this.#content.has(name);
    this.innerHTML = this.constructor.markup(values, filled);
    this.#drawn = true;
    for (const holder of this.querySelectorAll('template[data-slot]'))
      holder.replaceWith(...(this.#content.get(holder.dataset.slot) ?? []));
  }
}

export function define(name, element) {
  if (!customElements.get(name)) customElements.define(name, element);
}
`;

/** The types of the file that all elements share. */
export const ELEMENT_BASE_TYPES = `export declare class LibraryElement extends HTMLElement {}
`;

/** A component as a custom element, one module; undefined where the template has no root. */
export function elementSource(component: ComponentDefinition, items: Items, prefix: string): string | undefined {
  const signature = signatureOf(component);
  return signature && new Writing(component, signature, items, prefix).file();
} // prettier-ignore

/** What TypeScript is to know of the element. */
export function elementTypes(component: ComponentDefinition, prefix: string): string {
  const name = `${pascal(component.name)}Element`;
  return `import { LibraryElement } from './library-element.js';\n\nexport declare class ${name} extends LibraryElement {}\n\ndeclare global {\n  interface HTMLElementTagNameMap {\n    ${text(elementName(component, prefix))}: ${name};\n  }\n}\n`;
}

class Writing {
  private readonly kinds = new Map<string, string>();
  private readonly imports = new Map<string, string>();

  constructor(
    private readonly component: ComponentDefinition,
    private readonly signature: Signature,
    private readonly items: Items,
    private readonly prefix: string,
  ) {
    for (const { name, kind } of signature.props) this.kinds.set(name, kind);
    for (const { name } of signature.slots) this.kinds.set(name, 'slot');
  }

  file(): string {
    const { root, props, slots, states } = this.signature;
    const name = `${pascal(this.component.name)}Element`;
    const markup = `\`${this.element(root)}\``;
    const names = [...slots.map((slot) => slot.name), ...props.filter(({ kind }) => kind === 'slot' || kind === 'text').map((prop) => prop.name)]; // prettier-ignore
    const main = names.find((one) => one === 'default') ?? names.find((one) => one === 'label') ?? names[0] ?? ''; // prettier-ignore
    const imports = [...this.imports]
      .sort()
      .map(([file, inner]) => `import { ${inner} } from './${file}.js';\n`);
    const declared = props.map(({ name: prop, kind, values, default: standard }) => `    ${text(prop)}: { kind: ${text(kind)}, standard: ${text(standard || (kind === 'choice' ? (values[0] ?? '') : ''))} },\n`); // prettier-ignore
    return (
      `import { attribute, define, escape, LibraryElement } from './library-element.js';\n${imports.join('')}\n` +
      `${this.component.description ? `/** ${this.component.description.replace(/\*\//g, '* /')} */\n` : ''}` +
      `export class ${name} extends LibraryElement {\n  static props = {\n${declared.join('')}  };\n` +
      `  static states = ${JSON.stringify(states.map((state) => state.name))};\n  static main = ${text(main)};\n` +
      `  static markup(props, filled) {\n    return ${markup};\n  }\n}\n\n` +
      `define(${text(elementName(this.component, this.prefix))}, ${name});\n`
    ).replace(/import \{ ([^}]*) \} from '.\/library-element.js';/, (_, list: string) => {
      const used = list.split(', ').filter((one) => one === 'define' || one === 'LibraryElement' || markup.includes(`${one}(`)); // prettier-ignore
      return `import { ${used.join(', ')} } from './library-element.js';`;
    });
  }

  private node(node: TemplateNode): string {
    if (node.kind === 'text') return literal(escapeHtml(node.text));
    if (node.kind === 'element') return this.element(node);
    const own = text(node.name);
    const fallback = node.fallback.map((child) => this.node(child)).join('');
    const held = this.signature.props.find(({ name }) => name === node.name)?.holds ?? [];
    const holds = held.map((piece) => this.piece(piece)).join('');
    const value = this.kinds.get(node.name) === 'text' ? `escape(props[${own}])` : holds ? `\`${holds}\`` : "''"; // prettier-ignore
    const shown = fallback === '' ? value : `(${value} || \`${fallback}\`)`;
    return `\${filled(${own}) ? '<template data-slot="${escapeHtml(node.name)}"></template>' : ${shown}}`;
  }

  private element(item: TemplateElement): string {
    const conditions = item.when.map((one) => this.condition(one)).join(' && ');
    const isRoot = item === this.signature.root;
    const attributes = new Map(item.attributes);
    if (item.part) {
      attributes.set('class', [attributes.get('class'), componentClass(this.component)].filter(Boolean).join(' ')); // prettier-ignore
      attributes.set('part', item.part);
    }
    const fixed = [...attributes].map(([name, value]) => literal(value === '' ? ` ${name}` : ` ${name}="${escapeHtml(value)}"`)); // prettier-ignore
    const moving = item.bound.map(([name, to]) => {
      const kind = this.kinds.get(to);
      const value = kind === undefined ? `props[${text(`state ${to}`)}]` : `props[${text(to)}]`;
      const flag = kind === 'flag' || kind === undefined;
      return `\${attribute(${text(name)}, ${flag && name.startsWith('aria-') ? `${value} && 'true'` : value})}`;
    });
    if (isRoot) {
      for (const { name, kind } of this.signature.props)
        if (kind === 'choice' || kind === 'flag') moving.push(`\${attribute(${text(`data-${name}`)}, props[${text(name)}])}`); // prettier-ignore
      const held = this.signature.states.map(
        ({ name }) => `props[${text(`state ${name}`)}] && ${text(name)}`,
      );
      if (held.length > 0) moving.push(`\${attribute('data-state', [${held.join(', ')}].filter(Boolean).join(' '))}`); // prettier-ignore
    }
    const open = `<${item.tag}${fixed.join('')}${moving.join('')}>`;
    const html = VOID.has(item.tag) ? open : `${open}${item.children.map((child) => this.node(child)).join('')}</${item.tag}>`; // prettier-ignore
    return conditions === '' ? html : `\${${conditions} ? \`${html}\` : ''}`;
  }

  private condition(condition: Condition): string {
    if (condition.kind === 'state') return `props[${text(`state ${condition.state}`)}]`;
    const value = `props[${text(condition.prop)}]`;
    if (condition.kind === 'choice') return `${JSON.stringify(condition.is)}.includes(${value})`;
    const kind = this.kinds.get(condition.prop);
    const slot = kind === 'slot' && !this.signature.props.find(({ name }) => name === condition.prop)?.holds?.length; // prettier-ignore
    const holds = kind === 'flag' ? value : kind === 'slot' ? (slot ? `filled(${text(condition.prop)})` : 'true') : `(filled(${text(condition.prop)}) || ${value} !== '')`; // prettier-ignore
    return kind === undefined ? String(!condition.is) : condition.is ? holds : `!${holds}`;
  }

  private piece(piece: Nested): string {
    const choice = iconChoice(piece, this.component, this.items);
    if (choice) {
      const key = [choice.icon, choice.size].flatMap((prop) =>
        prop === undefined ? [] : [`props[${text(prop)}]`],
      );
      if (key.length === 0) return literal(choice.drawings[0]?.svg ?? '');
      const drawings = choice.drawings.map(
        ({ icon, size, svg }) => `${text(`${icon} ${size}`.trim())}: ${text(svg)}`,
      );
      return `\${({ ${drawings.join(', ')} })[${key.length === 1 ? key[0] : `${key[0]} + ' ' + ${key[1]}`}] ?? ''}`;
    }
    const inner = named(this.items, 'component', piece.component);
    const signature = inner && signatureOf(inner);
    if (!inner || !signature || inner.id === this.component.id) return '';
    const name = `${pascal(inner.name)}Element`;
    this.imports.set(inner.name, name);
    const values = signature.props.map((prop) => {
      const outer = piece.passed[prop.name];
      if (outer !== undefined && this.kinds.has(outer)) return `${text(prop.name)}: props[${text(outer)}]`;
      const own = piece.props[prop.name] ?? (prop.default || (prop.kind === 'choice' ? (prop.values[0] ?? '') : '')); // prettier-ignore
      return `${text(prop.name)}: ${prop.kind === 'flag' ? own === 'true' : text(own)}`;
    });
    return `\${${name}.markup({ ${values.join(', ')} }, () => false)}`;
  }
}

/** Text within a template literal of JavaScript. */
const literal = (value: string): string => value.replace(/[\\`]/g, '\\$&').replace(/\$\{/g, '\\${');
