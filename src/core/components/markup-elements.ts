import type { AnyNode, Element } from 'domhandler';
import { append } from '../base/append';
import { isElement, MarkupProblem, readMarkup, type Markup } from './cascade';

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

const OFFERED = 2000;
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
export const FOREIGN = new Set([
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
export const SKIPPED = new Set([
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

export function elementsOf({ document }: Markup): { element: Element; depth: number }[] {
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

export const classesOf = (element: Element): string[] =>
  (element.attribs.class ?? '').split(/\s+/).filter(Boolean);

export function textOf(element: Element): string {
  let text = '';
  const stack: AnyNode[] = [element];
  for (let node = stack.pop(); node && text.length < 200; node = stack.pop()) {
    if (node.type === 'text') text += node.data;
    else if ('children' in node && node.type !== 'script' && node.type !== 'style')
      stack.push(...[...node.children].reverse());
  }
  return text.replace(/\s+/g, ' ').trim();
}

/** So many like pieces, one behind the other, are one component and rows. */
const REPEATS = 3;

/** Whether one element can be a variant of another: the same tag, and a class in common where they have any. */
export const isVariant = (a: Element, b: Element): boolean => {
  const [own, other] = [classesOf(a), classesOf(b)];
  return (
    a.name === b.name && (own.length === 0 ? other.length === 0 : own.some((name) => other.includes(name)))
  );
};

/** Whether like elements in a row are worth a component: they hold more than text, or are what lists are made of. */
const isRow = (element: Element): boolean =>
  /^(tr|li|option|dt|dd|article)$/.test(element.name) || element.children.some(isElement);

/** The runs of like elements among children, by each of their elements. */
export function runsOf(children: readonly AnyNode[]): Map<Element, Element[]> {
  const found = new Map<Element, Element[]>();
  let run: Element[] = [];
  const end = () => {
    if (run.length >= REPEATS && isRow(run[0]!)) for (const one of run) found.set(one, run);
    run = [];
  };
  for (const child of children) {
    if (!isElement(child) || SKIPPED.has(child.name) || FOREIGN.has(child.name)) end();
    else {
      if (run.length > 0 && !sameKind(child, run[0]!)) end();
      run.push(child);
    }
  }
  end();
  return found;
}

export const sameKind = (a: AnyNode, b: Element): boolean =>
  isElement(a) && a.name === b.name && (classesOf(a)[0] ?? '') === (classesOf(b)[0] ?? '');
export const isScript = (node: AnyNode): boolean => node.type === 'script';
