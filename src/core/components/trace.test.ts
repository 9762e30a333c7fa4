import { itemsOf } from '../document/item';
import { demo, opened } from '@/testing/library';
import { reachingTokens, traceOf } from './trace';

const library = opened(demo());
const { items, resolution } = library;

test('a token is reached by whatever refers to it, in any context and any number of steps', () => {
  for (const path of resolution.paths) {
    const reaching = reachingTokens(resolution, path);
    // The plain reading: a token reaches another if, under some combination, the chain of what it refers to holds it.
    for (const other of resolution.paths)
      if (resolution.contexts.some((_, i) => resolution.chain(other, i).includes(path)))
        expect([path, other, reaching.has(other)]).toEqual([path, other, true]);
  }
});

test('only what the token decides is asked after, and every rule about it answers', () => {
  const button = itemsOf(items, 'component').find(({ name }) => name === 'button')!;
  const rules = Object.values(button.entries).filter((entry) => entry.kind === 'rule');
  const backgrounds = rules.filter(({ declarations }) =>
    declarations.some(([p]) => p === 'background-color'),
  );
  const token = backgrounds[0]!.declarations.find(([p]) => p === 'background-color')![1] as {
    token: { path: string };
  };
  const trace = traceOf([button], items, resolution, token.token.path);
  expect(trace.properties).toContain('background-color');
  expect(trace.css.match(/--traced-background-color: 1;/g)!.length).toBeGreaterThan(0);
  expect(trace.css.match(/--traced-background-color: [01];/g)).toHaveLength(backgrounds.length);
  expect(traceOf([button], items, resolution, 'duration.nothing-of-the-kind')).toMatchObject({
    properties: [],
  });
});
