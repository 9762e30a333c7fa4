import { itemsOf } from '../document/item';
import { demo } from '@/testing/library';
import type { ComponentDefinition, Prop } from './definition';
import { driftOf } from './drift';

const [some] = itemsOf(demo().items, 'component');
type Code = NonNullable<ComponentDefinition['code']>['props'][number];
const prop = (name: string, kind: Prop['kind'], ...values: string[]): Prop => ({ order: name, name, kind, values, default: '', description: '' }); // prettier-ignore
const code = (name: string, kind: Code['kind'], ...values: string[]) => ({ name, kind, values }) as Code;
const drift = (own: Prop[], theirs?: Code[]) => {
  const props = Object.fromEntries(own.map((one) => [one.name, one]));
  const found = driftOf({ ...some!, name: 'card', props, code: theirs && { file: 'card.tsx', props: theirs } } as ComponentDefinition);
  for (const one of found) expect(one).toMatchObject({ code: 'code-drift', level: 'warning', path: 'card', at: { file: 'card.tsx' } });
  return found.map(({ message }) => message.replace(/^card: /, ''));
}; // prettier-ignore

test.each<[string, Prop[], Code[], string[]]>([
  ['the same', [prop('wide', 'flag')], [code('wide', 'flag')], []],
  ['one name by two habits', [prop('is-disabled', 'flag')], [code('isDisabled', 'flag')], []],
  ['values by two habits', [prop('tone', 'choice', 'extra-loud')], [code('tone', 'choice', 'extraLoud')], []],
  ['missing here', [], [code('wide', 'flag')], ['card.tsx has the prop wide, which is not here']],
  ['missing there', [prop('wide', 'flag')], [], ['wide is not in card.tsx']],
  ['of another kind', [prop('wide', 'flag')], [code('wide', 'text')], ['wide is a flag here and a text in card.tsx']],
  ['with values missing here', [prop('tone', 'choice', 'a')], [code('tone', 'choice', 'a', 'b', 'c')], ['tone can be b, c in card.tsx, and not here']],
  ['with values missing there', [prop('tone', 'choice', 'a', 'b')], [code('tone', 'choice', 'a')], ['tone can be b here, and not in card.tsx']],
  ['both', [prop('tone', 'choice', 'a')], [code('tone', 'choice', 'b')], ['tone can be b in card.tsx, and not here', 'tone can be a here, and not in card.tsx']],
  ['values of what is no choice', [prop('title', 'text', 'a')], [code('title', 'text')], []],
])('props and code: %s', (_, own, theirs, messages) => {
  expect(drift(own, theirs)).toEqual(messages);
}); // prettier-ignore

test('without code there is nothing to drift from', () => {
  expect(drift([prop('wide', 'flag')])).toEqual([]);
});
