import { hueName } from '../intake/names';
import { parseColor } from '../base/color/color';
import { nameProblem } from '../tokens/read';
import { newTokenPath } from './new-token';

test.each([
  ['color', '#000', 'color.black'],
  ['color', 'rgb(255 255 255)', 'color.white'],
  ['length', '14px', 'size.14'],
  ['length', '1.5rem', 'size.1-5rem'],
  ['duration', '200ms', 'duration.200'],
  ['shadow', '0 1px 2px rgb(0 0 0 / 0.2)', 'shadow.0-1-2-rgb-0-0-0-0-2'],
  ['easing', '', 'easing.new'],
] as const)('%s %s could be called %s', (kind, value, path) => {
  expect(newTokenPath(kind, value)).toBe(path);
  expect(path.split('.').map(nameProblem).find(Boolean)).toBeUndefined();
});

test('a colour is called by its hue and how light it is', () => {
  for (const value of ['#00617e', '#ffe08a', 'oklch(0.5 0.1 30)'])
    expect(newTokenPath('color', value)).toMatch(
      new RegExp(`^color\\.${hueName(parseColor(value)!)}\\.\\d+$`),
    );
});
