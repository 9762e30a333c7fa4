import type { MeasuredPart } from '../measured';
import { lookOf } from './code';
import { PART_CODES } from './registry';

const part = (style: Record<string, string>, more: Partial<MeasuredPart> = {}): MeasuredPart => ({
  part: 'root', owner: 'own', cell: null, operated: false, text: '', tag: 'div', within: null,
  x: 0, y: 0, width: 200, height: 48, padding: [0, 0, 0, 0], border: [0, 0, 0, 0], margin: [0, 0, 0, 0], gap: [0, 0], style, ...more,
}); // prettier-ignore
const TOKENS: Record<string, string> = {
  'background-color': 'color.action', 'border-color': 'color.edge', 'border-radius': 'radius.s', 'padding-block': 'space.2',
  'padding-inline': 'space.4', font: 'text.label', color: 'color.on-action', gap: 'space.1', 'min-height': 'size.target',
}; // prettier-ignore
const written = (box: MeasuredPart, tokens: Record<string, string> = {}) => {
  const look = lookOf(box, (of, property) => (of === 'root' ? tokens[property] : undefined));
  return Object.fromEntries(PART_CODES.map(({ language, write }) => [language, write(look)]));
};
const WHOLE = part(
  {
    display: 'inline-flex', 'flex-direction': 'row', 'background-color': 'rgb(0, 97, 126)', color: 'rgba(255, 255, 255, 0.5)',
    'border-top-color': '#102030', 'border-top-left-radius': '4px', 'font-family': '"Archivo Narrow", sans-serif', 'font-size': '16px',
    'font-weight': '600', 'line-height': '24px', 'letter-spacing': '0.5px', opacity: '0.8',
  },
  { padding: [8, 16, 4, 12], border: [2, 2, 2, 2], gap: [8, 6] },
); // prettier-ignore
const PLAIN = part({ display: 'block', 'background-color': 'rgba(0, 0, 0, 0)' });

test('a part with everything, in each language, every value with its token', () => {
  const { swift, kotlin, xml } = written(WHOLE, TOKENS);
  expect(swift).toBe(`HStack(spacing: 8) { } // space.1
    .font(.custom("Archivo Narrow", size: 16).weight(.semibold)) // text.label
    .kerning(0.5)
    .foregroundStyle(Color(red: 1, green: 1, blue: 1, opacity: 0.5)) // color.on-action
    .padding(EdgeInsets(top: 8, leading: 12, bottom: 4, trailing: 16)) // space.2, space.4
    .frame(minHeight: 48) // size.target
    .background(Color(red: 0, green: 0.38, blue: 0.49)) // color.action
    .clipShape(RoundedRectangle(cornerRadius: 4)) // radius.s
    .overlay(RoundedRectangle(cornerRadius: 4).stroke(Color(red: 0.06, green: 0.13, blue: 0.19), lineWidth: 2)) // color.edge
    .opacity(0.8)
`);
  expect(kotlin).toBe(`val modifier = Modifier
    .heightIn(min = 48.dp) // size.target
    .background(Color(0xFF00617E), RoundedCornerShape(4.dp)) // color.action, radius.s
    .border(2.dp, Color(0xFF102030), RoundedCornerShape(4.dp)) // color.edge
    .padding(start = 12.dp, top = 8.dp, end = 16.dp, bottom = 4.dp) // space.2, space.4
    .alpha(0.8f)
val arrangement = Arrangement.spacedBy(8.dp) // space.1
val style = TextStyle(
    fontFamily = FontFamily(Font("Archivo Narrow")), // text.label
    fontSize = 16.sp,
    fontWeight = FontWeight(600),
    lineHeight = 24.sp,
    letterSpacing = 0.5.sp,
    color = Color(0x80FFFFFF), // color.on-action
)
`);
  expect(xml).toBe(`<shape xmlns:android="http://schemas.android.com/apk/res/android">
    <!-- color.action, color.edge, radius.s -->
    <solid android:color="#FF00617E" />
    <corners android:radius="4dp" />
    <stroke android:width="2dp" android:color="#FF102030" />
</shape>
<LinearLayout
    android:layout_width="wrap_content"
    android:layout_height="wrap_content"
    android:minHeight="48dp"
    android:paddingTop="8dp"
    android:paddingEnd="16dp"
    android:paddingBottom="4dp"
    android:paddingStart="12dp"
    android:alpha="0.8"
    android:orientation="horizontal" />
`);
});

test('a part with nothing says nothing that is not so', () => {
  const { swift, kotlin, xml } = written(PLAIN);
  expect(swift).toBe('Text("")\n');
  expect(kotlin).toBe('val modifier = Modifier\n');
  expect(xml).toBe('<View\n    android:layout_width="wrap_content"\n    android:layout_height="wrap_content" />\n');
}); // prettier-ignore

test.each<[string, Partial<MeasuredPart>, Record<string, string>, string, RegExp]>([
  ['what runs down', {}, { display: 'flex', 'flex-direction': 'column-reverse' }, 'swift', /^VStack/],
  ['what runs down', {}, { display: 'flex', 'flex-direction': 'column' }, 'xml', /orientation="vertical"/],
  ['equal sides', { padding: [4, 4, 4, 4] }, {}, 'swift', /\.padding\(4\)\n/],
  ['equal sides', { padding: [4, 4, 4, 4] }, {}, 'kotlin', /\.padding\(4\.dp\)\n/],
  ['one side', { padding: [0, 0, 0, 5] }, {}, 'xml', /height="wrap_content"\n {4}android:paddingStart="5dp" \/>/],
  ['a corner that is not round', {}, { 'background-color': '#fff' }, 'kotlin', /RectangleShape\)/],
  ['a border alone', { border: [1, 0, 0, 0] }, { 'border-top-color': '#fff' }, 'xml', /<shape[^]*<stroke[^]*<\/shape>\n<View/],
  ['a border nobody sees', { border: [1, 0, 0, 0] }, { 'border-top-color': 'transparent' }, 'xml', /^<View/],
  ['text', {}, { 'font-family': 'Known', 'font-size': '14px', color: '#000' }, 'xml', /^<TextView[^]*fontFamily="@font\/known"[^]*textSize="14sp"[^]*textFontWeight="400"[^]*textColor="#FF000000"/],
  ['text of no colour', {}, { 'font-family': 'Known', 'font-size': '14px' }, 'kotlin', /fontWeight = FontWeight\(400\),\n\)/],
  ['the lightest', {}, { 'font-family': 'K', 'font-weight': '1' }, 'swift', /\.weight\(\.ultraLight\)/],
  ['the heaviest', {}, { 'font-family': 'K', 'font-weight': '1000' }, 'swift', /\.weight\(\.black\)/],
  ['what is seen through', {}, { 'background-color': 'rgb(0 0 0 / 0.25)' }, 'swift', /opacity: 0\.25\)\)\n$/],
  ['a family in single quotes', {}, { 'font-family': "'A B', serif" }, 'swift', /custom\("A B"/],
])('%s', (_, more, style, language, expected) =>
  expect(written(part({ display: 'block', ...style }, more))[language]).toMatch(expected)); // prettier-ignore
