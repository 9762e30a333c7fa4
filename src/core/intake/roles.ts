import type { AnyNode, Element } from 'domhandler';
import { parse } from 'parse5';
import { adapter } from 'parse5-htmlparser2-tree-adapter';
import valueParser from 'postcss-value-parser';
import { constantColor, isTooDeep } from '../base/css/constant';
import { colorText, type Color } from '../base/color/color';
import type { Held, Moment, PageCascade } from './page-cascade';

/** What colours of a page are for, told by the rules of its elements (COMMANDS, `intake`). */
export const ROLES = [
  'page.surface', 'page.text', 'heading.text', 'link.text', 'action.surface', 'action.text', 'field.surface',
  'field.text', 'field.border', 'border.default', 'focus.outline', 'selection.surface',
] as const; // prettier-ignore
export type RoleName = (typeof ROLES)[number];

export interface Role {
  name: RoleName;
  /** CSS text of the colour. */
  value: string;
  /** The custom property or variable it comes from as it is, set for the page as a whole. */
  from?: string;
  /** Where the declaration stands that says it. */
  file: string;
  line: number;
  selector: string;
}

/** The page the rules are held against; the action is one button with the classes that most sheets give it. */
const PAGE = `<!doctype html><html lang="en"><head></head><body>
<h1>A</h1><h2>A</h2><h3>A</h3><h4>A</h4><h5>A</h5><h6>A</h6><p>A <a href="#a">a</a></p>
<button class="btn button" type="submit">A</button><input type="text"><hr>
<table><thead><tr><th>A</th></tr></thead><tbody><tr><td>A</td></tr></tbody></table></body></html>`;

type Side = 'top' | 'bottom' | 'left' | 'right';
const SIDES: readonly Side[] = ['top', 'bottom', 'left', 'right'];
/** Order of one to four values for the sides (CSS Box 4). */
const AROUND: readonly Side[] = ['top', 'right', 'bottom', 'left'];
const LOGICAL: Readonly<Record<string, Side[]>> = {
  'block-start': ['top'], 'block-end': ['bottom'], 'inline-start': ['left'], 'inline-end': ['right'],
  block: ['top', 'bottom'], inline: ['left', 'right'],
}; // prettier-ignore

/** A piece of a value: as written, and with its names put in. */
interface Piece {
  written?: string;
  text: string;
}
interface Said {
  color: Piece;
  held: Held;
}
interface Line {
  color?: Said;
  style?: string;
  width?: string;
}
interface Look {
  color?: Said;
  background?: Said;
  shadow?: Said;
  outline: Line;
  border: Record<Side, Line>;
}

const STYLE = /^(none|hidden|dotted|dashed|solid|double|groove|ridge|inset|outset|auto)$/i;
const WIDTH = /^(thin|medium|thick|[\d.]+[a-z]*|0|calc\(.*\)|(min|max|clamp)\(.*\))$/i;
const NOTHING = /^(inherit|initial|unset|revert|revert-layer)$/i;

/** The colours that the rules of a page's elements come to, in the order of `ROLES`; what nothing sets is left out. */
export function rolesOf(cascade: PageCascade): Role[] {
  return new RolesReading(cascade).all();
}

class RolesReading {
  private readonly elements = new Map<string, Element>();
  private readonly looks = new Map<string, Look>();

  constructor(private readonly cascade: PageCascade) {
    const stack: AnyNode[] = [
      ...parse(PAGE, { treeAdapter: adapter, sourceCodeLocationInfo: true }).children,
    ];
    for (let node = stack.pop(); node; node = stack.pop()) {
      if (node.type === 'tag' && !this.elements.has(node.name)) this.elements.set(node.name, node);
      if ('children' in node) stack.push(...[...node.children].reverse());
    }
  }

  all(): Role[] {
    const found: Record<RoleName, Role | undefined> = {
      'page.surface': this.surface('body', 'page.surface') ?? this.surface('html', 'page.surface'),
      'page.text': this.text('body', 'page.text'),
      'heading.text': this.heading(),
      'link.text': this.text('a', 'link.text', false),
      'action.surface': this.surface('button', 'action.surface', true),
      'action.text': this.text('button', 'action.text', false),
      'field.surface': this.surface('input', 'field.surface', true),
      'field.text': this.text('input', 'field.text', false),
      'field.border': this.border(['input'], 'field.border', true),
      'border.default': this.border(['hr'], 'border.default', true) ?? this.border(['table', 'td', 'th'], 'border.default', false),
      'focus.outline': this.focus(),
      'selection.surface': this.selection(),
    };
    return ROLES.flatMap((name) => found[name] ?? []);
  } // prettier-ignore

  private look(tag: string, moment: Moment = 'rest'): Look {
    const key = `${moment} ${tag}`;
    const known = this.looks.get(key);
    if (known) return known;
    const element = this.elements.get(tag)!;
    const look: Look = { outline: {}, border: { top: {}, bottom: {}, left: {}, right: {} } };
    this.looks.set(key, look);
    for (const held of this.cascade.on(element, moment)) this.put(look, held, element, moment);
    return look;
  }

  private put(look: Look, held: Held, element: Element, moment: Moment): void {
    const { property } = held;
    if (!/^(color|background|border|outline|box-shadow|all$)/.test(property)) return;
    if (/radius|image|collapse|spacing|offset/.test(property) && property !== 'background-image') return;
    const value = held.value.replace(/\s*!important\s*$/i, '').trim();
    const pieces = this.pieces(value, element, moment);
    // A value with a name that is nowhere set is as if it were not there (CSS Variables 1, 3.1).
    if (pieces === undefined) {
      if (property === 'color') delete look.color;
      else if (/^background(-color)?$/.test(property)) delete look.background;
      return;
    }
    const said = (piece: Piece | undefined): Said | undefined => piece && { color: piece, held };
    const colored = pieces.find(({ text }) => isColor(text));
    switch (property) {
      case 'color':
        look.color = said(pieces[0]);
        return;
      case 'background':
      case 'background-color':
        look.background = said(colored ?? (property === 'background' ? { text: 'transparent' } : pieces[0]));
        return;
      case 'box-shadow':
        // Of several the first that is seen.
        look.shadow = said(
          pieces.find(({ text }) => isColor(text) && constantColor(text)?.alpha !== 0) ?? colored,
        );
        return;
    }
    const [, name, rest = ''] = /^(border|outline)(?:-(.+))?$/.exec(property) ?? [];
    if (name === undefined) return;
    const aspect = /(?:^|-)(color|style|width)$/.exec(rest)?.[1] as keyof Line | undefined;
    const where = rest.replace(/-?(color|style|width)$/, '');
    const lines =
      name === 'outline'
        ? [look.outline]
        : (where === '' ? AROUND : (LOGICAL[where] ?? [where as Side])).map((side) => look.border[side]);
    lines.forEach((line, i) => {
      if (!line) return;
      if (aspect === undefined) {
        const style = pieces.find(({ text }) => STYLE.test(text))?.text;
        const width = pieces.find(({ text }) => WIDTH.test(text))?.text;
        // A shorthand resets what it does not name.
        line.style = style ?? 'none';
        line.width = width ?? 'medium';
        line.color = said(colored ?? { text: 'currentcolor' });
        if (pieces.length === 1 && NOTHING.test(pieces[0]!.text)) {
          delete line.style;
          delete line.color;
        }
        return;
      }
      const piece = pieces[whichOf(pieces.length, i, lines.length)];
      if (aspect === 'color') line.color = said(piece);
      else line[aspect] = piece?.text;
    });
  }

  /** The pieces of a value that spaces part, each as written where it is one piece computed. */
  private pieces(value: string, element: Element, moment: Moment): Piece[] | undefined {
    if (isTooDeep(value)) return undefined;
    const found: Piece[] = [];
    let layer = '';
    const nodes = valueParser(value).nodes;
    const texts: string[] = [];
    for (const node of nodes) {
      if (node.type === 'space' || node.type === 'comment' || node.type === 'div') {
        if (layer !== '') texts.push(layer);
        layer = '';
      } else layer += valueParser.stringify(node);
    }
    if (layer !== '') texts.push(layer);
    for (const written of texts) {
      const text = this.cascade.computed(element, written, moment);
      if (text === undefined) return undefined;
      const inner = splitRow(text);
      if (inner.length === 1) found.push({ written, text: inner[0]! });
      else found.push(...inner.map((one) => ({ text: one })));
    }
    return found;
  }

  private role(name: RoleName, said: Said, element: Element, moment: Moment = 'rest'): Role | undefined {
    const color = this.colorOf(said, element, moment);
    if (!color) return undefined;
    const from = said.color.written && this.sourceOf(said.color.written, element, moment);
    const { file, line, rule } = said.held;
    return {
      name,
      value: colorText(color),
      ...(from && { from }),
      file,
      line,
      selector: rule.selectors.join(', ').replace(/\s+/g, ' ').slice(0, 200),
    };
  }

  private colorOf({ color: { text } }: Said, element: Element, moment: Moment): Color | undefined {
    if (/^currentcolor$/i.test(text)) {
      const own = this.textSaid(element.name, moment);
      return own && !/^currentcolor$/i.test(own.said.color.text) ? this.colorOf(own.said, own.element, 'rest') : undefined;
    }
    return NOTHING.test(text) ? undefined : constantColor(text);
  } // prettier-ignore

  /** The property that a value is as a whole, followed through those that only pieces of the page set. */
  private sourceOf(written: string, element: Element, moment: Moment): string | undefined {
    let text = written;
    for (let steps = 0; steps < 20; steps++) {
      const name = /^var\(\s*(--[^\s,)]+)\s*(,.*)?\)$/s.exec(text.trim())?.[1] ?? /^(\$[\w-]+)$/.exec(text.trim())?.[1]; // prettier-ignore
      if (name === undefined) return undefined;
      if (name.startsWith('$')) return name;
      let own: string | undefined;
      for (
        let at: AnyNode | null = element;
        at && at.type === 'tag' && at.name !== 'html';
        at = at.parent as AnyNode | null
      ) {
        // prettier-ignore
        own = this.cascade.setOn(at, name, at === element ? moment : 'rest');
        if (own !== undefined) break;
      }
      if (own === undefined) return name;
      text = own;
    }
    return undefined;
  }

  private surface(tag: string, name: RoleName, clear = false): Role | undefined {
    const said = this.look(tag).background;
    const element = this.elements.get(tag)!;
    const color = said && this.colorOf(said, element, 'rest');
    if (!color || (color.alpha === 0 && !clear)) return undefined;
    return this.role(name, said, element);
  }

  /** The colour of text on an element, of its own or inherited, with the element that says it. */
  private textSaid(
    tag: string,
    moment: Moment = 'rest',
    inherits = true,
  ): { said: Said; element: Element } | undefined {
    let element = this.elements.get(tag)!;
    let said = this.look(tag, moment).color;
    let asked = inherits;
    for (;;) {
      const word = said?.color.text ?? '';
      if (said && !/^(inherit|unset|revert|revert-layer|currentcolor)$/i.test(word)) return { said, element };
      // A control has a colour of the browser's own unless the page says otherwise.
      if (!asked && !/^(inherit|unset|currentcolor)$/i.test(word)) return undefined;
      asked = true;
      const above = element.parent;
      if (!above || above.type !== 'tag') return undefined;
      element = above;
      said = this.look(element.name).color;
    }
  }

  private text(tag: string, name: RoleName, inherits = true): Role | undefined {
    const found = this.textSaid(tag, 'rest', inherits);
    return found && this.role(name, found.said, found.element);
  }

  private heading(): Role | undefined {
    for (const tag of ['h1', 'h2', 'h3', 'h4', 'h5', 'h6'])
      if (this.look(tag).color) return this.text(tag, 'heading.text');
    return this.text('h1', 'heading.text');
  }

  /** @param drawn whether the browser draws a border where the page says only its colour */
  private border(tags: readonly string[], name: RoleName, drawn: boolean): Role | undefined {
    for (const tag of tags) {
      const look = this.look(tag);
      const element = this.elements.get(tag)!;
      for (const side of SIDES) {
        const { color, style, width } = look.border[side];
        const hidden = /^(none|hidden)$/i.test(style ?? '') || (style === undefined && !drawn) || /^0[a-z]*$/.test(width ?? '');
        const role = color && !hidden ? this.role(name, color, element) : undefined;
        if (role && constantColor(role.value)?.alpha !== 0) return role;
      }
      // A rule without a border is drawn by its own surface.
      const surface = tag === 'hr' ? this.surface('hr', name) : undefined;
      if (surface) return surface;
    }
    return undefined;
  } // prettier-ignore

  private focus(): Role | undefined {
    const tags = ['button', 'input', 'a'];
    for (const tag of tags) {
      const { color, style, width } = this.look(tag, 'focus').outline;
      const element = this.elements.get(tag)!;
      if (!color || /^(none|hidden)$/i.test(style ?? 'none') || /^0[a-z]*$/.test(width ?? '')) continue;
      const role = this.role('focus.outline', color, element, 'focus');
      if (role && constantColor(role.value)?.alpha !== 0) return role;
    }
    // Without an outline, what else is drawn around it in the focus.
    for (const tag of tags) {
      const { shadow } = this.look(tag, 'focus');
      const element = this.elements.get(tag)!;
      const role = shadow && shadow.held !== this.look(tag).shadow?.held ? this.role('focus.outline', shadow, element, 'focus') : undefined;
      if (role && constantColor(role.value)?.alpha !== 0) return role;
    }
    return undefined;
  } // prettier-ignore

  private selection(): Role | undefined {
    for (const tag of ['p', 'body', 'html']) {
      const said = this.look(tag, 'selection').background;
      const role = said && this.role('selection.surface', said, this.elements.get(tag)!, 'selection');
      if (role) return role;
    }
    return undefined;
  }
}

/** Which of one to four values is that of a side (CSS Box 4), by its place in top, right, bottom, left. */
function whichOf(count: number, side: number, sides: number): number {
  if (count <= 1 || sides === 1) return 0;
  if (sides === 2) return Math.min(side, count - 1);
  return count === 2 ? side % 2 : count === 3 ? [0, 1, 2, 1][side]! : side;
}

const isColor = (text: string): boolean =>
  /^currentcolor$/i.test(text) || (!STYLE.test(text) && !WIDTH.test(text) && constantColor(text) !== undefined); // prettier-ignore

function splitRow(text: string): string[] {
  const pieces: string[] = [];
  let piece = '';
  for (const node of valueParser(text).nodes) {
    if (node.type === 'space' || node.type === 'div') {
      if (piece !== '') pieces.push(piece);
      piece = '';
    } else if (node.type !== 'comment') piece += valueParser.stringify(node);
  }
  return piece === '' ? pieces : [...pieces, piece];
}
