import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { parse, walk } from 'css-tree';
import { kindsIn, pxText, valueParts } from './value-parts';

const parts = (property: string, value: string, signs = '') =>
  valueParts(property, value, signs).map(({ kind, from, to, text }) => {
    // The text of a part is always what stands at its place.
    const own = value.slice(from, to);
    return kind === 'reference' ? `→${text}` : own;
  });

// COMMANDS, `scan`: what is a value part, property by property.
test.each<[string, string, string[]]>([
  ['color', '#333', ['#333']],
  ['color', 'RebeccaPurple', ['RebeccaPurple']],
  ['color', 'transparent', []],
  ['color', 'currentColor', []],
  ['color', 'inherit', []],
  ['color', 'canvastext', []],
  ['color', 'rgb(0 0 0 / 50%)', ['rgb(0 0 0 / 50%)']],
  ['color', 'rgb(from red r g b)', ['red']],
  ['color', 'var(--x, #333)', ['→--x']],
  ['color', 'color-mix(in srgb, var(--a) 20%, white)', ['→--a', 'white']],
  ['color', 'light-dark(#111, #eee)', ['#111', '#eee']],
  ['background', 'url("red.png") 4px 8px, linear-gradient(to right, red 4px, var(--x))', ['red', '→--x']],
  ['background-image', 'image-set("red.png" 1x)', []],
  ['background-position', '4px', []],
  ['fill', 'none', []],
  ['-webkit-text-fill-color', 'red', ['red']],
  ['color-scheme', 'dark', []],
  ['border', '1px solid #ccc', ['1px', '#ccc']],
  ['border-inline-start', 'thin solid currentcolor', []],
  ['border-top', '0 none', []],
  ['border-width', '1px 0 2PX', ['1px', '2PX']],
  ['outline', '2px auto Highlight', ['2px']],
  ['outline-offset', '2px', []],
  ['stroke-width', '1.5', ['1.5']],
  ['border-width', '2', []],
  ['padding', '8px 0 1.5rem 2em', ['8px', '1.5rem']],
  ['margin', '0 auto', []],
  ['margin-left', '-8px', ['-8px']],
  ['margin', '1q 1pt 1pc 1in 1cm 1mm', ['1q', '1pt', '1pc', '1in', '1cm', '1mm']],
  ['margin', '0.0rem 0px', []],
  ['gap', 'calc(8px + 2vw - (4px * 2))', ['8px', '4px']],
  ['gap', 'clamp(4px, 1vw, max(12px, 1rem))', ['4px', '12px', '1rem']],
  ['gap', 'calc(var(--space-4) * -1)', ['→--space-4']],
  ['padding-top', 'env(safe-area-inset-top, 8px)', []],
  ['width', '40px', []],
  ['min-height', '40px', []],
  ['inset', '4px', []],
  ['flex-basis', '4px', []],
  ['grid-template-columns', '4px', []],
  ['transform', 'translate(4px)', []],
  ['scroll-margin', '4px', []],
  ['border-top-left-radius', '4px 8px', ['4px', '8px']],
  ['border-radius', '50%', []],
  ['font-size', '16px', ['16px']],
  ['font-size', 'large', []],
  ['line-height', '1.5', []],
  ['line-height', '24px', ['24px']],
  ['letter-spacing', '0.02em', []],
  ['font-weight', 'bold', ['bold']],
  ['font-weight', 'NORMAL', ['NORMAL']],
  ['font-weight', 'bolder', []],
  ['font-weight', '650', ['650']],
  ['font-weight', '1001', []],
  ['font-family', 'Georgia, "Times New Roman", serif', ['Georgia, "Times New Roman", serif']],
  ['font-family', 'inherit', []],
  ['font-family', 'var(--f), serif', ['→--f']],
  ['font', 'italic bold 16px/24px Georgia, serif', ['bold', '16px', '24px', 'Georgia, serif']],
  ['font', '600 1rem/1.5 "A b"', ['600', '1rem', '"A b"']],
  ['font', 'small-caps 80% serif', ['serif']],
  ['font', 'inherit', []],
  ['font', 'caption', []],
  ['font', 'var(--w) var(--s)/var(--l) var(--f)', ['→--w', '→--s', '→--l', '→--f']],
  ['font', 'bold calc(1rem + 1px) serif', ['bold', '1rem', '1px', 'serif']],
  ['box-shadow', '0 1px 2px #0003, inset 0 0 0 1px red', ['0 1px 2px #0003', 'inset 0 0 0 1px red']],
  ['box-shadow', 'none', []],
  ['box-shadow', 'var(--shadow), 0 1px red', ['→--shadow', '0 1px red']],
  ['box-shadow', '0 1px 2px var(--c)', ['→--c']],
  ['filter', 'blur(4px) drop-shadow(0 1px 2px red)', ['0 1px 2px red']],
  ['transition', 'color 200ms ease-out, opacity .3s 0s', ['200ms', 'ease-out', '.3s']],
  ['transition-property', 'color', []],
  ['transition-duration', '0s, 1s', ['1s']],
  ['transition-timing-function', 'cubic-bezier(0.2, 0, 0, 1), steps(4, end), linear', ['cubic-bezier(0.2, 0, 0, 1)', 'steps(4, end)', 'linear']],
  ['animation', 'spin 1s linear infinite', ['1s', 'linear']],
  ['display', 'flex', []],
  ['content', '"#333"', []],
  ['--own', '#333', ['#333']],
  ['--pad', '8px 16px', ['8px', '16px']],
  ['--shadow', '0 1px 2px red', ['0 1px 2px red']],
  ['--speed', '200ms', ['200ms']],
  ['--ease-in', 'ease-in', ['ease-in']],
  ['--side', 'linear', []],
  ['--font-family', 'Archivo, serif', ['Archivo, serif']],
  ['--weight', '700', ['700']],
  ['--count', '700', []],
  ['--alias', 'var(--color-text)', ['→--color-text']],
  ['--nothing', '', []],
])('%s: %s', (property, value, expected) => {
  expect(parts(property, value)).toEqual(expected);
}); // prettier-ignore

test.each<[string, string, string, string[]]>([
  ['color', '$ink', '$', ['→$ink']],
  ['color', 'tokens.$color-ink', '$', ['→$color-ink']],
  ['padding', '-$a ($b*2) #{$c}px', '$', ['→$a', '→$b', '→$c']],
  ['color', 'darken(#333, 10%)', '$', ['#333']],
  ['color', 'rgba($ink, .5)', '$', ['→$ink']],
  ['color', 'map-get($colors, red)', '$', ['→$colors']],
  ['padding', 'math.div(16px, 2)', '$', []],
  ['padding', 'rem(16px)', '$', []],
  ['$map', '(primary: #333, red: 8px, wide: (a: red))', '$', ['#333', '8px', 'red']],
  ['$gap', '8px !default', '$', ['8px']],
  ['$font-stack', 'Archivo, serif !default', '$', ['Archivo, serif']],
  ['color', '@ink', '@', ['→@ink']],
  ['color', 'fade(@ink, 50%)', '@', ['→@ink']],
  ['padding', '~"@{gap}" @gap', '@', ['→@gap']],
  ['color', '$ink @ink', '', []],
])('%s: %s with variables of %s', (property, value, signs, expected) => {
  expect(parts(property, value, signs)).toEqual(expected);
}); // prettier-ignore

test('equal values read alike', () => {
  const text = (property: string, value: string) => valueParts(property, value)[0]!.text;
  expect(text('color', 'RED')).toBe(text('color', '#ff0000'));
  expect(text('font-weight', 'bold')).toBe(text('font-weight', '700'));
  expect(text('font-weight', 'normal')).toBe('400');
  expect(text('transition', 'ease')).toBe('cubic-bezier(0.25, 0.1, 0.25, 1)');
  expect(text('font-family', "'Archivo' , Serif")).toBe(text('font-family', 'archivo, serif'));
  expect(text('box-shadow', 'red 0 1px')).toBe('0px 1px 0px 0px #ff0000');
  expect(text('box-shadow', 'inset 0 .0625rem 2px 0 #f00')).toBe('inset 0px 1px 2px 0px #ff0000');
  expect([pxText('1.5rem'), pxText('0'), pxText('2em'), pxText('12pt')]).toEqual([
    '24px',
    '0px',
    undefined,
    '16px',
  ]);
});

// Style sheets that packages carry; their declarations by another parser.
test.each(['milligram/dist/milligram.css', '@picocss/pico/css/pico.css', 'normalize.css/normalize.css'])(
  'in %s every part is a piece of its value, none over another, and none where the property is not about it',
  (file) => {
    let count = 0;
    walk(parse(readFileSync(`node_modules/${file}`, 'utf8'), { parseValue: false, parseCustomProperty: false }), (node) => {
      if (node.type !== 'Declaration' || node.value.type !== 'Raw') return;
      const { property } = node;
      const { value } = node.value;
      const found = valueParts(property, value);
      let last = 0;
      for (const { from, to, kind, text } of found) {
        expect(from).toBeGreaterThanOrEqual(last);
        expect(to).toBeGreaterThan(from);
        expect(value.slice(from, to).trim()).toBe(value.slice(from, to));
        expect(text).not.toBe('');
        if (kind !== 'reference') expect(kindsIn(property)!.has(kind)).toBe(true);
        last = to;
        count++;
      }
      if (/^(width|height|top|left|right|bottom|display|position)$/.test(property)) expect(found).toEqual([]);
    });
    expect(count).toBeGreaterThan(2);
  },
); // prettier-ignore

test('any text ends, and its parts stand in it', () => {
  const piece = fc.constantFrom('1px', '#333', 'red', 'var(--x', ')', '(', ',', '/', '"', "'", '\\', '$a', '@b', 'rgb(', 'calc(', ' ', '0', '!important', '/*', '*/', 'bold', '{', ';', 'é'); // prettier-ignore
  const property = fc.constantFrom('color', 'font', 'box-shadow', 'transition', '--x', '$x', 'padding', 'filter', 'font-family', 'background'); // prettier-ignore
  fc.assert(
    fc.property(property, fc.array(piece, { maxLength: 14 }), (name, pieces) => {
      const value = pieces.join('');
      for (const { from, to } of valueParts(name, value, '$')) {
        expect(from).toBeGreaterThanOrEqual(0);
        expect(to).toBeLessThanOrEqual(value.length);
        expect(to).toBeGreaterThan(from);
      }
    }),
    { numRuns: 1000 },
  );
});
