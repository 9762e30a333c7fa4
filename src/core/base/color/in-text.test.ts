import { colorsIn } from './in-text';

test.each<[string, boolean, string[]]>([
  ['color: #333; border-color: rgb(1 2 3 / 50%) red', false, ['#333', 'rgb(1 2 3 / 50%)']],
  ['<color name="a">#80FF0000</color>', true, ['#FF000080']],
  ['<color name="a">#80FF0000</color> #123', false, ['#80FF0000', '#123']],
  ['<color name="a">#FF0000</color>', true, ['#FF0000']],
  ['#12 #12345 oklch(0.7 0.1 200) color(display-p3 1 0 0)', false, ['oklch(0.7 0.1 200)', 'color(display-p3 1 0 0)']],
  ['val a = Color(0xFF00617E)', false, []],
  ['val a = Color(0xFF00617E)', true, ['#00617EFF']],
  ['Color(.sRGB, red: 1, green: 0, blue: 0)', false, []],
  ['color(', false, []],
])('the colours in %s', (text, alphaFirst, colors) => {
  expect(colorsIn(text, alphaFirst)).toEqual(colors);
}); // prettier-ignore
