import { openTokens } from './open';
import { Resolution } from './resolve';
import { isSetUnder } from './set-under';

const color = (value: string) => ({ $type: 'color', $value: value });
const resolution = new Resolution(
  openTokens(
    'a.resolver.json',
    JSON.stringify({
      version: '2025.10',
      sets: {
        base: {
          sources: [
            {
              raw: { one: color('#112233'), two: color('#445566') },
              direct: { $value: '{raw.one}' },
              through: { $value: '{direct}' },
              plain: { $value: '{raw.two}' },
              edge: { $type: 'border', $value: { color: '{through}', width: { value: 1, unit: 'px' }, style: 'solid' } },
            },
          ],
        },
      },
      modifiers: {
        brand: { default: 'own', contexts: { own: [], a: [{ raw: { one: color('#778899') } }], b: [] } },
        scheme: { default: 'light', contexts: { light: [], dark: [{ plain: { $value: '{raw.one}' } }] } },
      },
      resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/brand' }, { $ref: '#/modifiers/scheme' }],
    }),
    () => undefined,
  ).system,
); // prettier-ignore

test.each([
  // Set by itself, by what it is an alias of, by what that is an alias of, and inside a value.
  ['raw.one', 'a', 'light', true],
  ['direct', 'a', 'light', true],
  ['through', 'a', 'light', true],
  ['edge', 'a', 'light', true],
  // Untouched in the light; in the dark its value leads to one that the brand sets.
  ['plain', 'a', 'light', false],
  ['plain', 'a', 'dark', true],
  ['direct', 'b', 'dark', false],
  ['direct', 'own', 'light', false],
  ['nothing', 'a', 'light', false],
])('whether %s is set under %s in %s: %s', (path, brand, scheme, is) => {
  expect(isSetUnder(resolution, path, 'brand', { brand, scheme })).toBe(is);
});

test('a value that is the same under all brands is set by none, and one that differs is', () => {
  for (const path of resolution.paths)
    for (const scheme of ['light', 'dark']) {
      const text = (brand: string) => JSON.stringify([...[resolution.value(path, { brand, scheme })!.value]]);
      for (const brand of ['a', 'b'])
        if (text(brand) !== text('own'))
          expect([path, brand, isSetUnder(resolution, path, 'brand', { brand, scheme })]).toEqual([path, brand, true]);
    }
}); // prettier-ignore
