import { append } from '../base/append';
import type { AnyNode, Element } from 'domhandler';
import { isElement, MarkupProblem, readMarkup, type Markup } from './cascade';
import { plainName } from './plain-name';
import { isTemplateTag, parseTemplate } from './template';

/** An element of a page that a component can be made of. */
export interface Candidate {
  /** Its place among all elements of the page, in document order. */
  at: number;
  tag: string;
  classes: string[];
  text: string;
  /** How many elements it stands in, below `body`. */
  depth: number;
  /** Elements like it, itself among them: of the same tag and first class. */
  alike: number[];
}

export interface Proposal {
  name: string;
  template: string;
  parts: { name: string; shows: 'text' | 'icon' | 'nothing' }[];
  props: { name: string; kind: 'choice' | 'flag' | 'text'; values: string[]; default: string }[];
  rules: { when: string; part: string; declarations: [property: string, value: string][] }[];
  /** What was left out, in words. */
  notes: string[];
}

const OFFERED = 2000;
const LARGEST_PIECE = 300;

/** What of a page can become a component: its elements, with those that are like each. */
export function candidates(html: string, css: string): Candidate[] {
  const elements = elementsOf(readMarkup(html, css));
  if (elements.length === 0)
    throw new MarkupProblem('There is no element in this markup', 'Paste HTML with at least one element');
  const groups = new Map<string, number[]>();
  const key = ({ name, attribs }: Element) => `${name}.${(attribs.class ?? '').trim().split(/\s+/)[0] ?? ''}`;
  elements.forEach(({ element }, at) => append(groups, key(element), at));
  return elements.slice(0, OFFERED).map(({ element, depth }, at) => ({
    at,
    tag: element.name,
    classes: classesOf(element),
    text: textOf(element).slice(0, 60),
    depth,
    alike: groups.get(key(element))!,
  }));
}

/** What shows something fetched from elsewhere, and so nothing here. */
const FOREIGN = new Set([
  'iframe',
  'object',
  'embed',
  'video',
  'audio',
  'canvas',
  'portal',
  'frame',
  'frameset',
]);
const SKIPPED = new Set([
  'html',
  'head',
  'body',
  'meta',
  'link',
  'title',
  'base',
  'script',
  'style',
  'noscript',
  'template',
]);

function elementsOf({ document }: Markup): { element: Element; depth: number }[] {
  const found: { element: Element; depth: number }[] = [];
  const stack: [AnyNode, number][] = [...document.children].reverse().map((node) => [node, -2]);
  for (let next = stack.pop(); next; next = stack.pop()) {
    const [node, depth] = next;
    if (isElement(node) && !SKIPPED.has(node.name)) found.push({ element: node, depth });
    if ('children' in node && node.type !== 'script' && node.type !== 'style')
      for (const child of [...node.children].reverse()) stack.push([child, depth + 1]);
  }
  return found;
}

const classesOf = (element: Element): string[] => (element.attribs.class ?? '').split(/\s+/).filter(Boolean);

function textOf(element: Element): string {
  let text = '';
  const stack: AnyNode[] = [element];
  for (let node = stack.pop(); node && text.length < 200; node = stack.pop()) {
    if (node.type === 'text') text += node.data;
    else if ('children' in node && node.type !== 'script' && node.type !== 'style')
      stack.push(...[...node.children].reverse());
  }
  return text.replace(/\s+/g, ' ').trim();
}

/** Elements that are aligned over all chosen pieces: the same place in each. */
interface Placed {
  element: Element;
  /** The same in the others; undefined where a piece has none there. */
  others: (Element | undefined)[];
  part: string;
  children: (Placed | string)[];
}

const INHERITED = [
  'color',
  'font-family',
  'font-size',
  'font-weight',
  'line-height',
  'letter-spacing',
  'text-align',
  'text-transform',
];

/**
 * A component made of an element of a page, or of several like ones, whose differences become props: the markup is kept,
 * elements with text or style of their own become parts, and the rules say what the page's style sheets come to.
 * @throws MarkupProblem
 */
export function proposeComponent(html: string, css: string, chosen: readonly number[]): Proposal {
  const markup = readMarkup(html, css);
  const all = elementsOf(markup);
  const pieces = chosen.flatMap((at) => (all[at] ? [all[at].element] : []));
  const [first] = pieces;
  if (!first) throw new MarkupProblem('Nothing is chosen', 'Choose an element of the page');
  if (countOf(first) > LARGEST_PIECE)
    throw new MarkupProblem(`It holds more than ${LARGEST_PIECE} elements`, 'Choose a smaller piece');
  return new Proposing(markup, pieces).run();
}

function countOf(element: Element): number {
  let count = 0;
  const stack: AnyNode[] = [element];
  for (let node = stack.pop(); node && count <= LARGEST_PIECE; node = stack.pop())
    if ('children' in node) {
      count++;
      stack.push(...node.children);
    }
  return count;
}

class Proposing {
  private readonly names = new Set<string>();
  private readonly props: Proposal['props'] = [];
  private readonly parts: Proposal['parts'] = [];
  private readonly rules: Proposal['rules'] = [];
  private readonly notes: string[] = [];
  private readonly first: Element;
  /** For each piece, the value of the choice that tells it from the others. */
  private kinds: { prop: string; values: string[] } | undefined;

  constructor(
    private readonly markup: Markup,
    private readonly pieces: readonly Element[],
  ) {
    this.first = pieces[0]!;
  }

  run(): Proposal {
    const root = this.placed(this.first, this.pieces.slice(1), true);
    this.kinds = this.kindOf();
    const template = this.print(root, 0);
    this.rulesOf(root, true);
    for (const [why, count] of this.markup.left) this.notes.push(`${count} × ${why}: left out`);
    const { root: read, findings } = parseTemplate(template);
    if (findings.length > 0 || read?.part !== 'root')
      throw new MarkupProblem(
        'This element cannot stand by itself: a browser would read its markup otherwise',
        'Choose one further out, such as the whole table',
      );
    const [name] = classesOf(this.first);
    return {
      name: plainName(name ?? this.first.attribs.id ?? this.first.name, 'piece'),
      template,
      parts: this.parts,
      props: this.props,
      rules: this.rules,
      notes: [...new Set(this.notes)],
    };
  }

  private freeName(wanted: string): string {
    let name = wanted;
    for (let n = 2; this.names.has(name); n++) name = `${wanted}-${n}`;
    this.names.add(name);
    return name;
  }

  private placed(element: Element, others: (Element | undefined)[], isRoot = false): Placed {
    const own = element.children.filter(
      (node) => isElement(node) || (node.type === 'text' && node.data.trim() !== ''),
    );
    const text = own.some((node) => node.type === 'text');
    const styled = this.markup.styleOf(element, '').size > 0;
    const part = isRoot ? this.freeName('root') : text || styled ? this.freeName(partName(element)) : '';
    if (part)
      this.parts.push({ name: part, shows: element.name === 'svg' ? 'icon' : text ? 'text' : 'nothing' });
    const used = new Set<Element>();
    const children = own.flatMap((node): (Placed | string)[] => {
      if (node.type === 'text') return [node.data.replace(/\s+/g, ' ')];
      if (!isElement(node) || SKIPPED.has(node.name) || FOREIGN.has(node.name)) {
        if (isElement(node)) this.notes.push(`a ${node.name} element was left out`);
        return [];
      }
      const same = others.map((other) => {
        const match = other?.children.find((one) => isElement(one) && !used.has(one) && sameKind(one, node));
        if (match) used.add(match as Element);
        return match as Element | undefined;
      });
      return [this.placed(node, same)];
    });
    return { element, others, part, children };
  }

  /** What tells the chosen pieces apart by class: one choice, named `kind`. */
  private kindOf(): { prop: string; values: string[] } | undefined {
    if (this.pieces.length < 2) return undefined;
    const lists = this.pieces.map(classesOf);
    const common = lists.reduce((a, b) => a.filter((one) => b.includes(one)));
    const extra = lists.map((list) => list.filter((one) => !common.includes(one)).join(' '));
    if (new Set(extra).size < 2) return undefined;
    const base = common[0] ?? '';
    const values = extra.map((text) =>
      plainName(
        text
          .split(' ')
          .map((one) =>
            base && one.startsWith(`${base}-`) ? one.slice(base.length + 1) : one.replace(/^.*--/, ''),
          )
          .join('-'),
        'plain',
      ),
    );
    const distinct = [...new Set(values)];
    this.props.push({ name: 'kind', kind: 'choice', values: distinct, default: values[0]! });
    return { prop: 'kind', values };
  }

  private print({ element, others, part, children }: Placed, depth: number): string {
    const attributes = [...(part ? [`part="${part}"`] : [])];
    const missing = others.some((other) => other === undefined);
    if (missing && part !== 'root') {
      const flag = this.freeProp(`with-${part || plainName(element.name, 'piece')}`);
      this.props.push({ name: flag, kind: 'flag', values: [], default: 'true' });
      attributes.push(`when="${flag}"`);
    }
    for (const [name, value] of Object.entries(element.attribs)) {
      if (/^(class|style|id|part|slot|when)$/.test(name) || name.startsWith('data-')) continue;
      if (name === 'disabled') attributes.push('bind-disabled="disabled"');
      else if (isHarmless(isTemplateTag(element.name) ? element.name : 'div', name, value))
        attributes.push(value === '' ? name : `${name}="${value.replace(/"/g, '&quot;')}"`);
      else if (name === 'href') attributes.push('href="#"');
      else this.notes.push(`the attribute ${name} was left out`);
    }
    const pad = '  '.repeat(depth);
    const tag = isTemplateTag(element.name) ? element.name : 'div';
    if (tag !== element.name) this.notes.push(`${element.name} became a div`);
    const open = `<${[tag, ...attributes].join(' ')}>`;
    if (VOID.has(tag)) return `${pad}${open}`;
    const only = children.length === 1 && typeof children[0] === 'string' ? children[0].trim() : undefined;
    if (only !== undefined) {
      const same = others.length > 0 && others.every((other) => other && textOf(other) === only);
      return `${pad}${open}${same ? escape(only) : this.textProp(part || element.name, only)}</${tag}>`;
    }
    const inside = children.map((child) =>
      typeof child === 'string' ? `${pad}  ${escape(child.trim())}` : this.print(child, depth + 1),
    );
    return inside.length === 0
      ? `${pad}${open}</${tag}>`
      : `${pad}${open}\n${inside.join('\n')}\n${pad}</${tag}>`;
  }

  private textProp(part: string, text: string): string {
    const name = this.freeProp(part === 'root' ? 'label' : plainName(part, 'text'));
    this.props.push({ name, kind: 'text', values: [], default: text });
    return `<slot name="${name}"></slot>`;
  }

  private freeProp(wanted: string): string {
    let name = wanted;
    for (let n = 2; name === 'state' || this.props.some((prop) => prop.name === name); n++)
      name = `${wanted}-${n}`;
    return name;
  }

  /** What all pieces say goes without a condition; what only some say is said for their kind. */
  private rulesOf({ element, others, part, children }: Placed, isRoot: boolean): void {
    if (part) {
      const elements = [element, ...others];
      const states = [...new Set(elements.flatMap((one) => (one ? this.markup.statesOf(one) : [])))];
      for (const state of ['', ...states]) {
        const styles = elements.map((one) =>
          one ? this.styleOf(one, state, isRoot && state === '') : undefined,
        );
        const known = styles.filter((style) => style !== undefined);
        const shared = [...(known[0] ?? [])].filter(([property, value]) =>
          known.every((style) => style.get(property) === value),
        );
        this.addRule(state, part, '', shared);
        const said = new Set(shared.map(([property]) => property));
        if (!this.kinds) {
          this.addRule(
            state,
            part,
            '',
            [...(known[0] ?? [])].filter(([property]) => !said.has(property)),
          );
          continue;
        }
        const done = new Set<string>();
        styles.forEach((style, i) => {
          const kind = this.kinds!.values[i]!;
          if (!style || done.has(kind)) return;
          done.add(kind);
          this.addRule(
            state,
            part,
            `${this.kinds!.prop} is ${kind}`,
            [...style].filter(([property]) => !said.has(property)),
          );
        });
      }
    }
    for (const child of children) if (typeof child !== 'string') this.rulesOf(child, false);
  }

  private addRule(state: string, part: string, kind: string, declarations: [string, string][]): void {
    const kept = declarations.filter(([property, value]) => {
      const fine =
        /^[a-z][a-z-]*$/.test(property) &&
        !/[;{}<>]/.test(value) &&
        !/url\(\s*["']?(?!data:)/i.test(value) &&
        value.length < 500;
      if (!fine) this.notes.push(`${property} was left out`);
      return fine;
    });
    if (kept.length === 0) return;
    const when = [kind, state && `state is ${state}`].filter(Boolean).join(' and ');
    this.rules.push({ when, part, declarations: kept });
  }

  private styleOf(element: Element, state: string, withInherited: boolean): Map<string, string> {
    const style = new Map(this.markup.styleOf(element, state));
    if (!withInherited) return style;
    for (const property of INHERITED)
      for (
        let at = element.parent as AnyNode | null;
        at && isElement(at) && !style.has(property);
        at = at.parent as AnyNode | null
      ) {
        const value = this.markup.styleOf(at, '').get(property);
        if (value !== undefined && value !== 'inherit') style.set(property, value);
      }
    for (const [property, value] of style) if (value === 'inherit') style.delete(property);
    return style;
  }
}

const VOID = new Set(['br', 'col', 'hr', 'img', 'input']);
const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
const sameKind = (a: AnyNode, b: Element): boolean =>
  isElement(a) && a.name === b.name && (classesOf(a)[0] ?? '') === (classesOf(b)[0] ?? '');

/** Whether a template takes this attribute with this value: asked of the template reader itself. */
const isHarmless = (tag: string, name: string, value: string): boolean =>
  parseTemplate(`<${tag} part="root" ${name}="${value.replace(/"/g, '&quot;')}"></${tag}>`).findings
    .length === 0;

/** What a part is called: the end of its class, or what its element is. */
function partName(element: Element): string {
  const own = classesOf(element)[0];
  if (own) return plainName(own.replace(/^.*(__|--)/, ''), 'part');
  if (/^h[1-6]$/.test(element.name)) return 'title';
  return (
    {
      p: 'text',
      img: 'picture',
      svg: 'icon',
      a: 'link',
      button: 'action',
      li: 'entry',
      input: 'control',
      span: 'label',
    }[element.name] ?? plainName(element.name, 'part')
  );
}
