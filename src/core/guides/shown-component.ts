import { named } from '../components/compose';
import { deprecationOf, type Deprecation } from '../components/lifecycle';
import { renderNested } from '../components/nested';
import { ordered, type Reference } from '../document/item';
import { object, oneOf, order, reference } from '../document/schema';
import { givenProps } from '../components/schema';
import { pageStyles } from '../outputs/page-styles';
import { spacingSets, type LayoutGrid } from '../tokens/spacing-sets';
import type { BlockContent, BlockForm, GuideSource } from './block';
import { escapeHtml, tableHtml } from './html';

/** What a block on one component stores. */
export interface ComponentUse {
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
    kind: string;
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
}

function showComponent({ component: use, props }: ComponentUse, source: GuideSource): ShownComponent {
  const { items, resolution, lens } = source;
  const component = named(items, 'component', use);
  return {
    deprecated: component ? deprecationOf(component) : null,
    given: props,
    name: component?.name ?? use.path,
    html: component ? renderNested(component, items, { props, context: lens }) : '',
    css: component ? pageStyles(items, resolution, [component]) : '',
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
    grids: spacingSets(resolution, lens).grids,
  };
}

/** What blocks on one component have in common; they differ in what is drawn of it. */
export const componentBlock = <K extends 'component' | 'anatomy'>(kind: K) => ({
  kind,
  schema: object({ order, kind: oneOf(kind), component: reference, props: givenProps }),
  options: [{ name: 'name', label: 'Component', kind: 'component' }] as const,
  parse: (({ name, ...props }, refer) =>
    name ? { kind, component: refer(name, 'component'), props } : undefined) as BlockForm<K>['parse'],
  print: ({ component, props }: ComponentUse, path: (reference: Reference) => string) => ({
    name: path(component),
    ...props,
  }),
  references: ({ component }: ComponentUse) => [component],
  show: ((block: BlockContent<K> & ComponentUse, source: GuideSource) => ({
    kind,
    ...showComponent(block, source),
  })) as unknown as BlockForm<K>['show'],
});

export const specimenHtml = ({ name, html, missing }: ShownComponent): string =>
  missing
    ? `<p>The component ${escapeHtml(name)} is not in this library.</p>`
    : `<figure>${html}<figcaption>${escapeHtml(name)}</figcaption></figure>`;

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
