import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { readSource } from './registry';
import { SourceProblem } from './source';

const file = (path: string) => readFileSync(`node_modules/${path}`, 'utf8');

test('a component with typed props gives its props, kinds, values and defaults', () => {
  const text = `
    type Size = 'small' | 'large';
    interface Shared { /** Read aloud. */ title: string; ref?: unknown }
    export interface ButtonProps extends Shared { size?: Size; tone: "main" | 'quiet'; isBusy?: boolean; icon?: React.ReactNode; onPress?: () => void }
    export const Button = forwardRef(({ size = 'large', ...rest }: ButtonProps, ref) => <button {...rest} />);
    export function Card(props: { wide?: true } & Shared) { return <p /> }
    function helper(x: number) {}`;
  expect(readSource('button.tsx', text)).toEqual([
    {
      name: 'Button',
      props: [
        { name: 'title', kind: 'text', values: [], description: 'Read aloud.' },
        { name: 'size', kind: 'choice', values: ['small', 'large'], default: 'large' },
        { name: 'tone', kind: 'choice', values: ['main', 'quiet'] },
        { name: 'isBusy', kind: 'flag', values: [] },
        { name: 'icon', kind: 'slot', values: [] },
      ],
    },
    {
      name: 'Card',
      props: [
        { name: 'wide', kind: 'flag', values: [] },
        { name: 'title', kind: 'text', values: [], description: 'Read aloud.' },
      ],
    },
  ]);
});

// Files that packages carry; what they hold was read in them by eye.
test('declarations of a published package', () => {
  const [button] = readSource('Button.d.ts', file('@mantine/core/lib/components/Button/Button.d.ts')).filter(
    ({ name }) => name === 'Button',
  );
  const props = new Map(button!.props.map((prop) => [prop.name, prop]));
  expect(props.get('justify')).toBeDefined();
  expect(props.get('leftSection')).toMatchObject({
    kind: 'slot',
    description: expect.stringMatching(/left side/),
  });
  expect(props.get('fullWidth')).toMatchObject({ kind: 'flag' });
  expect(props.get('disabled')).toMatchObject({ kind: 'flag' });
});

test('TSX of a published package', () => {
  const found = readSource('HydrationBoundary.tsx', file('@tanstack/react-query/src/HydrationBoundary.tsx'));
  expect(found).toContainEqual({
    name: 'HydrationBoundary',
    props: expect.arrayContaining([expect.objectContaining({ name: 'children', kind: 'slot' })]),
  });
});

test('the manifest of a published package', () => {
  const found = readSource(
    'custom-elements.json',
    file('@github/relative-time-element/custom-elements.json'),
  );
  expect(found.map(({ name }) => name)).toEqual(['RelativeTimeElement']);
  const kinds = Object.fromEntries(found[0]!.props.map(({ name, kind }) => [name, kind]));
  expect(kinds).toMatchObject({ 'no-title': 'flag', threshold: 'text', 'time-zone-name': 'text' });
  expect(kinds).not.toHaveProperty('noTitle');
  expect(found[0]!.props.filter(({ name }) => name.startsWith('#'))).toEqual([]);
});

test.each([
  ['a.tsx', 'const = 1', 'line 1'],
  ['a.ts', 'export const x = 1', 'declares no props'],
  ['a.json', '{', 'not JSON'],
  ['a.json', '{"modules":[]}', 'no custom element'],
  ['a.json', '[]', 'list of modules'],
  ['a.vue', '<template/>', 'not a supported kind of source file'],
  ['a.ts', ' '.repeat(2_000_001), '2 MB'],
])('%s that cannot be read is told', (name, text, message) => {
  expect(() => readSource(name, text)).toThrow(SourceProblem);
  expect(() => readSource(name, text)).toThrow(message);
});

test('types that refer to themselves, and any JSON, end', () => {
  expect(() =>
    readSource(
      'a.ts',
      'type AProps = AProps & BProps; interface BProps extends AProps { x: T } type T = T | "a"',
    ),
  ).not.toThrow();
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      try {
        readSource(
          'a.json',
          JSON.stringify({
            modules: [
              {
                declarations: [
                  value,
                  { kind: 'class', tagName: 'x-y', attributes: value, members: [value], slots: value },
                ],
              },
            ],
          }),
        );
      } catch (error) {
        expect(error).toBeInstanceOf(SourceProblem);
      }
    }),
  );
});
