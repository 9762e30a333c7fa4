import { readdirSync, readFileSync } from 'node:fs';
import { axisParameter, lensParameters, OF_PAGES } from './lens-address';

/** Names of parameters that a source reads from the address. */
const read = (source: string) =>
  [...source.matchAll(/\b(?:query|params|search|read)(?:\.get)?\('([\w-]+)'\)/g)].map(([, name]) => name!);

test('what any page reads from the address is known, so that no axis of that name is taken for it', () => {
  const found = ['features', 'ui', 'app'].flatMap((room) =>
    readdirSync(`src/${room}`, { recursive: true, encoding: 'utf8' })
      .filter((file) => /\.tsx?$/.test(file) && !file.includes('.test.'))
      .flatMap((file) => read(readFileSync(`src/${room}/${file}`, 'utf8'))),
  );
  expect(found.length).toBeGreaterThan(60);
  expect([...new Set(found)].sort()).toEqual([...OF_PAGES].sort());
});

test('an axis has a parameter of its own, whatever it is called', () => {
  const axes = ['scheme', 'theme', 'axis.theme', 'width', 'Dichte'];
  expect(axes.map(axisParameter)).toEqual([
    'scheme',
    'axis.theme',
    'axis.axis.theme',
    'axis.width',
    'Dichte',
  ]);
  expect(lensParameters({ theme: 'dark', scheme: 'light' })).toEqual({
    'axis.theme': 'dark',
    scheme: 'light',
  });
});
