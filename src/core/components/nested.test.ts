import type { AssetFile, AssetItem } from '../assets/asset';
import { itemsOf, type Items } from '../document/item';
import { demo } from '@/testing/library';
import type { ComponentDefinition, Nested, Prop } from './definition';
import { propsOfNested, renderNested, renderPiece, slotProblem, withNested } from './nested';

const file = (order: string, side: number): AssetFile => ({
  order, file: `dot-${side}.svg`, mediaType: 'image/svg+xml', hash: '', size: 1, context: null, font: null,
  svg: `<svg viewBox="0 0 ${side} ${side}"><path d="M${side} 0"/></svg>`,
}); // prettier-ignore
const icon: AssetItem = { id: 'asset_dot', kind: 'asset', name: 'dot', order: 'a0', role: 'icon', files: { a: file('a0', 24), b: file('a1', 16) } }; // prettier-ignore
const demoItems = new Map(demo().items).set(icon.id, icon);
const [some] = itemsOf(demoItems, 'component');
const dot = (props: Record<string, string> = {}): Nested => ({ asset: { id: icon.id, path: 'dot' }, props, passed: {} }); // prettier-ignore
const piece = (path: string, props: Record<string, string> = {}, passed: Record<string, string> = {}): Nested => ({
  component: { id: `component_${path}`, path }, props, passed,
}); // prettier-ignore
const slot = (name: string, holds: Nested[] | undefined, more: Partial<Prop> = {}): Prop => ({
  order: name, name, kind: 'slot', values: [], default: '', description: '', ...(holds && { holds }), ...more,
}); // prettier-ignore
const text = (name: string, normally: string): Prop => ({
  ...slot(name, undefined),
  kind: 'text',
  default: normally,
});
const made = (name: string, template: string, ...props: Prop[]): ComponentDefinition => ({
  ...some!, id: `component_${name}`, name, template, props: Object.fromEntries(props.map((prop) => [`prop_${name}_${prop.name}`, prop])),
  parts: {}, entries: {}, guards: {}, excluded: {}, behaviours: {}, variationOf: null, bases: [],
}); // prettier-ignore
const library = (...components: ComponentDefinition[]): Items => {
  const items = new Map(demoItems);
  for (const one of components) items.set(one.id, one);
  return items;
};
const label = made('label', '<b part="root"><slot name="text"></slot></b>', text('text', 'none'));
const holder = (name: string, ...pieces: Nested[]) =>
  made(
    name,
    '<div part="root"><slot name="inside"></slot></div>',
    slot('inside', pieces),
    text('title', 'Quay'),
  );
/** The markup without what only styles need. */
const plain = (html: string) =>
  html.replace(/ (class|part|data-part|id|data-owner)="[^"]*"/g, '').replace(/ data-[\w-]+(="[^"]*")?/g, '').replace(/\s+/g, ' ').trim(); // prettier-ignore

test('a slot shows what it holds until something is put into it; a piece has its own props and those passed', () => {
  const box = holder('box', piece('label', { text: 'own' }), piece('label', { text: 'own' }, { text: 'title' }), piece('label', {}, { text: 'missing' }));
  const items = library(label, box);
  expect(plain(renderNested(box, items, {}))).toBe('<div><b>own</b><b>Quay</b><b>none</b></div>');
  expect(plain(renderNested(box, items, { props: { title: 'Mole' } }))).toBe('<div><b>own</b><b>Mole</b><b>none</b></div>');
  expect(plain(renderNested(box, items, { slots: { inside: '<i>in</i>' } }))).toBe('<div><i>in</i></div>');
  expect(plain(renderNested(box, items, { slots: { inside: '' } }))).toBe('<div></div>');
  expect(propsOfNested(piece('label', { text: 'own', more: 'x' }, { text: 'title' }), { title: '' })).toEqual({ text: '', more: 'x' });
}); // prettier-ignore

test('what stands in itself, and what is nested deeper than twelve, ends', () => {
  const [a, b] = [holder('a', piece('b')), holder('b', piece('a'))];
  expect(plain(renderNested(a, library(a, b), {}))).toBe('<div><div></div></div>');
  const chain = Array.from({ length: 20 }, (_, i) => holder(`c${i}`, piece(`c${i + 1}`)));
  const drawn = plain(renderNested(chain[0]!, library(...chain), {}));
  expect(drawn.match(/<div>/g)).toHaveLength(13);
});

// HTML, content models: what each of these elements must stand in.
test.each([
  ['thead', '<table>'], ['tfoot', '<table>'], ['colgroup', '<table>'], ['dd', '<dl>'], ['optgroup', '<select>'], ['legend', '<fieldset>'], ['summary', '<details open>'], ['figcaption', '<figure>'], ['li', '<ul>'],
])('a root %s stands by itself in %s, and in a holder as it is', (tag, open) => {
  const root = made('x', `<${tag} part="root"></${tag}>`);
  const close = open.replace('<', '</').replace(' open', '');
  expect(plain(renderNested(root, demoItems, {}))).toBe(`${open}<${tag}></${tag}>${close}`);
  expect(plain(renderNested(root, demoItems, { inside: true } as never))).toBe(`<${tag}></${tag}>`);
  expect(plain(renderPiece(piece('x'), library(root), {}, undefined, ['component_y']))).toBe(`<${tag}></${tag}>`);
}); // prettier-ignore

test('a piece is an icon’s drawing, a component, or nothing', () => {
  const drawn = (props: Record<string, string>) => renderPiece(dot(props), demoItems);
  expect(drawn({})).toBe('<svg viewBox="0 0 16 16" width="16" height="16"><path d="M16 0"/></svg>');
  expect(drawn({ size: '24' })).toBe('<svg viewBox="0 0 24 24" width="24" height="24"><path d="M24 0"/></svg>');
  expect(drawn({ size: '22' })).toContain('viewBox="0 0 24 24" width="22"');
  expect(drawn({ size: 'large' })).toBe(drawn({}));
  expect(renderPiece(piece('nowhere'), demoItems)).toBe('');
  const items = library(label);
  expect(renderPiece(piece('label'), items, {}, undefined, ['component_label'])).toBe('');
}); // prettier-ignore

test('components with all that stands in their slots, each once and through any number of them', () => {
  const [outer, inner] = [holder('outer', piece('inner'), piece('label'), piece('nowhere')), holder('inner', piece('label'), piece('outer'))];
  const items = library(label, outer, inner);
  expect(withNested([outer, inner], items).map(({ name }) => name)).toEqual(['outer', 'inner', 'label']);
  expect(withNested([label], items)).toEqual([label]);
}); // prettier-ignore

test('what may not stand in a slot is told with what to do', () => {
  const [outer, inner] = [holder('outer', piece('inner')), holder('inner', piece('label'))];
  const items = library(label, outer, inner);
  const problem = (pieces: Nested[], more: Partial<Prop> = {}, of = outer) =>
    slotProblem(of, { name: 'inside', ...more }, pieces, items);
  const two = [piece('label'), piece('label')];
  expect(problem(two)).toBeUndefined();
  expect(problem(two, { most: 2 })).toBeUndefined();
  expect(problem(two, { most: 1 })).toEqual({ problem: 'inside takes one piece, not 2', fix: 'Remove some, or raise the slot’s maximum' });
  expect(problem([...two, ...two], { most: 3 })?.problem).toBe('inside takes 3 pieces, not 4');
  expect(problem([{ props: {}, passed: {} }])?.problem).toBe('There is nothing called  to put in inside');
  expect(problem([piece('nowhere')])).toEqual({ problem: 'There is nothing called nowhere to put in inside', fix: 'Choose one from the list' });
  const accepts = [{ id: 'component_inner', path: 'inner' }, { path: 'gone' }];
  expect(problem([piece('inner')], { accepts })).toBeUndefined();
  expect(problem([piece('label')], { accepts })).toEqual({ problem: 'inside does not take label', fix: 'It takes inner, gone; put one of them in, or let it take label too' });
  expect(problem([piece('label')], { accepts: [] })).toBeUndefined();
  expect(problem([dot()])).toBeUndefined();
  // It would hold itself, at once or through another.
  expect(problem([piece('outer')])?.problem).toMatch(/outer/);
  expect(problem([piece('outer')], {}, inner)?.problem).toMatch(/outer/);
  expect(problem([piece('inner')], {}, outer)).toBeUndefined();
}); // prettier-ignore
