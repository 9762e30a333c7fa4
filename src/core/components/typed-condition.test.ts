import { typedCondition } from './typed-condition';

const named = {
  props: [
    { name: 'kind', kind: 'choice', values: ['plain', 'danger', 'quiet'] },
    { name: 'size', kind: 'choice', values: ['small', 'large'] },
    { name: 'tone', kind: 'choice', values: ['plain'] },
    { name: 'busy', kind: 'flag', values: [] },
  ],
  states: ['hover', 'focus-visible', 'disabled'],
};

test.each([
  ['kind=danger hover', 'kind is danger and state is hover'],
  ['kind=danger,quiet !busy', 'kind is danger or quiet and not busy'],
  ['danger large :disabled', 'kind is danger and size is large and state is disabled'],
  ['busy', 'busy'],
  ['focus-visible', 'state is focus-visible'],
  // A value that two choices have is said with its prop.
  ['plain', 'plain'],
  ['nothing known', 'nothing known'],
  ['kind is danger and not busy', 'kind is danger and not busy'],
  ['not busy', 'not busy'],
  ['  ', ''],
  ['=', '='],
])('%s is %s', (typed, wanted) => expect(typedCondition(typed, named)).toBe(wanted));
