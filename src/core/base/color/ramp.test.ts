import fc from 'fast-check';
import { hex as wcag } from 'wcag-contrast';
import { colorText, parseColor, rgbOf } from './color';
import { contrastRatio } from './contrast';
import { lchOf } from './gamut';
import { ramp, turnedOver, type RampPlan } from './ramp';

const plan = (more: Partial<RampPlan> = {}): RampPlan => ({
  steps: ['100', '300', '500', '700', '900'],
  anchors: ['#0a5d6a'],
  keepAnchors: true,
  lightness: [{ at: 0, value: 0.96 }, { at: 1, value: 0.2 }],
  chroma: [{ at: 0, value: 1 }],
  hue: [{ at: 0, value: 0 }],
  needs: [],
  gamut: 'srgb',
  ...more,
}); // prettier-ignore
const texts = (made: ReturnType<typeof ramp>) => made.steps.map(({ color }) => colorText(color));
const ratio = (made: ReturnType<typeof ramp>, a: string, b: string) => {
  const color = (name: string) => made.steps.find((step) => step.name === name)!.color;
  return contrastRatio(rgbOf(color(a)), rgbOf(color(b)));
};

test('lightness falls along the curve, and an anchor that is kept stands at the nearest step, exactly', () => {
  const made = ramp(plan());
  expect(made.problems).toEqual([]);
  expect(made.steps.map(({ name }) => name)).toEqual(['100', '300', '500', '700', '900']);
  const lightness = made.steps.map(({ color }) => lchOf(color).l);
  for (let i = 1; i < lightness.length; i++) expect(lightness[i]).toBeLessThan(lightness[i - 1]!);
  expect([lightness[0], lightness[4]]).toEqual([expect.closeTo(0.96, 1), expect.closeTo(0.2, 1)]);
  expect(made.steps.filter(({ anchor }) => anchor).map(({ color }) => colorText(color))).toEqual(['#0a5d6a']);
  expect(ramp(plan({ keepAnchors: false })).steps.some(({ anchor }) => anchor)).toBe(false);
});

test('two anchors are both kept, each at a step of its own, though one step is nearest to both', () => {
  const made = ramp(plan({ anchors: ['#0a5d6a', '#0b5e6b', '#f0fbfd'] }));
  const kept = made.steps.filter(({ anchor }) => anchor).map(({ color }) => colorText(color));
  expect(kept.sort()).toEqual(['#0a5d6a', '#0b5e6b', '#f0fbfd']);
});

test('chroma and hue follow their curves; a grey anchor gives greys', () => {
  const plain = lchOf(ramp(plan({ keepAnchors: false })).steps[2]!.color);
  const half = lchOf(ramp(plan({ keepAnchors: false, chroma: [{ at: 0, value: 0.5 }] })).steps[2]!.color);
  expect(half.c / plain.c).toBeCloseTo(0.5, 1);
  const turned = lchOf(ramp(plan({ keepAnchors: false, hue: [{ at: 0, value: 40 }] })).steps[2]!.color);
  expect((turned.h - plain.h + 360) % 360).toBeGreaterThan(34);
  expect((turned.h - plain.h + 360) % 360).toBeLessThan(46);
  for (const { color } of ramp(plan({ anchors: ['#777777'] })).steps)
    expect(lchOf(color).c).toBeLessThan(0.002);
  // No chroma is less than none.
  for (const { color } of ramp(plan({ keepAnchors: false, chroma: [{ at: 0, value: -1 }] })).steps)
    expect(lchOf(color).c).toBeLessThan(0.002);
});

test('contrasts asked for are reached, on steps and on colours, as the package wcag-contrast counts', () => {
  const needs = [
    { step: '700', ratio: 4.5, on: ['100', '#ffffff'] },
    { step: '900', ratio: 7, on: ['300'] },
  ];
  const made = ramp(plan({ keepAnchors: false, needs }));
  expect(made.problems).toEqual([]);
  const [first, second, , fourth, last] = texts(made) as [string, string, string, string, string];
  expect(wcag(fourth, first)).toBeGreaterThanOrEqual(4.5);
  expect(wcag(fourth, '#ffffff')).toBeGreaterThanOrEqual(4.5);
  expect(wcag(last, second)).toBeGreaterThanOrEqual(7);
});

test('what cannot be reached is told with the most that can, and a kept anchor is not moved', () => {
  const far = ramp(plan({ keepAnchors: false, needs: [{ step: '500', ratio: 15, on: ['100', '900'] }] }));
  expect(far.problems).toHaveLength(1);
  expect(far.problems[0]!.problem).toMatch(
    /^Step 500 cannot reach 15 on (100|900) together with 15 on (100|900)$/,
  );
  expect(far.problems[0]!.problem).not.toMatch(/on (\d+) together with 15 on \1$/);
  const most = Number(/Ask for ([\d.]+) or less/.exec(far.problems[0]!.fix)![1]);
  expect(most).toBeCloseTo(Math.min(ratio(far, '500', '100'), ratio(far, '500', '900')), 1);
  // Of one need alone no other is spoken of.
  const one = ramp(plan({ keepAnchors: false, needs: [{ step: '500', ratio: 22, on: ['#ffffff'] }] }));
  expect(one.problems[0]!.problem).toBe('Step 500 cannot reach 22 on #ffffff');

  const kept = ramp(plan({ needs: [{ step: '700', ratio: 12, on: ['#ffffff'] }], anchors: ['#0a5d6a'] }));
  const anchor = kept.steps.find((step) => step.anchor)!;
  const asked = ramp(plan({ needs: [{ step: anchor.name, ratio: 12, on: ['#ffffff'] }] }));
  expect(colorText(asked.steps.find((step) => step.anchor)!.color)).toBe('#0a5d6a');
  expect(asked.problems).toEqual([
    {
      problem: expect.stringMatching(
        new RegExp(
          `^Step ${anchor.name} is an anchor that is kept exact, and reaches 7\\.\\d+ on #ffffff, not 12$`,
        ),
      ),
      fix: 'Ask another step for it, or do not keep anchors exact',
    },
  ]);
});

test.each<[string, Partial<RampPlan>, RegExp[]]>([
  ['one step', { steps: ['500'] }, [/two steps or more/]],
  ['no step', { steps: [] }, [/two steps or more/]],
  ['no anchor', { anchors: [] }, [/needs a colour to start from/]],
  ['neither', { steps: [], anchors: [] }, [/two steps or more/, /needs a colour/]],
  [
    'an anchor that is no colour',
    { anchors: ['teal-ish'] },
    [/“teal-ish” is not a colour/, /needs a colour/],
  ],
  [
    'a contrast of a step there is not',
    { needs: [{ step: '450', ratio: 3, on: ['100'] }] },
    [/There is no step 450/],
  ],
  [
    'a contrast on what is neither',
    { needs: [{ step: '500', ratio: 3, on: ['page'] }] },
    [/page is neither a step nor a colour/],
  ],
])('%s is told', (_what, more, problems) => {
  const made = ramp(plan(more));
  expect(made.problems.map(({ problem }) => problem)).toEqual(
    problems.map((one) => expect.stringMatching(one)),
  );
  for (const { fix } of made.problems) expect(fix.length).toBeGreaterThan(10);
  if (!('needs' in more)) expect(made.steps).toEqual([]);
});

test('two steps are a ramp; of several anchors one that is no colour is told and the others count', () => {
  expect(ramp(plan({ steps: ['light', 'dark'], keepAnchors: false }))).toMatchObject({
    problems: [],
    steps: [{ name: 'light' }, { name: 'dark' }],
  });
  const made = ramp(plan({ anchors: ['#0a5d6a', 'no'] }));
  expect([made.steps.length, made.problems.length]).toEqual([5, 1]);
});

test('turned over for a dark ground, the first is the darkest and the range is the same', () => {
  const light = [{ at: 0, value: 0.96 }, { at: 0.25, value: 0.8 }, { at: 1, value: 0.2 }]; // prettier-ignore
  const dark = turnedOver(light);
  const values = (knots: typeof light) => knots.map(({ value }) => value).sort();
  expect([values(dark)[0], values(dark).at(-1)]).toEqual([expect.closeTo(0.2, 9), expect.closeTo(0.96, 9)]);
  const sorted = [...dark].sort((a, b) => a.at - b.at);
  expect(sorted[0]!.value).toBeLessThan(sorted.at(-1)!.value);
  expect(parseColor(texts(ramp(plan({ lightness: dark, keepAnchors: false })))[0]!)).toBeDefined();
  const [first, ...rest] = ramp(plan({ lightness: dark, keepAnchors: false })).steps.map(({ color }) => lchOf(color).l);
  for (const l of rest) expect(l).toBeGreaterThan(first!);
}); // prettier-ignore

const lightnessOf = (made: ReturnType<typeof ramp>) => made.steps.map(({ color }) => lchOf(color).l);
const isOrdered = (all: readonly number[]) => {
  const steps = all.slice(1).map((l, i) => Math.sign(l - all[i]!));
  return new Set(steps).size === 1 && steps[0] !== 0;
};

test('a step that has to move takes those beside it along, so that the order stays', () => {
  // 300 has to become darker than 500 and 700 were.
  const needs = [{ step: '300', ratio: 9, on: ['#ffffff'] }];
  for (const more of [{}, { lightness: turnedOver(plan().lightness), needs: [{ step: '300', ratio: 9, on: ['#000000'] }] }]) {
    const made = ramp(plan({ keepAnchors: false, needs, ...more }));
    expect(made.problems).toEqual([]);
    expect(isOrdered(lightnessOf(made))).toBe(true);
  }
  const light = ramp(plan({ keepAnchors: false, needs }));
  expect(wcag(texts(light)[1]!, '#ffffff')).toBeGreaterThanOrEqual(9);
}); // prettier-ignore

test('where two steps that are asked for have to pass each other, that is said', () => {
  const needs = [
    { step: '300', ratio: 9, on: ['#ffffff'] },
    { step: '700', ratio: 9, on: ['#000000'] },
  ];
  const made = ramp(plan({ keepAnchors: false, needs }));
  expect(made.problems).toEqual([
    {
      problem:
        'Step 700 has to pass 300 in lightness to reach 9 on #000000, so that the steps are out of order',
      fix: 'Ask for less, or ask it of another step',
    },
  ]);
  const anchored = ramp(plan({ needs: [{ step: '900', ratio: 9, on: ['#000000'] }] }));
  expect(anchored.problems[0]!.fix).toContain('do not keep anchors exact');
});

test('whatever is asked of which step, the order stays or it is said why not', () => {
  const names = plan().steps;
  const need = fc.record({
    step: fc.constantFrom(...names),
    ratio: fc.constantFrom(1.5, 3, 4.5, 7, 12),
    on: fc.array(fc.constantFrom(...names, '#ffffff', '#000000', '#777777'), { minLength: 1, maxLength: 2 }),
  });
  fc.assert(
    fc.property(fc.array(need, { maxLength: 3 }), fc.boolean(), fc.constantFrom('#0a5d6a', '#b4236a', '#d9c400'), (needs, keepAnchors, anchor) => {
      const made = ramp(plan({ needs, keepAnchors, anchors: [anchor] }));
      const ordered = isOrdered(lightnessOf(made));
      if (made.problems.length === 0) expect(ordered).toBe(true);
    }),
  );
}); // prettier-ignore

test('between anchors the hue goes the short way round, and a grey has none to go to', () => {
  const hues = (anchors: string[]) =>
    ramp(plan({ anchors, keepAnchors: false, steps: Array.from({ length: 9 }, (_, i) => String(i)) }))
      .steps.map(({ color }) => lchOf(color))
      .filter(({ c }) => c > 0.02)
      .map(({ h }) => h);
  // From a red at about 20° to a violet at about 300°: by way of 0°, not of 160°.
  for (const h of hues(['#f4a3a8', '#4b1d7a'])) expect(h > 280 || h < 40).toBe(true);
  // From 300° to 20° the other way.
  for (const h of hues(['#c9b3ef', '#7a1420'])) expect(h > 280 || h < 40).toBe(true);
  const teal = lchOf(parseColor('#0a5d6a')!).h;
  for (const h of hues(['#0a5d6a', '#eeeeee'])) expect(Math.abs(h - teal)).toBeLessThan(12);
});

const lightness = (made: ReturnType<typeof ramp>) => made.steps.map(({ color }) => lchOf(color).l);

test('between anchors of two hues the steps go from the one to the other', () => {
  const anchors = ['oklch(0.85 0.08 40)', 'oklch(0.3 0.08 100)'];
  const made = ramp(plan({ anchors, keepAnchors: false }));
  const hues = made.steps.map(({ color }) => lchOf(color).h);
  // The first is so light that its hex text says little of its hue.
  for (let i = 2; i < hues.length; i++) expect(hues[i]).toBeGreaterThan(hues[i - 1]! - 2);
  expect(hues[2]).toBeGreaterThan(55);
  expect(hues[2]).toBeLessThan(90);
  // From a grey there is no way to go: all have the hue of the other.
  const grey = ramp(plan({ anchors: ['oklch(0.85 0 300)', 'oklch(0.3 0.08 100)'], keepAnchors: false }));
  for (const { color } of grey.steps.slice(2)) expect(Math.abs(lchOf(color).h - 100)).toBeLessThan(10);
});

test('a kept anchor off the curve bends it: all between go the same way, by less, and the ends stay', () => {
  const straight = lightness(ramp(plan({ keepAnchors: false })));
  // Its lightness is between those of 500 and 700: it stands at the nearer, and pulls the curve there.
  for (const anchor of ['oklch(0.50 0.08 210)', 'oklch(0.66 0.08 210)']) {
    const made = ramp(plan({ anchors: [anchor] }));
    const at = made.steps.findIndex((step) => step.anchor);
    const bent = lightness(made).map((l, i) => l - straight[i]!);
    expect(Math.abs(bent[at]!)).toBeGreaterThan(0.03);
    expect(bent.at(0)).toBeCloseTo(0, 1);
    expect(bent.at(-1)).toBeCloseTo(0, 1);
    bent.forEach((moved, i) => {
      if (i === at) return;
      expect(Math.sign(bent[at]!) * moved).toBeGreaterThan(-0.005);
      expect(Math.abs(moved)).toBeLessThan(Math.abs(bent[at]!));
    });
  }
});

test('steps that nothing is asked of are spread evenly between those that had to move', () => {
  const steps = ['50', '100', '200', '300', '400', '500', '600', '700', '800'];
  const needs = [{ step: '300', ratio: 9, on: ['#ffffff'] }];
  const made = ramp(plan({ steps, needs, keepAnchors: false }));
  expect(made.problems).toEqual([]);
  const l = lightness(made);
  // After it, evenly from where it stands to where the ramp ended before.
  const gaps = (from: number, to: number) => l.slice(from, to).map((one, i) => one - l[from + i + 1]!);
  for (const gap of gaps(3, 8)) expect(gap).toBeCloseTo((l[3]! - l[8]!) / 5, 1);
  expect(l[8]).toBeCloseTo(0.2, 1);
  // Before it nothing was out of order: those steps stay as they were.
  const before = lightness(ramp(plan({ steps, keepAnchors: false })));
  expect(l.slice(0, 3)).toEqual(before.slice(0, 3));
});

test('where a step goes past the end of the ramp, those behind it share what is left', () => {
  const steps = ['50', '100', '200', '300', '400'];
  // Darker than the last step was.
  const dark = lightness(ramp(plan({ steps, lightness: [{ at: 0, value: 0.9 }, { at: 1, value: 0.5 }], keepAnchors: false, needs: [{ step: '200', ratio: 12, on: ['#ffffff'] }] }))); // prettier-ignore
  expect(dark[4]).toBeCloseTo(dark[2]! / 2, 1);
  expect(dark[3]! - dark[4]!).toBeCloseTo(dark[2]! - dark[3]!, 1);
  // And lighter than the last of one that rises.
  const light = lightness(ramp(plan({ steps, lightness: [{ at: 0, value: 0.2 }, { at: 1, value: 0.5 }], keepAnchors: false, needs: [{ step: '200', ratio: 9, on: ['#000000'] }] }))); // prettier-ignore
  expect(light[4]).toBeCloseTo((light[2]! + 1) / 2, 1);
  expect(light[3]! - light[2]!).toBeCloseTo(light[4]! - light[3]!, 1);
});

test('a step asked to stand out from itself alone is asked nothing, and moves with the others', () => {
  const steps = ['100', '300', '500', '700', '900'];
  const needs = [
    { step: '300', ratio: 7, on: ['300'] },
    { step: '500', ratio: 14, on: ['#ffffff'] },
    { step: '700', ratio: 7, on: ['700'] },
  ];
  const made = ramp(plan({ steps, needs, keepAnchors: false, lightness: [{ at: 0, value: 0.9 }, { at: 1, value: 0.4 }] })); // prettier-ignore
  const l = lightness(made);
  for (let i = 1; i < l.length; i++) expect(l[i]).toBeLessThan(l[i - 1]!);
  expect(made.problems).toEqual([]);
});
