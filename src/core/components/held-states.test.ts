import { heldPseudo, rootStates, statesBelow } from './held-states';
import { parseTemplate, type TemplateElement, type TemplateNode } from './template';

const { root } = parseTemplate(
  '<ul part="root"><li part="item"><a part="link"><slot name="label"></slot></a><b part="mark"></b></li><li part="other"><i part="mark"></i></li></ul>',
);
const held = (states: string[], on: string | undefined) => {
  const below = statesBelow(root!, states, on);
  const found: Record<string, string> = {};
  const walk = (node: TemplateNode) => {
    if (node.kind !== 'element') return;
    const own = below.get(node);
    if (own) found[`${node.tag} ${node.part}`] = [...own].sort().join(' ');
    node.children.forEach(walk);
  };
  walk(root as TemplateElement);
  return found;
};

test.each([
  [['hover'], 'link', { 'a link': 'hover', 'li item': 'hover' }],
  [['active'], 'link', { 'a link': 'active hover', 'li item': 'active hover' }],
  [['focus-visible'], 'link', { 'a link': 'focus-visible', 'li item': 'focus-within' }],
  [['hover', 'focus-visible'], 'item', { 'li item': 'focus-visible hover' }],
  // Every element of the part, and what each stands in.
  [['hover'], 'mark', { 'b mark': 'hover', 'i mark': 'hover', 'li item': 'hover', 'li other': 'hover' }],
  [['hover'], 'root', {}],
  [['hover'], undefined, {}],
  [['hover'], 'gone', {}],
  // A state of the component's own is the root's, whatever part is pointed at.
  [['open'], 'link', {}],
])('%j on %s', (states, on, expected) => expect(held(states, on)).toEqual(expected));

test.each([
  [['hover'], undefined, ['hover']],
  [['hover'], 'root', ['hover']],
  [['focus-visible', 'hover'], 'link', ['hover', 'focus-within']],
  [['active', 'open'], 'link', ['open', 'active']],
  [['disabled'], 'link', ['disabled']],
  [[], 'link', []],
])('the root with %j on %s has %j', (states, on, expected) =>
  expect(rootStates(states, on)).toEqual(expected),
);

test('a pseudo-class that an attribute holds is met by either, with the specificity of one', () => {
  expect(heldPseudo(':HOVER')).toBe(':is(:HOVER, [data-state~="hover"])');
  expect(heldPseudo(':focus')).toBe(':is(:focus, [data-state~="focus-visible"])');
  expect(heldPseudo(':first-child')).toBeUndefined();
});
