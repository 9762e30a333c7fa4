import { parse, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import type { Element } from 'domhandler';
import { isElement, MarkupProblem, readMarkup } from '../components/cascade';
import { allMatch } from '../components/condition';
import { contentContrast } from '../components/surfaces';
import { nearName } from '../base/near-name';
import { css } from '../outputs/css';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';
import type { KnownComponent } from './known-components';
import { readSourceFile, scan, type ScanFinding, type SourceFile } from './scan';

/** What a browser draws a page on. */
const PAPER = { r: 1, g: 1, b: 1, alpha: 1 };

/** Attributes that HTML gives every element, and what frameworks put beside them. */
const GLOBAL =
  /^(id|class|style|slot|part|hidden|title|lang|dir|role|tabindex|is|key|ref|autofocus|inert|translate|(data|aria)-.*|on.*|[@:#].*|v-.*)$/;
/** States of HTML that an element says as attributes. */
const STATES = ['disabled', 'checked', 'invalid'];
/** Names with a hyphen that SVG and MathML keep (HTML, valid custom element names). */
const RESERVED = new Set([
  'annotation-xml',
  'color-profile',
  'font-face',
  'font-face-src',
  'font-face-uri',
  'font-face-format',
  'font-face-name',
  'missing-glyph',
]);

type Say = (
  code: string,
  level: ScanFinding['level'],
  node: Tree.Element,
  message: string,
  fix: string,
  attribute?: string,
) => void;

/** The commonest beginning of the custom elements; undefined where there are none. */
function prefixOf(elements: readonly Tree.Element[]): string | undefined {
  const counts = new Map<string, number>();
  for (const { tagName } of elements)
    if (isCustom(tagName)) {
      const prefix = tagName.slice(0, tagName.indexOf('-'));
      counts.set(prefix, (counts.get(prefix) ?? 0) + 1);
    }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}
const isCustom = (tag: string): boolean => /^[a-z][^A-Z]*-/.test(tag) && !RESERVED.has(tag);

/** Holds a page against components and tokens (COMMANDS, `check-markup`). */
export function checkMarkup(
  file: SourceFile,
  resolution: Resolution,
  components: readonly KnownComponent[],
  options: { prefix?: string } = {},
): ScanFinding[] {
  const findings: ScanFinding[] = [];
  const say: Say = (code, level, node, message, fix, attribute) => {
    const place = (attribute && node.sourceCodeLocation?.attrs?.[attribute]) || node.sourceCodeLocation;
    findings.push({
      code,
      level,
      message,
      fix,
      at: { file: file.name, line: place?.startLine ?? 1, column: place?.startCol ?? 1 },
    });
  };
  const elements = elementsOf(parse(file.text, { sourceCodeLocationInfo: true }));
  const prefix = options.prefix ?? prefixOf(elements);
  const known = new Map(components.map((one) => [one.name, one]));
  const names = [...known.keys()];
  for (const node of elements) {
    const own = isCustom(node.tagName) ? nameIn(node.tagName, prefix, known) : undefined;
    if (own !== undefined) {
      const component = known.get(own);
      if (component) instance(node, component, say);
      else unknown(node, node.tagName, own, prefix, names, say);
    }
    for (const word of classesOf(node)) {
      if (prefix === undefined || !word.startsWith(`${prefix}-`)) continue;
      const name = word.slice(prefix.length + 1).replace(/(__|--).*$/, '');
      const component = known.get(name);
      if (!component) unknown(node, word, name, prefix, names, say, 'class');
      else if (word === `${prefix}-${name}`) classInstance(node, component, say);
    }
  }
  const read = readSourceFile(file);
  if (read) findings.push(...scan([read], resolution).findings);
  findings.push(...contrasts(file, resolution));
  return findings.sort((a, b) => a.at.line - b.at.line || a.at.column - b.at.column);
}

/** The component's name in a tag: behind the prefix, or all of it. */
const nameIn = (
  tag: string,
  prefix: string | undefined,
  known: ReadonlyMap<string, unknown>,
): string | undefined =>
  known.has(tag)
    ? tag
    : prefix !== undefined && tag.startsWith(`${prefix}-`)
      ? tag.slice(prefix.length + 1)
      : undefined;

function elementsOf(root: Tree.Node): Tree.Element[] {
  const found: Tree.Element[] = [];
  const stack: Tree.Node[] = [root];
  for (let node = stack.pop(); node; node = stack.pop()) {
    if ('tagName' in node && node.sourceCodeLocation) found.push(node);
    const inside = 'content' in node ? [node.content] : 'childNodes' in node ? node.childNodes : [];
    stack.push(...[...inside].reverse());
  }
  return found;
}
const attributesOf = (node: Tree.Element) => new Map(node.attrs.map(({ name, value }) => [name, value]));
const classesOf = (node: Tree.Element) =>
  (attributesOf(node).get('class') ?? '').split(/\s+/).filter(Boolean);

function unknown(
  node: Tree.Element,
  written: string,
  name: string,
  prefix: string | undefined,
  names: readonly string[],
  say: Say,
  attribute?: string,
): void {
  const meant = nearName(name, names);
  const full = meant !== undefined && prefix !== undefined ? `${prefix}-${meant}` : meant;
  say(
    'unknown-component',
    'error',
    node,
    `There is no component called ${name} (${written})`,
    full === undefined ? 'Use a component of the library' : `Did you mean ${full}?`,
    attribute,
  );
}

/** A custom element: its attributes are props. */
function instance(node: Tree.Element, component: KnownComponent, say: Say): void {
  const attributes = attributesOf(node);
  const props: Record<string, string> = { ...component.defaults };
  deprecated(node, component, say);
  for (const [name, value] of attributes) {
    if (GLOBAL.test(name) || STATES.includes(name)) continue;
    const prop = component.props.find((one) => one.name.toLowerCase() === name);
    if (!prop) {
      const meant = nearName(
        name,
        component.props.map((one) => one.name),
      );
      say(
        'unknown-prop',
        'error',
        node,
        `${component.name} has no prop ${name}`,
        meant === undefined
          ? `It has ${component.props.map((one) => one.name).join(', ') || 'none'}`
          : `Did you mean ${meant}?`,
        name,
      );
    } else if (valueFits(node, component, prop, value, name, say))
      props[prop.name] = prop.kind === 'flag' ? 'true' : value;
  }
  const filled = slotsFilled(node);
  for (const name of component.required)
    if (
      !(attributes.get(name.toLowerCase()) ?? '').trim() &&
      !filled.has(name) &&
      !(filled.has('') && component.required.length === 1)
    )
      say(
        'missing-content',
        'warning',
        node,
        `${component.name} needs ${name}`,
        `Set ${name}, or put content in with slot="${name}"`,
      );
  excluded(node, component, props, say);
}

/** An element with the component's class: choices and flags are `data-` attributes, its content is written out. */
function classInstance(node: Tree.Element, component: KnownComponent, say: Say): void {
  const attributes = attributesOf(node);
  const props: Record<string, string> = { ...component.defaults };
  deprecated(node, component, say);
  for (const prop of component.props) {
    const name = `data-${prop.name.toLowerCase()}`;
    const value = attributes.get(name);
    if (value === undefined || (prop.kind !== 'choice' && prop.kind !== 'flag')) continue;
    if (valueFits(node, component, prop, value, name, say))
      props[prop.name] = prop.kind === 'flag' ? 'true' : value;
  }
  excluded(node, component, props, say);
}

function deprecated(node: Tree.Element, component: KnownComponent, say: Say): void {
  if (component.deprecated !== undefined)
    say(
      'deprecated-use',
      'warning',
      node,
      `${component.name} is deprecated: ${component.deprecated}`,
      'Use its replacement',
    );
}

function valueFits(
  node: Tree.Element,
  component: KnownComponent,
  prop: KnownComponent['props'][number],
  value: string,
  attribute: string,
  say: Say,
): boolean {
  const wrong = (message: string, fix: string) => {
    say('invalid-prop-value', 'error', node, message, fix, attribute);
    return false;
  };
  // What a template language puts in cannot be known.
  if (/\{\{|\$\{|^\{.*\}$/.test(value)) return false;
  if (prop.kind === 'choice' && !prop.values.includes(value)) {
    const meant = nearName(value, prop.values);
    return wrong(
      `${prop.name} of ${component.name} cannot be ${JSON.stringify(value)}`,
      meant === undefined ? `It is ${prop.values.join(' or ')}` : `Did you mean ${meant}?`,
    );
  }
  if (prop.kind === 'flag' && value !== '' && value !== 'true' && value !== attribute)
    return wrong(
      `${prop.name} of ${component.name} is set by being there, whatever its value`,
      `Write ${attribute} alone, or leave it out`,
    );
  if (prop.kind === 'slot')
    return wrong(
      `${prop.name} of ${component.name} is a slot, and no attribute`,
      `Put content in with slot="${prop.name}"`,
    );
  return true;
}

/** The slots that something is put into; '' where content stands in the element without naming one. */
function slotsFilled(node: Tree.Element): Set<string> {
  const found = new Set<string>();
  for (const child of node.childNodes) {
    if ('tagName' in child) found.add(attributesOf(child).get('slot') ?? '');
    else if (child.nodeName === '#text' && (child as Tree.TextNode).value.trim() !== '') found.add('');
  }
  return found;
}

function excluded(
  node: Tree.Element,
  component: KnownComponent,
  props: Record<string, string>,
  say: Say,
): void {
  const attributes = attributesOf(node);
  const states = STATES.filter((state) => attributes.has(state));
  for (const { when, why } of component.excluded)
    if (allMatch(when, { props, states }))
      say(
        'excluded-combination',
        'error',
        node,
        `${component.name} is not made this way${why ? `: ${why}` : ''}`,
        'Choose other props',
      );
}

/** Text on the nearest background declared, by the values of the tokens, in every context; each element once, with the worst. */
function contrasts(file: SourceFile, resolution: Resolution): ScanFinding[] {
  const worst = new Map<string, { finding: ScanFinding; ratio: number; contexts: Context[] }>();
  for (const context of resolution.contexts) {
    const sheet = css.write({ resolution, context, authored: () => [] }).files[0]?.text ?? '';
    let markup;
    try {
      markup = readMarkup(file.text, sheet);
    } catch (error) {
      if (error instanceof MarkupProblem) return [];
      throw error;
    }
    const stack = [...markup.document.children];
    for (let node = stack.pop(); node; node = stack.pop()) {
      if (!isElement(node) || /^(script|style|template|head)$/.test(node.name)) continue;
      stack.push(...node.children);
      const hasText = node.children.some((child) => child.type === 'text' && child.data.trim() !== '');
      const at = node.sourceCodeLocation;
      if (!hasText || !at) continue;
      const found = contrastAt(node, (element) => markup.styleOf(element, ''));
      if (!found || found.ratio >= found.needs) continue;
      const key = `${at.startLine}:${at.startCol}`;
      const known = worst.get(key);
      const contexts = [...(known?.contexts ?? []), context];
      if (known && known.ratio <= found.ratio) known.contexts = contexts;
      else
        worst.set(key, {
          ratio: found.ratio,
          contexts,
          finding: {
            code: 'contrast',
            level: 'error',
            message: `Text in <${node.name}> has ${(Math.floor(found.ratio * 100) / 100).toFixed(2)} to 1 (${found.color} on ${found.surface}), and needs ${found.needs}`,
            fix: 'Use a text and a surface that are made for each other',
            at: { file: file.name, line: at.startLine, column: at.startCol },
            context,
          },
        });
    }
  }
  return [...worst.values()].map(({ finding, contexts }) => {
    const { context: _, ...everywhere } = finding;
    return contexts.length === resolution.contexts.length ? everywhere : finding;
  });
}

/** Text on what is declared below it, as a component's is judged; undefined where colour or surface are not said. */
function contrastAt(
  element: Element,
  styleOf: (element: Element) => Map<string, string>,
): { ratio: number; needs: number; color: string; surface: string } | undefined {
  const styles = new Map<string, Map<string, string>>();
  for (let at: Element | null = element; at && isElement(at); at = at.parent as Element | null) {
    // What a component looks like inside is not said here.
    if (isCustom(at.name)) return undefined;
    styles.set(String(styles.size), styleOf(at));
  }
  const said = (...properties: string[]) =>
    [...styles.values()]
      .flatMap((style) => properties.flatMap((property) => style.get(property) ?? []))
      .find((value) => !/^(none|transparent|inherit)$/.test(value));
  const [color, surface] = [said('color'), said('background-color', 'background')];
  if (color === undefined || surface === undefined) return undefined;
  const { ratio, needs } = contentContrast('text', [...styles.keys()], styles, PAPER);
  return ratio === undefined ? undefined : { ratio, needs, color, surface };
}
