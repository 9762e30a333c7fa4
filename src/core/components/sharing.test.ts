import { isDeepStrictEqual } from 'node:util';
import fc from 'fast-check';
import type { ComponentDefinition, Condition, StyleEntry, StyleRule } from './definition';
import { itemsOf, ordered, type Items } from '../document/item';
import { tokenSystemOf } from '../tokens/token-tree';
import { Resolution } from '../tokens/resolve';
import { matrix, matrixInSteps } from '@/editing/components/queries/matrix';
import { demo, opened } from '@/testing/library';
import { combinations, combinationsOf, isAllowed } from './combinations';
import { composedItems, entryHome } from './compose';
import { allMatch, defaultProps, effectiveStates } from './condition';
import { ruleCounts } from './counts';
import { cellChecks, matrixOf } from './matrix';
import { renderNested, slotProblem, withNested } from './nested';
import { renderComponent } from './render';
import { declaredStyle, rulesBySpecificity } from './style';

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

/** What rules come to, read plainly: every combination rendered and declared on its own, and compared with the others. */
function plainCounts(component: ComponentDefinition) {
  const all = combinationsOf(component);
  const rules = rulesBySpecificity(component);
  const looks = all.map((combination) => {
    const styled = [...declaredStyle(component, combination)].filter(([, said]) => said.length > 0);
    const declared = styled.map(([part, said]) => [
      part,
      ...said.map(({ property, value: bound }) => JSON.stringify([property, bound])).sort(),
    ]);
    const html = renderComponent(component, combination).replace(/ data-[a-z-]+(="[^"]*")?/g, '');
    return JSON.stringify([html, [...effectiveStates(combination.states)], declared.sort()]);
  });
  const at = (props: Record<string, string>, states: readonly string[]) =>
    all.findIndex((one) => isDeepStrictEqual([one.props, one.states], [props, states]));
  const matcher = ordered(component.props).filter(({ kind }) => kind === 'choice' || kind === 'flag');
  const idle = matcher.filter(({ name }) =>
    all.every(({ props, states }, i) => {
      const other = at({ ...props, [name]: all[0]!.props[name]! }, states);
      return other < 0 || looks[other] === looks[i];
    }),
  );
  const holds = rules.map((rule) => all.filter((one) => allMatch(rule.when, one)));
  const wins = rules.map(({ id }, i) =>
    holds[i]!.some((one) =>
      [...declaredStyle(component, one).values()].flat().some(({ rule }) => rule === id),
    ),
  );
  return {
    combinations: all.length,
    alike: all.length - new Set(looks).size,
    idle: idle.map(({ name }) => name),
    never: rules.filter((_, i) => holds[i]!.length === 0).map(({ id }) => id),
    overruled: rules.filter((_, i) => holds[i]!.length > 0 && !wins[i]).map(({ id }) => id),
  };
}

test('what rules come to, counted by sharing, is what it is read plainly', () => {
  fc.assert(
    fc.property(varied, (component) => {
      const { ties, ...counts } = ruleCounts(component);
      expect(counts).toEqual(plainCounts(component));
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
