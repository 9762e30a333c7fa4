import { jsonObject, toPlain, type Json } from '../../base/json/json';
import { readJson } from '../../base/json/read';
import { cssLine } from '../css-text';
import { readTyped, typedText } from '../typed-value';
import { TOKEN_TYPES } from './registry';
import { shown } from './type';

const px = (value: number) => ({ value, unit: 'px' });
const ms = (value: number) => ({ value, unit: 'ms' });
const black = { colorSpace: 'srgb', components: [0, 0, 0] };
const shadow = { color: black, offsetX: px(0), offsetY: px(2), blur: px(4), spread: px(0) };
const typography = {
  fontFamily: ['Some Face', 'serif'],
  fontSize: px(16),
  fontWeight: 'bold',
  letterSpacing: px(0),
  lineHeight: 1.5,
};

/** DTCG Format module 2025.10, sections 8 and 9: values of every type that are right, with their CSS. */
const RIGHT: [type: string, value: unknown, css: unknown][] = [
  ['color', black, '#000000'],
  ['color', { ...black, alpha: 0.5, hex: '#000000' }, '#00000080'],
  [
    'color',
    { colorSpace: 'oklch', components: [0.5, 0.1, 'none'], alpha: 0.25 },
    'oklch(0.5 0.1 none / 0.25)',
  ],
  ['color', { colorSpace: 'hsl', components: [120, 100, 25] }, '#008000'],
  ['color', { colorSpace: 'hwb', components: [0, 100, 0] }, '#ffffff'],
  ['color', { colorSpace: 'display-p3', components: [0, 1, 0] }, 'color(display-p3 0 1 0)'],
  ['color', { colorSpace: 'xyz-d65', components: [0.5, 0.5, 0.5] }, 'color(xyz-d65 0.5 0.5 0.5)'],
  ['dimension', px(16), '16px'],
  ['dimension', { value: 1.5, unit: 'rem' }, '1.5rem'],
  ['dimension', px(-0.0000001), '-0.0000001px'],
  ['duration', ms(200), '200ms'],
  ['duration', { value: 0.2, unit: 's' }, '0.2s'],
  ['fontFamily', 'Archivo', 'Archivo'],
  ['fontFamily', ['Some Face', 'a"b', 'sans-serif'], '"Some Face", "a\\"b", sans-serif'],
  ['fontWeight', 1000, '1000'],
  ['fontWeight', 'extra-black', '950'],
  ['fontWeight', 'hairline', '100'],
  ['number', -1.5, '-1.5'],
  ['cubicBezier', [0, -2, 1, 3], 'cubic-bezier(0, -2, 1, 3)'],
  ['strokeStyle', 'groove', 'groove'],
  ['strokeStyle', { dashArray: [px(1), px(2)], lineCap: 'round' }, 'dashed'],
  ['border', { color: black, width: px(1), style: 'solid' }, '1px solid #000000'],
  [
    'transition',
    { duration: ms(200), delay: ms(0), timingFunction: [0, 0, 1, 1] },
    '200ms cubic-bezier(0, 0, 1, 1) 0ms',
  ],
  ['shadow', shadow, '0px 2px 4px 0px #000000'],
  ['shadow', [{ ...shadow, inset: true }, shadow], 'inset 0px 2px 4px 0px #000000, 0px 2px 4px 0px #000000'],
  [
    'gradient',
    [
      { color: black, position: -1 },
      { color: black, position: 0.5 },
    ],
    '#000000 0%, #000000 50%',
  ],
  [
    'typography',
    typography,
    {
      'font-family': '"Some Face", serif',
      'font-size': '16px',
      'font-weight': '700',
      'letter-spacing': '0px',
      'line-height': '1.5',
    },
  ],
];

/** … and values that break one rule each, with words of the message. */
const WRONG: [type: string, value: unknown, words: string][] = [
  ['color', 'nonsense', 'object with colorSpace'],
  ['color', { colorSpace: 'cmyk', components: [0, 0, 0] }, 'not a colour space'],
  ['color', { colorSpace: 'srgb', components: [0, 0] }, 'three components'],
  ['color', { colorSpace: 'srgb', components: [0, 0, 1.1] }, 'outside 0 to 1'],
  ['color', { colorSpace: 'hsl', components: [0, 101, 0] }, 'outside 0 to 100'],
  ['color', { ...black, alpha: 2 }, 'from 0 to 1'],
  ['color', { ...black, hex: '#12' }, '#rrggbb'],
  ['dimension', { value: 1, unit: 'em' }, 'px or rem'],
  ['dimension', { value: '1', unit: 'px' }, 'is a number'],
  ['dimension', 16, 'object with value and unit'],
  ['duration', px(1), 'ms or s'],
  ['fontFamily', [], 'name or a list'],
  ['fontFamily', 12, 'name or a list'],
  ['fontWeight', 0, '1 to 1000'],
  ['fontWeight', 'Bold', 'keyword'],
  ['number', '1', 'JSON number'],
  ['cubicBezier', [2, 0, 0, 1], 'outside 0 to 1'],
  ['cubicBezier', [0, 0, 1], 'four numbers'],
  ['strokeStyle', 'wavy', 'keyword'],
  ['strokeStyle', { dashArray: [px(1)], lineCap: 'flat' }, 'round, butt or square'],
  ['border', { color: black, width: px(1) }, 'no style'],
  ['border', { color: black, width: ms(1), style: 'solid' }, 'width'],
  ['transition', { duration: ms(1), timingFunction: [0, 0, 1, 1] }, 'no delay'],
  ['shadow', [], 'empty list'],
  ['shadow', { ...shadow, inset: 'yes' }, 'true or false'],
  ['shadow', [shadow, { ...shadow, blur: 4 }], 'shadow 2'],
  ['gradient', { color: black, position: 0 }, 'is a list'],
  ['typography', { ...typography, lineHeight: px(24) }, 'lineHeight'],
];

const json = (value: unknown): Json => readJson(JSON.stringify(value));

test('every registered type has right and wrong examples here', () => {
  for (const name of TOKEN_TYPES.keys()) {
    expect(RIGHT.some(([type]) => type === name)).toBe(true);
    expect(WRONG.some(([type]) => type === name)).toBe(true);
  }
});

test.each(RIGHT)('%s %j is %j', (name, value, css) => {
  const type = TOKEN_TYPES.get(name)!;
  expect(type.check(json(value))).toBeUndefined();
  expect(type.css(json(value))).toEqual(css);
});

test.each(WRONG)('%s %j is refused', (name, value, words) => {
  const problem = TOKEN_TYPES.get(name)!.check(json(value));
  expect(problem?.message).toContain(words);
  expect(problem?.fix.length).toBeGreaterThan(0);
});

// CSS Fonts 4, 2.1: generic names bare, what is one identifier bare, all else in quotes.
test.each([
  ['Archivo', 'Archivo'], ['-apple-system', '-apple-system'], ['_x-1', '_x-1'], ['sans-serif', 'sans-serif'],
  ['Harbour Sans', '"Harbour Sans"'], ['9 Lives', '"9 Lives"'], ['A-9', 'A-9'], ['-9', '"-9"'], ['a.b', '"a.b"'], ['Größe', '"Größe"'],
  ['inherit', '"inherit"'], ['DEFAULT', '"DEFAULT"'], ['revert-layer', '"revert-layer"'], ['Sans-Serif', 'Sans-Serif'],
  ['a"b\\c', '"a\\"b\\\\c"'], ['a\nb', '"a\\a b"'],
])('the family %j is written %s', (name, css) => {
  expect(TOKEN_TYPES.get('fontFamily')!.css(name)).toBe(css);
  expect(TOKEN_TYPES.get('fontFamily')!.css([name, 'serif'])).toBe(`${css}, serif`);
}); // prettier-ignore

test.each<[Json, string]>([
  ['', 'not ""'], [['A', ' '], 'not " "'], [[], 'not '], [['A', 4], 'not 4'], [4, 'not 4'],
])('of families %j it is said what is none', (value, words) => {
  expect(TOKEN_TYPES.get('fontFamily')!.check(value)?.message).toContain(words);
}); // prettier-ignore

test('older spellings are modernised inside composites too', () => {
  const modern = TOKEN_TYPES.get('shadow')!.normalise!(json([{ ...shadow, color: '#fff', blur: '4px' }]));
  expect(toPlain(modern!)).toMatchObject([
    { color: { colorSpace: 'srgb', components: [1, 1, 1] }, blur: { value: 4, unit: 'px' } },
  ]);
  expect(TOKEN_TYPES.get('dimension')!.normalise!('0')).toEqual(
    jsonObject([
      ['value', 0],
      ['unit', 'px'],
    ]),
  );
  expect(TOKEN_TYPES.get('dimension')!.normalise!('16 furlongs')).toBeUndefined();
});

/** What people type, and what is wrong with it. */
test.each([
  ['color', '#0a5d6a', { colorSpace: 'srgb' }],
  ['color', '{color.grey.50}', '{color.grey.50}'],
  ['dimension', '1.5rem', { value: 1.5, unit: 'rem' }],
  ['duration', '.2s', { value: 0.2, unit: 's' }],
  ['cubicBezier', '0.2, 0, 0, 1', [0.2, 0, 0, 1]],
  ['fontFamily', 'Archivo, "Some Face"', ['Archivo', 'Some Face']],
  ['fontWeight', '600', 600],
  ['fontWeight', 'bold', 'bold'],
  ['shadow', JSON.stringify(shadow), shadow],
])('%s typed as %s', (type, text, expected) => {
  const typed = readTyped(text, type);
  if ('problem' in typed) throw new Error(typed.problem);
  const plain = toPlain(typed.value);
  if (typeof expected === 'object' && !Array.isArray(expected)) expect(plain).toMatchObject(expected);
  else expect(plain).toEqual(expected);
  // What is shown for editing reads back as the same value; an alpha of 1 may be said or not.
  const again = readTyped(typedText(typed.value, type), type);
  const drawn = (value: Json) => (typeof value === 'string' ? value : TOKEN_TYPES.get(type)!.css(value));
  expect('value' in again && drawn(again.value)).toEqual(drawn(typed.value));
});

test.each([
  ['color', 'blurple', 'is not a colour'],
  ['dimension', '12', 'is no dimension'],
  ['dimension', '12em', 'px or rem'],
  ['cubicBezier', '1, 2', 'four numbers'],
  ['fontWeight', 'chunky', 'keyword'],
  ['shadow', '{"color": ', 'not JSON'],
  ['number', '', 'missing'],
])('%s typed as %j is refused', (type, text, words) => {
  const typed = readTyped(text, type);
  expect('problem' in typed && typed.problem).toContain(words);
});

test.each<[Json | undefined, string]>([
  [undefined, 'nothing'],
  [new Map(), 'an object'],
  [[1, 2], 'a list'],
  [null, 'null'],
  ['x', '"x"'],
  ['y'.repeat(38), `"${'y'.repeat(38)}"`],
  ['y'.repeat(39), `"${'y'.repeat(36)}…"`],
])('a message shows %j as %s', (value, text) => expect(shown(value)).toBe(text));

test('a size given without a unit is said to be nothing, or a number that is none', () => {
  const dimension = TOKEN_TYPES.get('dimension')!;
  expect(dimension.normalise!(0 as Json)).toBeUndefined();
  expect(dimension.normalise!(' 0 ')).toEqual(new Map<string, Json>([['value', 0], ['unit', 'px']])); // prettier-ignore
  expect(dimension.normalise!('0.5REM')).toEqual(new Map<string, Json>([['value', 0.5], ['unit', 'rem']])); // prettier-ignore
  expect(dimension.normalise!('5')).toBeUndefined();
});

/** Which type a value inside a value has, by where it stands: what an alias there has to be (DTCG Format, section 9). */
test.each<[string, (string | number)[], string | undefined]>([
  ['shadow', [], undefined],
  ['shadow', ['color'], 'color'],
  ['shadow', ['blur'], 'dimension'],
  ['shadow', [1], 'shadow'],
  ['shadow', [1, 'color'], 'color'],
  ['shadow', [1, 'nothing'], undefined],
  ['gradient', [0, 'color'], 'color'],
  ['gradient', [2, 'position'], 'number'],
  ['gradient', ['color'], undefined],
  ['border', ['style'], 'strokeStyle'],
  ['border', ['style', 'dashArray', 0], 'dimension'],
  ['transition', ['timingFunction'], 'cubicBezier'],
  ['typography', ['fontFamily'], 'fontFamily'],
  ['typography', ['lineHeight'], 'number'],
])('in a %s at %j stands a %s', (type, place, member) => {
  expect(TOKEN_TYPES.get(type)!.member?.(place)).toBe(member);
}); // prettier-ignore

test('a list of shadows is modernised where it has to be, and only there', () => {
  const type = TOKEN_TYPES.get('shadow')!;
  const modern = json(shadow);
  const given = [modern, json({ ...shadow, blur: '4px' })];
  const made = type.normalise!(given) as Json[];
  expect(made[0]).toBe(modern);
  expect(toPlain(made[1]!)).toMatchObject({ blur: px(4) });
  expect(type.normalise!([modern])).toBeUndefined();
  expect(toPlain(type.normalise!(json({ ...shadow, blur: '4px' }))!)).toMatchObject({ blur: px(4) });
  // Of stops nothing older is known.
  expect(TOKEN_TYPES.get('gradient')!.normalise!(json([{ color: black, position: 0 }]))).toBeUndefined();
});

test('on one line a value of several longhands says each', () => {
  const line = cssLine({ type: 'typography', value: json(typography) });
  expect(line).toBe(
    'font-family: "Some Face", serif; font-size: 16px; font-weight: 700; letter-spacing: 0px; line-height: 1.5',
  );
  expect(cssLine({ type: 'dimension', value: json(px(4)) })).toBe('4px');
});
