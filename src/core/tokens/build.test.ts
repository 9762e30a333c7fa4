import { unread } from './build';
import { openTokens } from './open';
import { Resolution } from './resolve';

test('what was not read is told with where it stands, as far as that is known', () => {
  expect(unread('a.css', '--x', 'it is empty', 3, 4)).toEqual({
    code: 'not-carried', level: 'note', message: '--x was not read: it is empty', at: { file: 'a.css', line: 3, column: 4 }, fix: 'Set it by hand where it is needed',
  });
  expect(unread('a.css', '--x', 'y').at).toEqual({ file: 'a.css' });
  expect(unread('a.css', '--x', 'y', 3).at).toEqual({ file: 'a.css', line: 3 });
  expect(unread('a.css', '--x', 'y', undefined, 4).at).toEqual({ file: 'a.css', column: 4 });
}); // prettier-ignore

test('what is wrong in a token file is told where it stands', () => {
  const findings = (json: unknown) =>
    openTokens('a.json', JSON.stringify(json), () => undefined).findings.map(({ code, path, at }) => [code, path, at?.pointer]);
  expect(findings([])).toEqual([['invalid-value', '', '']]);
  expect(findings({ a: { b: { $type: 'number', $value: 1, c: { $value: 2 } } } })).toEqual([['invalid-value', 'a.b.c', '/a/b/c']]);
  expect(findings({ a: { 'b{': { $type: 'number', $value: 1 } } })[0]).toEqual(['invalid-name', 'a.b{', '/a/b{']);
}); // prettier-ignore

test('a combination is meant by its number as by its contexts', () => {
  const source = (value: number) => [{ a: { $type: 'number', $value: value } }];
  const text = JSON.stringify({
    version: '2025.10',
    modifiers: { m: { default: 'x', contexts: { x: source(1), y: source(2) } } },
    resolutionOrder: [{ $ref: '#/modifiers/m' }],
  });
  const resolution = new Resolution(openTokens('a.resolver.json', text, () => undefined).system);
  expect(resolution.contexts).toEqual([{ m: 'x' }, { m: 'y' }]);
  for (const [number, context] of resolution.contexts.entries()) {
    expect(resolution.numberOf(context)).toBe(number);
    expect(resolution.value('a', number)!.value).toBe(number + 1);
    expect(resolution.value('a', context)).toBe(resolution.value('a', number));
    expect(resolution.chain('a', context)).toEqual(['a']);
  }
});
