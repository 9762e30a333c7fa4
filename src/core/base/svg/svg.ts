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
  if (depthOf(text) > DEEPEST)
    throw new DrawingProblem(`Its elements are nested more than ${DEEPEST} deep`, 'Flatten its groups');
  const notes: string[] = [];
  for (const [pattern, what] of REMOVED) if (pattern.test(text)) notes.push(`${what} left out`);
  let optimised: string;
  try {
    optimised = optimize(withoutDoctype(text), {
      multipass: true,
      plugins: [
        { name: 'preset-default', params: { overrides: { removeUnknownsAndDefaults: false } } },
        'convertStyleToAttrs',
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

const withoutDoctype = (text: string) => text.replace(/<!DOCTYPE[^>[]*(\[[\s\S]*?\])?\s*>/i, '');

/** How deep elements stand in one another, without reading them. */
function depthOf(text: string): number {
  let depth = 0;
  let deepest = 0;
  for (const [tag] of text.matchAll(/<\/?[a-z][^>]*>/gi)) {
    if (tag.startsWith('</')) depth--;
    else if (!tag.endsWith('/>')) deepest = Math.max(deepest, ++depth);
  }
  return deepest;
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
