import type { OrderedItem } from '../document/item';
import { ordered } from '../document/item';
import type { ComponentDefinition, StyleEntry, StyleRule } from './definition';
import { touchedBy } from './passthrough-css';
import { partTags, templateOf } from './template';

declare module '../document/item' {
  interface ItemTypes {
    theme: ThemeItem;
  }
}

/** What a theme has a style for, with the elements of HTML that are one of themselves. */
export const THEME_ELEMENTS = {
  'heading-1': ['h1'],
  'heading-2': ['h2'],
  'heading-3': ['h3'],
  'heading-4': ['h4'],
  'heading-5': ['h5'],
  'heading-6': ['h6'],
  text: ['p', 'li', 'dd', 'td', 'blockquote'],
  label: ['label', 'th', 'dt', 'legend', 'caption', 'figcaption'],
  link: ['a'],
  button: ['button', 'summary'],
  field: ['input', 'select', 'textarea'],
  section: ['section', 'header', 'footer', 'main', 'nav', 'aside', 'dialog'],
  card: ['article'],
} as const satisfies Record<string, readonly string[]>;
export type ThemeElement = keyof typeof THEME_ELEMENTS;
export const isThemeElement = (name: string): name is ThemeElement => Object.hasOwn(THEME_ELEMENTS, name);

/** `Heading 1` */
export const elementLabel = (element: ThemeElement): string =>
  element[0]!.toUpperCase() + element.slice(1).replace('-', ' ');

/** States in which an element may have another style. */
export const THEME_STATES = ['hover', 'active', 'focus-visible', 'disabled'] as const;

/**
 * A named set of element styles. The part of a rule is the element it is for, its conditions are at most one state. Components
 * that follow it take from it what they do not say themselves.
 */
export interface ThemeItem extends OrderedItem {
  kind: 'theme';
  name: string;
  description: string;
  entries: Record<string, StyleEntry>;
}

const ELEMENT_OF = new Map<string, ThemeElement>(
  Object.entries(THEME_ELEMENTS).flatMap(([element, tags]) =>
    tags.map((tag): [string, ThemeElement] => [tag, element as ThemeElement]),
  ),
);

/** Which element of a theme each part is, by name: as its part says, otherwise as its tag in the template. */
export function themedParts({
  template,
  parts,
}: Pick<ComponentDefinition, 'template' | 'parts'>): Map<string, ThemeElement> {
  const found = new Map<string, ThemeElement>();
  for (const [part, tags] of partTags(templateOf(template).root)) {
    const element = [...tags].map((tag) => ELEMENT_OF.get(tag)).find((one) => one !== undefined);
    if (element) found.set(part, element);
  }
  for (const { name, element } of Object.values(parts)) {
    if (element === undefined) continue;
    if (isThemeElement(element)) found.set(name, element);
    else found.delete(name);
  }
  return found;
}

/**
 * What a theme says of a component's parts, as rules of it. A property that the component sets of a part in any rule of its own
 * is its own in every state: it is not taken from the theme, nor is a shorthand or longhand of it.
 */
export function themeRules(
  theme: ThemeItem,
  component: Pick<ComponentDefinition, 'template' | 'parts' | 'entries'>,
): [id: string, rule: StyleRule][] {
  const said = new Map<string, Set<string>>();
  for (const entry of Object.values(component.entries)) {
    if (entry.kind !== 'rule') continue;
    const own = said.get(entry.part) ?? new Set();
    for (const [property] of entry.declarations) {
      for (const one of touchedBy(property)) own.add(one);
      // A text style bound there has its spacing too.
      if (property === 'font') own.add('letter-spacing');
    }
    said.set(entry.part, own);
  }
  const parts = themedParts(component);
  return ordered(theme.entries).flatMap(({ id, ...rule }): [string, StyleRule][] => {
    if (rule.kind !== 'rule') return [];
    return [...parts].flatMap(([part, element]): [string, StyleRule][] => {
      if (element !== rule.part) return [];
      const own = said.get(part);
      const declarations = rule.declarations.filter(
        ([property]) => !own || !touchedBy(property).some((one) => own.has(one)),
      );
      return declarations.length === 0
        ? []
        : [
            [
              `${id}.${part}`,
              { order: rule.order, kind: 'rule', when: rule.when, part, declarations, comment: '' },
            ],
          ];
    });
  });
}

/** A page of every element, which follows a theme: what the theme looks like. */
export const themeSheet = (theme: ThemeItem): ComponentDefinition => ({
  id: 'theme-sheet',
  kind: 'component',
  name: 'theme-sheet',
  description: '',
  order: 'a0',
  rank: null,
  visibility: 'internal',
  deprecation: null,
  template: SHEET,
  states: [],
  parts: {},
  props: {},
  entries: {},
  guards: {},
  theme: { id: theme.id, path: theme.name },
});
const SHEET =
  '<section part="root">' +
  [1, 2, 3, 4, 5, 6].map((n) => `<h${n} part="heading-${n}">Heading ${n}</h${n}>`).join('') +
  '<p part="text">Text, with <a part="link" href="#">a link</a> in it.</p>' +
  '<article part="card"><h3 part="card-heading">Card</h3><p part="card-text">Text of a card.</p></article>' +
  '<div part="row"><label part="label">Label</label></div><div part="row"><input part="field" value="Field"></div>' +
  '<button part="button" type="button">Button</button>' +
  '</section>';

/** A composed component without what it takes from its theme, to be stored. */
export const withoutThemeRules = (component: ComponentDefinition): ComponentDefinition => ({
  ...component,
  entries: Object.fromEntries(Object.entries(component.entries).filter(([id]) => !id.includes('.'))),
});

/** The rule of a theme that an entry of a composed component came from. */
export const themeRuleId = (entry: string): string => entry.slice(0, entry.indexOf('.'));
