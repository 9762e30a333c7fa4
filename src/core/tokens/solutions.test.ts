import fc from 'fast-check';
import { contrastRatio } from '../base/color/contrast';
import { parseColor, rgbOf } from '../base/color/color';
import { openTokens } from './open';
import { Resolution } from './resolve';
import { bestSolutions } from './solutions';

const color = (hex: string) => ({ $type: 'color', $value: hex });
const ramp = (...steps: string[]) =>
  Object.fromEntries(steps.map((hex, i) => [`${(i + 1) * 100}`, color(hex)]));
/** Text on a surface, the text an alias of a step of a ramp. */
const paired = (steps: string[], at: number, surface: string, needs = 4.5) => {
  const { system } = openTokens(
    'a.tokens.json',
    JSON.stringify({
      ink: ramp(...steps),
      text: { $type: 'color', $value: `{ink.${at}}` },
      surface: color(surface),
    }),
    () => undefined,
  );
  return { resolution: new Resolution(system), pairings: [{ text: 'text', surface: 'surface', needs }] };
};
const rgb = (css: string) => rgbOf(parseColor(css)!);
const GREYS = ['#eeeeee', '#bbbbbb', '#888888', '#666666', '#444444', '#111111'];

test('the nearest step of its own ramp that passes is offered, and passes by WCAG 2.2', () => {
  const { step, raw, when } = bestSolutions(paired(GREYS, 200, '#ffffff') as never, 'text', {});
  // #767676 is the lightest grey that passes 4.5 on white: of the ramp, #666666 is the next darker.
  expect(step).toMatchObject({ token: 'ink.400' });
  expect(contrastRatio(rgb(step!.css), rgb('#ffffff'))).toBeGreaterThanOrEqual(4.5);
  expect(contrastRatio(rgb(raw!.css), rgb('#ffffff'))).toBeGreaterThanOrEqual(4.5);
  // The raw one is nearer: it is no further from passing than it has to be.
  expect(raw!.difference).toBeLessThanOrEqual(step!.difference);
  expect(when).toEqual({});
});

test('where nothing can pass, the most that can be reached is said', () => {
  const { step, raw, why } = bestSolutions(paired(['#777777'], 100, '#777777', 7) as never, 'text', {});
  expect([step, raw]).toEqual([undefined, undefined]);
  expect(why).toMatch(/No colour of this hue reaches 7 .* \d\.\d\d is the most/);
});

test('whatever is offered passes, on any surface and from any step', () => {
  const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
  fc.assert(
    fc.property(
      hex,
      fc.constantFrom(100, 200, 300, 400, 500, 600),
      fc.constantFrom(3, 4.5, 7),
      (surface, at, needs) => {
        const { step, raw } = bestSolutions(paired(GREYS, at, surface, needs) as never, 'text', {});
        for (const one of [step, raw])
          if (one) expect(contrastRatio(rgb(one.css), rgb(surface))).toBeGreaterThanOrEqual(needs - 0.005);
      },
    ),
    { numRuns: 60 },
  );
});
