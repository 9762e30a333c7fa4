import { named } from '../components/compose';
import { readContents, renderContents } from '../components/contents';
import type { Prop } from '../components/definition';
import { deprecationOf, type Deprecation } from '../components/lifecycle';
import { ordered, type Reference } from '../document/item';
import { object, oneOf, order, reference } from '../document/schema';
import { givenProps } from '../components/schema';
import { specimenStyles } from '../outputs/page-styles';
import { spacingSets, type LayoutGrid } from '../tokens/spacing-sets';
import type { BlockContent, BlockForm, GuideSource } from './block';
import { escapeHtml, tableHtml } from './html';
import {
  knownUnder,
  LOOK_MEMBERS,
  lookHtml,
  lookSchema,
  lookText,
  printLook,
  readLook,
  type Look,
} from './look';
import type { Context } from '../tokens/system';

/** What a block on one component stores. */
export interface ComponentUse extends Look {
  component: Reference;
  props: Record<string, string>;
}

/** A component as a block shows it. */
export interface ShownComponent {
  name: string;
  /** Why it is not to be used any more, where it is not. */
  deprecated: Deprecation | null;
  /** What it is shown with. */
  given: Record<string, string>;
  html: string;
  css: string;
  props: {
    name: string;
    kind: Prop['kind'];
    values: string[];
    default: string;
    description: string;
    /** Of a slot: the components it takes by name (none: any), and how many (null: any number). */
    accepts: string[];
    most: number | null;
  }[];
  missing: boolean;
  /** Layout grids that can be laid over the specimen. */
  grids: LayoutGrid[];
  /** States, width and contexts it is shown with; contexts that the library does not have are left out. */
  look: Look;
  /** The contexts the page is seen under. */
  lens: Context;
}

function showComponent(
  { component: use, props, ...asked }: ComponentUse,
  source: GuideSource,
): ShownComponent {
  const { items, resolution, lens } = source;
  const component = named(items, 'component', use);
  const under = knownUnder(asked.under, resolution.system.axes);
  const look: Look = {
    ...(asked.states && { states: asked.states }),
    ...(asked.contents && { contents: asked.contents }),
    ...(asked.width !== undefined && { width: asked.width }),
    ...(Object.keys(under).length > 0 && { under }),
  };
  const seen = { ...lens, ...under };
  const html = component
    ? renderContents(component, items, readContents(asked.contents ?? '') ?? 'default', {
        props,
        states: asked.states ?? [],
        context: seen,
      })
    : '';
  return {
    deprecated: component ? deprecationOf(component) : null,
    given: props,
    name: component?.name ?? use.path,
    html,
    css: component ? specimenStyles(items, resolution, [component], html) : '',
    props: component
      ? ordered(component.props).map(
          ({ name, kind, values, default: standard, description, accepts, most }) => ({
            name,
            kind,
            values,
            default: standard,
            description,
            accepts: (accepts ?? []).map((one) => named(items, 'component', one)?.name ?? one.path),
            most: most ?? null,
          }),
        )
      : [],
    missing: !component,
    grids: spacingSets(resolution, seen).grids,
    look,
    lens,
  };
}

const COMPONENT_OPTIONS: BlockForm['options'] = [
  { name: 'name', label: 'Component', kind: 'component' },
  { name: '_props', label: 'Props', kind: 'props', optional: true },
  { name: '_states', label: 'States', kind: 'states', optional: true },
  { name: '_contents', label: 'Content', kind: 'contents', optional: true },
  { name: '_width', label: 'Width, px', kind: 'line', optional: true },
  { name: '_under', label: 'Contexts', kind: 'contexts', optional: true },
];

/** What blocks on one component have in common; they differ in what is drawn of it. */
export const componentBlock = <K extends 'component' | 'anatomy'>(kind: K) => ({
  kind,
  schema: object(
    { order, kind: oneOf(kind), component: reference, props: givenProps, ...lookSchema },
    LOOK_MEMBERS,
  ),
  options: COMPONENT_OPTIONS,
  parse: (({ name, ...fields }, refer) => {
    if (!name) return undefined;
    const { look, rest } = readLook(fields);
    return { kind, component: refer(name, 'component'), props: rest, ...look };
  }) as BlockForm<K>['parse'],
  print: ({ component, props, ...look }: ComponentUse, path: (reference: Reference) => string) => ({
    name: path(component),
    ...props,
    ...printLook(look),
  }),
  references: ({ component }: ComponentUse) => [component],
  show: ((block: BlockContent<K> & ComponentUse, source: GuideSource) => ({
    kind,
    ...showComponent(block, source),
  })) as unknown as BlockForm<K>['show'],
});

export const specimenHtml = ({ name, html, missing, look, lens }: ShownComponent): string =>
  missing
    ? `<p>The component ${escapeHtml(name)} is not in this library.</p>`
    : `<figure>${lookHtml(html, look, lens)}<figcaption>${escapeHtml([name, lookText(look)].filter(Boolean).join(', '))}</figcaption></figure>`;

export const propsHtml = ({ name, props }: ShownComponent): string =>
  props.length === 0
    ? ''
    : tableHtml(
        `Props of ${name}`,
        ['Prop', 'Values', 'Default', 'Description'],
        props.map((prop) => [
          `<code>${escapeHtml(prop.name)}</code>`,
          escapeHtml(prop.values.join(', ') || prop.kind),
          escapeHtml(prop.default),
          escapeHtml(prop.description),
        ]),
      );
