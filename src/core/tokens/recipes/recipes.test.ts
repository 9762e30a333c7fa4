import fc from 'fast-check';
import { hex as wcagHex } from 'wcag-contrast';
import { colorOf, colorText, parseColor } from '../../base/color/color';
import { curveThrough } from '../../base/color/curve';
import { lchOf, withinGamut } from '../../base/color/gamut';
import { ramp, turnedOver, type RampPlan } from '../../base/color/ramp';
import { toPlain } from '../../base/json/json';
import { cssLine } from '../css-text';
import {
  clampText,
  fluidSize,
  intervalName,
  INTERVALS,
  reachableZoom,
  scaledSize,
  snappedLine,
} from '../type-scale';
import { ramps } from './ramps';
import { completed } from './recipe';
import { RECIPES } from './registry';
import { spacing } from './spacing';
import { typeScale } from './type-scale';

const command = (more: Partial<RampPlan> = {}): RampPlan => ({
  ...ramps.standard,
  anchors: ['#0a5d6a'],
  ...more,
});
const hexes = (made: ReturnType<typeof ramp>) =>
  Object.fromEntries(made.steps.map((step) => [step.name, colorText(step.color)]));

describe('curves', () => {
  test('pass through their knots and never overshoot them', () => {
    const knots = fc.uniqueArray(
      fc.record({
        at: fc.double({ min: 0, max: 1, noNaN: true }),
        value: fc.double({ min: -1, max: 1, noNaN: true }),
      }),
      { minLength: 2, maxLength: 6, selector: ({ at }) => Math.round(at * 1000) },
    );
    fc.assert(
      fc.property(knots, fc.double({ min: 0, max: 1, noNaN: true }), (list, at) => {
        const curve = curveThrough(list);
        const sorted = [...list].sort((a, b) => a.at - b.at);
        for (const knot of list) expect(curve(knot.at)).toBeCloseTo(knot.value, 9);
        const before = sorted.findLast((knot) => knot.at <= at) ?? sorted[0]!;
        const after = sorted.find((knot) => knot.at >= at) ?? sorted.at(-1)!;
        expect(curve(at)).toBeGreaterThanOrEqual(Math.min(before.value, after.value) - 1e-9);
        expect(curve(at)).toBeLessThanOrEqual(Math.max(before.value, after.value) + 1e-9);
      }),
    );
  });
});

describe('ramps', () => {
  const anchor = fc
    .tuple(
      fc.double({ min: 0.3, max: 0.8, noNaN: true }),
      fc.double({ min: 0, max: 0.2, noNaN: true }),
      fc.double({ min: 0, max: 359, noNaN: true }),
    )
    .map(([l, c, h]) => `oklch(${l.toFixed(3)} ${c.toFixed(3)} ${h.toFixed(1)})`);
  test('anchors are kept exactly, every step is in gamut, lightness falls', () => {
    fc.assert(
      fc.property(fc.array(anchor, { minLength: 1, maxLength: 3 }), (anchors) => {
        const made = ramp(command({ anchors }));
        const written = made.steps.map(({ color }) => colorText(color));
        for (const text of anchors) expect(written).toContain(colorText(parseColor(text)!));
        for (const step of made.steps) expect(step.anchor || withinGamut(step.color, 'srgb')).toBe(true);
        const own = made.steps.filter((step) => !step.anchor).map(({ color }) => lchOf(color).l);
        expect([...own].sort((a, b) => b - a)).toEqual(own);
      }),
      { numRuns: 60 },
    );
  });

  test('hues of one recipe have equal lightness', () => {
    const made = ramps.generate({
      ...ramps.standard,
      keepAnchors: false,
      chroma: [{ at: 0, value: 0.4 }],
      hues: [
        { name: 'red', anchors: ['#a83527'] },
        { name: 'green', anchors: ['#1b7f3b'] },
      ],
    });
    const light = (path: string) =>
      lchOf(colorOf(made.tokens.find((token) => token.path === path)!.object.get('$value')!)!).l;
    for (const step of ramps.standard.steps)
      expect(Math.abs(light(`red.${step}`) - light(`green.${step}`))).toBeLessThan(0.02);
  });

  // Ratios by the package wcag-contrast, an independent implementation of WCAG 2.2.
  test('solved for contrast: every need is met on white and on the ramp’s own first step', () => {
    const needs = [
      { step: '500', ratio: 4.5, on: ['#ffffff', '50'] },
      { step: '700', ratio: 7, on: ['50', '100'] },
      { step: '400', ratio: 3, on: ['white'] },
    ];
    for (const anchors of [['#17688f'], ['#c4861d'], ['#2c9a5f'], ['#777777']]) {
      const made = ramp(command({ anchors, needs, keepAnchors: false }));
      const found = hexes(made);
      expect(made.problems).toEqual([]);
      for (const { step, ratio, on } of needs)
        for (const other of on)
          expect(wcagHex(found[step]!, found[other] ?? colorText(parseColor(other)!))).toBeGreaterThanOrEqual(
            ratio,
          );
    }
  });

  test('a need that cannot hold is named, with the nearest that can', () => {
    const made = ramp(
      command({ needs: [{ step: '500', ratio: 7, on: ['#ffffff', '#000000'] }], keepAnchors: false }),
    );
    expect(made.problems).toHaveLength(1);
    expect(made.problems[0]!.problem).toMatch(
      /Step 500 cannot reach 7 on (#ffffff|#000000) together with 7 on/,
    );
    const nearest = Number(/Ask for ([\d.]+)/.exec(made.problems[0]!.fix)![1]);
    expect(nearest).toBeGreaterThan(4);
    const again = ramp(
      command({ needs: [{ step: '500', ratio: nearest, on: ['#ffffff', '#000000'] }], keepAnchors: false }),
    );
    expect(again.problems).toEqual([]);
    const kept = ramp(command({ anchors: ['#cccccc'], needs: [{ step: '200', ratio: 4.5, on: ['#fff'] }] }));
    expect(kept.problems[0]!.problem).toContain('an anchor that is kept exact');
  });

  test('for the dark scheme the ramp is mirrored', () => {
    const made = ramps.generate({
      ...ramps.standard,
      dark: { axis: 'scheme', context: 'dark', chroma: 0.9 },
    });
    const dark = made.tokens
      .filter((token) => token.when['scheme'] === 'dark')
      .map((token) => lchOf(colorOf(token.object.get('$value')!)!).l);
    expect(dark).toHaveLength(11);
    expect([...dark].sort((a, b) => a - b)).toEqual(dark);
    expect(turnedOver(turnedOver(ramps.standard.lightness))).toEqual(ramps.standard.lightness);
  });

  test('in the dark the first steps are as colourful as the last in the light, by the share asked for', () => {
    // Grey enough that no step is cut by the gamut; what is left between them is rounding to eight bits.
    const hues = [{ name: 'x', anchors: ['oklch(0.6 0.03 240)'] }];
    const chroma = (share: number) => {
      const made = ramps.generate({
        ...ramps.standard,
        hues,
        keepAnchors: false,
        dark: { axis: 'scheme', context: 'dark', chroma: share },
      });
      const of = (dark: boolean) =>
        made.tokens
          .filter(({ when }) => (when['scheme'] === 'dark') === dark)
          .map(({ object }) => lchOf(colorOf(object.get('$value')!)!).c);
      return { light: of(false), dark: of(true) };
    };
    const whole = chroma(1);
    for (const [i, c] of whole.dark.entries())
      expect(Math.abs(c - whole.light.at(-1 - i)!)).toBeLessThan(0.0015);
    for (const [i, c] of chroma(0.5).dark.entries())
      expect(Math.abs(c - whole.dark[i]! / 2)).toBeLessThan(0.0015);
  });

  test('what is not a colour, no step or a name twice is said', () => {
    const said = (more: object) =>
      ramps.generate({ ...ramps.standard, ...more }).problems.map(({ problem }) => problem);
    expect(said({ hues: [{ name: 'x', anchors: ['blurple'] }] })).toEqual(
      expect.arrayContaining([expect.stringContaining('“blurple” is not a colour')]),
    );
    expect(said({ steps: ['1', '1'] })).toEqual(['There are two called 1']);
    expect(said({ steps: ['a.b', 'c'] })[0]).toContain('cannot hold .');
    expect(said({ needs: [{ step: '77', ratio: 3, on: ['mist'] }] })).toHaveLength(2);
  });
});

describe('type scales', () => {
  test('sizes are powers of the ratio; intervals by their names', () => {
    expect(scaledSize(16, 5 / 4, 3, 0)).toBeCloseTo(31.25, 10);
    expect(scaledSize(16, 4 / 3, -1, 0)).toBeCloseTo(12, 10);
    expect(scaledSize(10, 2, 4, 0)).toBe(160);
    expect([intervalName(1.25), intervalName(1.618), intervalName(1.3)]).toEqual([
      'major third',
      'golden section',
      undefined,
    ]);
    for (const { ratio } of INTERVALS) expect(scaledSize(1, ratio, 2, 0)).toBeCloseTo(ratio ** 2, 3);
  });

  test('line heights are multiples of the rhythm and hold the text', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 8, max: 120 }),
        fc.double({ min: 0.8, max: 2, noNaN: true }),
        fc.constantFrom(2, 4, 8),
        (size, leading, rhythm) => {
          const line = snappedLine(size, leading, rhythm);
          expect(line % rhythm).toBe(0);
          expect(line).toBeGreaterThanOrEqual(size);
          if (leading >= 1) expect(Math.abs(line - size * leading)).toBeLessThan(rhythm);
        },
      ),
    );
  });

  test('clamp() says the size at both widths and between', () => {
    const fluid = { min: 18, max: 40, from: 400, to: 1200 };
    expect(clampText(fluid)).toBe('clamp(1.125rem, 0.4375rem + 2.75vw, 2.5rem)');
    expect([300, 400, 800, 1200, 1600].map((width) => fluidSize(fluid, width))).toEqual([18, 18, 29, 40, 40]);
  });

  // WCAG 2.2, 1.4.4: text can be enlarged to 200 %. With browsers' 500 % as the most, 2.5 between the ends is the limit.
  test('a size that grows more than two and a half times cannot reach 200 %', () => {
    const reach = (max: number) => reachableZoom({ min: 16, max, from: 320, to: 1280 }).zoom;
    expect([reach(16), reach(39) >= 2, reach(41) < 2]).toEqual([5, true, true]);
    const { warnings } = typeScale.generate({
      ...typeScale.standard,
      ratio: 1.5,
      fluid: { base: 14, ratio: 1.1, from: 320, to: 1280 },
    });
    expect(warnings.some((warning) => warning.startsWith('h1 cannot reach 200 %'))).toBe(true);
  });

  test('each size that grows with the window keeps from where to where', () => {
    const made = typeScale.generate({ ...typeScale.standard, fluid: { base: 14, ratio: 1.1, from: 320, to: 1280 } });
    const fluid = new Map(made.tokens.flatMap(({ path, object }) => {
      const extensions = object.get('$extensions');
      return extensions ? [[path, toPlain(extensions)] as const] : [];
    }));
    expect(fluid.get('size.body')).toEqual({ 'app.seedplan': { fluid: { min: { value: 0.875, unit: 'rem' }, from: 320, to: 1280 } } });
    expect([...fluid.keys()].every((path) => path.startsWith('size.'))).toBe(true);
    // Where both ends come to one size it does not grow.
    expect(fluid.size).toBeGreaterThan(made.tokens.filter(({ path }) => path.startsWith('size.')).length / 2);
    expect(typeScale.generate(typeScale.standard).tokens.some(({ object }) => object.has('$extensions'))).toBe(false);
  }); // prettier-ignore

  test('sizes and lines of a family, in rem', () => {
    const made = typeScale.generate(typeScale.standard);
    const css = Object.fromEntries(
      made.tokens.map(({ path, object }) => [
        path,
        cssLine({ type: object.get('$type') as string, value: object.get('$value')! }),
      ]),
    );
    expect([css['size.body'], css['size.h6'], css['line.body']]).toEqual(['1rem', '1.5625rem', '1.5']);
    expect(made.problems).toEqual([]);
  });

  test('values out of range are refused in words', () => {
    for (const [more, part] of [
      [{ base: 0 }, 'base of 0px'],
      [{ ratio: 1 }, 'ratio of 1'],
      [{ ratio: NaN }, 'ratio of NaN'],
      [{ steps: [] }, '0 steps'],
      [{ baseStep: 'x' }, 'no step x'],
      [{ fluid: { base: 16, ratio: 1.2, from: 900, to: 400 } }, 'out of order'],
    ] as const)
      expect(typeScale.generate({ ...typeScale.standard, ...more } as never).problems[0]!.problem).toContain(
        part,
      );
  });
});

describe('spacing scales', () => {
  const px = (more: object) =>
    spacing
      .generate({ ...spacing.standard, ...more } as never)
      .tokens.map(({ path, object }) => [path, (object.get('$value') as Map<string, unknown>).get('value')]);
  test('linear, doubling, and a list of one’s own', () => {
    expect(px({ method: 'linear', count: 3 })).toEqual([
      ['100', 4],
      ['200', 8],
      ['300', 12],
    ]);
    expect(px({ method: 'doubling', count: 4, base: 2 })).toEqual([
      ['100', 2],
      ['200', 4],
      ['400', 8],
      ['800', 16],
    ]);
    expect(px({ multiples: [0.5, 1.25] })).toEqual([
      ['50', 2],
      ['125', 5],
    ]);
  });
  test('what falls off the rhythm is said', () => {
    const { warnings } = spacing.generate({ ...spacing.standard, multiples: [1, 1.5] });
    expect(warnings).toEqual(['150 is 6px, which is not a multiple of 4px; the nearest is 8px']);
  });
});

test('whatever parameters hold, a recipe answers and does not throw', () => {
  fc.assert(
    fc.property(fc.constantFrom(...RECIPES.values()), fc.object(), (kind, given) => {
      const merged = completed(kind.standard, { ...kind.standard, ...given });
      expect(Array.isArray(kind.generate(merged as never).problems)).toBe(true);
    }),
  );
});

/** What each number may be, its limits with it. */
describe('what a recipe is refused for', () => {
  const problems = (kind: { generate(given: never): { problems: { problem: string }[] } }, given: object) =>
    kind.generate(given as never).problems.map(({ problem }) => problem);
  const fluid = { base: 14, ratio: 1.2, from: 400, to: 1200 };

  test.each<[object, RegExp[]]>([
    [{ base: 1 }, []],
    [{ base: 0.99 }, [/base of 0\.99px is out of range/]],
    [{ base: 400 }, []],
    [{ base: 401 }, [/base of 401px/]],
    [{ ratio: 1 }, [/ratio of 1 is out of range/]],
    [{ ratio: 1.01 }, []],
    [{ ratio: 4 }, []],
    [{ ratio: 4.01 }, [/ratio of 4\.01/]],
    [{ steps: [] }, [/^0 steps are out of range/, /There is no step body/]],
    [{ steps: ['body', 'a', 'a'] }, [/two steps called a/]],
    [{ steps: ['body', 'a.b'] }, [/./]],
    [{ steps: Array.from({ length: 40 }, (_, i) => `s${i}`), baseStep: 's0' }, []],
    [{ steps: Array.from({ length: 41 }, (_, i) => `s${i}`), baseStep: 's0' }, [/^41 steps/]],
    [{ baseStep: 'gone' }, [/There is no step gone/]],
    [{ fluid }, []],
    [{ fluid: { ...fluid, from: 0 } }, [/Widths from 0 to 1200px are out of order/]],
    [{ fluid: { ...fluid, to: 400 } }, [/Widths from 400 to 400px/]],
    [{ fluid: { ...fluid, ratio: 1 } }, [/narrow window/]],
    [{ fluid: { ...fluid, ratio: 4.5 } }, [/narrow window/]],
    [{ fluid: { ...fluid, base: 0.5 } }, [/narrow window/]],
  ])('a type scale of %j', (given, words) => {
    const found = problems(typeScale, given);
    expect(found).toHaveLength(words.length);
    words.forEach((word, i) => expect(found[i]).toMatch(word));
  });

  test.each<[object, RegExp[]]>([
    [{ base: 0 }, [/base of 0px is out of range/]],
    [{ base: 200 }, []],
    [{ base: 201 }, [/base of 201px/]],
    [{ method: 'linear', count: 1 }, []],
    [{ method: 'linear', count: 40 }, []],
    [{ method: 'linear', count: 41 }, [/^41 steps/]],
    [{ method: 'list', count: 900 }, []],
    [{ multiples: [] }, [/^The list is empty/]],
    [{ multiples: [0, 1] }, []],
    [{ multiples: [1, -1] }, [/number of 0 or more/]],
    [{ multiples: [1, 'two'] }, [/number of 0 or more/]],
  ])('a spacing scale of %j', (given, words) => {
    const found = problems(spacing, given);
    expect(found).toHaveLength(words.length);
    words.forEach((word, i) => expect(found[i]).toMatch(word));
  });
});

test('line heights go evenly from that of the smallest step to that of the largest', () => {
  const lines = (steps: string[]) =>
    typeScale
      .generate({ ...typeScale.standard, steps, baseStep: steps[0]!, base: 100, ratio: 1.0001, rounding: 1, rhythm: 1, leading: { small: 1.5, large: 1.1 } } as never)
      .tokens.flatMap(({ path, object }) => (path.startsWith('line.') ? [object.get('$value')] : []));
  expect(lines(['a', 'b', 'c', 'd', 'e'])).toEqual([1.5, 1.4, 1.3, 1.2, 1.1]);
  expect(lines(['a'])).toEqual([1.5]);
}); // prettier-ignore

test.each<[unknown, object]>([
  [null, { a: 1, b: 'x', c: [1], d: null }],
  [undefined, { a: 1, b: 'x', c: [1], d: null }],
  ['a', { a: 1, b: 'x', c: [1], d: null }],
  [{ a: 2 }, { a: 2, b: 'x', c: [1], d: null }],
  [
    { a: '2', b: 3, c: { 0: 2 }, e: 5 },
    { a: 1, b: 'x', c: [1], d: null },
  ],
  [
    { c: [], d: { e: 1 }, b: '' },
    { a: 1, b: '', c: [], d: { e: 1 } },
  ],
  [Object.create({ a: 7 }), { a: 1, b: 'x', c: [1], d: null }],
])('parameters %j are completed', (given, expected) => {
  const standard = { a: 1, b: 'x', c: [1], d: null };
  expect(completed<object>(standard, given)).toEqual(expected);
  expect(standard).toEqual({ a: 1, b: 'x', c: [1], d: null });
});
