import fc from 'fast-check';
import { contrastRatio } from '../base/color/contrast';
import { parseColor, rgbOf } from '../base/color/color';
import { cssText } from './css-text';
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

test('of tokens beside its ramp the nearest is offered; a surface is solved as one; what is no colour is not', () => {
  const { system } = openTokens(
    'a.tokens.json',
    JSON.stringify({
      far: color('#000000'), near: color('#666666'), further: color('#333333'), clear: color('#44444480'), light: color('#ffffff'),
      text: color('#999999'), paper: color('#555555'), size: { $type: 'number', $value: 4 },
    }),
    () => undefined,
  );
  const resolution = new Resolution(system);
  const of = (path: string, ...pairings: object[]) => bestSolutions({ resolution, pairings } as never, path, {});
  const text = { text: 'text', surface: 'light', needs: 4.5 };
  expect(of('text', text).step).toMatchObject({ token: 'near', css: '#666666' });
  // As a surface under dark text it has to be lighter, and as a text darker: both at once cannot be.
  const surface = of('paper', { text: 'far', surface: 'paper', needs: 4.5 });
  expect(surface.step?.token).toBe('text');
  expect(contrastRatio(rgb('#000000'), rgb(surface.raw!.css))).toBeGreaterThanOrEqual(4.495);
  const both = of('text', text, { text: 'light', surface: 'text', needs: 4.5 });
  expect(contrastRatio(rgb('#ffffff'), rgb(both.raw!.css))).toBeGreaterThanOrEqual(4.495);
  expect(of('size', { text: 'size', surface: 'light', needs: 4.5 })).toMatchObject({ raw: undefined, step: undefined, why: undefined });
  expect(of('gone', text)).toMatchObject({ raw: undefined, step: undefined, why: undefined });
}); // prettier-ignore

test('of three contexts that fail, each gets what shows in it, and none twice', () => {
  const sets = (surface: string, text?: string) => [{ surface: color(surface), ...(text && { text: color(text) }) }];
  const { system } = openTokens(
    'a.resolver.json',
    JSON.stringify({
      version: '2025.10',
      sets: { base: { sources: [{ text: color('#bbbbbb'), surface: color('#ffffff'), other: color('#123456') }] } },
      modifiers: { m: { default: 'a', contexts: { a: [], b: sets('#ffffff', '#cccccc'), c: sets('#000000', '#333333'), d: sets('#000000', '#eeeeee') } } },
      resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/m' }],
    }),
    () => undefined,
  );
  const resolution = new Resolution(system);
  const pairings = [{ text: 'text', surface: 'surface', needs: 4.5 }, { text: 'other', surface: 'surface', needs: 21 }];
  const { raw, when } = bestSolutions({ resolution, pairings } as never, 'text', { m: 'a' });
  expect(when).toEqual({});
  expect(raw!.also.map((one) => one.when)).toEqual([{ m: 'b' }, { m: 'c' }]);
  const [b, c] = raw!.also;
  expect(contrastRatio(rgb(raw!.css), rgb('#ffffff'))).toBeGreaterThanOrEqual(4.495);
  expect(contrastRatio(rgb(b!.css), rgb('#ffffff'))).toBeGreaterThanOrEqual(4.495);
  expect(contrastRatio(rgb(c!.css), rgb('#000000'))).toBeGreaterThanOrEqual(4.495);
  // Of a token that is paired with nothing there is nothing to solve.
  expect(bestSolutions({ resolution, pairings: pairings.slice(1) } as never, 'text', { m: 'a' })).toMatchObject({ raw: undefined, step: undefined, why: undefined });
}); // prettier-ignore

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
    { numRuns: 40 },
  );
});

/** Text and surfaces of two schemes, each said in a layer of its own. */
const schemes = (text: [string, string], surfaces: Record<string, [string, string]>, needs: Record<string, number>) => {
  const layer = (i: 0 | 1) => ({
    text: color(text[i]),
    ...Object.fromEntries(Object.entries(surfaces).map(([name, hexes]) => [name, color(hexes[i])])),
  });
  const file = {
    version: '2025.10',
    sets: { base: { sources: [layer(0)] } },
    modifiers: { scheme: { default: 'light', contexts: { light: [], dark: [layer(1)] } } },
    resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/scheme' }],
  };
  const { system } = openTokens('a.resolver.json', JSON.stringify(file), () => undefined);
  return {
    resolution: new Resolution(system),
    pairings: Object.entries(needs).map(([surface, ratio]) => ({ text: 'text', surface, needs: ratio })),
  };
}; // prettier-ignore

test('one offer solves every context in which the pairing fails, each where its own declaration shows', () => {
  const paired = schemes(['#999999', '#666666'], { page: ['#ffffff', '#000000'] }, { page: 4.5 });
  const { raw, when } = bestSolutions(paired, 'text', { scheme: 'light' });
  expect([when, raw!.also.map((one) => one.when)]).toEqual([{}, [{ scheme: 'dark' }]]);
  expect(contrastRatio(rgb(raw!.css), rgb('#ffffff'))).toBeGreaterThanOrEqual(4.5);
  expect(contrastRatio(rgb(raw!.also[0]!.css), rgb('#000000'))).toBeGreaterThanOrEqual(4.5);
});

test('what passes as it is gets no offer that changes nothing', () => {
  const paired = schemes(['#111111', '#eeeeee'], { page: ['#ffffff', '#000000'] }, { page: 4.5 });
  expect(bestSolutions(paired, 'text', { scheme: 'light' })).toMatchObject({
    raw: undefined,
    step: undefined,
  });
  // Only the dark one fails: the light one stays as it is.
  const dark = schemes(['#111111', '#333333'], { page: ['#ffffff', '#000000'] }, { page: 4.5 });
  const { raw, when } = bestSolutions(dark, 'text', { scheme: 'dark' });
  expect([when, raw!.also]).toEqual([{ scheme: 'dark' }, []]);
});

test('whatever is offered solves all pairings under all contexts at once, or says what cannot be reached', () => {
  const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
  const two = fc.tuple(hex, hex);
  fc.assert(
    fc.property(two, two, two, fc.constantFrom(3, 4.5), (text, page, card, needs) => {
      const paired = schemes(text, { page, card }, { page: needs, card: 3 });
      const { resolution } = paired;
      const failing = resolution.contexts.find((context) =>
        paired.pairings.some((one) => contrastRatio(rgb(cssOf(resolution, 'text', context)), rgb(cssOf(resolution, one.surface, context))) < one.needs),
      );
      if (!failing) return;
      const { raw, step, why, when } = bestSolutions(paired, 'text', failing);
      for (const offer of [raw, step]) {
        if (!offer || why !== undefined) continue;
        // As it would be set: the base under no context, the rest over it.
        for (const context of resolution.contexts) {
          const said = [{ when, css: offer.css }, ...offer.also].filter((one) => Object.entries(one.when).every(([axis, name]) => context[axis] === name));
          const own = resolution.value('text', context)!.from.when;
          const best = said.filter((one) => Object.keys(one.when).length >= Object.keys(own).length).at(-1);
          const css = best?.css ?? cssOf(resolution, 'text', context);
          for (const one of paired.pairings)
            expect(contrastRatio(rgb(css), rgb(cssOf(resolution, one.surface, context)))).toBeGreaterThanOrEqual(one.needs - 0.005);
        }
      }
    }),
    { numRuns: 40 },
  );
}); // prettier-ignore

test('a colour for one context alone is set under the axes that it or what it stands on varies by, no others', () => {
  // On white in the light and on black in the dark no one text passes 7, and density has nothing to do with it.
  const over = (...surface: string[]) => surface.map((hex) => ({ surface: color(hex), paper: color(hex) }));
  const { system } = openTokens(
    'a.resolver.json',
    JSON.stringify({
      version: '2025.10',
      sets: { base: { sources: [{ text: color('#888888'), surface: color('#ffffff'), paper: color('#ffffff'), gap: { $type: 'number', $value: 1 } }] } },
      modifiers: {
        density: { default: 'wide', contexts: { wide: [], tight: [{ gap: { $type: 'number', $value: 2 } }] } },
        scheme: { default: 'light', contexts: { light: [], dark: over('#000000') } },
        brand: { default: 'x', contexts: { x: [], y: [{ other: color('#123456') }] } },
      },
      resolutionOrder: [{ $ref: '#/sets/base' }, { $ref: '#/modifiers/density' }, { $ref: '#/modifiers/scheme' }, { $ref: '#/modifiers/brand' }],
    }),
    () => undefined,
  );
  const resolution = new Resolution(system);
  const pairings = [{ text: 'text', surface: 'surface', needs: 7 }];
  const offered = bestSolutions({ resolution, pairings } as never, 'text', { density: 'wide', scheme: 'light', brand: 'x' });
  expect(offered.when).toEqual({ scheme: 'light' });
  expect(offered.raw!.also.map(({ when }) => when)).toEqual([{ scheme: 'dark' }]);
  expect(contrastRatio(rgb(offered.raw!.css), rgb('#ffffff'))).toBeGreaterThanOrEqual(6.99);
  expect(contrastRatio(rgb(offered.raw!.also[0]!.css), rgb('#000000'))).toBeGreaterThanOrEqual(6.99);
  // The surface is solved the same way, under what the text on it varies by.
  const paper = bestSolutions({ resolution, pairings: [{ text: 'paper', surface: 'text', needs: 7 }] } as never, 'text', { density: 'tight', scheme: 'dark', brand: 'y' });
  expect([paper.when, paper.raw!.also.map(({ when }) => when)]).toEqual([{ scheme: 'dark' }, [{ scheme: 'light' }]]);
}); // prettier-ignore

const cssOf = (resolution: Resolution, path: string, context: Record<string, string>) =>
  String(cssText(resolution.value(path, context)!));
