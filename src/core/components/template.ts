import { Refusal } from '../base/errors';
import type { Finding } from '../findings/finding';
import type { Condition } from './definition';
import { parseConditions } from './condition';
import { readMarkup, type MarkupNode, type MarkupPlace } from './markup-tree';

/** A component's template: HTML with one root, parts, slots, presence and bound attributes (MODEL, Template). */
export type TemplateNode =
  | TemplateElement
  | { kind: 'text'; text: string }
  | { kind: 'slot'; name: string; fallback: TemplateNode[]; at: MarkupPlace };
export interface TemplateElement {
  kind: 'element';
  tag: string;
  part: string | undefined;
  /** Present only where these hold. */
  when: Condition[];
  attributes: [name: string, value: string][];
  /** Attributes that take a prop's value; of a flag or state, the bare attribute. */
  bound: [attribute: string, name: string][];
  children: TemplateNode[];
  at: MarkupPlace;
}

interface Template {
  root: TemplateElement | undefined;
  findings: Finding[];
}

const TAGS = new Set(
  (
    'a abbr address article aside b blockquote br button caption code col colgroup dd del details dfn div dl dt em fieldset figcaption figure ' +
    'footer h1 h2 h3 h4 h5 h6 header hr i img input ins kbd label legend li main mark meter nav ol optgroup option output p pre progress q s ' +
    'samp section select small span strong sub summary sup table tbody td textarea tfoot th thead time tr u ul var svg g path circle ellipse ' +
    'line polygon polyline rect title desc'
  ).split(' '),
);
const ATTRIBUTES = new Set(
  (
    'class id role tabindex title lang dir hidden disabled type name value placeholder checked selected multiple rows cols for alt width height ' +
    'colspan rowspan scope datetime open min max step required readonly href src viewbox d fill stroke stroke-width stroke-linecap stroke-linejoin ' +
    'cx cy r rx ry x y x1 x2 y1 y2 points transform fill-rule clip-rule xmlns focusable'
  ).split(' '),
);
/** Whether a template may hold elements of this name. */
export const isTemplateTag = (tag: string): boolean => TAGS.has(tag);
const DEEPEST = 100;

/** Whether an address stays on the page: a fragment, or a picture given as data. */
const harmlessAddress = (name: string, value: string) =>
  name === 'href' ? /^#/.test(value.trim()) : /^data:image\/(png|jpeg|gif|webp);base64,/i.test(value.trim());

/**
 * Reads a template. What could run, load or lead away is left out and reported; only listed elements and attributes
 * pass. The rest of the template is read.
 */
export function parseTemplate(html: string): Template {
  const findings: Finding[] = [];
  const report = (code: string, message: string, fix: string, node?: { at: MarkupPlace }) => {
    findings.push({ code, level: 'error', message, fix, at: node?.at });
  };
  const read = (node: MarkupNode, depth: number): TemplateNode[] => {
    if ('text' in node) return [{ kind: 'text', text: node.text }];
    const { tag } = node;
    if (depth > DEEPEST) {
      report(
        'template-depth',
        `Elements are nested more than ${DEEPEST} deep`,
        'Make the template flatter',
        node,
      );
      return [];
    }
    const attribute = (name: string) => node.attributes.find((attr) => attr.name === name)?.value;
    const children = () => node.children.flatMap((child) => read(child, depth + 1));
    if (tag === 'slot')
      return [{ kind: 'slot', name: attribute('name') ?? 'default', fallback: children(), at: node.at }];
    if (!TAGS.has(tag)) {
      report(
        'template-unsafe',
        `A template may not hold <${tag}>`,
        `Remove <${tag}>; behaviour and loading do not belong in a template`,
        node,
      );
      return [];
    }
    const element: TemplateElement = {
      kind: 'element',
      tag,
      part: attribute('part'),
      when: [],
      attributes: [],
      bound: [],
      children: [],
      at: node.at,
    };
    for (const { name: written, value } of node.attributes) {
      const name = written.toLowerCase();
      if (name === 'part') continue;
      if (name === 'when') {
        try {
          element.when = parseConditions(value);
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          report('template-condition', error.problem, `${error.fix}, in the when attribute`, node);
        }
      } else if (name.startsWith('bind-')) {
        const target = name.slice(5);
        if (passes(target) && target !== 'href' && target !== 'src') element.bound.push([target, value]);
        else report('template-unsafe', `The attribute ${target} cannot be bound`, 'Remove the binding', node);
      } else if (!passes(name)) {
        report(
          'template-unsafe',
          `A template may not hold the attribute ${name}`,
          name.startsWith('on') ? 'Remove it; a template holds no script' : 'Remove it',
          node,
        );
      } else if ((name === 'href' || name === 'src') && !harmlessAddress(name, value)) {
        report(
          'template-unsafe',
          `${name} leads outside: ${value.slice(0, 60)}`,
          name === 'href' ? 'Use "#"; products set their own links' : 'Use a picture given as data:',
          node,
        );
      } else element.attributes.push([name, value]);
    }
    element.children = children();
    return [element];
  };
  const { nodes: written, problems } = readMarkup(html);
  for (const { message, fix, at } of problems) report('template-tag', message, fix, { at });
  const nodes = written
    .flatMap((child) => read(child, 0))
    .filter((node) => node.kind !== 'text' || node.text.trim() !== '');
  const [root, ...others] = nodes;
  if (root?.kind !== 'element' || others.length > 0) {
    report(
      'template-root',
      nodes.length === 0 ? 'The template is empty' : 'A template has exactly one element at its root',
      'Put everything in one element with part="root"',
    );
    return { root: root?.kind === 'element' ? root : undefined, findings };
  }
  if (root.part !== 'root')
    report(
      'template-root',
      'The root element of a template is its part "root"',
      'Add part="root" to the first element',
    );
  return { root, findings };
}

const passes = (name: string) => ATTRIBUTES.has(name) || /^(aria|data)-[a-z0-9-]+$/.test(name);

const cache = new Map<string, Template>();

/** As `parseTemplate`, remembering the last few hundred texts. */
export function templateOf(html: string): Template {
  let template = cache.get(html);
  if (!template) {
    if (cache.size > 300) cache.clear();
    cache.set(html, (template = parseTemplate(html)));
  }
  return template;
}

const INTERACTIVE = new Set(['a', 'button', 'input', 'select', 'textarea', 'summary', 'option']);

export interface PlacedPart {
  element: TemplateElement;
  /** The parts it stands in, nearest first. */
  ancestors: string[];
  when: Condition[];
  /** Whether it is, or stands in, something that can be operated: its boundary then needs contrast (WCAG 2.2, 1.4.11). */
  interactive: boolean;
}

/** Where a slot stands: the parts around it, nearest first, and when they are there. */
export type PlacedSlot = Pick<PlacedPart, 'ancestors' | 'when'>;

interface Places {
  parts: Map<string, PlacedPart>;
  slots: Map<string, PlacedSlot>;
  /** The tags of all elements of a part: one part may be several elements. */
  tags: Map<string, Set<string>>;
}
const places = new WeakMap<TemplateElement, Places>();

function placesOf(root: TemplateElement | undefined): Places {
  const known = root && places.get(root);
  if (known) return known;
  const found: Places = { parts: new Map(), slots: new Map(), tags: new Map() };
  const walk = (node: TemplateNode, ancestors: string[], when: Condition[], within: boolean): void => {
    if (node.kind === 'text') return;
    if (node.kind === 'slot') {
      if (!found.slots.has(node.name)) found.slots.set(node.name, { ancestors, when });
      return node.fallback.forEach((child) => walk(child, ancestors, when, within));
    }
    const { part, tag } = node;
    const conditions = [...when, ...node.when];
    const interactive =
      within || INTERACTIVE.has(tag) || node.attributes.some(([name]) => name === 'tabindex');
    if (part) {
      found.tags.set(part, (found.tags.get(part) ?? new Set()).add(tag));
      if (!found.parts.has(part))
        found.parts.set(part, { element: node, ancestors, when: conditions, interactive });
    }
    for (const child of node.children)
      walk(child, part ? [part, ...ancestors] : ancestors, conditions, interactive);
  };
  if (root) {
    walk(root, [], [], false);
    places.set(root, found);
  }
  return found;
}

/** Parts in the order they stand. */
export const partAncestry = (root: TemplateElement | undefined): ReadonlyMap<string, PlacedPart> =>
  placesOf(root).parts;
/** Slots in the order they stand. */
export const slotAncestry = (root: TemplateElement | undefined): ReadonlyMap<string, PlacedSlot> =>
  placesOf(root).slots;
/** The tags of the elements that carry each part. */
export const partTags = (root: TemplateElement | undefined): ReadonlyMap<string, ReadonlySet<string>> =>
  placesOf(root).tags;

/** The slots of a template, in the order they stand. */
export const slotNames = (root: TemplateElement | undefined): string[] => [...slotAncestry(root).keys()];
