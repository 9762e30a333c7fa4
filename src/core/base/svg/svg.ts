import { ExpectedError } from '../errors';
import sanitizeHtml from 'sanitize-html';
import { optimize } from 'svgo/browser';

/** A drawing that cannot be taken in, in words for the person who brought it. */
export class DrawingProblem extends ExpectedError {
  override readonly name = 'DrawingProblem';
  constructor(
    message: string,
    readonly fix: string,
  ) {
    super(message);
  }
}

interface CleanDrawing {
  /** The drawing as it may stand in a page: nothing in it runs, loads or leads away. */
  svg: string;
  /** What was left out or kept, in words. */
  notes: string[];
}

const LARGEST = 300_000;
const DEEPEST = 60;
const MOST_ELEMENTS = 5000;
/** What takes longer than its length where there is much of it is left as it was drawn. */
const SIMPLE = { elements: 800, pathData: 40_000 };
/**
 * What is done to a drawing that is not simple: what has to be for its styles to stay, and what makes it smaller at little
 * cost. Each of these looks for every element among its siblings, so that their number counts.
 */
const WITH_MUCH = [
  'removeMetadata',
  'removeEditorsNSData',
  'mergeStyles',
  'inlineStyles',
  'cleanupNumericValues',
];

const SHAPES = [
  'svg',
  'g',
  'path',
  'circle',
  'ellipse',
  'line',
  'polygon',
  'polyline',
  'rect',
  'title',
  'desc',
];
const PAINT = ['defs', 'linearGradient', 'radialGradient', 'stop', 'clipPath', 'mask', 'use', 'symbol'];
const ATTRIBUTES = (
  'viewBox width height xmlns d x y x1 x2 y1 y2 cx cy r rx ry points transform fill fill-opacity fill-rule clip-rule clip-path stroke ' +
  'stroke-width stroke-linecap stroke-linejoin stroke-miterlimit stroke-dasharray stroke-dashoffset stroke-opacity opacity color id href ' +
  'offset stop-color stop-opacity gradientUnits gradientTransform clipPathUnits maskUnits maskContentUnits mask preserveAspectRatio vector-effect aria-hidden role'
).split(' ');

/** An address within the drawing itself. */
const within = (value: string) => /^\s*(#[\w-]+|url\(\s*["']?#[\w-]+["']?\s*\))\s*$/.test(value);

/**
 * Reads an SVG file as a drawing: optimised, then held to a list of elements and attributes, so that scripts, foreign
 * objects, event attributes and addresses that lead out are gone whatever shape they came in. An icon of one colour takes
 * the colour of the text around it (`currentColor`).
 * @throws DrawingProblem
 */
export function cleanSvg(text: string, as: 'icon' | 'picture'): CleanDrawing {
  if (text.length > LARGEST)
    throw new DrawingProblem(
      `The drawing has ${Math.round(text.length / 1000)} KB; 300 KB is the most`,
      'Simplify it, or upload it as a picture',
    );
  if (!/<svg[\s>]/i.test(text)) throw new DrawingProblem('There is no svg element in it', 'Export it as SVG');
  const plain = withoutDoctype(text);
  const { depth, elements, pathData } = structureOf(plain);
  if (depth > DEEPEST)
    throw new DrawingProblem(`Its elements are nested more than ${DEEPEST} deep`, 'Flatten its groups');
  if (elements > MOST_ELEMENTS)
    throw new DrawingProblem(
      `The drawing has ${elements.toLocaleString('en-GB')} elements; ${MOST_ELEMENTS.toLocaleString('en-GB')} is the most`,
      'Join its paths, or upload it as a picture',
    );
  const simple = elements <= SIMPLE.elements && pathData <= SIMPLE.pathData;
  const notes: string[] = [];
  for (const [pattern, what] of REMOVED) if (pattern.test(text)) notes.push(`${what} left out`);
  let optimised: string;
  try {
    optimised = optimize(plain, {
      multipass: simple,
      plugins: [
        ...(simple
          ? [{ name: 'preset-default', params: { overrides: { removeUnknownsAndDefaults: false } } }]
          : WITH_MUCH),
        'convertStyleToAttrs',
        'convertColors',
        'removeScripts',
        'removeDimensions',
      ] as never,
    }).data;
  } catch {
    throw new DrawingProblem('It is not well-formed XML', 'Export it anew');
  }
  let svg = allowed(optimised);
  if (!/^<svg[^>]*\sviewBox="/.test(svg))
    throw new DrawingProblem('It says neither viewBox nor width and height', 'Export it with its size');
  const colors = coloursIn(svg);
  if (as === 'icon') {
    if (colors.length <= 1) svg = inCurrentColour(svg, colors[0]);
    else notes.push(`its ${colors.length} colours are kept`);
  }
  return { svg, notes };
}

const REMOVED: [RegExp, string][] = [
  [/<\s*script/i, 'a script'],
  [/<\s*foreignObject/i, 'a foreign object'],
  [/\son[a-z]+\s*=/i, 'event attributes'],
  [/javascript:/i, 'a javascript: address'],
  [/(href|src)\s*=\s*["']\s*(https?:)?\/\//i, 'an address that leads outside'],
  [/<\s*(image|style|animate|set|a)[\s>]/i, 'what a drawing may not hold'],
];

/** The text without its document type, whose entities are never read. Only the first is one. */
function withoutDoctype(text: string): string {
  const from = text.search(/<!DOCTYPE/i);
  if (from === -1) return text;
  const end = text.indexOf('>', from);
  const subset = text.indexOf('[', from);
  const to = subset !== -1 && subset < end ? text.indexOf('>', text.indexOf(']', subset)) : end;
  return to === -1 ? text : text.slice(0, from) + text.slice(to + 1);
}

/**
 * How deep elements stand in one another, how many there are, and how much path data, in one walk over the text.
 * @throws DrawingProblem where a tag, a comment or the like does not end
 */
function structureOf(text: string): { depth: number; elements: number; pathData: number } {
  let [open, depth, elements, pathData] = [0, 0, 0, 0];
  const endOf = (mark: string, from: number): number => {
    const at = text.indexOf(mark, from);
    if (at === -1) throw new DrawingProblem('It is not well-formed XML', 'Export it anew');
    return at + mark.length;
  };
  for (let at = text.indexOf('<'); at !== -1;) {
    let to: number;
    if (text.startsWith('<!--', at)) to = endOf('-->', at + 4);
    else if (text.startsWith('<![CDATA[', at)) to = endOf(']]>', at);
    else if (text.startsWith('<?', at)) to = endOf('?>', at);
    else if (text.startsWith('<!', at)) to = endOf('>', at);
    else {
      to = tagEnd(text, at);
      if (text[at + 1] === '/') open--;
      else {
        elements++;
        if (text[to - 2] !== '/') depth = Math.max(depth, ++open);
        if (/^<path\s/i.test(text.slice(at, at + 6))) pathData += to - at;
      }
    }
    at = text.indexOf('<', to);
  }
  return { depth, elements, pathData };
}

/** Where a tag ends: at the first `>` that stands in no value. */
function tagEnd(text: string, from: number): number {
  let quote: string | undefined;
  for (let at = from + 1; at < text.length; at++) {
    const char = text[at]!;
    if (quote !== undefined) {
      if (char === quote) quote = undefined;
    } else if (char === '"' || char === "'") quote = char;
    else if (char === '>') return at + 1;
    else if (char === '<') break;
  }
  throw new DrawingProblem('It is not well-formed XML', 'Export it anew');
}

function allowed(text: string): string {
  return sanitizeHtml(text, {
    allowedTags: [...SHAPES, ...PAINT],
    allowedAttributes: { '*': ATTRIBUTES },
    allowedSchemes: [],
    nonTextTags: ['script', 'style', 'foreignObject', 'textarea', 'option'],
    parser: { xmlMode: true, lowerCaseTags: false, lowerCaseAttributeNames: false },
    exclusiveFilter: (frame) => frame.tag === 'use' && !within(frame.attribs.href ?? ''),
    transformTags: {
      '*': (tagName, attribs) => ({
        tagName,
        attribs: Object.fromEntries(
          Object.entries(attribs).filter(
            ([name, value]) => (name !== 'href' && !/url\(/i.test(value)) || within(value),
          ),
        ),
      }),
    },
  }).trim();
}

const PAINTED = /\s(?:fill|stroke|stop-color)="([^"]*)"/g;

/** The colours a drawing names; a shape that names none is black. */
function coloursIn(svg: string): string[] {
  const found = [...svg.matchAll(PAINTED)].map((match) => match[1]!.toLowerCase());
  const named = found.filter((value) => !/^(none|currentcolor|transparent|url\()/.test(value));
  return [...new Set(named.map((value) => (/^(#000|#000000|black)$/.test(value) ? 'black' : value)))];
}

function inCurrentColour(svg: string, color: string | undefined): string {
  const painted =
    color === undefined
      ? svg
      : svg.replace(PAINTED, (whole, value: string) => {
          const same =
            value.toLowerCase() === color || (color === 'black' && /^(#000|#000000|black)$/i.test(value));
          return same ? whole.replace(`"${value}"`, '"currentColor"') : whole;
        });
  return /\s(fill|stroke)="currentColor"/.test(painted.replace(/^<svg[^>]*>/, '')) ||
    /^<svg[^>]*\sfill="/.test(painted)
    ? painted
    : painted.replace(/^<svg/, '<svg fill="currentColor"');
}
