import type { Declaration as CssDeclaration } from 'postcss';
import valueParser, { type Node } from 'postcss-value-parser';
import { colorText, parseColor, type Color } from '../base/color/color';
import type { Finding } from '../findings/finding';
import { lengthJson, splitAtCommas, timeJson, familiesJson } from '../base/css/css-value';
import { isObject } from '../base/json/json';
import { stylesOfPage } from './page';
import { parseSheet } from './sheet';

/** What values of a style sheet are about. */
export type InventoryKind =
  | 'color'
  | 'fontSize'
  | 'fontFamily'
  | 'fontWeight'
  | 'lineHeight'
  | 'spacing'
  | 'radius'
  | 'shadow'
  | 'duration';
/** What a colour is used for, by the property it stands in. */
export type ColorUse = 'text' | 'surface' | 'border' | 'shadow' | 'other';

interface Place {
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
  /** Of lengths: px; of durations: ms; of weights and line heights: the number. */
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
  findings: Finding[];
  declarations: number;
}

const LISTED_PLACES = 200;
const COLORED = /^(color|background|border|outline|fill|stroke|box-shadow|text-shadow|caret-color|column-rule|text-decoration|accent-color|--)/; // prettier-ignore

const SIZE_KINDS: readonly [RegExp, InventoryKind][] = [
  [/^font-size$/, 'fontSize'],
  [/^(margin|padding)(-(top|right|bottom|left|inline|block)(-(start|end))?)?$/, 'spacing'],
  [/^(row-|column-|grid-|grid-row-|grid-column-)?gap$/, 'spacing'],
  [/^border(-[a-z]+)*-radius$/, 'radius'],
];

/**
 * Every colour, font size, family, weight, line height, space, radius, shadow and duration that style sheets and pages
 * say, with where. Lengths in em, per cent and of the window are relative and left out; so is zero.
 */
export function takeInventory(files: readonly { name: string; text: string }[]): Inventory {
  const findings: Finding[] = [];
  const found: { declaration: CssDeclaration; place: Place; peers: string }[] = [];
  for (const { name, text } of files) {
    const sheets = /\.(html?|svg)$/i.test(name) ? stylesOfPage(name, text) : [{ name, text, line: 0 }];
    for (const sheet of sheets) {
      const parsed = parseSheet(sheet.text, sheet.name);
      findings.push(...parsed.findings.map((finding) => moved(finding, sheet.line)));
      parsed.root.walkDecls((declaration) => {
        const rule = declaration.parent;
        const selector = rule?.type === 'rule' ? (rule as unknown as { selector: string }).selector : '';
        const line = (declaration.source?.start?.line ?? 1) + sheet.line;
        found.push({
          declaration,
          peers: `${sheet.name}:${rule?.source?.start?.offset ?? 0}`,
          place: {
            file: name,
            line,
            selector: selector.replace(/\s+/g, ' ').slice(0, 200),
            property: declaration.prop,
          },
        });
      });
    }
  }
  const rems = new Map(
    files.map(({ name }) => [
      name,
      remOf(
        found.flatMap(({ declaration, place }) =>
          place.file === name ? [{ declaration, selector: place.selector }] : [],
        ),
      ),
    ]),
  );
  const entries = new Map<string, InventoryEntry>();
  const together = new Map<string, { text?: string; surface?: string; place: Place }>();
  const put = (kind: InventoryKind, value: string, place: Place, number?: number, use?: ColorUse) => {
    const key = `${kind}\n${value}`;
    let entry = entries.get(key);
    if (!entry)
      entries.set(
        key,
        (entry = { kind, value, count: 0, places: [], uses: {}, ...(number !== undefined && { number }) }),
      );
    entry.count++;
    if (entry.places.length < LISTED_PLACES) entry.places.push(place);
    if (use) entry.uses[use] = (entry.uses[use] ?? 0) + 1;
  };
  for (const { declaration, place, peers } of found) {
    const property = declaration.prop.toLowerCase();
    const { nodes } = valueParser(declaration.value);
    if (COLORED.test(property)) {
      const use = useOf(property);
      for (const color of colorsIn(nodes)) {
        put('color', color, place, undefined, use);
        const pair = together.get(peers) ?? { place };
        if (property === 'color') pair.text = color;
        if (property === 'background' || property === 'background-color') pair.surface = color;
        together.set(peers, pair);
      }
    }
    const rem = rems.get(place.file)!;
    const kind = SIZE_KINDS.find(([pattern]) => pattern.test(property))?.[1];
    if (kind) for (const px of lengthsIn(nodes, rem)) put(kind, `${px}px`, place, px);
    else
      readOther(property, declaration.value, nodes, rem, (other, value, number) =>
        put(other, value, place, number),
      );
  }
  const pairs = [...together.values()].flatMap(({ text, surface, place }) =>
    text !== undefined && surface !== undefined && text !== surface ? [{ text, surface, place }] : [],
  );
  return {
    entries: [...entries.values()].sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1)),
    pairs,
    rem: Object.fromEntries([...rems].filter(([, px]) => px !== 16)),
    findings,
    declarations: found.length,
  };
}

function moved(finding: Finding, lines: number): Finding {
  return finding.at?.line === undefined
    ? finding
    : { ...finding, at: { ...finding.at, line: finding.at.line + lines } };
}

function useOf(property: string): ColorUse {
  if (property.startsWith('background')) return 'surface';
  if (/^(border|outline|column-rule)/.test(property)) return 'border';
  if (/shadow$/.test(property)) return 'shadow';
  return /^(color|fill|stroke|caret-color|text-decoration)/.test(property) ? 'text' : 'other';
}

/** A root that sets its font size in per cent makes a rem something else than 16 px. */
function remOf(all: { declaration: CssDeclaration; selector: string }[]): number {
  for (const { declaration, selector } of all) {
    if (declaration.prop !== 'font-size' || !/(^|,)\s*(html|:root)\s*(,|$)/.test(selector)) continue;
    const [, percent] = /^([\d.]+)%$/.exec(declaration.value.trim()) ?? [];
    if (percent !== undefined) return Number(((16 * Number(percent)) / 100).toFixed(4));
    const [, px] = /^([\d.]+)px$/.exec(declaration.value.trim()) ?? [];
    if (px !== undefined) return Number(px);
  }
  return 16;
}

const CALLS = new Set(['rgb', 'rgba', 'hsl', 'hsla', 'hwb', 'lab', 'lch', 'oklab', 'oklch', 'color']);
/** Functions in which colours stand as arguments. */
const HOLDERS = /gradient$|^(var|light-dark|drop-shadow|color-mix)$/;

/** Colours in a value, in one form; those that say nothing (transparent, currentcolor) left out. */
function colorsIn(nodes: readonly Node[]): string[] {
  const found: string[] = [];
  const stack = [...nodes].reverse();
  for (let node = stack.pop(); node; node = stack.pop()) {
    const name = node.value.toLowerCase();
    let color: Color | undefined;
    if (node.type === 'word' && /^(#|[a-z]+$)/.test(name)) color = parseColor(node.value);
    else if (node.type === 'function' && CALLS.has(name)) color = parseColor(valueParser.stringify(node));
    else if (node.type === 'function' && HOLDERS.test(name)) stack.push(...[...node.nodes].reverse());
    if (color && !(color.alpha === 0)) found.push(colorText(color));
  }
  return found;
}

function lengthsIn(nodes: readonly Node[], rem: number): number[] {
  const found: number[] = [];
  const stack = [...nodes].reverse();
  for (let node = stack.pop(); node; node = stack.pop()) {
    if (node.type === 'function' && /^(calc|min|max|clamp)$/.test(node.value))
      stack.push(...[...node.nodes].reverse());
    else if (node.type === 'word') {
      const px = pxIn(node.value, rem);
      if (px !== undefined && px !== 0) found.push(Math.abs(px));
    }
  }
  return found;
}

/** The px of a length in an absolute unit or rem; undefined for what is none. */
function pxIn(text: string, rem: number): number | undefined {
  const json = lengthJson(text);
  if (!isObject(json ?? null) || json === undefined) return undefined;
  const object = json as Map<string, unknown>;
  return Number(((object.get('value') as number) * (object.get('unit') === 'rem' ? rem : 1)).toFixed(3));
}

type Put = (kind: InventoryKind, value: string, number?: number) => void;

function readOther(property: string, text: string, nodes: readonly Node[], rem: number, put: Put): void {
  const value = text.replace(/\s*!important$/i, '').trim();
  switch (property) {
    case 'font-weight': {
      const weight = { normal: 400, bold: 700 }[value.toLowerCase()] ?? Number(value);
      if (weight >= 1 && weight <= 1000) put('fontWeight', String(weight), weight);
      return;
    }
    case 'line-height': {
      const number = Number(value);
      const px = pxIn(value, rem);
      if (value !== '' && number > 0) put('lineHeight', String(number), number);
      else if (px) put('lineHeight', `${px}px`, px);
      return;
    }
    case 'font-family': {
      if (/^(inherit|initial|unset|revert)$/i.test(value) || /var\(/.test(value)) return;
      const families = familiesJson(value);
      if (families === undefined) return;
      const names = Array.isArray(families) ? families : [families];
      put(
        'fontFamily',
        names.map((name) => (/[^\w-]/.test(String(name)) ? `"${String(name)}"` : String(name))).join(', '),
      );
      return;
    }
    case 'box-shadow': {
      if (/^(none|inherit|initial|unset)$/i.test(value) || /var\(/.test(value)) return;
      put('shadow', value.replace(/\s+/g, ' '));
      return;
    }
    case 'transition':
    case 'animation':
    case 'transition-duration':
    case 'animation-duration': {
      for (const part of splitAtCommas(nodes)) {
        // The first time in a list is the duration, the second the delay.
        const time = part.find((node) => node.type === 'word' && timeJson(node.value) !== undefined);
        const ms = time && msIn(time.value);
        if (ms) put('duration', `${ms}ms`, ms);
      }
    }
  }
}

function msIn(text: string): number {
  const json = timeJson(text) as Map<string, unknown>;
  return Number(((json.get('value') as number) * (json.get('unit') === 's' ? 1000 : 1)).toFixed(3));
}
