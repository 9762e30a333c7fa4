import { imported } from '@/testing/imported';
import { cssLine } from '../css-text';
import { itemsOf } from '../../document/item';
import { pairingsOfFiles } from '../pairings';
import { openTokens } from '../open';
import { Resolution } from '../resolve';
import { libraryTree, tokenSystemOf } from '../token-tree';
import { runChecks, TOKEN_FIXES } from './registry';
import type { KnownFamily } from '../../base/fonts/font';

const color = (hex: string) => ({ $type: 'color', $value: hex });
const size = (value: number) => ({ $type: 'dimension', $value: { value, unit: 'px' } });
const as = (tier: string, token: object) => ({ ...token, $extensions: { 'app.seedplan': { tier } } });
const text = (fontFamily: string, fontWeight: number) => ({
  $type: 'typography',
  $value: {
    fontFamily,
    fontWeight,
    fontSize: size(16).$value,
    letterSpacing: size(0).$value,
    lineHeight: 1.5,
  },
});
const FONTS = new Map<string, KnownFamily>([['known', { name: 'Known', weights: [[400, 400], [700, 700]] }]]); // prettier-ignore

const resolver = (base: object, dark: object = {}) => ({
  version: '2025.10',
  sets: { base: { sources: [base] } },
  modifiers: { scheme: { default: 'light', contexts: { light: [], dark: [dark] } } },
  resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/scheme' }],
});

/** What is offered for the findings of a code: for each path its label, and what it would come to. */
function offers(code: string, file: object, own: (path: string) => boolean = () => true) {
  const opened = openTokens('a.resolver.json', JSON.stringify(file), () => undefined);
  const { items } = imported('a.resolver.json', { 'a.resolver.json': JSON.stringify(file) });
  const resolution = new Resolution(tokenSystemOf(items));
  const tree = libraryTree(items);
  const pairings = pairingsOfFiles(opened);
  const token = (path: string | undefined) =>
    itemsOf(items, 'token').find(({ id }) => tree.paths.get(id) === path);
  const ground = {
    resolution,
    pairings,
    fonts: FONTS,
    tree,
    token,
    ownToken: (path: string | undefined) => (path !== undefined && own(path) ? token(path) : undefined),
  };
  const layers = new Map(
    itemsOf(items, 'layer').map(({ id, when }) => [id, when.length === 0 ? 'base' : 'dark']),
  );
  return runChecks({ resolution, pairings, fonts: FONTS })
    .filter((finding) => finding.code === code)
    .map((finding) => {
      const fix = TOKEN_FIXES.get(code)!(ground, finding);
      if (!fix) return [finding.path, undefined];
      if (fix.intent === 'refer') return [finding.path, fix.label, fix.to];
      if (fix.intent !== 'set') return [finding.path, fix.label];
      const settings = fix.settings.map((one) =>
        'layer' in one
          ? [layers.get(one.layer), typeof one.value === 'string' ? one.value : cssLine({ type: 'dimension', value: one.value })]
          : 'member' in one
            ? [one.member, one.contexts ?? 'everywhere', one.value]
            : [one.when, typeof one.value === 'string' ? one.value : cssLine({ type: one.type, value: one.value })],
      ); // prettier-ignore
      return [finding.path, fix.label, settings];
    });
}

test.each<[string, string, object, unknown[]]>([
  ['a purpose of the same value stands between a component and a primitive', 'tier-skip',
    resolver({ a: color('#111111'), b: as('semantic', { $value: '{a}' }), c: as('component', { $value: '{a}' }) }),
    [['c', 'c refers to b, which has the same value', 'b']]],
  ['one that is another in the dark does not', 'tier-skip',
    resolver({ a: color('#111111'), b: as('semantic', { $value: '{a}' }), c: as('component', { $value: '{a}' }) }, { b: color('#eeeeee') }),
    [['c', undefined]]],
  ['neither does a primitive, nor another component’s token', 'tier-skip',
    resolver({ a: color('#111111'), b: as('primitive', { $value: '{a}' }), c: as('component', { $value: '{a}' }), d: as('component', { $value: '{a}' }) }),
    [['c', undefined], ['d', undefined]]],
  ['what replaces a deprecated token is referred to in its place', 'deprecated-use',
    resolver({ a: { ...color('#111111'), $deprecated: true, $extensions: { 'app.seedplan': { replacement: 'b' } } }, b: color('#222222'), c: { $value: '{a}' } }),
    [['c', 'c refers to b', 'b']]],
  ['also where only its reason says which', 'deprecated-use',
    resolver({ a: { ...color('#111111'), $deprecated: 'Not so good: use g.b, not g.nothing' }, g: { b: color('#222222') }, c: { $value: '{a}' } }),
    [['c', 'c refers to g.b', 'g.b']]],
  ['but not by what is not there, by itself or in a circle', 'deprecated-use',
    resolver({ a: { ...color('#111111'), $deprecated: true, $extensions: { 'app.seedplan': { replacement: 'gone' } } }, b: { ...color('#111111'), $deprecated: true }, c: { $value: '{a}' }, d: { $value: '{b}' } }),
    [['c', undefined], ['d', undefined]]],
  ['a replacement that is itself an alias of it is none', 'deprecated-use',
    resolver({ a: { ...color('#111111'), $deprecated: true, $extensions: { 'app.seedplan': { replacement: 'd' } } }, c: { $value: '{a}' }, d: { $value: '{c}' } }),
    [['c', undefined]]],
  ['equal values of one family become one', 'duplicate-value', resolver({ g: { a: color('#333333'), b: color('#333333') } }), [['g.b', 'g.b refers to g.a', 'g.a']]],
  ['of two families they may be equal by chance', 'duplicate-value', resolver({ g: { a: size(4) }, h: { b: size(4) } }), [['h.b', undefined]]],
  ['nearly equal colours become one, nearly equal sizes do not', 'near-duplicate',
    resolver({ g: { a: color('#333333'), b: color('#343434'), c: size(16), d: size(16.5) } }),
    [['g.b', 'g.b refers to g.a', 'g.a'], ['g.d', undefined]]],
  ['a size off the rhythm is moved to it in each layer that is off', 'off-rhythm',
    resolver({ space: { a: size(5) } }, { space: { a: size(9) } }),
    [['space.a', 'space.a becomes 4px', [['base', '4px'], ['dark', '8px']]]]],
  ['an older spelling is written anew', 'legacy-value', resolver({ a: { $type: 'dimension', $value: '5px' } }), [['a', 'a is written in the present form', [['base', '5px']]]]],
  ['the nearest weight there is a file of', 'font-weight-missing',
    resolver({ t: text('Known', 600), u: text('Known', 450), v: text('Elsewhere', 600) }, { u: text('Known', 700) }),
    [['t', 't uses weight 700', [['fontWeight', 'everywhere', 700]]], ['u', 'u uses weight 400', [['fontWeight', [{ scheme: 'light' }], 400]]]]],
])('%s', (_, code, file, expected) => expect(offers(code, file)).toEqual(expected)); // prettier-ignore

test('what is inherited is not offered a change', () => {
  const file = resolver({
    g: { a: color('#333333'), b: color('#333333') },
    space: { a: size(5) },
    t: text('Known', 600),
  });
  const none = () => false;
  for (const code of ['duplicate-value', 'off-rhythm', 'font-weight-missing'])
    for (const [, label] of offers(code, file, none)) expect(label).toBeUndefined();
});
