import { append } from '../base/append';
import { compileCss, LAYER_ORDER } from '../components/compile';
import type { ComponentDefinition } from '../components/definition';
import { withNested } from '../components/nested';
import { librarySheet } from '../components/style-sheets';
import type { Items } from '../document/item';
import { typeOf } from '../tokens/normalise';
import type { Resolution } from '../tokens/resolve';
import { css as cssOutput, propertyRules, ruleText, type PropertyRule } from './css';
import { PAGE_BACKDROP } from '../components/page-backdrop';

/** What stands round a row, an item or the like that is drawn by itself takes no room of its own. */
const HOLDERS =
  '@layer base {\n:where(:is(table, tbody, tr, ul, dl, colgroup)[data-holder]) { display: contents; list-style: none; }\n:where([data-holder]) { margin: 0; padding: 0; border: 0; }\n}\n';

/** What stands beneath every component: the order of the layers, and the library's own style sheets. */
export const baseStyles = (items: Items): string => LAYER_ORDER + HOLDERS + librarySheet(items);

const sheets = new WeakMap<Resolution, string>();

/** A library's custom properties: the same for all its components, and written once. */
function propertiesOf(resolution: Resolution): string {
  let sheet = sheets.get(resolution);
  if (sheet === undefined) {
    sheet = cssOutput.write({ resolution, authored: () => [] }).files[0]?.text ?? '';
    sheets.set(resolution, sheet);
  }
  return sheet;
}

/** Everything a page of components needs: custom properties under all contexts, then every component's rules. */
export function pageStyles(
  items: Items,
  resolution: Resolution,
  components: Iterable<ComponentDefinition>,
): string {
  return LAYER_ORDER + HOLDERS + propertiesOf(resolution) + rulesOf(items, resolution, components);
}

/**
 * The same for one specimen among others, with just the custom properties that are needed: of a large library each frame
 * would carry a megabyte, and each of its fonts.
 * @param shown what else refers to them: the markup, further styles
 */
export function specimenStyles(
  items: Items,
  resolution: Resolution,
  components: Iterable<ComponentDefinition>,
  shown: string,
): string {
  const rules = rulesOf(items, resolution, components);
  return LAYER_ORDER + HOLDERS + neededProperties(resolution, [rules, shown, PAGE_BACKDROP]) + rules;
}

function rulesOf(items: Items, resolution: Resolution, components: Iterable<ComponentDefinition>): string {
  const compiled = new Set<string>();
  for (const component of withNested(components, items))
    compiled.add(compileCss(component, items, (path) => typeOf(resolution, path)));
  return librarySheet(items) + [...compiled].join('');
}

interface Declared {
  rules: PropertyRule[];
  /** Where each custom property is declared: the places of rules, and of lines in them. */
  places: Map<string, [rule: number, line: number][]>;
}
const declared = new WeakMap<Resolution, Declared>();

function declaredBy(resolution: Resolution): Declared {
  let known = declared.get(resolution);
  if (!known) {
    const rules = propertyRules(resolution);
    const places: Declared['places'] = new Map();
    for (const [rule, { lines }] of rules.entries())
      for (const [line, text] of lines.entries())
        append(places, text.slice(2, text.indexOf(':')), [rule, line] as [number, number]);
    declared.set(resolution, (known = { rules, places }));
  }
  return known;
}

const NAME = /--[\p{L}\p{N}_-]+/gu;

/** The custom properties that texts refer to, by themselves or through others, under all contexts. */
function neededProperties(resolution: Resolution, texts: readonly string[]): string {
  const { rules, places } = declaredBy(resolution);
  const needed = new Set<string>();
  const kept = new Map<number, number[]>();
  const waiting = texts.flatMap((text) => text.match(NAME) ?? []);
  for (let name = waiting.pop(); name !== undefined; name = waiting.pop()) {
    if (needed.has(name)) continue;
    needed.add(name);
    for (const [rule, line] of places.get(name) ?? []) {
      append(kept, rule, line);
      waiting.push(...(rules[rule]!.lines[line]!.match(NAME) ?? []));
    }
  }
  return [...kept]
    .sort(([a], [b]) => a - b)
    .map(([rule, lines]) => {
      const { heads, lines: all } = rules[rule]!;
      return ruleText({ heads, lines: lines.sort((a, b) => a - b).map((line) => all[line]!) });
    })
    .join('');
}
