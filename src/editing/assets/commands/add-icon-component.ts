import { sizesOfDrawings } from '@/core/assets/drawing';
import { counted } from '@/core/base/words';
import { Bindings } from '@/core/components/bindings';
import type { ComponentDefinition, Prop, StyleEntry, StyleValue } from '@/core/components/definition';
import { iconSizes } from '@/core/components/icon-piece';
import { itemsOf } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import { listed } from '@/editing/components/code-link';
import { blank } from '@/editing/components/definition-draft';
import { behindAllComponents, NAME, nameProblem } from '@/editing/components/own-component';
import { refuse, type Command, type NewId } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import type { OpenLibrary } from '@/editing/session/open-library';

/** Icons that one component can choose from. */
const MOST = 1000;
/** What sizes are called, smallest first, by how many there are. */
const SIZE_NAMES: readonly (readonly string[])[] = [
  [],
  ['regular'],
  ['small', 'large'],
  ['small', 'medium', 'large'],
  ['small', 'medium', 'large', 'huge'],
];

const TEMPLATE = '<span part="root" role="img" bind-aria-label="label"><slot name="drawing"></slot></span>';

/**
 * One component for many icons: a choice names the icon, another its size, as large as icons are drawn; sizes are bound to
 * tokens of that length where there are some.
 */
export function addIconComponent(
  library: OpenLibrary,
  { name, icons }: { name: string; icons: string[] },
  newId: NewId,
): Command {
  const refused = nameProblem(library, name);
  if (refused) return refused;
  const wanted = [...new Set(icons)];
  if (wanted.length === 0) return refuse('No icon is chosen', 'Upload icons first');
  if (wanted.length > MOST)
    return refuse(`There are ${counted(wanted.length, 'icon')}`, `Choose at most ${counted(MOST, 'icon')}`);
  const all = new Map(
    itemsOf(library.items, 'asset').flatMap((one) => (one.role === 'icon' ? [[one.name, one] as const] : [])),
  );
  const missing = wanted.find((one) => !all.has(one) || !NAME.test(one));
  if (missing !== undefined) return refuse(`There is no icon ${missing}`, 'Choose one of the library');
  const drawn = wanted.flatMap((one) => sizesOfDrawings(all.get(one)!));
  const sizes = [...new Set(drawn)].sort((a, b) => a - b).slice(0, SIZE_NAMES.length - 1);
  const px = sizes.length > 0 ? sizes : [24];
  const names = SIZE_NAMES[px.length]!;
  const bindings = new Bindings(library.resolution, 0);
  const length = (size: number): StyleValue => {
    const found = bindings.suggest('width', `${size}px`);
    const token = found?.exact ? library.tree.ids.get(found.path) : undefined;
    return token === undefined ? { raw: `${size}px` } : { token: { id: token, path: found!.path } };
  };
  const box = (size: number): [string, StyleValue][] => [
    ['width', length(size)],
    ['height', length(size)],
  ];
  const id = (kind: string) => () => newId(kind);
  const prop = (one: Partial<Prop> & Pick<Prop, 'name' | 'kind'>): Omit<Prop, 'order'> => ({
    values: [],
    default: '',
    description: '',
    ...one,
  });
  const first = all.get(wanted[0]!)!;
  const props = [
    prop({ name: 'icon', kind: 'choice', values: wanted, default: wanted[0]!, description: 'Which drawing is shown.' }),
    ...(px.length > 1
      ? [prop({ name: 'size', kind: 'choice', values: [...names], default: names[0]!, description: px.map((size, i) => `${names[i]}: ${size} px`).join(', ') })]
      : []),
    prop({ name: 'label', kind: 'text', description: 'What it means, for who does not see it.' }),
    prop({
      name: 'drawing',
      kind: 'slot',
      most: 1,
      // Each icon it can show goes along where the component goes.
      accepts: wanted.map((one) => ({ id: all.get(one)!.id, path: one })),
      holds: [
        {
          asset: { id: first.id, path: first.name },
          props: { size: String(px[0]), ...(px.length > 1 && iconSizes(Object.fromEntries(px.map((size, i) => [names[i]!, size])))) },
          passed: { icon: 'icon', ...(px.length > 1 && { size: 'size' }) },
        },
      ],
    }),
  ];
  const rule = (size: string | null, declarations: [string, StyleValue][]): Omit<Extract<StyleEntry, { kind: 'rule' }>, 'order'> => ({
    kind: 'rule',
    when: size === null ? [] : [{ kind: 'choice', prop: 'size', is: [size] }],
    part: 'root',
    declarations,
    comment: '',
  });
  const entries: Omit<StyleEntry, 'order'>[] = [
    rule(null, [['display', { raw: 'inline-flex' }], ...box(px[0]!)]),
    ...px.slice(1).map((size, i) => rule(names[i + 1]!, box(size))),
    { kind: 'kept', css: '[part~="root"] > svg { width: 100%; height: 100% }' } as Omit<StyleEntry, 'order'>,
  ];
  return runCommand(library, newId, `Create ${name} of ${counted(wanted.length, 'icon')}`, (work) =>
    work.add({
      ...blank,
      id: newId('component'),
      name,
      description: 'A drawing in the colour of the text around it.',
      order: behindAllComponents(library),
      template: TEMPLATE,
      parts: { [newId('part')]: { order: ordersAfter(null, 1)[0]!, name: 'root', shows: 'icon', description: '' } },
      props: listed(props, id('prop'), (one, order): Prop => ({ ...one, order })),
      entries: listed(entries, id('entry'), (one, order) => ({ ...one, order }) as StyleEntry),
    } satisfies ComponentDefinition),
  );
} // prettier-ignore
