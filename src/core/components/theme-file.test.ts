import { schemaProblems } from '../kinds/schema-problems';
import { ordered } from '../document/item';
import { readJson } from '../base/json/read';
import { readTheme } from './theme-file';

let n = 0;
const read = (json: unknown) =>
  readTheme(readJson(JSON.stringify(json)), {
    id: 'theme_1',
    order: 'a1',
    entryId: () => `entry_${++n}`,
    refer: (path) => ({ id: `token_${path.replace(/\W/g, '-')}`, path }),
  });

test('everything a theme file can say is read as it is said, in its order', () => {
  const { theme, findings } = read({
    name: ' Quiet ',
    description: 'For the boards',
    styles: [
      { element: 'link', state: 'hover', style: { color: '{color.link}' }, comment: 'Told by colour' },
      { element: 'heading-2', style: { font: '{text.heading}', 'margin-block': 0 } },
    ],
  });
  expect(findings).toEqual([]);
  expect(schemaProblems(theme!)).toEqual([]);
  expect(theme).toMatchObject({
    id: 'theme_1',
    kind: 'theme',
    order: 'a1',
    name: 'Quiet',
    description: 'For the boards',
  });
  expect(ordered(theme!.entries).map(({ id: _id, order: _order, ...rest }) => rest)).toEqual([
    {
      kind: 'rule', part: 'link', when: [{ kind: 'state', state: 'hover' }], comment: 'Told by colour',
      declarations: [['color', { token: { id: 'token_color-link', path: 'color.link' } }]],
    },
    {
      kind: 'rule', part: 'heading-2', when: [], comment: '',
      declarations: [['font', { token: { id: 'token_text-heading', path: 'text.heading' } }], ['margin-block', { raw: '0' }]],
    },
  ]); // prettier-ignore
});

test.each([
  ['no object', [], '', /JSON object/],
  ['no name', { styles: [] }, '/name', /has a name/],
  ['a name beyond 100 characters', { name: 'x'.repeat(101) }, '/name', /has a name/],
  ['styles that are no list', { name: 'a', styles: {} }, '/styles', /is a list/],
  ['a style that is no object', { name: 'a', styles: [3] }, '/styles/0', /is an object/],
  ['an element there is not', { name: 'a', styles: [{ element: 'h7' }] }, '/styles/0/element', /no element of a theme/],
  ['a state of no element', { name: 'a', styles: [{ element: 'link', state: 'visited' }] }, '/styles/0/state', /no state/],
  ['a value that ends the declaration', { name: 'a', styles: [{ element: 'link', style: { color: 'red; x' } }] }, '/styles/0/style/color', /one token or CSS/],
])('%s is told with its place', (_, json, pointer, message) => {
  expect(read(json).findings).toMatchObject([{ level: 'error', message: expect.stringMatching(message), at: { pointer } }]);
}); // prettier-ignore

test('what is wrong in one style leaves the others', () => {
  const { theme, findings } = read({ name: 'a', styles: [{ element: 'h1' }, { element: 'text', style: { color: 'red' } }] });
  expect(findings).toHaveLength(1);
  expect(ordered(theme!.entries).map((entry) => entry.kind === 'rule' && entry.part)).toEqual(['text']);
}); // prettier-ignore
