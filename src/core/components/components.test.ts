import { lexer, parse } from 'css-tree';
import fc from 'fast-check';
import type { ComponentDefinition, Condition, StyleRule } from './definition';
import { ITEM_SAMPLES } from '@/testing/samples';
import { openTokens } from '../tokens/open';
import { Resolution } from '../tokens/resolve';
import { compileCss, componentClass } from './compile';
import { conditionsText, parseConditions } from './condition';
import { brokenGuards } from './guards';
import { combinationsOf } from './combinations';
import { matrixOf } from './matrix';
import { renderComponent } from './render';
import { declaredStyle } from './style';
import { parseTemplate } from './template';

const component = (changes: Partial<ComponentDefinition>): ComponentDefinition => ({
  id: 'component_1', kind: 'component', order: 'a0', name: 'button', description: '', rank: null, visibility: 'released', deprecation: null,
  template: '<button part="root" bind-disabled="disabled"><span part="label"><slot name="label"></slot></span></button>', states: [],
  parts: { part_1: { order: 'a0', name: 'root', shows: 'nothing', description: '' }, part_2: { order: 'a1', name: 'label', shows: 'text', description: '' } },
  props: {
    prop_1: { order: 'a0', name: 'tone', kind: 'choice', values: ['calm', 'loud'], default: 'calm', description: '' },
    prop_2: { order: 'a1', name: 'busy', kind: 'flag', values: [], default: '', description: '' },
    prop_3: { order: 'a2', name: 'label', kind: 'text', values: [], default: 'Go', description: '' },
  },
  entries: {}, guards: {}, ...changes,
}); // prettier-ignore

const condition: fc.Arbitrary<Condition> = fc.oneof(
  fc.record({
    kind: fc.constant('choice' as const),
    prop: fc.constant('tone'),
    is: fc.constantFrom<string[]>(['calm'], ['loud'], ['calm', 'loud']),
  }),
  fc.record({ kind: fc.constant('flag' as const), prop: fc.constant('busy'), is: fc.boolean() }),
  fc.record({
    kind: fc.constant('state' as const),
    state: fc.constantFrom('hover', 'active', 'disabled', 'focus-visible'),
  }),
);
const rules = fc
  .array(
    fc.tuple(
      fc.uniqueArray(condition, { selector: (c) => c.kind, maxLength: 3 }),
      fc.constantFrom('color', 'gap'),
    ),
    { maxLength: 8 },
  )
  .map((list) =>
    Object.fromEntries(
      list.map(([when, property], i): [string, StyleRule] => [
        `entry_${i}`,
        {
          order: `a${i}`,
          kind: 'rule',
          when,
          part: 'root',
          declarations: [[property, { raw: `v${i}` }]],
          comment: '',
        },
      ]),
    ),
  );

test('the strongest rule wins: more conditions first, later among equals (a brute-force reading)', () => {
  fc.assert(
    fc.property(rules, (entries) => {
      const button = component({ entries });
      for (const combination of combinationsOf(button)) {
        const found = declaredStyle(button, combination).get('root') ?? [];
        for (const property of ['color', 'gap']) {
          const holding = Object.entries(entries)
            .filter(([, rule]) => rule.declarations[0]![0] === property)
            .filter(([, rule]) =>
              rule.when.every((c) => {
                if (c.kind === 'choice') return c.is.includes(combination.props.tone!);
                if (c.kind === 'flag') return c.is === (combination.props.busy === 'true');
                const { states } = combination;
                return states.includes(c.state) || (c.state === 'hover' && states.includes('active'));
              }),
            );
          const most = Math.max(...holding.map(([, rule]) => rule.when.length));
          const winner = holding.filter(([, rule]) => rule.when.length === most).at(-1);
          expect(found.find((declared) => declared.property === property)?.rule).toBe(winner?.[0]);
        }
      }
    }),
  );
});

test('conditions are read as they are written', () => {
  fc.assert(
    fc.property(fc.array(condition, { maxLength: 3 }), (list) =>
      expect(parseConditions(conditionsText(list))).toEqual(list),
    ),
  );
  expect(() => parseConditions('tone = calm')).toThrow('is not a valid condition');
});

test('choices, flags and states multiply; what cannot be operated is shown at rest', () => {
  expect(combinationsOf(component({}))).toHaveLength(2 * 2 * 6);
  expect(combinationsOf(component({ template: '<p part="root"></p>', states: ['busy'] }))).toHaveLength(
    2 * 2 * 2,
  );
});

test('compiled CSS passes the lexer of css-tree, property by property', () => {
  fc.assert(
    fc.property(ITEM_SAMPLES.component, (item) => {
      const css = compileCss(item as ComponentDefinition, new Map(), () => 'color');
      const tree = parse(css, { onParseError: (error) => expect(error).toBeUndefined() });
      expect(tree.type).toBe('StyleSheet');
    }),
  );
  const entries = {
    entry_1: {
      order: 'a0',
      kind: 'rule' as const,
      when: parseConditions('tone is loud and state is hover'),
      part: 'label',
      declarations: [['color', { raw: '#ffffff' }]] as StyleRule['declarations'],
      comment: '',
    },
  };
  expect(lexer.matchProperty('color', '#ffffff').error).toBeNull();
  expect(compileCss(component({ entries }), new Map(), () => undefined)).toContain(
    '[data-tone="loud"]:is(:hover, [data-state~="hover"])',
  );
});

/** Hostile templates: what runs, loads or leads away is refused by name; the rest is read. */
test.each([
  ['<button part="root"><script>parent.document.title="x"</script></button>', '<script>'],
  ['<button part="root" onclick="alert(1)"></button>', 'onclick'],
  ['<a part="root" href="javascript:alert(1)">x</a>', 'leads outside'],
  ['<div part="root"><img src="https://example.test/x.png"></div>', 'leads outside'],
  ['<div part="root"><iframe src="/"></iframe></div>', '<iframe>'],
  [
    '<div part="root"><svg><foreignObject><body onload="x"></body></foreignObject></svg></div>',
    'foreignobject',
  ],
  ['<div part="root" style="position:fixed">x</div>', 'style'],
  ['<p>no part</p>', 'part="root"'],
  ['<p part="root"></p><p></p>', 'exactly one element'],
  ['', 'empty'],
  ['<div part="root" when="tone = x"></div>', 'is not a valid condition'],
])('%s is refused', (html, words) => {
  const { findings } = parseTemplate(html);
  expect(
    findings
      .map((finding) => `${finding.message} ${finding.fix}`)
      .join('\n')
      .toLowerCase(),
  ).toContain(words.toLowerCase());
});

test('arbitrary markup neither crashes nor leaves anything that runs', () => {
  const scraps = fc.array(
    fc.constantFrom(
      '<div part="root">',
      '</div>',
      '<script>',
      'x',
      '<img src=x onerror=1>',
      '<svg onload=1>',
      '<a href="javascript:1">',
      '"',
      '<!--',
      '<template>',
      '<math><mi>',
    ),
    { maxLength: 12 },
  );
  fc.assert(
    fc.property(scraps, (parts) => {
      const html = renderComponent(component({ template: parts.join('') }));
      expect(html).not.toMatch(/<script|onerror|onload|javascript:/i);
    }),
  );
  const deep = parseTemplate('<div part="root">' + '<div>'.repeat(5000));
  expect(deep.findings.map((finding) => finding.code)).toContain('template-depth');
});

test('texts are escaped wherever they stand', () => {
  const html = renderComponent(component({}), {
    props: { label: '<img src=x onerror=alert(1)>"\'', tone: '"><script>' },
    attributes: { 'data-placement': '"><b>' },
  });
  expect(html).not.toMatch(/<img|<script|<b>/);
});

test('two versions of a component have different classes; equal ones the same', () => {
  expect(componentClass(component({}))).toBe(componentClass(component({ description: 'other words' })));
  expect(componentClass(component({}))).not.toBe(componentClass(component({ states: ['open'] })));
});

const styled = (
  declarations: StyleRule['declarations'],
  when: Condition[] = [],
  part = 'root',
): Record<string, StyleRule> => ({
  entry_1: { order: 'a0', kind: 'rule', when, part, declarations, comment: '' },
});
const nothing = new Resolution(openTokens('t.json', '{}', () => undefined).system);
const white = () => ({ r: 1, g: 1, b: 1, alpha: 1 });

test('contrast is taken on the nearest surface, and what is not known is no pass', () => {
  const { cells: failing } = matrixOf(
    component({
      entries: styled([
        ['color', { raw: '#777777' }],
        ['background-color', { raw: '#ffffff' }],
      ]),
    }),
    new Map(),
    nothing,
    white,
  );
  expect(failing[0]).toMatchObject({
    fails: true,
    checks: [{ part: 'label', kind: 'text', needs: 4.5, passes: false }],
  });
  expect(
    failing.filter((cell) => cell.combination.states.includes('disabled')).every((cell) => !cell.fails),
  ).toBe(true);
  const { cells: pictured } = matrixOf(
    component({
      entries: styled([
        ['color', { raw: '#777777' }],
        ['background-image', { raw: 'none' }],
      ]),
    }),
    new Map(),
    nothing,
    white,
  );
  expect(pictured[0]!.checks[0]).toMatchObject({ ratio: undefined });
});

test('a guard that is broken says by what', () => {
  const guards = {
    guard_1: { order: 'a0', when: [], part: 'root', property: 'position', value: 'relative', note: '' },
  };
  expect(
    brokenGuards(
      component({ guards, entries: styled([['position', { raw: 'relative' }]]) }),
      new Map(),
      nothing,
    ),
  ).toEqual([]);
  expect(
    brokenGuards(
      component({ guards, entries: styled([['position', { raw: 'static' }]]) }),
      new Map(),
      nothing,
    )[0]!.message,
  ).toContain('guarded as relative, and is static');
});
