import { OverlayMap } from '../base/overlay-map';
import type { ComponentDefinition, StyleEntry } from './definition';
import { byOrder, itemsOf, ordered, type ItemOf, type Items, type Reference } from '../document/item';
import { ordersAfter } from '../document/order';
import { themeRuleId, themeRules, type ThemeItem } from './theme';

/** The component, rule set, theme or asset a reference means: the id wins where it is known. */
export function named<K extends 'component' | 'ruleSet' | 'asset' | 'theme'>(
  items: Items,
  kind: K,
  reference: Reference | undefined,
): ItemOf<K> | undefined {
  if (!reference) return undefined;
  const item = reference.id === undefined ? undefined : items.get(reference.id);
  if (item?.kind === kind) return item as ItemOf<K>;
  return itemsOf(items, kind).find((other) => 'name' in other && other.name === reference.path);
}

const isMade = (component: ComponentDefinition) =>
  Boolean(component.variationOf || component.bases?.length || component.theme);

/**
 * The items with every component as it is used: what its theme says first, then the entries of its rule sets, then what it
 * varies, then its own. What a variation does not say itself is said by what it varies. Items that need nothing are the very
 * same objects. With `instead`, components that follow a theme follow that one.
 */
export function composedItems(items: Items, instead?: Reference): Items {
  if (!itemsOf(items, 'component').some(isMade)) return items;
  const used = new OverlayMap(items);
  for (const component of itemsOf(items, 'component'))
    if (isMade(component)) used.set(component.id, themed(component, items, instead));
  return used;
}

/** The theme a component follows: its own, otherwise that of what it varies. */
export function themeOf(component: ComponentDefinition, items: Items): ThemeItem | undefined {
  const seen = new Set<string>();
  let at: ComponentDefinition | undefined = component;
  while (at && !seen.has(at.id)) {
    if (at.theme) return named(items, 'theme', at.theme);
    seen.add(at.id);
    at = named(items, 'component', at.variationOf ?? undefined);
  }
  return undefined;
}

function themed(
  component: ComponentDefinition,
  items: Items,
  instead: Reference | undefined,
): ComponentDefinition {
  const plain = composed(component, items, new Set());
  const followed = themeOf(component, items);
  const theme = followed && instead ? named(items, 'theme', instead) : followed;
  if (!theme) return plain;
  const known = dressed.get(plain);
  if (known?.theme === theme) return known.dressed;
  const rules = themeRules(theme, plain);
  const result =
    rules.length === 0
      ? plain
      : { ...plain, entries: inLine([...rules, ...Object.entries(plain.entries).sort(byEntry)]) };
  dressed.set(plain, { theme, dressed: result });
  return result;
}

/** As `made`, of the same theme. */
const dressed = new WeakMap<ComponentDefinition, { theme: ThemeItem; dressed: ComponentDefinition }>();

function composed(
  component: ComponentDefinition,
  items: Items,
  above: ReadonlySet<string>,
): ComponentDefinition {
  const seen = new Set([...above, component.id]);
  const found = named(items, 'component', component.variationOf ?? undefined);
  const source = found && !seen.has(found.id) ? composed(found, items, seen) : undefined;
  const sets = (component.bases ?? []).flatMap((base) => named(items, 'ruleSet', base) ?? []);
  const madeOf = [source, ...sets];
  const known = made.get(component);
  if (known && known.madeOf.length === madeOf.length && known.madeOf.every((one, i) => one === madeOf[i]))
    return known.composed;
  const result = join(component, source, sets);
  made.set(component, { madeOf, composed: result });
  return result;
}

/** Of the same parts the same component, so that what follows from it can be kept. */
const made = new WeakMap<
  ComponentDefinition,
  { madeOf: readonly unknown[]; composed: ComponentDefinition }
>();

function join(
  component: ComponentDefinition,
  source: ComponentDefinition | undefined,
  sets: readonly ItemOf<'ruleSet'>[],
): ComponentDefinition {
  const bases = sets.flatMap((set) => Object.entries(set.entries).sort(byEntry));
  const entries = inLine([
    ...bases,
    ...Object.entries(source?.entries ?? {}).sort(byEntry),
    ...Object.entries(component.entries).sort(byEntry),
  ]);
  if (!source) return { ...component, entries };
  return {
    ...component,
    template: component.template.trim() === '' ? source.template : component.template,
    description: component.description || source.description,
    states: [...new Set([...source.states, ...component.states])],
    parts: joined(source.parts, component.parts),
    props: joined(source.props, component.props),
    guards: { ...source.guards, ...component.guards },
    excluded: { ...source.excluded, ...component.excluded },
    behaviours: { ...source.behaviours, ...component.behaviours },
    script: component.script || source.script,
    ...((source.data || component.data) && { data: joined(source.data ?? {}, component.data ?? {}) }),
    entries,
  };
}

const byEntry = <T extends { order: string }>([, a]: [string, T], [, b]: [string, T]) => byOrder(a, b);

/** Entries in the order given: one that stands twice stands where it came first. */
function inLine(entries: [string, StyleEntry][]): Record<string, StyleEntry> {
  const once = [...new Map(entries)];
  const orders = ordersAfter(null, once.length);
  return Object.fromEntries(once.map(([id, entry], i) => [id, { ...entry, order: orders[i]! }]));
}

/** A source's parts or props, those of the same name replaced in their place, further ones behind. */
function joined<T extends { order: string; name: string }>(
  source: Record<string, T>,
  own: Record<string, T>,
): Record<string, T> {
  const result: Record<string, T> = {};
  const mine = new Map(Object.entries(own).map(([id, entry]) => [entry.name, { id, entry }]));
  for (const { id, ...entry } of ordered(source)) {
    const other = mine.get(entry.name);
    mine.delete(entry.name);
    if (other) result[other.id] = { ...other.entry, order: entry.order };
    else result[id] = entry as unknown as T;
  }
  const last = ordered(source).at(-1)?.order ?? null;
  const orders = ordersAfter(last, mine.size);
  [...mine.values()].forEach(({ id, entry }, i) => (result[id] = { ...entry, order: orders[i]! }));
  return result;
}

/** Where an entry of a composed component is written: here, or in the rule set or component named. */
export function entryHome(
  component: ComponentDefinition,
  entry: string,
  items: Items,
): { kind: 'own' } | { kind: 'ruleSet' | 'component' | 'theme'; name: string } {
  if (component.entries[entry]) return { kind: 'own' };
  const theme = entry.includes('.') ? themeOf(component, items) : undefined;
  if (theme?.entries[themeRuleId(entry)]) return { kind: 'theme', name: theme.name };
  for (const base of component.bases ?? []) {
    const set = named(items, 'ruleSet', base);
    if (set?.entries[entry]) return { kind: 'ruleSet', name: set.name };
  }
  const seen = new Set([component.id]);
  for (
    let source = named(items, 'component', component.variationOf ?? undefined);
    source && !seen.has(source.id);
    source = named(items, 'component', source.variationOf ?? undefined)
  ) {
    seen.add(source.id);
    const home = entryHome({ ...source, variationOf: null }, entry, items);
    if (home.kind === 'ruleSet') return home;
    if (source.entries[entry]) return { kind: 'component', name: source.name };
  }
  return { kind: 'own' };
}
