import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { cleanSvg, DrawingProblem } from './svg';
import { drawingOf, iconNameOf, sizeOfDrawing } from '../../assets/drawing';
import type { AssetFile, AssetItem } from '../../assets/asset';
import type { Item } from '../../document/item';

const wrap = (inside: string, more = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 24 24" ${more}>${inside}</svg>`;
const SHAPE = '<path d="M4 4h16v16H4z"/>';
/** More elements than are worked on in every way. */
const MUCH = '<path d="M1 1l2 2"/>'.repeat(900);

// What must not come through, in the spellings that sanitisers are known to miss (OWASP's list of SVG vectors).
test.each([
  [`<script>alert(1)</script>${SHAPE}`, 'a script'],
  [`<SCRIPT xlink:href="https://example.org/x.js"/>${SHAPE}`, 'a script'],
  [
    `<foreignObject><body xmlns="http://www.w3.org/1999/xhtml"><img src="x" onerror="alert(1)"/></body></foreignObject>${SHAPE}`,
    'a foreign object',
  ],
  [`<path d="M0 0h1" onclick="alert(1)"/>${SHAPE}`, 'event attributes'],
  [`<a xlink:href="javascript:alert(1)">${SHAPE}</a>`, 'a javascript: address'],
  [`<image href="https://example.org/x.png"/>${SHAPE}`, 'an address that leads outside'],
  [`<use href="//example.org/x.svg#a"/>${SHAPE}`, 'an address that leads outside'],
  [`<style>@import "https://example.org/x.css";</style>${SHAPE}`, 'what a drawing may not hold'],
  [`<animate attributeName="href" to="javascript:alert(1)"/>${SHAPE}`, 'a javascript: address'],
  [`<rect fill="url(https://example.org/#a)" width="4" height="4"/>${SHAPE}`, ''],
])('nothing of %s comes through, of a small drawing and of one with much in it', (inside, told) => {
  for (const more of ['', MUCH]) {
    const { svg, notes } = cleanSvg(wrap(inside + more, 'onload="alert(2)"'), 'picture');
    expect(svg).not.toMatch(/script|foreign|onclick|onload|onerror|javascript|example|import|animate/i);
    expect(svg).toMatch(/<path[^>]* d="/);
    if (told) expect(notes).toContain(`${told} left out`);
  }
});

test('a drawing with much in it keeps the paint of its style sheet, and nothing that is not drawn', () => {
  const styles = '<style>.a{fill:rgb(18,52,86)}</style><style>.b{stroke:red}</style><!-- by hand --><metadata>m</metadata>';
  const shapes = '<path class="a" d="M4 4h16v16H4z"/><path class="b" d="M1 1l2 2"/><path style="fill:#00ff00" d="M2 2h1v1z"/>';
  for (const more of ['', MUCH]) {
    const { svg } = cleanSvg(wrap(styles + shapes + more), 'picture');
    for (const paint of [/fill="#123456"/, /stroke="(red|#f00)"/, /fill="(#0f0|#00ff00|lime)"/]) expect(svg).toMatch(paint);
    expect(svg).not.toMatch(/style|class|by hand|metadata|>m</);
  }
}); // prettier-ignore

test('an icon of one colour takes that of the text; of several, keeps them', () => {
  expect(cleanSvg(wrap('<path fill="#123456" d="M4 4h16v16H4z"/>'), 'icon').svg).toMatch(
    /fill="currentColor"/,
  );
  expect(cleanSvg(wrap(SHAPE), 'icon').svg).toMatch(/^<svg fill="currentColor"/);
  const two = cleanSvg(
    wrap('<path fill="#123456" d="M4 4h9v9H4z"/><path fill="#ff0000" d="M9 9h9v9H9z"/>'),
    'icon',
  );
  expect(two.svg).not.toContain('currentColor');
  expect(two.notes).toEqual(['its 2 colours are kept']);
});

test.each([
  ['', 'no svg element'],
  ['<svg viewBox="0 0 1 1"><path', 'well-formed'],
  [`<svg>${SHAPE}</svg>`, 'viewBox'],
  [wrap('<g>'.repeat(5000)), 'nested'],
  [wrap('x'.repeat(2_000_000)), '300 KB'],
])('what is no drawing is told in words: %.20s', (text, message) => {
  expect(() => cleanSvg(text, 'icon')).toThrow(DrawingProblem);
  expect(() => cleanSvg(text, 'icon')).toThrow(message);
});

// Real icons, from the set this program draws its own buttons with.
test('an icon set comes in smaller than it was and draws the same area', () => {
  const folder = 'node_modules/@tabler/icons/icons/outline';
  const files = readdirSync(folder).slice(0, 60);
  expect(files).toHaveLength(60);
  for (const file of files) {
    const text = readFileSync(`${folder}/${file}`, 'utf8');
    const { svg } = cleanSvg(text, 'icon');
    expect(sizeOfDrawing(svg)).toBe(24);
    expect(svg.length).toBeLessThanOrEqual(text.length);
    expect(svg).toContain('currentColor');
  }
});

test('hostile text of any kind ends in a drawing or in words', () => {
  const piece = fc.constantFrom(
    '<svg ',
    '<path d="',
    '"/>',
    '>',
    '</svg>',
    '<script>',
    'viewBox="0 0 1 1"',
    '<g>',
    '<!--',
    '<![CDATA[',
    '&#x0;',
    'on',
    'javascript:',
    '<!DOCTYPE x [<!ENTITY a "b">]>',
    'é',
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 20 }), (pieces) => {
      try {
        expect(cleanSvg(pieces.join(''), 'icon').svg).not.toMatch(/<script|\son\w+=|javascript:/i);
      } catch (error) {
        expect(error).toBeInstanceOf(DrawingProblem);
      }
    }),
  );
});

test.each([
  ['anchor-24.svg', 'anchor', 24],
  ['24/anchor.svg', 'anchor', 24],
  ['set/16px/Life Buoy.svg', 'life-buoy', 16],
  ['arrowLeft@16px.svg', 'arrow-left', 16],
  ['3d.svg', 'icon-3d', undefined],
])('%s is the icon %s', (path, name, size) => expect(iconNameOf(path)).toEqual({ name, size }));

test('the version for the brand looked at is drawn, in the size nearest the one asked for', () => {
  const file = (size: number, context: string | null, order: string): AssetFile => ({
    order, file: `a-${size}.svg`, mediaType: 'image/svg+xml', hash: '0'.repeat(64), size: 1, context, font: null,
    svg: `<svg viewBox="0 0 ${size} ${size}"><path d="M0 0h${size}"/></svg>`,
  }); // prettier-ignore
  const asset: AssetItem = {
    id: 'asset_1', kind: 'asset', name: 'a', role: 'icon', order: 'a0',
    files: { file_1: file(16, null, 'a0'), file_2: file(24, null, 'a1'), file_3: file(32, 'context_gannet', 'a2') },
  }; // prettier-ignore
  const gannet: Item = { id: 'context_gannet', kind: 'context', axis: 'axis_1', name: 'gannet', order: 'a0' };
  const items = new Map<string, Item>([[gannet.id, gannet]]);
  expect(drawingOf(asset, items, { brand: 'saltmarsh' }, 22)).toContain('viewBox="0 0 24 24" width="22"');
  // Without a size asked for it has that of its own box: a drawing with none would be gone in a row of others.
  expect(drawingOf(asset, items, { brand: 'saltmarsh' })).toContain(
    'viewBox="0 0 16 16" width="16" height="16"',
  );
  expect(drawingOf(asset, items, { brand: 'gannet' }, 16)).toContain('viewBox="0 0 32 32"');
});
