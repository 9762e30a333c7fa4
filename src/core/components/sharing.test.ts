import { isDeepStrictEqual } from 'node:util';
import fc from 'fast-check';
import type { ComponentDefinition, Condition, StyleEntry, StyleRule } from './definition';
import { itemsOf, type Items } from '../document/item';
import { cssLine } from '../tokens/css-text';
import { tokenSystemOf } from '../tokens/token-tree';
import { Resolution } from '../tokens/resolve';
import { matrix, matrixInSteps } from '@/editing/components/queries/matrix';
import { demo, opened } from '@/testing/library';
import { combinations, combinationsOf, isAllowed } from './combinations';
import { composedItems, entryHome } from './compose';
import { defaultProps, type allMatch } from './condition';
import { ruleCounts } from './counts';
import { cellChecks, matrixOf } from './matrix';
import { renderNested, slotProblem, withNested } from './nested';
import { declaredStyle } from './style';

const document = demo();
const items: Items = document.items;
const resolution = new Resolution(tokenSystemOf(items));
const library = opened(document);
const backdrop = () => ({ r: 1, g: 1, b: 1, alpha: 1 });
const button = itemsOf(items, 'component').find(({ name }) => name === 'button')!;
const named = (name: string) => itemsOf(items, 'component').find((one) => one.name === name)!;

const condition = fc.oneof(
  fc.record({
    kind: fc.constant('choice' as const),
    prop: fc.constantFrom('tone', 'size'),
    is: fc.uniqueArray(fc.constantFrom('primary', 'quiet', 'danger', 'regular', 'large'), {
      minLength: 1,
      maxLength: 2,
    }),
  }),
  fc.record({ kind: fc.constant('flag' as const), prop: fc.constant('wide'), is: fc.boolean() }),
  fc.record({
    kind: fc.constant('state' as const),
    state: fc.constantFrom('hover', 'active', 'disabled', 'focus-visible'),
  }),
);
const value = fc.oneof(
  fc.constantFrom('#777777', '#ffffff', '#123456', '#00617e').map((raw) => ({ raw })),
  fc
    .constantFrom('color.text.default', 'color.surface.raised', 'color.action.surface')
    .map((path) => ({ token: { path } })),
);
const rule = fc.record({
  kind: fc.constant('rule' as const),
  when: fc.array(condition, { maxLength: 3 }),
  part: fc.constantFrom('root', 'label', 'icon'),
  declarations: fc.array(fc.tuple(fc.constantFrom('color', 'background-color', 'border-color'), value), {
    maxLength: 3,
  }),
  comment: fc.constant(''),
});
const varied = fc
  .tuple(
    fc.array(rule, { maxLength: 12 }),
    fc.array(fc.array(condition, { minLength: 1, maxLength: 2 }), { maxLength: 2 }),
  )
  .map(([rules, excluded]): ComponentDefinition => ({
    ...button,
    entries: Object.fromEntries(
      rules.map((one, i) => [
        `entry_${i}`,
        { ...one, order: `a${String.fromCharCode(65 + i)}` } as StyleEntry,
      ]),
    ),
    excluded: Object.fromEntries(excluded.map((when, i) => [`ex_${i}`, { order: `a${i}`, when, why: '' }])),
  }));

/** MODEL's definition read plainly: of the rules that hold, the one of most conditions, the later among equals. */
function winner(
  component: ComponentDefinition,
  part: string,
  property: string,
  combination: Parameters<typeof allMatch>[1],
) {
  // MODEL, State: active implies hover, and disabled excludes all others.
  const states = new Set(combination.states);
  if (states.has('active')) states.add('hover');
  if (states.has('disabled')) for (const other of [...states]) if (other !== 'disabled') states.delete(other);
  const holds = (one: Condition) => {
    if (one.kind === 'state') return states.has(one.state);
    const said = combination.props[one.prop] ?? '';
    return one.kind === 'flag' ? (said === 'true') === one.is : one.is.includes(said);
  };
  let best: { weight: number; order: string; value: unknown } | undefined;
  for (const entry of Object.values(component.entries)) {
    if (entry.kind !== 'rule' || entry.part !== part || !entry.when.every(holds)) continue;
    const said = entry.declarations.filter(([name]) => name === property).at(-1);
    if (!said) continue;
    const weight = entry.when.length;
    if (!best || weight > best.weight || (weight === best.weight && entry.order > best.order))
      best = { weight, order: entry.order, value: said[1] };
  }
  return best?.value;
}

test('what wins a property is what the definition says, in every combination', () => {
  fc.assert(
    fc.property(varied, (component) => {
      const forced = { props: defaultProps(component), states: ['hover', 'focus-visible', 'disabled'] };
      for (const combination of [...combinationsOf(component), forced]) {
        const style = declaredStyle(component, combination);
        for (const part of ['root', 'label', 'icon'])
          for (const property of ['color', 'background-color', 'border-color'])
            expect(style.get(part)?.find((one) => one.property === property)?.value).toEqual(
              winner(component, part, property, combination),
            );
      }
    }),
    { numRuns: 40 },
  );
});

/** A colour as a declaration says it, in one context; undefined: none is said. */
function hexOf(bound: unknown, context: number): string | undefined {
  const said = bound as { raw?: string; token?: { path: string } } | undefined;
  return said?.raw ?? (said?.token && cssLine(resolution.value(said.token.path, context)!));
}
/** WCAG 2.2: relative luminance, and the ratio of two. Written anew: `base/color` is what it checks. */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const channel = Number.parseInt(hex.slice(at, at + 2), 16) / 255;
    return channel <= 0.04045 ? channel / 12.92 : ((channel + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
const ratioOf = (a: string, b: string) => {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
};

test('the contrast of a label is that of its colour, or of the root’s, on the nearest ground, lowest over all contexts', () => {
  let compared = 0;
  fc.assert(
    fc.property(varied, (component) => {
      for (const { combination, checks } of matrixOf(component, items, resolution, backdrop).cells) {
        const said = (part: string, property: string) => winner(component, part, property, combination);
        const ratios = resolution.contexts.flatMap((_, context) => {
          const color = hexOf(said('label', 'color') ?? said('root', 'color'), context);
          const ground = said('label', 'background-color') ?? said('root', 'background-color');
          return color ? [ratioOf(color, hexOf(ground, context) ?? '#ffffff')] : [];
        });
        const check = checks.find((one) => one.part === 'label' && one.kind === 'text');
        if (ratios.length === 0) continue;
        compared++;
        expect(check?.ratio).toBeCloseTo(Math.min(...ratios), 6);
        // Text needs 4.5 (1.4.3); of what is disabled nothing is asked.
        const needs = combination.states.includes('disabled') ? undefined : 4.5;
        expect(check?.needs).toBe(needs);
        expect(check?.passes).toBe(needs === undefined || Math.min(...ratios) >= needs);
      }
    }),
    { numRuns: 40 },
  );
  expect(compared).toBeGreaterThan(500);
});

test('a matrix that shares work says what each cell says on its own', () => {
  fc.assert(
    fc.property(varied, (component) => {
      const { cells } = matrixOf(component, items, resolution, backdrop);
      for (const { combination, checks, fails } of cells) {
        const alone = cellChecks(component, items, resolution, combination, backdrop);
        expect(checks).toEqual(alone);
        expect(fails).toBe(alone.some(({ ratio, passes }) => ratio !== undefined && !passes));
      }
    }),
    { numRuns: 25 },
  );
});

/** The states that hold together with those forced (MODEL, State). */
function statesOf(forced: readonly string[]): string[] {
  if (forced.includes('disabled')) return ['disabled'];
  return [...new Set([...forced, ...(forced.includes('active') ? ['hover'] : [])])].sort();
}

const PARTS = ['root', 'label', 'icon'];
const PROPERTIES = ['color', 'background-color', 'border-color'];

/**
 * What rules come to, read plainly: every combination by the definition above, without the code that counts them. Two look
 * alike where the same values win in the same states; the template shows the same but for its attributes of props.
 */
function plainCounts(component: ComponentDefinition) {
  const all = combinationsOf(component);
  const rules = Object.entries(component.entries).flatMap(([id, entry]) =>
    entry.kind === 'rule' ? [{ id, ...entry }] : [],
  );
  const looks = all.map((combination) =>
    JSON.stringify([
      statesOf(combination.states),
      PARTS.map((part) =>
        PROPERTIES.map((property) => winner(component, part, property, combination) ?? null),
      ),
      // The template of the button binds one state to an attribute of its own.
      statesOf(combination.states).includes('disabled'),
    ]),
  );
  const applies = (rule: StyleRule, one: (typeof all)[number]) =>
    winner(
      { ...component, entries: { only: { ...rule, declarations: [['color', { raw: 'on' }]] } } },
      rule.part,
      'color',
      one,
    ) !== undefined;
  const wins = (rule: StyleRule & { id: string }, one: (typeof all)[number]) =>
    applies(rule, one) &&
    rule.declarations.some(([property]) => {
      // It wins a property if leaving the rule out changes who says it.
      const marked = rule.declarations.map(([name]): [string, { raw: string }] => [name, { raw: rule.id }]);
      const entries = { ...component.entries, [rule.id]: { ...rule, declarations: marked } };
      const value = winner({ ...component, entries }, rule.part, property, one) as
        { raw?: string } | undefined;
      return value?.raw === rule.id;
    });
  const axes = Object.values(component.props)
    .filter(({ kind }) => kind === 'choice' || kind === 'flag')
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  const idle = axes.filter(({ name }) =>
    all.every(({ props, states }, i) => {
      const first = { ...props, [name]: all[0]!.props[name]! };
      const other = all.findIndex((one) => isDeepStrictEqual([one.props, one.states], [first, states]));
      return other < 0 || looks[other] === looks[i];
    }),
  );
  const never = rules.filter((rule) => !all.some((one) => applies(rule, one)));
  const overruled = rules.filter((rule) => !never.includes(rule) && !all.some((one) => wins(rule, one)));
  return {
    combinations: all.length,
    alike: all.length - new Set(looks).size,
    idle: idle.map(({ name }) => name),
    never: never.map(({ id }) => id).sort(),
    overruled: overruled.map(({ id }) => id).sort(),
  };
}

test('what rules come to, counted by sharing, is what it is read plainly', () => {
  fc.assert(
    fc.property(varied, (component) => {
      const { ties, ...counts } = ruleCounts(component);
      const sorted = { ...counts, never: [...counts.never].sort(), overruled: [...counts.overruled].sort() };
      expect(sorted).toEqual(plainCounts(component));
      // Of equal rules that disagree, the later one is the one that wins somewhere.
      const strength = (id: string) => (component.entries[id] as StyleRule).when.length;
      for (const { first, second } of ties) expect(strength(first)).toBe(strength(second));
    }),
    { numRuns: 15 },
  );
});

test('long work says how far it is, and comes to the same in steps', () => {
  const steps = matrixInSteps(library, { name: 'button', lens: library.resolution.contexts[0]! });
  const shares: number[] = [];
  let step = steps.next();
  for (; !step.done; step = steps.next()) shares.push(step.value);
  expect(shares.length).toBeGreaterThan(2);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
  expect(shares.every((share) => share > 0 && share <= 1)).toBe(true);
  expect(step.value).toEqual(matrix(library, { name: 'button', lens: library.resolution.contexts[0]! }));
});

test('what is excluded is in no combination, and all else is', () => {
  fc.assert(
    fc.property(varied, (component) => {
      const { all, excluded, size } = combinations(component);
      expect(all.every((one) => isAllowed(component, one))).toBe(true);
      expect(all.length + excluded).toBe(size);
      expect(
        combinationsOf({ ...component, excluded: {} }).filter((one) => isAllowed(component, one)),
      ).toEqual(all);
    }),
  );
});

test('of too many combinations an even sample is taken: every value of every axis as often as the others', () => {
  const choice = (name: string, order: string) => ({
    order,
    name,
    kind: 'choice' as const,
    values: Array.from({ length: 10 }, (_, i) => `v${i}`),
    default: 'v0',
    description: '',
  });
  const wide: ComponentDefinition = { ...button, excluded: {}, props: Object.fromEntries(['a', 'b', 'c', 'd', 'e'].map((name, i) => [`prop_${name}`, choice(name, `a${i}`)])) }; // prettier-ignore
  const { all, size, sampled } = combinations(wide);
  expect([size, sampled, all.length]).toEqual([600_000, true, 20_000]);
  expect(new Set(all.map((one) => JSON.stringify(one))).size).toBe(20_000);
  for (const name of ['a', 'b', 'c', 'd', 'e']) {
    const counts = new Map<string, number>();
    for (const { props } of all) counts.set(props[name]!, (counts.get(props[name]!) ?? 0) + 1);
    expect(Math.min(...counts.values())).toBeGreaterThan(1900);
    expect(Math.max(...counts.values())).toBeLessThan(2100);
  }
});

test('a variation follows what it varies, and a rule set stands below its own rules', () => {
  const set = { id: 'ruleset_1', kind: 'ruleSet' as const, name: 'control', order: 'a0', entries: { entry_s: { order: 'a0', kind: 'rule' as const, when: [], part: 'root', declarations: [['cursor', { raw: 'help' }], ['gap', { raw: '1px' }]] as [string, { raw: string }][], comment: '' } } }; // prettier-ignore
  const own: StyleEntry = {
    order: 'a0',
    kind: 'rule',
    when: [],
    part: 'root',
    declarations: [['gap', { raw: '2px' }]],
    comment: '',
  };
  const variation: ComponentDefinition = { ...button, id: 'component_v', name: 'chip', template: '', parts: {}, props: {}, guards: {}, entries: { entry_v: own }, variationOf: { id: button.id, path: 'button' }, bases: [{ id: set.id, path: set.name }] }; // prettier-ignore
  const all = new Map([...items, [set.id, set], [variation.id, variation]]);
  const made = composedItems(all).get('component_v') as ComponentDefinition;
  expect(made.template).toBe(button.template);
  expect(Object.values(made.props).map(({ name }) => name)).toEqual(
    Object.values(button.props).map(({ name }) => name),
  );
  const [rest] = combinationsOf(made);
  const style = new Map(
    declaredStyle(made, rest!)
      .get('root')!
      .map((one) => [one.property, one.value]),
  );
  expect([style.get('cursor'), style.get('gap')]).toEqual([{ raw: 'pointer' }, { raw: '2px' }]);
  expect(entryHome(variation, 'entry_s', all)).toEqual({ kind: 'ruleSet', name: 'control' });
  expect(entryHome(variation, Object.keys(button.entries)[0]!, all)).toEqual({
    kind: 'component',
    name: 'button',
  });
  // A circle of variations ends.
  const circle = new Map(all).set(button.id, { ...button, variationOf: { id: 'component_v', path: 'chip' } });
  expect(composedItems(circle).get('component_v')).toBeDefined();
  // Where nothing is composed the items are the very same.
  expect(composedItems(items)).toBe(items);
});

test('pieces stand in slots under the props passed to them; what does not fit is told', () => {
  const html = renderNested(named('departure-table'), items);
  expect(html.match(/part="time"/g)).toHaveLength(2);
  expect(html).toContain('data-status="delayed"');
  expect(html).toContain('15.05');
  expect(withNested([named('departure-table')], items).map(({ name }) => name)).toEqual([
    'departure-table',
    'sailing-row',
    'badge',
  ]);
  const piece = (name: string) => ({ component: { path: name }, props: {}, passed: {} });
  const rows = Object.values(named('departure-table').props).find(({ name }) => name === 'rows')!;
  expect(slotProblem(named('departure-table'), rows, [piece('button')], items)?.problem).toBe(
    'rows does not take button',
  );
  expect(
    slotProblem(named('departure-table'), { name: 'x', most: 1 }, [piece('badge'), piece('badge')], items)
      ?.problem,
  ).toBe('x takes one piece, not 2');
  expect(slotProblem(named('badge'), { name: 'x' }, [piece('departure-table')], items)?.problem).toBe(
    'badge would stand in itself: badge holds departure-table holds sailing-row holds badge',
  );
  expect(slotProblem(named('badge'), { name: 'x' }, [piece('nowhere')], items)?.problem).toBe(
    'There is nothing called nowhere to put in x',
  );
});
