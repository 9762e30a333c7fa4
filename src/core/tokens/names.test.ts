import fc from 'fast-check';
import { toPlain } from '../base/json/json';
import { readJson } from '../base/json/read';
import { imported } from '@/testing/imported';
import { fontUses } from './font-uses';
import { namedIn, nameChange, renamedIn, tokenNamed, withoutLonghand } from './named-tokens';
import { customProperty, hyphenated, nameClashes } from './naming';
import { modernDocument } from './normalise';
import { openTokens } from './open';
import { Resolution } from './resolve';
import { textRoleOf } from './text-roles';
import { libraryTree } from './token-tree';

/** COMMANDS, `export`: segments joined by hyphens, `$root` dropped, what no name may hold a hyphen. */
test.each([
  ['color.text.quiet', undefined, 'color-text-quiet'],
  ['g.$root', undefined, 'g'],
  ['a.$root.b', undefined, 'a-b'],
  ['space.1,5', undefined, 'space-1-5'],
  ['a b.c/d', undefined, 'a-b-c-d'],
  ['größe.1_2', undefined, 'größe-1_2'],
  ['50', 'keel', 'keel-50'],
  ['a', '', 'a'],
  ['', undefined, ''],
])('%s is written %3$s', (path, prefix, name) => expect(hyphenated(path, prefix)).toBe(name));

test('however a path is spelt, its name is what the plainest reading gives', () => {
  const segment = fc.oneof(fc.constantFrom('a', 'b-c', 'D_1', '$root', 'ü', 'x y', '1,5', '$'), fc.string({ maxLength: 4 }));
  fc.assert(
    fc.property(fc.array(segment, { minLength: 1, maxLength: 4 }), (segments) => {
      const path = segments.join('.');
      let expected = '';
      for (const [i, part] of path.split('.').filter((one) => one !== '$root').entries())
        expected += (i === 0 ? '' : '-') + [...part].map((char) => (/[\p{L}\p{N}_-]/u.test(char) ? char : '-'.repeat(1))).join(''); // prettier-ignore
      expect(hyphenated(path)).toBe(expected);
    }),
    { numRuns: 300 },
  );
}); // prettier-ignore

test('tokens that would get one name are told in pairs, those of text styles by each longhand', () => {
  const clashes = (...tokens: [string, string][]) =>
    nameClashes(tokens.map(([path, type]) => ({ path, type }))).map(({ name, paths }) => [name, ...paths]);
  expect(clashes(['a.b', 'number'], ['a-b', 'number'], ['c', 'number'])).toEqual([['a-b', 'a.b', 'a-b']]);
  expect(clashes(['a', 'number'], ['a', 'number'])).toEqual([]);
  expect(clashes(['t', 'typography'], ['t', 'number'])).toEqual([]);
  expect(clashes(['t', 'typography'], ['t.font-size', 'dimension'])).toEqual([
    ['t-font-size', 't', 't.font-size'],
  ]);
  expect(clashes(['a', 'unheard-of'], ['a.$root', 'number'])).toEqual([['a', 'a', 'a.$root']]);
});

const px = { $type: 'dimension', $value: { value: 4, unit: 'px' } };
const style = (fontFamily: unknown, fontWeight: unknown = 400) => ({
  $type: 'typography',
  $value: { fontFamily, fontWeight, fontSize: px.$value, letterSpacing: px.$value, lineHeight: 1.5 },
});
const { items } = imported('a.json', {
  'a.json': JSON.stringify({ space: { '4': px, 'font-size': px }, text: style('Known') }),
});
const idOf = (path: string) => libraryTree(items).ids.get(path);

test.each<[string, string | undefined]>([
  ['--space-4', 'space.4'],
  ['{space.4}', 'space.4'],
  ['--text-font-size', 'text'],
  ['--text', 'text'],
  // What is called like a longhand is itself before it is one.
  ['--space-font-size', 'space.font-size'],
  ['--space', undefined],
  ['{space}', undefined],
  ['--space-4-font-size', 'space.4'],
  ['--nothing', undefined],
])('the name %s means %s', (name, path) =>
  expect(tokenNamed(name, items)).toBe(path === undefined ? undefined : idOf(path)),
);

test('a longhand is cut off where there is something before it', () => {
  expect(withoutLonghand('--text-line-height')).toBe('--text');
  expect(withoutLonghand('--text-height')).toBeUndefined();
  expect(withoutLonghand('-font-size')).toBeUndefined();
});

test.each<['css' | 'markup' | 'script' | 'prose', string, string]>([
  [
    'css',
    'padding: var(--space-4) var(--space-40, var(--space-4))',
    'padding: var(--room-s) var(--space-40, var(--room-s))',
  ],
  [
    'css',
    'font-size: var(--text-font-size); --space-4: 1px',
    'font-size: var(--type-font-size); --space-4: 1px',
  ],
  [
    'prose',
    'Keep {space.4}, `var(--space-4)` and {space.40}.',
    'Keep {room.s}, `var(--room-s)` and {space.40}.',
  ],
  ['script', "root.style.gap = 'var(--space-4)'", "root.style.gap = 'var(--room-s)'"],
  ['css', 'color: red', 'color: red'],
])('in %s %j becomes %j', (language, text, expected) => {
  const to = nameChange(new Map([['space.4', 'room.s'], ['text', 'type']])); // prettier-ignore
  expect(renamedIn(text, language, to)).toBe(expected);
});

test('names are gathered with their places; what repeats is not, and what does without says so', () => {
  const found = namedIn((visit) => {
    visit('gap: var(--a, 1px) var(--b)', 'gap of root', 'css');
    visit('var(--c)', null, 'css');
    visit('{d.e} and --f', 'text', 'prose');
  });
  expect(found.map(({ name, place, fallback }) => [name, place, fallback])).toEqual([
    ['--a', 'gap of root', true],
    ['--b', 'gap of root', false],
    ['{d.e}', 'text', false],
    // Named and not read: nothing fails where it is not there.
    ['--f', 'text', true],
  ]);
});

test('older forms are rewritten wherever they stand, and nothing else is', () => {
  const text = '{"$type":"dimension","$description":"x","g":{"a":{"$value":"4px"},"b":{"$value":"{g.a}"},"$root":{"$value":"1rem"}},"c":{"$type":"color","$value":"#336699"},"n":{"$type":"number","$value":3},"note":5}'; // prettier-ignore
  const { system } = openTokens('a.json', text, () => undefined);
  const json = readJson(text);
  const modern = toPlain(modernDocument(json, new Resolution(system)));
  expect(modern).toMatchObject({
    $type: 'dimension',
    $description: 'x',
    g: {
      a: { $value: { value: 4, unit: 'px' } },
      b: { $value: '{g.a}' },
      $root: { $value: { value: 1, unit: 'rem' } },
    },
    c: { $value: { colorSpace: 'srgb' } },
    n: { $value: 3 },
    note: 5,
  });
  expect(modernDocument([1], new Resolution(system))).toEqual([1]);
  // What stands under a member of the format is no token, whatever it looks like; a name may end in a dollar sign.
  const odd =
    '{"$type":"dimension","$extensions":{"x":{"a":{"$type":"dimension","$value":"4px"}}},"a$":{"$value":"4px"}}';
  const within = modernDocument(
    readJson(odd),
    new Resolution(openTokens('a.json', odd, () => undefined).system),
  );
  expect(toPlain(within)).toEqual({
    $type: 'dimension',
    $extensions: { x: { a: { $type: 'dimension', $value: '4px' } } },
    a$: { $value: { value: 4, unit: 'px' } },
  });
});

test('what is asked of fonts: the first family of each list, with its weight, where it is said', () => {
  const file = {
    version: '2025.10',
    sets: {
      s: {
        sources: [
          {
            sans: { $type: 'fontFamily', $value: ['Known', 'sans-serif'] },
            same: { $type: 'fontFamily', $value: '{sans}' },
            empty: { $type: 'fontFamily', $value: ' ' },
            own: style('Other', 'bold'),
            referring: style('{sans}', 650),
            n: { $type: 'number', $value: 1 },
          },
        ],
      },
    },
    modifiers: { brand: { default: 'a', contexts: { a: [], b: [{ own: style('Third', 300) }] } } },
    resolutionOrder: [{ $ref: '#/sets/s' }, { $ref: '#/modifiers/brand' }],
  };
  const { system } = openTokens('a.resolver.json', JSON.stringify(file), () => undefined);
  expect(fontUses(new Resolution(system)).map(({ path, family, weight, says, contexts }) => [path, family, weight, says, contexts])).toEqual([
    ['sans', 'Known', undefined, true, undefined],
    ['own', 'Other', 700, true, [{ brand: 'a' }]],
    ['own', 'Third', 300, true, [{ brand: 'b' }]],
    ['referring', 'Known', 650, false, undefined],
  ]);
}); // prettier-ignore

test.each([
  ['text.h2', 'h2'],
  ['text.heading.H1-wide', 'h1'],
  ['text.body.large', 'body large'],
  ['body.small', 'body small'],
  ['text.body', 'body regular'],
  ['body.of.text.large', 'body large'],
  ['large.body.of.text', 'body regular'],
  ['form label', 'label'],
  ['hint-quiet', 'hint'],
  ['button.link', 'link'],
  ['text.display', undefined],
])('the text style %s has the role %s', (path, role) => expect(textRoleOf(path)).toBe(role));

test('a custom property is a name with two hyphens', () => expect(customProperty('a.b')).toBe('--a-b'));
