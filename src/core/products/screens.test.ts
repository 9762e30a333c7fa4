import fc from 'fast-check';
import { STANDARD_STATES } from '../components/combinations';
import { partStyles } from '../components/cell-style';
import { defaultProps } from '../components/condition';
import type { ComponentDefinition, StyleRule } from '../components/definition';
import { itemsOf, type Item, type Items } from '../document/item';
import type { PlacementItem } from './items';
import { tokenSystemOf } from '../tokens/token-tree';
import { Resolution } from '../tokens/resolve';
import { typeOf } from '../tokens/normalise';
import { demo } from '@/testing/library';
import { isAdjustable, placementCss, placementFindings } from './overrides';
import { reviewUpgrade, type ReviewSide } from './review';
import { placementsOf, renderScreen } from './screen'; // prettier-ignore

const library = demo().items;
const named = (name: string) => itemsOf(library, 'component').find((one) => one.name === name)!;
const button = named('button');
const side = (items: Items): ReviewSide => ({ items, resolution: new Resolution(tokenSystemOf(items)) });
const before = side(library);

const screen: Item = { id: 'screen_1', kind: 'screen', name: 's', title: 'S', width: 400, order: 'a0' };
const placement = (n: number, component: string, props: Record<string, string>, more: Partial<PlacementItem> = {}): PlacementItem => ({
  id: `placement_${n}`, kind: 'placement', screen: 'screen_1', parent: null, slot: null, order: `a${n}`,
  component: { id: named(component).id, path: component }, props, overrides: {}, ...more,
}); // prettier-ignore
const productOf = (...placements: PlacementItem[]): Items =>
  new Map([screen, ...placements].map((item) => [item.id, item]));
const product = productOf(
  placement(1, 'button', { tone: 'primary', label: 'Book' }),
  placement(2, 'button', { tone: 'danger', label: 'Leave' }),
  placement(3, 'badge', {}),
);

test('nothing changed is nothing to review', () => {
  expect(
    reviewUpgrade(
      product,
      () => before,
      () => before,
    ),
  ).toEqual([]);
  expect(
    reviewUpgrade(
      product,
      () => before,
      () => side(new Map(library)),
    ),
  ).toEqual([]);
});

/** The button with one declaration of one rule said otherwise. */
const changed = fc
  .tuple(
    fc.constantFrom(...Object.entries(button.entries).filter((one): one is [string, StyleRule] => one[1].kind === 'rule' && one[1].declarations.length > 0)),
    fc.nat(20),
    fc.constantFrom('1px', '#123456', 'inherit', '0'),
  )
  .map(([[id, rule], at, raw]): ComponentDefinition => {
    const place = at % rule.declarations.length;
    const declarations = rule.declarations.map(([property, value], i): StyleRule['declarations'][number] => [property, i === place ? { raw } : value]);
    return { ...button, entries: { ...button.entries, [id]: { ...rule, declarations } } };
  }); // prettier-ignore

// MODEL, "No visible change": equal declarations for every placement, context and state, read plainly.
test('a placement is reviewed exactly where its declarations differ in some state or context', () => {
  fc.assert(
    fc.property(changed, (other) => {
      const after = side(new Map(library).set(button.id, other));
      const areas = reviewUpgrade(
        product,
        () => before,
        () => after,
      );
      for (const one of placementsOf(product, 'screen_1')) {
        if (one.component.id !== button.id) continue;
        const differs = STANDARD_STATES.some((states) =>
          before.resolution.contexts.some((context, i) => {
            const style = (component: ComponentDefinition, at: ReviewSide) =>
              JSON.stringify(
                [...partStyles(component, at.items, at.resolution, { props: { ...defaultProps(component), ...one.props }, states }, at.resolution.numberOf(context))].map(
                  ([part, values]) => [part, [...values].sort()],
                ),
              ); // prettier-ignore
            return i >= 0 && style(button, before) !== style(other, after);
          }),
        );
        const area = areas.find((found) => found.placement === one.id);
        expect([one.id, area !== undefined]).toEqual([one.id, differs]);
        for (const difference of area?.differences ?? [])
          expect(difference.before).not.toBe(difference.after);
      }
      expect(areas.some((found) => found.component === 'badge')).toBe(false);
    }),
    { numRuns: 25 },
  );
});

test('what an upgrade drops is told with what stays unplaced; a component that is gone weighs most', () => {
  const [toneId, tone] = Object.entries(button.props).find(([, { name }]) => name === 'tone')!;
  const [labelId] = Object.entries(button.props).find(([, { name }]) => name === 'label')!;
  const { [labelId]: _, ...props } = button.props;
  const narrower = { ...button, props: { ...props, [toneId]: { ...tone, values: ['primary', 'quiet'] } } };
  const after = new Map<string, Item>(library).set(button.id, narrower);
  after.delete(named('badge').id);
  const areas = reviewUpgrade(
    product,
    () => before,
    () => side(after),
  );
  expect(areas.map(({ placement: id, structural }) => [id, structural])).toEqual([
    ['placement_3', ['The component is no longer in the library']],
    ['placement_2', ['tone can no longer be danger; the value is kept as unplaced', 'The prop label was removed; its value “Leave” is kept as unplaced']],
    ['placement_1', ['The prop label was removed; its value “Book” is kept as unplaced']],
  ]); // prettier-ignore
});

test('a placement sets only what its component leaves to users; anything else is told and has no effect', () => {
  // The demo's button lets its width be set, and nothing else.
  expect([isAdjustable(button, 'root', 'width'), isAdjustable(button, 'root', 'color')]).toEqual([
    true,
    false,
  ]);
  const overrides = {
    override_1: { part: 'root', property: 'width', value: { raw: '200px' } },
    override_2: { part: 'root', property: 'color', value: { raw: 'red' } },
  };
  const one = placement(1, 'button', { label: '<b>&</b>' }, { overrides });
  const css = placementCss([one], library, (path) => typeOf(before.resolution, path));
  expect(css).toContain('[data-placement="placement_1"] {\n  width: 200px;');
  expect(css).not.toContain('red');
  const panel = placement(2, 'action-panel', {});
  const gone = placement(3, 'badge', {}, { component: { id: 'component_gone', path: 'gone' } });
  expect(placementFindings([one, panel, gone], library).map(({ placement: id, code }) => [id, code])).toEqual(
    [
      ['placement_1', 'fixed-style'],
      ['placement_2', 'deprecated-use'],
      ['placement_3', 'component-missing'],
    ],
  );
  const html = renderScreen(productOf(one, panel, gone), 'screen_1', library);
  expect(html).toContain('&#60;b&#62;&#38;');
  expect(html.match(/data-placement/g)).toHaveLength(2);
});

test('what stands in a slot of a placement is drawn there, in its order', () => {
  const inside = (n: number, label: string) =>
    placement(n, 'button', { label }, { parent: 'placement_1', slot: 'actions' });
  const html = renderScreen(
    productOf(placement(1, 'toast', { label: 'Kept' }), inside(3, 'Second'), inside(2, 'First')),
    'screen_1',
    library,
  );
  expect(html.indexOf('First')).toBeGreaterThan(html.indexOf('Kept'));
  expect(html.indexOf('Second')).toBeGreaterThan(html.indexOf('First'));
});
