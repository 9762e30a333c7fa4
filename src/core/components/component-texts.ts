import { mapEntries, withMembers, type VisitText } from '../document/item-text';
import { conditionsText } from './condition';
import type { Behaviour, ComponentDefinition, StyleEntry, StyleValue } from './definition';

/** Where a declaration of a rule stands, in words: `padding of root when tone is danger`. */
const placeOf = (property: string, { part, when }: Extract<StyleEntry, { kind: 'rule' }>) =>
  `${property} of ${part}${when.length ? ` when ${conditionsText(when)}` : ''}`;

const valueText = (value: StyleValue, visit: (text: string) => string): StyleValue => {
  if (!('raw' in value)) return value;
  return withMembers(value, { raw: visit(value.raw) });
};

/** Style entries with the raw values of their rules, as they were typed too, and their passthrough CSS as `visit` gives them. */
export const entryTexts = (entries: Record<string, StyleEntry>, visit: VisitText) =>
  mapEntries(entries, (entry): StyleEntry => {
    if (entry.kind === 'kept') return withMembers(entry, { css: visit(entry.css, 'passthrough CSS', 'css') });
    const declarations = entry.declarations.map((declaration): (typeof entry.declarations)[number] => {
      const [property, value] = declaration;
      const next = valueText(value, (raw) => visit(raw, placeOf(property, entry), 'css'));
      return next === value ? declaration : [property, next];
    });
    return withMembers(entry, {
      ...(declarations.some((one, i) => one !== entry.declarations[i]) ? { declarations } : {}),
      ...(entry.text !== undefined && { text: visit(entry.text, null, 'css') }),
    });
  });

/** All texts of a component that can name a token: what it declares, its template, its times and its script. */
export const componentTexts = (component: ComponentDefinition, visit: VisitText): ComponentDefinition =>
  withMembers(component, {
    entries: entryTexts(component.entries, visit),
    template: visit(component.template, 'template', 'markup'),
    ...(component.behaviours && {
      behaviours: mapEntries(component.behaviours, (one): Behaviour => {
        if (one.kind !== 'timed') return one;
        return withMembers(one, {
          after: valueText(one.after, (raw) => visit(raw, `time of ${one.part}`, 'css')),
        });
      }),
    }),
    ...(component.script !== undefined && { script: visit(component.script, 'script', 'script') }),
  });
