import { demo, done, lens, newId, opened } from '@/testing/library';
import { textStyles } from '@/editing/foundations/queries/text-styles';
import { EXTRAS, setExtra } from './set-extra';
import { addToken } from '@/editing/tokens/commands/add-token';

const library = opened(demo());
const extension = (of: typeof library, path: string) => {
  const object = of.resolution.value(path, lens)!.from.declaration.object;
  const all = object.get('$extensions') as Map<string, Map<string, unknown>> | undefined;
  return all?.get('app.seedplan');
};

test('letter case, paragraph spacing and sizes are read as typed, shown on the style, and taken away by an empty text', () => {
  const typed = { letterCase: 'uppercase', paragraphSpacing: '12px', sizes: '600px: 18px, 900px: 1.5rem' };
  let now = library;
  for (const [name, text] of Object.entries(typed))
    now = done(now, setExtra(now, { path: 'text.body', name, text }, newId));
  const style = textStyles(now, { lens }).styles.find(({ path }) => path === 'text.body')!;
  expect(style).toMatchObject({
    letterCase: 'uppercase',
    paragraphSpacing: '12px',
    sizes: [
      { from: '600px', size: '18px' },
      { from: '900px', size: '1.5rem' },
    ],
  });
  for (const name of Object.keys(typed))
    now = done(now, setExtra(now, { path: 'text.body', name, text: '' }, newId));
  const before = library.resolution.value('text.body', lens)!.from.declaration.object;
  expect(now.resolution.value('text.body', lens)!.from.declaration.object).toEqual(before);
});

test('angle and use: a gradient keeps its degrees, a size says that it is a blur', () => {
  const stops =
    '[{"color":{"colorSpace":"srgb","components":[1,1,1]},"position":0},{"color":{"colorSpace":"srgb","components":[0,0,0]},"position":1}]';
  let now = done(library, addToken(library, { path: 'wash', type: 'gradient', text: stops }, newId));
  now = done(now, setExtra(now, { path: 'wash', name: 'angle', text: '-45deg' }, newId));
  now = done(now, setExtra(now, { path: 'space.4', name: 'use', text: 'blur' }, newId));
  expect([extension(now, 'wash')!.get('angle'), extension(now, 'space.4')!.get('use')]).toEqual([
    -45,
    'blur',
  ]);
});

// For every extra a text that cannot be meant.
const WRONG: [name: string, text: string][] = [
  ['letterCase', 'loud'],
  ['paragraphSpacing', 'wide'],
  ['sizes', '600px 18px'],
  ['sizes', 'wide: 18px'],
  ['sizes', '600px: large'],
  ['angle', '400'],
  ['angle', 'left'],
  ['use', 'nothing'],
  ['unknown', 'x'],
];
test.each(WRONG)('%s cannot be “%s”', (name, text) => {
  const command = setExtra(library, { path: 'text.body', name, text }, newId);
  expect(command).toEqual({ problem: expect.any(String), fix: expect.any(String) });
});
test('every extra has a wrong text here', () => {
  expect(Object.keys(EXTRAS).filter((name) => !WRONG.some(([other]) => other === name))).toEqual([]);
});
