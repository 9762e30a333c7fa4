import valueParser from 'postcss-value-parser';
import type { Declaration } from 'postcss';
import { colorText, parseColor } from '../base/color/color';
import { constantColor, constantText, isTooDeep } from '../base/css/constant';
import { familiesJson, lengthJson, timeJson } from '../base/css/css-value';
import { unprefixed, valueParts, type ValuePart } from '../base/css/value-parts';
import { isObject } from '../base/json/json';
import { mediaPx } from '../base/css/page-rules';
import { eachDeclaration, readSheets, type Sheets, type TextFile } from './sheets';

/** What values of a style sheet are about, in the order they are listed (COMMANDS, `intake`). */
export const INVENTORY_KINDS = [
  'color', 'fontSize', 'fontFamily', 'fontWeight', 'lineHeight', 'letterSpacing', 'space', 'radius', 'strokeWidth',
  'shadow', 'duration', 'easing', 'opacity', 'breakpoint', 'zIndex',
] as const; // prettier-ignore
export type InventoryKind = (typeof INVENTORY_KINDS)[number];
/** What a colour is used for, by the property it stands in. */
export type ColorUse = 'text' | 'surface' | 'border' | 'shadow' | 'other';

export interface Place {
  file: string;
  line: number;
  selector: string;
  property: string;
}

/** One distinct value with everywhere it stands. */
export interface InventoryEntry {
  kind: InventoryKind;
  /** The value, as it is told apart from others: CSS text in one form. */
  value: string;
  count: number;
  /** The first of them; `count` says how many there are. */
  places: Place[];
  uses: Partial<Record<ColorUse, number>>;
  /** Of lengths: px; of durations: ms; of weights, line heights and the like: the number. */
  number?: number;
}

/** A text and a surface set together by one rule. */
interface SeenPair {
  text: string;
  surface: string;
  place: Place;
}

export interface Inventory {
  entries: InventoryEntry[];
  pairs: SeenPair[];
  /** How many px a rem is in the files that make it other than 16 by a font size on the root, by file. */
  rem: Record<string, number>;
  declarations: number;
}

const LISTED_PLACES = 200;

/** What lengths in a property are. */
const LENGTHS: readonly [properties: RegExp, kind: InventoryKind][] = [
  [/^font-size$|^font$/, 'fontSize'],
  [/^line-height$/, 'lineHeight'],
  [/^(letter|word)-spacing$/, 'letterSpacing'],
  [/^(margin|padding)|gap$/, 'space'],
  [/radius$/, 'radius'],
  [/^(border|outline|column-rule|stroke|text-stroke|text-decoration)/, 'strokeWidth'],
];
/** What a variable is by its name, where nothing says it by using it. */
const NAMED: readonly [name: RegExp, kind: InventoryKind][] = [
  [/z-?index|\bz\b|stack/i, 'zIndex'],
  [/opacity|alpha/i, 'opacity'],
  [/line-?height|leading/i, 'lineHeight'],
  [/letter-?spacing|tracking/i, 'letterSpacing'],
  [/radius|rounded|corner/i, 'radius'],
  [/break-?point|screen|media/i, 'breakpoint'],
  [/border|stroke|outline|rule-width|line-width/i, 'strokeWidth'],
  [/font-?size|text-?size|type-?size|(^|[-.$])(h[1-6]|text|size-?\d)([-.].*)?$/i, 'fontSize'],
  [/weight/i, 'fontWeight'],
];

/** What a token or variable is about, as far as its name says it. */
export const kindByName = (name: string): InventoryKind | undefined =>
  NAMED.find(([pattern]) => pattern.test(name))?.[1];

/**
 * Every colour, font size, family, weight, line height, letter spacing, space, radius, stroke width, shadow, duration,
 * easing, opacity, breakpoint and stacking order that style sheets and pages say, with where: value parts as a scan
 * counts them (`value-parts.ts`). A custom property or variable counts where it is set, not where it is used; what is
 * constant within a value is computed first.
 */
export function takeInventory(files: readonly TextFile[]): Inventory {
  return inventoryOf(readSheets(files));
}

export function inventoryOf(sheets: Sheets): Inventory {
  return new Taking(sheets).take();
}

class Taking {
  private readonly entries = new Map<string, InventoryEntry>();
  private readonly together = new Map<string, { text?: string; surface?: string; place: Place }>();
  private readonly rem = new Map<string, number>();
  private readonly kinds: ReadonlyMap<string, InventoryKind>;
  private declarations = 0;

  constructor(private readonly sheets: Sheets) {
    for (const file of sheets.declarations.keys()) this.rem.set(file, 16);
    for (const [file, px] of rems(sheets)) this.rem.set(file, px);
    this.kinds = kindsOfVariables(sheets);
  }

  take(): Inventory {
    eachDeclaration(this.sheets, (declaration, { file, lines, sass }) => {
      this.declarations++;
      const parent = declaration.parent as { selector?: string } | undefined;
      const place: Place = {
        file,
        line: (declaration.source?.start?.line ?? 1) + lines,
        selector: (parent?.selector ?? '').replace(/\s+/g, ' ').slice(0, 200),
        property: declaration.prop,
      };
      this.read(declaration, place, sass);
    });
    for (const { root, file, lines } of this.sheets.sheets)
      root.walkAtRules('media', (rule) => {
        for (const px of widthsIn(rule.params)) {
          const line = (rule.source?.start?.line ?? 1) + lines;
          this.put('breakpoint', `${px}px`, { file, line, selector: `@media ${rule.params}`.slice(0, 200), property: 'width' }, px);
        }
      }); // prettier-ignore
    const pairs = [...this.together.values()].flatMap(({ text, surface, place }) =>
      text !== undefined && surface !== undefined && text !== surface ? [{ text, surface, place }] : [],
    );
    return {
      entries: [...this.entries.values()].sort((a, b) => b.count - a.count),
      pairs,
      rem: Object.fromEntries([...this.rem].filter(([, px]) => px !== 16)),
      declarations: this.declarations,
    };
  }

  private put(kind: InventoryKind, value: string, place: Place, number?: number, use?: ColorUse): void {
    const key = `${kind}\n${kind === 'fontFamily' ? value.toLowerCase() : value}`;
    let entry = this.entries.get(key);
    if (!entry)
      this.entries.set(
        key,
        (entry = { kind, value, count: 0, places: [], uses: {}, ...(number !== undefined && { number }) }),
      );
    entry.count++;
    if (entry.places.length < LISTED_PLACES) entry.places.push(place);
    if (use) entry.uses[use] = (entry.uses[use] ?? 0) + 1;
  }

  private read(declaration: Declaration, place: Place, sass: boolean): void {
    const property = unprefixed(declaration.prop);
    const value = this.settled(declaration.value.replace(/\s*!(important|default|global)\b/gi, ''), sass);
    const rem = this.rem.get(place.file) ?? 16;
    const variable = /^(--|\$)/.test(property);
    const kind = variable
      ? (this.kinds.get(declaration.prop) ?? kindByName(property))
      : LENGTHS.find(([properties]) => properties.test(property))?.[1];
    this.plainNumber(property, kind, value, place);
    for (const part of valueParts(declaration.prop, value, sass ? '$' : ''))
      this.part(part, property, kind, value, place, rem);
    if (property === 'color' || property === 'background' || property === 'background-color')
      this.pair(declaration, place, sass);
  }

  private part(part: ValuePart, property: string, kind: InventoryKind | undefined, value: string, place: Place, rem: number): void {
    switch (part.kind) {
      case 'reference':
        return;
      case 'color':
        if (parseColor(part.text)?.alpha !== 0) this.put('color', part.text, place, undefined, useOf(property));
        return;
      case 'length': {
        const px = pxIn(part.text, rem);
        const line = property === 'font' && /\/\s*$/.test(value.slice(0, part.from));
        if (px) this.put(line ? 'lineHeight' : kind && OF_LENGTH.has(kind) ? kind : 'space', `${Math.abs(px)}px`, place, Math.abs(px));
        return;
      }
      case 'duration': {
        const ms = msIn(part.text);
        if (ms) this.put('duration', `${ms}ms`, place, ms);
        return;
      }
      case 'fontWeight':
        return this.put('fontWeight', part.text, place, Number(part.text));
      case 'fontFamily':
        return this.put('fontFamily', familiesText(value.slice(part.from, part.to)), place);
      default:
        return this.put(part.kind, part.text, place);
    }
  } // prettier-ignore

  /** What has no unit, or one relative to the text: line heights, weights of variables, opacities, letter spacing. */
  private plainNumber(property: string, kind: InventoryKind | undefined, value: string, place: Place): void {
    const text = value.trim();
    const line = property === 'font' ? /\/\s*([\d.]+)(?=\s)/.exec(text)?.[1] : undefined;
    if (line !== undefined) this.put('lineHeight', String(Number(line)), place, Number(line));
    const spacing = kind === 'letterSpacing' ? /^-?[\d.]+em$/.exec(text)?.[0] : undefined;
    if (spacing !== undefined && Number.parseFloat(spacing) !== 0) {
      const em = Number.parseFloat(spacing);
      this.put('letterSpacing', `${em}em`, place, em);
    }
    const own = property === 'opacity' || property === 'z-index' ? property : kind;
    if ((own === 'opacity' || property.endsWith('-opacity')) && /^[\d.]+%?$/.test(text)) {
      const share = Number.parseFloat(text) / (text.endsWith('%') ? 100 : 1);
      if (share >= 0 && share <= 1) this.put('opacity', String(Number(share.toFixed(4))), place, share);
    } else if (!/^-?[\d.]+$/.test(text)) return;
    else if (own === 'lineHeight' && Number(text) > 0) this.put('lineHeight', String(Number(text)), place, Number(text));
    else if (own === 'fontWeight' && !/weight$/.test(property) && Number(text) >= 1 && Number(text) <= 1000) this.put('fontWeight', String(Number(text)), place, Number(text));
    else if ((own === 'z-index' || own === 'zIndex') && Number.isInteger(Number(text))) this.put('zIndex', String(Number(text)), place, Number(text));
  } // prettier-ignore

  /** A value in which functions of constant names are what they come to; a plain reference stays one. */
  private settled(value: string, sass: boolean): string {
    if (!/var\(|\$|calc\(|color-mix|from /.test(value) || value.length > 20_000 || isTooDeep(value))
      return value;
    if (sass && value.includes('$') && /[*+]|\s[-/]\s/.test(value)) {
      const whole = constantText(value, this.sheets.lookup, { sass });
      if (whole !== undefined) return whole;
    }
    const { nodes } = valueParser(value);
    for (const node of nodes) {
      if (node.type !== 'function' || node.value.toLowerCase() === 'var' || node.value === '') continue;
      const text = valueParser.stringify(node);
      if (!/var\(|\$|calc\(|color-mix|from /.test(text)) continue;
      const constant = constantText(text, this.sheets.lookup, { sass });
      if (constant === undefined) continue;
      Object.assign(node, { type: 'word', value: constant });
    }
    return valueParser.stringify(nodes);
  }

  private pair(declaration: Declaration, place: Place, sass: boolean): void {
    const text = constantText(declaration.value, this.sheets.lookup, { sass });
    const color = text === undefined ? undefined : constantColor(text);
    if (!color || color.alpha === 0) return;
    const rule = declaration.parent;
    const key = `${place.file}:${rule?.source?.start?.offset ?? 0}:${place.line}`;
    const own = rule ? `${place.file} ${rule.source?.start?.line} ${rule.source?.start?.column}` : key;
    const pair = this.together.get(own) ?? { place };
    if (declaration.prop.toLowerCase() === 'color') pair.text = colorText(color);
    else pair.surface = colorText(color);
    this.together.set(own, pair);
  }
}

/** Kinds of value that lengths can be of. */
const OF_LENGTH: ReadonlySet<InventoryKind> = new Set(['fontSize', 'lineHeight', 'letterSpacing', 'space', 'radius', 'strokeWidth', 'breakpoint']); // prettier-ignore

function useOf(property: string): ColorUse {
  if (property.startsWith('background')) return 'surface';
  if (/^(border|outline|column-rule)/.test(property)) return 'border';
  if (/shadow$/.test(property)) return 'shadow';
  return /^(color|fill|stroke|caret-color|text-decoration)/.test(property) ? 'text' : 'other';
}

/** What custom properties and variables are, by the properties they are used in, through others too. */
function kindsOfVariables(sheets: Sheets): Map<string, InventoryKind> {
  const kinds = new Map<string, InventoryKind>();
  const uses: [name: string, by: string][] = [];
  eachDeclaration(sheets, ({ prop, value }, { sass }) => {
    if (!/var\(|\$/.test(value)) return;
    const property = unprefixed(prop);
    const variable = /^(--|\$)/.test(prop);
    const kind = variable
      ? undefined
      : property === 'opacity'
        ? 'opacity'
        : property === 'z-index'
          ? 'zIndex'
          : property === 'font-weight'
            ? 'fontWeight'
            : LENGTHS.find(([properties]) => properties.test(property))?.[1];
    if (!variable && !kind) return;
    for (const name of namesIn(value, sass))
      if (variable) uses.push([name, prop]);
      else if (!kinds.has(name) && property !== 'font') kinds.set(name, kind!);
  });
  for (let round = 0, again = true; again && round < 10; round++) {
    again = false;
    for (const [name, by] of uses) {
      const kind = kinds.get(by);
      if (kind === undefined || kinds.has(name)) continue;
      kinds.set(name, kind);
      again = true;
    }
  }
  return kinds;
}

const namesIn = (value: string, sass: boolean): string[] =>
  value.match(sass ? /--[\w-]+|\$[\w-]+/g : /--[\w-]+/g) ?? [];

/** A root that sets its font size makes a rem something else than 16 px (CSS Values 4, 6.1.1). */
function rems(sheets: Sheets): Map<string, number> {
  const found = new Map<string, number>();
  for (const { selectors, declarations, file } of sheets.rules) {
    if (!selectors.some((selector) => /^(html|:root)$/.test(selector.trim()))) continue;
    for (const { prop, value } of declarations) {
      if (prop !== 'font-size') continue;
      const text = constantText(value, sheets.lookup, { sass: sheets.sass }) ?? '';
      const [, percent] = /^([\d.]+)%$/.exec(text) ?? [];
      const [, px] = /^([\d.]+)px$/.exec(text) ?? [];
      if (percent !== undefined) found.set(file, Number(((16 * Number(percent)) / 100).toFixed(4)));
      else if (px !== undefined) found.set(file, Number(px));
    }
  }
  return found;
}

/** The widths that a media query list asks about, in px. */
function widthsIn(params: string): number[] {
  const text = params.toLowerCase();
  return [
    ...text.matchAll(/\((?:min|max)-width\s*:\s*([\d.]+(?:px|r?em|pt))\s*\)/g),
    ...text.matchAll(/width\s*[<>]=?\s*([\d.]+(?:px|r?em|pt))/g),
    ...text.matchAll(/([\d.]+(?:px|r?em|pt))\s*[<>]=?\s*width/g),
  ].flatMap(([, length]) => mediaPx(length!) ?? []);
}

/** The px of a length in an absolute unit or rem; undefined for what is none. */
function pxIn(text: string, rem: number): number | undefined {
  const json = lengthJson(text);
  if (json === undefined || !isObject(json)) return undefined;
  return Number(((json.get('value') as number) * (json.get('unit') === 'rem' ? rem : 1)).toFixed(3));
}

function msIn(text: string): number {
  const json = timeJson(text) as Map<string, unknown>;
  return Number(((json.get('value') as number) * (json.get('unit') === 's' ? 1000 : 1)).toFixed(3));
}

function familiesText(text: string): string {
  const families = familiesJson(text);
  return (Array.isArray(families) ? families : [families ?? text])
    .map((name) => (/[^\w-]/.test(String(name)) ? `"${String(name)}"` : String(name)))
    .join(', ');
}
