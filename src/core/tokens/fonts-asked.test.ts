import { fontUses } from './font-uses';
import { openTokens } from './open';
import { Resolution } from './resolve';

const uses = (json: object, files: Record<string, object> = {}) =>
  fontUses(new Resolution(openTokens('resolver' in json ? 'a.resolver.json' : 'a.json', JSON.stringify(json), (name) => JSON.stringify(files[name])).system)); // prettier-ignore
const style = (fontFamily: unknown, fontWeight: unknown = 400) => ({
  $type: 'typography',
  $value: { fontFamily, fontWeight, fontSize: { value: 16, unit: 'px' }, letterSpacing: { value: 0, unit: 'px' }, lineHeight: 1.5 },
}); // prettier-ignore

test('a family is asked for by what names it, a text style with its weight, an alias by nothing', () => {
  expect(
    uses({
      font: { $type: 'fontFamily', body: { $value: ['Archivo', 'serif'] }, mono: { $value: 'Commit Mono' }, same: { $value: '{font.body}' } },
      text: { own: style('Own', 'bold'), referred: style('{font.body}', 650), pointed: style({ $ref: '#/font/mono/$value' }), alias: { $type: 'typography', $value: '{text.own}' } },
      size: { $type: 'dimension', $value: { value: 1, unit: 'px' } },
    }),
  ).toEqual([
    { path: 'font.body', family: 'Archivo', weight: undefined, says: true, contexts: undefined },
    { path: 'font.mono', family: 'Commit Mono', weight: undefined, says: true, contexts: undefined },
    { path: 'text.own', family: 'Own', weight: 700, says: true, contexts: undefined },
    { path: 'text.referred', family: 'Archivo', weight: 650, says: false, contexts: undefined },
    { path: 'text.pointed', family: 'Commit Mono', weight: 400, says: false, contexts: undefined },
  ]);
  expect(uses({ font: { $type: 'fontFamily', $value: ' ' } })).toEqual([]);
}); // prettier-ignore

test('under contexts, which of them asks for what', () => {
  const found = uses({
    version: '2025.10',
    resolver: true,
    sets: { base: { sources: [{ font: { $type: 'fontFamily', $value: 'Archivo' } }] } },
    modifiers: { brand: { default: 'a', contexts: { a: [], b: [{ font: { $type: 'fontFamily', $value: 'Bricolage' } }] } } },
    resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/brand' }],
  });
  expect(found.map(({ family, contexts }) => [family, contexts])).toEqual([
    ['Archivo', [{ brand: 'a' }]],
    ['Bricolage', [{ brand: 'b' }]],
  ]);
}); // prettier-ignore
