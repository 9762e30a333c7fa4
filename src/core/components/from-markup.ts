import type { AnyNode, Element } from 'domhandler';
import { BROWSER_STYLE } from './browser-style';
import { isElement, MarkupProblem, readMarkup, type Markup } from './cascade';
import {
  classesOf,
  elementsOf,
  FOREIGN,
  isScript,
  isVariant,
  runsOf,
  sameKind,
  SKIPPED,
  textOf,
} from './markup-elements';
import { plainName } from './plain-name';
import { isTemplateTag, parseTemplate } from './template';

/** Like pieces one behind the other: one component that a slot holds once for each, and what each says as a row. */
interface Repeated {
  slot: string;
  piece: Proposal;
  /** The props of each, as it stood. */
  rows: Record<string, string>[];
}

export interface Proposal {
  name: string;
  template: string;
  parts: { name: string; shows: 'text' | 'icon' | 'nothing' }[];
  props: { name: string; kind: 'choice' | 'flag' | 'text' | 'slot'; values: string[]; default: string }[];
  rules: { when: string; part: string; declarations: [property: string, value: string][] }[];
  /** Components of its own that stand in its slots. */
  repeated: Repeated[];
  /** What was left out, in words, with why. */
  notes: string[];
}

const LARGEST_PIECE = 300;

/** Elements that are aligned over all chosen pieces: the same place in each. */
interface Placed {
  element: Element;
  /** The same in the others; undefined where a piece has none there. */
  others: (Element | undefined)[];
  part: string;
  children: (Placed | string | Run)[];
}
/** A run of like elements, with those in the same place of the other pieces. */
interface Run {
  run: Element[];
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
  'font-style',
  'white-space',
];

/**
 * The components that chosen elements come to: those alike are one, whose differences become props, each other is one of its
 * own. The markup is kept, elements with text or style of their own become parts, and the rules say what the page's style
 * sheets come to. `apart`: every element is one of its own, be it like another or not.
 * @returns the components, and how many they are where like elements are one
 * @throws MarkupProblem
 */
export function proposeComponents(
  html: string,
  css: string,
  chosen: readonly number[],
  apart = false,
): { proposals: Proposal[]; together: number } {
  const markup = readMarkup(html, css);
  const pieces = piecesOf(markup, chosen);
  const groups: Element[][] = [];
  for (const piece of pieces) {
    const group = groups.find(([first]) => isVariant(first!, piece));
    if (group) group.push(piece);
    else groups.push([piece]);
  }
  const made = apart ? pieces.map((piece) => [piece]) : groups;
  return {
    proposals: made.map((group) => new Proposing(markup, group).run()),
    together: groups.length,
  };
}

function piecesOf(markup: Markup, chosen: readonly number[]): Element[] {
  const all = elementsOf(markup);
  const pieces = chosen.flatMap((at) => (all[at] ? [all[at].element] : []));
  if (pieces.length === 0) throw new MarkupProblem('Nothing is chosen', 'Choose an element of the page');
  for (const piece of pieces)
    if (countOf(piece) > LARGEST_PIECE)
      throw new MarkupProblem(`It holds more than ${LARGEST_PIECE} elements`, 'Choose a smaller piece');
  return pieces;
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
  private readonly repeated: Repeated[] = [];
  /** What each piece says of the props. */
  private readonly given: Record<string, string>[];
  private readonly first: Element;
  /** For each piece, the value of the choice that tells it from the others. */
  private kinds: { prop: string; values: string[] } | undefined;

  constructor(
    private readonly markup: Markup,
    private readonly pieces: readonly Element[],
    /** It stands in another component, which says what it inherits. */
    private readonly within = false,
  ) {
    this.first = pieces[0]!;
    this.given = pieces.map(() => ({}));
  }

  run(): Proposal {
    const root = this.placed(this.first, this.pieces.slice(1), true);
    this.kinds = this.kindOf();
    const template = this.print(root, 0);
    this.rulesOf(root, true);
    if (!this.within)
      for (const [why, count] of this.markup.left) this.notes.push(`${count} × ${why}: left out`);
    const { root: read, findings } = parseTemplate(template);
    if (findings.length > 0 || read?.part !== 'root')
      throw new MarkupProblem(
        'This element cannot stand by itself: a browser would read its markup otherwise',
        'Choose one further out, such as the whole table',
      );
    const [name] = classesOf(this.first);
    // A row of another component that no class names is called by what it is.
    const plain = { tr: 'row', li: 'entry', td: 'cell' }[this.first.name] ?? this.first.name;
    return {
      name: plainName(name ?? this.first.attribs.id ?? plain, 'piece'),
      template,
      parts: this.parts,
      props: this.props,
      rules: this.rules,
      repeated: this.repeated,
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
      (node) => isElement(node) || isScript(node) || (node.type === 'text' && node.data.trim() !== ''),
    );
    const text = own.some((node) => node.type === 'text');
    const styled = this.markup.styleOf(element, '').size > 0 || BROWSER_STYLE[element.name] !== undefined;
    const part = isRoot ? this.freeName('root') : text || styled ? this.freeName(partName(element)) : '';
    if (part)
      this.parts.push({ name: part, shows: element.name === 'svg' ? 'icon' : text ? 'text' : 'nothing' });
    const used = new Set<Element>();
    const runs = runsOf(own);
    const children = own.flatMap((node): (Placed | string | Run)[] => {
      const run = isElement(node) ? runs.get(node) : undefined;
      if (run)
        return run[0] === node
          ? [
              {
                run: [
                  ...run,
                  ...others.flatMap((other) =>
                    [...(other?.children ?? [])].filter(
                      (one): one is Element => isElement(one) && sameKind(one, run[0]!),
                    ),
                  ),
                ],
              },
            ]
          : [];
      if (node.type === 'text') return [node.data.replace(/\s+/g, ' ')];
      if (!isElement(node) || SKIPPED.has(node.name) || FOREIGN.has(node.name)) {
        if (isElement(node)) this.notes.push(`${node.name}: ${reasonOf(node)}, left out`);
        else if (isScript(node)) this.notes.push('script: a template holds no script, left out');
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
    values.forEach((value, i) => (this.given[i]!.kind = value));
    return { prop: 'kind', values };
  }

  private print({ element, others, part, children }: Placed, depth: number): string {
    const attributes = [...(part ? [`part="${part}"`] : [])];
    const missing = others.some((other) => other === undefined);
    if (missing && part !== 'root') {
      const flag = this.freeProp(`with-${part || plainName(element.name, 'piece')}`);
      this.props.push({ name: flag, kind: 'flag', values: [], default: 'true' });
      [element, ...others].forEach((one, i) => (this.given[i]![flag] = one ? 'true' : ''));
      attributes.push(`when="${flag}"`);
    }
    for (const [name, value] of Object.entries(element.attribs)) {
      if (/^(class|style|id|part|slot|when)$/.test(name) || name.startsWith('data-')) continue;
      if (name === 'disabled') attributes.push('bind-disabled="disabled"');
      else if (isHarmless(isTemplateTag(element.name) ? element.name : 'div', name, value))
        attributes.push(value === '' ? name : `${name}="${value.replace(/"/g, '&quot;')}"`);
      else if (name === 'href') attributes.push('href="#"');
      else this.notes.push(`${name} of ${element.name}: a template may not hold it, left out`);
    }
    const pad = '  '.repeat(depth);
    const tag = isTemplateTag(element.name) ? element.name : 'div';
    if (tag !== element.name) this.notes.push(`${element.name}: no template holds it, now a div`);
    const open = `<${[tag, ...attributes].join(' ')}>`;
    if (VOID.has(tag)) return `${pad}${open}`;
    const only = children.length === 1 && typeof children[0] === 'string' ? children[0].trim() : undefined;
    if (only !== undefined) {
      const same = others.length > 0 && others.every((other) => other && textOf(other) === only);
      const texts = [element, ...others].map((one) => (one ? textOf(one) : ''));
      return `${pad}${open}${same ? escape(only) : this.textProp(part || element.name, only, texts)}</${tag}>`;
    }
    const inside = children.map((child) =>
      typeof child === 'string'
        ? `${pad}  ${escape(child.trim())}`
        : 'run' in child
          ? `${pad}  ${this.repeat(child.run)}`
          : this.print(child, depth + 1),
    );
    return inside.length === 0
      ? `${pad}${open}</${tag}>`
      : `${pad}${open}\n${inside.join('\n')}\n${pad}</${tag}>`;
  }

  /** A slot in place of like elements, each of which is a piece of one further component. */
  private repeat(run: Element[]): string {
    const inner = new Proposing(this.markup, run, true);
    const piece = inner.run();
    const slot = this.freeProp({ tr: 'rows', li: 'entries', option: 'options' }[run[0]!.name] ?? 'items');
    this.props.push({ name: slot, kind: 'slot', values: [], default: '' });
    this.repeated.push({ slot, piece, rows: inner.given });
    this.notes.push(...piece.notes);
    return `<slot name="${slot}"></slot>`;
  }

  private textProp(part: string, text: string, each: readonly string[]): string {
    const name = this.freeProp(part === 'root' ? 'label' : plainName(part, 'text'));
    this.props.push({ name, kind: 'text', values: [], default: text });
    each.forEach((said, i) => (this.given[i]![name] = said));
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
      const tops = this.pieces;
      const states = [
        ...new Set(elements.flatMap((one, i) => (one ? this.markup.statesOf(one, tops[i]) : []))),
      ];
      for (const state of ['', ...states]) {
        const styles = elements.map((one, i) =>
          one ? this.styleOf(one, state, tops[i], isRoot && state === '' && !this.within) : undefined,
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
    for (const child of children)
      if (typeof child !== 'string' && !('run' in child)) this.rulesOf(child, false);
  }

  private addRule(state: string, part: string, kind: string, declarations: [string, string][]): void {
    const kept = declarations.filter(([property, value]) => {
      const fine =
        /^[a-z][a-z-]*$/.test(property) &&
        !/[;{}<>]/.test(value) &&
        !/url\(\s*["']?(?!data:)/i.test(value) &&
        value.length < 500;
      if (!fine)
        this.notes.push(
          `${property} of ${part}: ${/url\(/i.test(value) ? 'it loads something' : 'its value cannot stand in a rule'}, left out`,
        );
      return fine;
    });
    if (kept.length === 0) return;
    const when = [kind, state && `state is ${state}`].filter(Boolean).join(' and ');
    this.rules.push({ when, part, declarations: kept });
  }

  private styleOf(
    element: Element,
    state: string,
    top: Element | undefined,
    withInherited: boolean,
  ): Map<string, string> {
    const style = new Map(this.markup.styleOf(element, state, top));
    // What a browser says of a heading or a cell goes along, since a reset of the library would take it away.
    if (state === '' && !style.has('font') && !style.has('all'))
      for (const [property, value] of Object.entries(BROWSER_STYLE[element.name] ?? {}))
        if (!style.has(property) && !(property === 'padding' && hasPadding(style)))
          style.set(property, value);
    if (!withInherited) return style;
    for (const property of INHERITED)
      for (
        let at = element.parent as AnyNode | null;
        at && isElement(at) && !style.has(property);
        at = at.parent as AnyNode | null
      ) {
        const value = this.markup.styleOf(at, '').get(property) ?? BROWSER_STYLE[at.name]?.[property];
        if (value !== undefined && value !== 'inherit')
          style.set(property, property === 'font-size' ? this.sizeAt(at, value) : value);
      }
    for (const [property, value] of style) if (value === 'inherit') style.delete(property);
    return style;
  }

  /** A size of text that is said above, by itself: relative ones are no more where the piece stands alone. */
  private sizeAt(element: Element, value: string): string {
    if (!/^[\d.]+(r?em|%|)$|^(smaller|larger)$/.test(value) || /rem$/.test(value)) return value;
    const px = this.markup.fontSizeOf(element);
    return px === undefined ? value : `${px}px`;
  }
}

const hasPadding = (style: ReadonlyMap<string, string>): boolean =>
  [...style.keys()].some((property) => property.startsWith('padding'));

const reasonOf = ({ name }: Element): string =>
  FOREIGN.has(name) ? 'it shows something from elsewhere' : 'it is no part of what is seen';

const VOID = new Set(['br', 'col', 'hr', 'img', 'input']);
const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');
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
