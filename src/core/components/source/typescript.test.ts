import { readSource } from './registry';

/** The props of the one component a module declares, by name: kind, and values or default where there are any. */
const propsOf = (text: string, file = 'a.tsx') =>
  readSource(file, text).map(({ name, props }) => [
    name,
    props.map(({ name: prop, kind, values, default: normally }) =>
      [prop, kind, ...values, ...(normally === undefined ? [] : [`= ${normally}`])].join(' '),
    ),
  ]);

// TypeScript's own grammar: where a props type is written and how it says its members.
test.each<[string, string, string[]]>([
  ['an interface', 'interface CardProps { wide: boolean }', ['wide flag']],
  ['an alias', 'type CardProps = { wide: boolean }', ['wide flag']],
  ['one that is exported', 'export interface CardProps { wide: boolean }', ['wide flag']],
  ['a function with the type at its parameter', 'function Card({ wide = true }: { wide?: boolean }) {}', ['wide flag = true']],
  ['a default export', 'export default function Card(props: { wide: boolean }) {}', ['wide flag']],
  ['a function expression', 'const Card = function (props: { wide: boolean }) {}', ['wide flag']],
  ['a wrapped function', 'export const Card = memo(forwardRef((props: Some, ref) => null)); type Some = { wide: boolean }', ['wide flag']],
  ['a name of its own for the type', 'function Card(props: Options) {} interface Options { wide: boolean }', ['wide flag']],
  ['what is extended', 'interface Base { a: string } interface CardProps extends Base { b: string }', ['a text', 'b text']],
  ['an own member over the extended', "interface Base { a: string } interface CardProps extends Base { a: 'x' | 'y' }", ['a choice x y']],
  ['what is joined', 'type CardProps = { a: string } & Base & { c: string }; type Base = { b: string }', ['a text', 'b text', 'c text']],
  ['names in quotes', "interface CardProps { 'aria-label': string; [key: string]: string; ['x']: string }", ['aria-label text']],
  ['no events, references or keys', 'interface CardProps { onPress(): void; onHold: Handler; ref: Ref; key: string; once: boolean; call: () => void; online: boolean }', ['once flag', 'online flag']],
  ['unions of names', "type A = 'x'; type B = ('y' | 'z'); interface CardProps { a: A | B }", ['a choice x y z']],
  ['a name that means itself', "type A = A; interface CardProps { a: A | 'x'; b: string }", ['a text', 'b text']],
  ['defaults of each kind', "const Card = ({ a = 'x', b = \"y\", c = `z`, d = 3, e: { f }, ...rest }: CardProps) => null; interface CardProps { a: 'x'; b: 'y'; c: string; d: number; g: string }", ['a choice x = x', 'b choice y = y', 'c text = z', 'd text = 3', 'g text']],
])('%s', (_, text, props) => {
  expect(propsOf(text)).toEqual([['Card', props]]);
}); // prettier-ignore

test('what is no component is none', () => {
  const text = `
    interface Options { a: string }
    function helper(props: Options) {}
    const card = (props: { a: string }) => null;
    export const Card = (props) => null;
    export const Plain = () => null;
    export const [Pair] = [(props: Options) => null];
    interface Props { a: string }
    interface EmptyProps {}
    interface ShownProps { a: string }`;
  expect(propsOf(text)).toEqual([['Shown', ['a text']]]);
});

test('descriptions are what stands above a member, without its tags', () => {
  const [found] = readSource(
    'a.d.ts',
    `interface CardProps {
      /**
       * How wide it is.
       * On two lines.
       * @default 3
       */
      wide: number;
      // An older remark
      /** @deprecated */
      old: string;
      plain: string;
    }`,
  );
  expect(found!.props.map(({ description }) => description)).toEqual([
    'How wide it is.\nOn two lines.',
    undefined,
    undefined,
  ]);
});

test('by the name of the file: markup only where it can stand, declarations where they are', () => {
  const markup = 'export const Card = (props: { a: string }) => <p />';
  expect(propsOf(markup, 'a.tsx')).toEqual([['Card', ['a text']]]);
  expect(() => propsOf(markup, 'a.ts')).toThrow('a.ts is not readable TypeScript at line 1, column 50');
  expect(propsOf('export function Card(props: { a: string }): void;', 'a.d.mts')).toEqual([['Card', ['a text']]]);
  expect(propsOf('export const Card = (props: { a: string }) => <number>1', 'a.cts')).toEqual([['Card', ['a text']]]);
  expect(() => propsOf(markup, 'a.ts.txt')).toThrow('not a supported kind');
}); // prettier-ignore
