import type { Items } from '../../document/item';
import { componentClass } from '../compile';
import { named } from '../compose';
import type { ComponentDefinition, Condition, Nested } from '../definition';
import { iconChoice } from '../icon-piece';
import { readMarkup, type MarkupNode } from '../markup-tree';
import type { TemplateElement, TemplateNode } from '../template';
import { drawnText, pascal, signatureOf, VOID, WITHOUT_TEXT, type Signature } from './signature';

/** Attributes that React calls otherwise (react.dev, "Common components"); what is not here is as in HTML. */
const CALLED: Readonly<Record<string, string>> = {
  class: 'className', for: 'htmlFor', tabindex: 'tabIndex', colspan: 'colSpan', rowspan: 'rowSpan', datetime: 'dateTime',
  readonly: 'readOnly', viewbox: 'viewBox', viewBox: 'viewBox', 'stroke-width': 'strokeWidth', 'stroke-linecap': 'strokeLinecap',
  'stroke-linejoin': 'strokeLinejoin', 'fill-rule': 'fillRule', 'clip-rule': 'clipRule', checked: 'defaultChecked',
  selected: 'defaultValue',
}; // prettier-ignore
/** Present or absent, without a value (HTML, boolean attributes). */
const BOOLEAN = new Set([
  'hidden',
  'disabled',
  'checked',
  'multiple',
  'open',
  'required',
  'readonly',
  'selected',
]);
const NUMBER = /^(tabindex|rows|cols|colspan|rowspan)$/;

const text = (value: string): string => JSON.stringify(value).replace(/</g, '\\u003c');

/**
 * A component as a function of React with its types, one file: it draws the same markup as the library does, under the
 * same class, and imports its style sheet. Undefined where the template has no root.
 */
export function reactSource(component: ComponentDefinition, items: Items): string | undefined {
  const signature = signatureOf(component);
  return signature && new Writing(component, signature, items).file();
}

class Writing {
  private readonly codes = new Map<string, string>();
  private readonly kinds = new Map<string, string>();
  private readonly imports = new Set<string>();

  constructor(
    private readonly component: ComponentDefinition,
    private readonly signature: Signature,
    private readonly items: Items,
  ) {
    for (const prop of signature.props) {
      this.codes.set(prop.name, prop.code);
      this.kinds.set(prop.name, prop.kind);
    }
    for (const slot of signature.slots) {
      this.codes.set(slot.name, slot.code);
      this.kinds.set(slot.name, 'slot');
    }
    for (const state of signature.states) this.codes.set(`state ${state.name}`, state.code);
  }

  file(): string {
    const { root, props, slots, states, held } = this.signature;
    const name = pascal(this.component.name);
    const body = this.element(root, 2);
    const fills = props
      .filter(({ holds }) => holds?.length)
      .map(({ code, holds }) => `  const ${code}Shown = ${code} === undefined ? (\n    <>\n${holds!.map((piece) => `      ${this.piece(piece)}\n`).join('')}    </>\n  ) : ${code};\n`);
    const imports = [...this.imports].sort().map((inner) => `import { ${pascal(inner)} } from './${inner}';\n`);
    const taken = [
      ...props.map(({ code, kind, values, default: standard }) =>
        kind === 'choice' ? `${code} = ${text(standard || (values[0] ?? ''))}` : kind === 'flag' ? `${code} = ${standard === 'true'}` : kind === 'text' && standard ? `${code} = ${text(standard)}` : code,
      ),
      ...slots.map(({ code }) => code),
      ...states.map(({ code }) => `${code} = false`),
      ...(held.length > 0 ? ['states = []'] : []),
      'className',
    ];
    const own = [...props, ...slots, ...states].map(({ code }) => text(code));
    const members = [
      ...props.map(
        ({ code, kind, values, description }) =>
          `${description ? `  /** ${description.replace(/\*\//g, '* /')} */\n` : ''}  ${code}?: ${kind === 'choice' ? values.map(text).join(' | ') || 'string' : kind === 'flag' ? 'boolean' : 'ReactNode'};\n`,
      ),
      ...slots.map(({ code }) => `  ${code}?: ReactNode;\n`),
      ...states.map(({ code }) => `  ${code}?: boolean;\n`),
      ...(held.length > 0 ? [`  /** States that are held, for what no browser knows by itself. */\n  states?: readonly (${held.map(text).join(' | ')})[];\n`] : []),
    ];
    const about = this.component.description ? `/** ${this.component.description.replace(/\*\//g, '* /')} */\n` : '';
    const dynamic = [...states.map(({ name: state, code }) => `${code} && ${text(state)}`), ...(held.length > 0 ? ['...states'] : [])];
    return (
      `import type { ComponentPropsWithoutRef${[...members, ...fills].join('').includes('ReactNode') || body.includes('filled(') ? ', ReactNode' : ''} } from 'react';\n${imports.join('')}import './${this.component.name}.css';\n\n` +
      `export interface ${name}Props extends Omit<ComponentPropsWithoutRef<${text(root.tag)}>, ${[...own, "'children'"].join(' | ')}> {\n${members.join('')}}\n\n` +
      `const filled = (node: ReactNode): boolean => node !== undefined && node !== null && node !== false && node !== '';\n\n` +
      `${about}export function ${name}({ ${taken.join(', ')}, ...rest }: ${name}Props) {\n` +
      fills.join('') +
      `  const held = [${dynamic.join(', ')}].filter(Boolean).join(' ');\n` +
      `  return (\n${body}  );\n}\n`
    ).replace(/^const filled[^\n]*\n\n/m, (line) => (body.includes('filled(') ? line : ''));
  } // prettier-ignore

  private node(node: TemplateNode, depth: number, within: string): string {
    const pad = '  '.repeat(depth);
    if (node.kind === 'text') {
      const drawn = drawnText(node.text);
      return drawn === '' || (drawn === ' ' && WITHOUT_TEXT.has(within)) ? '' : `${pad}{${text(drawn)}}\n`;
    }
    if (node.kind === 'element') return this.element(node, depth, within);
    const shown = this.shown(node.name);
    const fallback = node.fallback.map((child) => this.node(child, depth + 2, within)).join('');
    return fallback === ''
      ? `${pad}{${shown}}\n`
      : `${pad}{filled(${shown}) ? ${shown} : (\n${pad}  <>\n${fallback}${pad}  </>\n${pad})}\n`;
  }

  private shown(name: string): string {
    const code = this.codes.get(name)!;
    const prop = this.signature.props.find((one) => one.name === name);
    return prop?.kind === 'slot' && prop.holds?.length ? `${code}Shown` : code;
  }

  private element(item: TemplateElement, depth: number, within = ''): string {
    const pad = '  '.repeat(depth);
    const conditions = item.when.map((one) => this.condition(one)).join(' && ');
    const inner = conditions === '' ? pad : `${pad}  `;
    const isRoot = item === this.signature.root;
    const attributes: string[] = [];
    if (isRoot) attributes.push('{...rest}');
    const classes = item.attributes.find(([name]) => name === 'class')?.[1];
    for (const [name, value] of item.attributes) {
      if (name === 'class') {
        if (!item.part) attributes.push(`className=${text(value)}`);
      } else attributes.push(this.attribute(name, value));
    }
    for (const [attribute, name] of item.bound) attributes.push(this.bound(attribute, name));
    if (item.part) {
      const own = [classes, componentClass(this.component)].filter(Boolean).join(' ');
      attributes.push(isRoot ? `className={[${text(own)}, className].filter(Boolean).join(' ')}` : `className=${text(own)}`, `part=${text(item.part)}`); // prettier-ignore
    }
    if (isRoot) {
      for (const prop of this.signature.props) {
        if (prop.kind === 'choice') attributes.push(`data-${prop.name}={${prop.code}}`);
        if (prop.kind === 'flag') attributes.push(`data-${prop.name}={${prop.code} ? '' : undefined}`);
      }
      attributes.push('data-state={held || undefined}');
    }
    const list = attributes.length > 3 ? `\n${attributes.map((one) => `${inner}  ${one}\n`).join('')}${inner}` : attributes.map((one) => ` ${one}`).join(''); // prettier-ignore
    const children = item.children.map((child) => this.node(child, inner.length / 2 + 1, item.tag)).join('');
    const jsx =
      VOID.has(item.tag) || children === ''
        ? `${inner}<${item.tag}${list} />\n`
        : `${inner}<${item.tag}${list}>\n${children}${inner}</${item.tag}>\n`;
    if (conditions === '') return jsx;
    return within === '' ? `${pad}<>{${conditions} && (\n${jsx}${pad})}</>\n` : `${pad}{${conditions} && (\n${jsx}${pad})}\n`; // prettier-ignore
  }

  private attribute(name: string, value: string): string {
    const called = CALLED[name] ?? name;
    if (BOOLEAN.has(name)) return called === 'defaultValue' ? `${called}=${text(value)}` : called;
    if (name === 'value') return `defaultValue=${text(value)}`;
    if (NUMBER.test(name) && /^-?\d+$/.test(value)) return `${called}={${value}}`;
    return `${called}={${text(value)}}`;
  }

  /** As a rendered library has it: of a flag or state the bare attribute, of anything else its value. */
  private bound(attribute: string, name: string): string {
    const called = attribute === 'value' ? 'defaultValue' : (CALLED[attribute] ?? attribute);
    const kind = this.kinds.get(name);
    const code = this.codes.get(kind === undefined ? `state ${name}` : name)!;
    const flag = kind === 'flag' || kind === undefined;
    if (attribute.startsWith('aria-')) return flag ? `${called}={${code} ? 'true' : undefined}` : `${called}={${code} || undefined}`; // prettier-ignore
    if (flag) return BOOLEAN.has(attribute) ? `${called}={${code}}` : `${called}={${code} ? '' : undefined}`;
    // A node of text goes into an attribute as text.
    return kind === 'choice' ? `${called}={${code} || undefined}` : `${called}={typeof ${code} === 'string' && ${code} !== '' ? ${code} : undefined}`; // prettier-ignore
  }

  private condition(condition: Condition): string {
    if (condition.kind === 'state') {
      const code = this.codes.get(`state ${condition.state}`)!;
      return this.signature.held.includes(condition.state)
        ? `(${code} || states.includes(${text(condition.state)}))`
        : code;
    }
    const code = this.codes.get(condition.prop);
    if (code === undefined) return condition.kind === 'flag' && !condition.is ? 'true' : 'false';
    if (condition.kind === 'choice')
      return condition.is.length === 1
        ? `${code} === ${text(condition.is[0]!)}`
        : `[${condition.is.map(text).join(', ')}].includes(${code})`;
    const kind = this.kinds.get(condition.prop);
    const holds = kind === 'flag' ? code : kind === 'choice' ? `${code} !== ''` : `filled(${this.shown(condition.prop)})`; // prettier-ignore
    return condition.is ? holds : kind === 'flag' ? `!${holds}` : `!(${holds})`;
  }

  /** What stands in a slot until something is put in. */
  private piece(piece: Nested): string {
    const choice = iconChoice(piece, this.component, this.items);
    if (choice) {
      const jsx = choice.drawings.map(({ icon, size, svg }): [string, string] => [
        `${icon} ${size}`.trim(),
        readMarkup(svg).nodes.map(jsxOf).join(''),
      ]);
      const key = [choice.icon, choice.size].flatMap((name) =>
        name === undefined ? [] : [this.codes.get(name)!],
      );
      if (key.length === 0) return jsx[0]?.[1] ?? '';
      return `{({ ${jsx.map(([name, drawing]) => `${text(name)}: ${drawing}`).join(', ')} } as Record<string, ReactNode>)[${key.length === 1 ? key[0] : `\`\${${key[0]}} \${${key[1]}}\``}]}`;
    }
    const inner = named(this.items, 'component', piece.component);
    const signature = inner && signatureOf(inner);
    if (!inner || !signature || inner.id === this.component.id) return '';
    this.imports.add(inner.name);
    const attributes = signature.props.flatMap((prop): string[] => {
      const outer = piece.passed[prop.name];
      const passed = outer === undefined ? undefined : this.codes.get(outer);
      if (passed !== undefined)
        return [`${prop.code}={${passed}${prop.kind === 'choice' ? ' as never' : ''}}`];
      const own = piece.props[prop.name];
      if (own === undefined) return [];
      return [prop.kind === 'flag' ? `${prop.code}={${own === 'true'}}` : `${prop.code}={${text(own)}}`];
    });
    return `<${[pascal(inner.name), ...attributes].join(' ')} />`;
  }
}

/** Markup of a drawing as React writes it. */
function jsxOf(node: MarkupNode): string {
  if ('text' in node) return node.text.trim() === '' ? '' : `{${text(node.text)}}`;
  const attributes = node.attributes.map(({ name, value }) => {
    const called = CALLED[name] ?? (/^(data|aria)-/.test(name) ? name : name.replace(/[-:]([a-z])/g, (_, letter: string) => letter.toUpperCase())); // prettier-ignore
    return `${called}={${text(value)}}`;
  });
  const open = [node.tag, ...attributes].join(' ');
  return node.children.length === 0 ? `<${open} />` : `<${open}>${node.children.map(jsxOf).join('')}</${node.tag}>`; // prettier-ignore
}
