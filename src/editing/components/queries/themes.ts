import { composedItems, named, themeOf } from '@/core/components/compose';
import { OverlayMap } from '@/core/base/overlay-map';
import { styleDifferences } from '@/core/components/style-differences';
import { describeContexts } from '@/core/products/review';
import type { ComponentDefinition, StyleValue } from '@/core/components/definition';
import {
  themedParts,
  themeSheet,
  THEME_ELEMENTS,
  type ThemeElement,
  type ThemeItem,
} from '@/core/components/theme';
import { renderNested } from '@/core/components/nested';
import { itemsOf, ordered, type Items } from '@/core/document/item';
import { specimenStyles } from '@/core/outputs/page-styles';
import type { Resolution } from '@/core/tokens/resolve';
import type { Context } from '@/core/tokens/system';
import { tokenNamed } from '@/core/tokens/named-tokens';
import { pathOf } from '@/core/tokens/token-tree';
import type { OpenLibrary } from '@/editing/session/open-library';
import { stateOf } from '@/editing/components/own-theme';

interface Drawing {
  html: string;
  css: string;
}

export interface ThemesView {
  canEdit: boolean;
  themes: {
    name: string;
    description: string;
    /** The library it comes from; null: this one. */
    from: string | null;
    styles: {
      element: ThemeElement;
      /** Null: at rest. */
      state: string | null;
      /** As it is typed: `color: {color.text.quiet}; padding: 4px`. */
      text: string;
    }[];
    /** The components that follow it. */
    components: string[];
    /** Every element in its style. */
    drawing: Drawing;
  }[];
  /** Components of this library, with what of a theme they could take. */
  components: { name: string; theme: string | null; elements: ThemeElement[] }[];
}

/** The themes of a library, and which components follow which. */
export function themes(library: OpenLibrary, { lens }: { lens: Context }): ThemesView {
  const { items, own, resolution } = library;
  const { authored } = library.effective;
  const followed = new Map(
    itemsOf(authored, 'component').map((one) => [one.name, themeOf(one, authored)?.id]),
  );
  const written = (value: StyleValue) =>
    'raw' in value
      ? value.raw.replace(/var\(\s*(--[^\s,()]+)\s*\)/g, (call, name: string) => {
          const token = tokenNamed(name, items);
          return token === undefined ? call : `{${pathOf({ id: token, path: name }, items)}}`;
        })
      : `{${pathOf(value.token, items)}}`;
  return {
    canEdit: library.canEdit,
    themes: ordered(Object.fromEntries(itemsOf(items, 'theme').map((one) => [one.id, one]))).map((theme) => ({
      name: theme.name,
      description: theme.description,
      from: own.items.has(theme.id) ? null : library.effective.originOf(theme.id),
      styles: ordered(theme.entries).flatMap((rule) =>
        rule.kind === 'rule' && Object.hasOwn(THEME_ELEMENTS, rule.part)
          ? [
              {
                element: rule.part as ThemeElement,
                state: stateOf(rule),
                text: rule.declarations
                  .map(([property, value]) => `${property}: ${written(value)}`)
                  .join('; '),
              },
            ]
          : [],
      ),
      drawing: drawn(themeSheet(theme), items, resolution, lens),
      components: [...followed].flatMap(([name, id]) => (id === theme.id ? [name] : [])),
    })),
    components: itemsOf(own.items, 'component').map(({ id, name }) => {
      const used = items.get(id);
      const theme = followed.get(name);
      return {
        name,
        theme:
          theme === undefined
            ? null
            : (itemsOf(items, 'theme').find((one) => one.id === theme)?.name ?? null),
        elements: used?.kind === 'component' ? [...new Set(themedParts(used).values())] : [],
      };
    }),
  };
}

function drawn(component: ComponentDefinition, items: Items, resolution: Resolution, lens: Context): Drawing {
  const around = component.theme && !items.has(component.id) ? withItem(items, component) : items;
  const used = named(around, 'component', { id: component.id, path: component.name })!;
  const html = renderNested(used, around, { context: lens });
  return { html, css: specimenStyles(around, resolution, [used], html) };
}

function withItem(items: Items, component: ComponentDefinition): Items {
  const overlay = new OverlayMap(items);
  overlay.set(component.id, component);
  return composedItems(overlay);
}

/** As many components are drawn before and after: each picture carries the styles of the page. */
const PICTURES = 12;

export interface ThemeChangesView {
  components: {
    name: string;
    /** The theme it follows now. */
    theme: string | null;
    /** Of as many components as can be looked at. */
    before: Drawing | null;
    after: Drawing | null;
    differences: {
      part: string;
      property: string;
      before: string | null;
      after: string | null;
      /** Empty: at rest too. */
      states: string[];
      contexts: string;
    }[];
    /** What the theme says and the component sets itself, so that it stays as it is: `color of root`. */
    kept: string[];
  }[];
}

/** What applying a theme, or none, would change of components: in every state and context, at their default props. */
export function themeChanges(
  library: OpenLibrary,
  { theme: name, components, lens }: { theme: string | null; components: string[]; lens: Context },
): ThemeChangesView {
  const { items, resolution } = library;
  const { authored } = library.effective;
  const theme = name === null ? undefined : named(items, 'theme', { path: name });
  const asked = itemsOf(authored, 'component').filter((one) => components.includes(one.name));
  const overlay = new OverlayMap(authored);
  for (const one of asked) {
    const { theme: _followed, ...plain } = one;
    overlay.set(one.id, theme ? { ...plain, theme: { id: theme.id, path: theme.name } } : plain);
  }
  const after = composedItems(overlay);
  let pictures = 0;
  return {
    components: asked.flatMap((one) => {
      const [was, is] = [items.get(one.id), after.get(one.id)];
      if (was?.kind !== 'component' || is?.kind !== 'component') return [];
      const differences = styleDifferences(
        { component: was, items, resolution },
        { component: is, items: after, resolution },
      ).map(({ contexts, ...rest }) => ({ ...rest, contexts: describeContexts(contexts) }));
      const seen = differences.length > 0 && ++pictures <= PICTURES;
      return [
        {
          name: one.name,
          theme: themeOf(one, authored)?.name ?? null,
          before: seen ? drawn(was, items, resolution, lens) : null,
          after: seen ? drawn(is, after, resolution, lens) : null,
          differences,
          kept: theme ? keptOf(theme, is) : [],
        },
      ];
    }),
  };
}

/** What a theme says of a component's parts that these set themselves: `color of root`. */
function keptOf(theme: ThemeItem, component: ComponentDefinition): string[] {
  const kept = new Set<string>();
  for (const [part, element] of themedParts(component))
    for (const [id, rule] of Object.entries(theme.entries)) {
      if (rule.kind !== 'rule' || rule.part !== element) continue;
      const taken = component.entries[`${id}.${part}`];
      const properties = new Set(taken?.kind === 'rule' ? taken.declarations.map(([name]) => name) : []);
      for (const [property] of rule.declarations)
        if (!properties.has(property)) kept.add(`${property} of ${part}`);
    }
  return [...kept];
}
