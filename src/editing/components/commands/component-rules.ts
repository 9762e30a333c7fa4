import { counted } from '@/core/base/words';
import { entryHome, named } from '@/core/components/compose';
import { parseStyle, selectorText, type Written } from '@/core/components/style-text';
import { partAncestry, templateOf } from '@/core/components/template';
import { equal, moveEntry } from '@/core/document/edits';
import type { ComponentDefinition, RuleSetItem, StyleEntry, StyleRule } from '@/core/components/definition';
import { itemsOf, ordered } from '@/core/document/item';
import { orderBetween, ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { spellingOf } from '@/editing/tokens/token-spelling';
import {
  NAME,
  behind,
  conditionsFor,
  notOwn,
  ownComponent,
  partProblem,
  styleValueOf,
  usedComponent,
} from './own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

/** Puts a style sheet in place of a component's own entries; those that say the same keep their identity. */
export function setStyleSheet(
  library: OpenLibrary,
  { component: name, text }: { component: string; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const { entries, findings } = parseStyle(text, spellingOf(library));
  const [finding] = findings;
  if (finding) {
    const line = finding.at?.line === undefined ? '' : ` (line ${finding.at.line})`;
    return refuse(`${finding.message}${line}`, finding.fix ?? '');
  }
  const parts = partAncestry(templateOf(used.template).root);
  const lost = entries.find((entry) => entry.kind === 'rule' && !parts.has(entry.part));
  if (lost?.kind === 'rule')
    return refuse(
      `The template has no part ${lost.part}, of which ${selectorText(lost)} speaks`,
      `Choose one of ${[...parts.keys()].join(', ')}, or add the part to the template`,
    );
  return runCommand(library, newId, `Change the style sheet of ${name}`, (work) =>
    putEntries(work, component, entries),
  );
}

/** Stores entries in this order, each over the stored one it continues: the one that says the same, else of the same subject. */
function putEntries(
  work: DraftTransaction,
  component: ComponentDefinition,
  entries: readonly Written[],
): void {
  const left = new Map(ordered(component.entries).map(({ id, ...entry }) => [id, entry as StyleEntry]));
  const bare = ({ order: _order, ...entry }: StyleEntry): Written => entry;
  const subject = (entry: Written) => (entry.kind === 'rule' ? selectorText(entry) : 'kept');
  const take = (fits: (entry: Written) => boolean) => {
    const found = [...left].find(([, entry]) => fits(bare(entry)));
    if (found) left.delete(found[0]);
    return found?.[0];
  };
  const ids = entries.map((entry) => take((other) => equal(other, entry)));
  entries.forEach((entry, i) => (ids[i] ??= take((other) => subject(other) === subject(entry))));
  for (const id of left.keys()) work.set(component.id, `entries/${id}`, null);
  const inOrder = ids.every((id, i) => {
    const before = ids.slice(0, i).findLast((other) => other !== undefined);
    return (
      id === undefined ||
      before === undefined ||
      component.entries[before]!.order < component.entries[id]!.order
    );
  });
  const orders = inOrder ? keptOrders() : ordersAfter(null, entries.length);
  entries.forEach((entry, i) => {
    const id = ids[i];
    const order = orders[i]!;
    if (id === undefined)
      return work.set(component.id, `entries/${work.newId('entry')}`, { ...entry, order });
    if (component.entries[id]!.order !== order)
      work.apply(moveEntry(work.own.get(component.id)!, `entries/${id}`, order));
    work.set(component.id, `entries/${id}`, { ...entry, order });
  });

  /** The stored orders where entries stay, and new ones between them. */
  function keptOrders(): string[] {
    const result: string[] = [];
    entries.forEach((_, i) => {
      const id = ids[i];
      if (id !== undefined) return result.push(component.entries[id]!.order);
      const nextId = ids.slice(i + 1).find((other) => other !== undefined);
      const next = nextId === undefined ? null : component.entries[nextId]!.order;
      return result.push(between(result.at(-1) ?? null, next));
    });
    return result;
  }
}

const between = (a: string | null, b: string | null): string =>
  b === null ? ordersAfter(a, 1)[0]! : orderBetween(a, b);

/** Where a rule of a component is written: its item, here or in a rule set or the component it varies. */
function homeOf(
  library: OpenLibrary,
  name: string,
  rule: string,
): { item: ComponentDefinition | RuleSetItem; own: boolean } | undefined {
  const authored = itemsOf(library.effective.authored, 'component').find((one) => one.name === name);
  if (!authored) return undefined;
  const home = entryHome(authored, rule, library.effective.authored);
  if (home.kind === 'own') return authored.entries[rule] ? { item: authored, own: true } : undefined;
  const item = named(library.effective.authored, home.kind, { path: home.name });
  return item ? { item, own: false } : undefined;
}

/**
 * Sets one property of one rule. A rule from further down is changed there (`at: 'source'`), for all that use it, or said
 * anew here, where it goes over the other (`at: 'here'`).
 */
export function setRuleValue(
  library: OpenLibrary,
  {
    component: name,
    rule: id,
    property,
    text,
    at = 'here',
  }: { component: string; rule: string; property: string; text: string; at?: 'here' | 'source' },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const home = homeOf(library, name, id);
  const rule = home?.item.entries[id];
  if (!component || !home || rule?.kind !== 'rule')
    return refuse('The rule is not in this library', 'Change it in the library it comes from');
  const trimmed = text.trim();
  const read = styleValueOf(library, trimmed);
  if ('refused' in read) return read.refused;
  if (!/^(--)?[a-z][a-z0-9-]*$/.test(property))
    return refuse(`“${property}” is not a CSS property`, 'Write one such as min-height');
  const { value } = read;
  const label = `Set ${property} of ${home.own || at === 'here' ? name : home.item.name} to ${trimmed || 'nothing'}`;
  if (!home.own && at === 'here')
    return runCommand(library, newId, label, (work) => {
      const mine = Object.entries(component.entries).find(
        ([, entry]) => entry.kind === 'rule' && entry.part === rule.part && equal(entry.when, rule.when),
      );
      const [ownId, known] = (mine as [string, StyleRule] | undefined) ?? [newId('entry'), undefined];
      const stored: StyleRule = known ?? {
        order: ordersAfter(ordered(component.entries).at(-1)?.order ?? null, 1)[0]!,
        kind: 'rule',
        when: rule.when,
        part: rule.part,
        declarations: [],
        comment: '',
      };
      work.set(component.id, `entries/${ownId}`, {
        ...stored,
        declarations: declared(stored, property, trimmed === '' ? undefined : value),
      });
    });
  if (!library.own.items.has(home.item.id)) return notOwn(home.item.name);
  return runCommand(library, newId, label, (work) =>
    work.set(home.item.id, `entries/${id}`, {
      ...rule,
      declarations: declared(rule, property, trimmed === '' ? undefined : value),
    }),
  );
}

/**
 * Sets one property of a part under some conditions: in the rule that says something of exactly these, or in a new one.
 * Nothing typed takes the property out, and the rule with its last.
 */
export function setPartStyle(
  library: OpenLibrary,
  {
    component: name,
    part,
    when,
    property,
    text,
  }: { component: string; part: string; when: string; property: string; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  const used = usedComponent(library, name)!;
  const refused = partProblem(used, part);
  if (refused) return refused;
  const about = conditionsFor(used, when);
  if ('refused' in about) return about.refused;
  const read = styleValueOf(library, text);
  if ('refused' in read) return read.refused;
  const trimmed = text.trim();
  const known = ordered(component.entries).findLast(
    (entry) => entry.kind === 'rule' && entry.part === part && equal(entry.when, about.conditions),
  );
  return runCommand(
    library,
    newId,
    `Set ${property} of ${part} of ${name} to ${trimmed || 'nothing'}`,
    (work) => {
      const { id = newId('entry'), ...rule } = (known ?? {
        order: behind(component.entries),
        kind: 'rule',
        when: about.conditions,
        part,
        declarations: [],
        comment: '',
      }) as StyleRule & { id?: string };
      const declarations = declared(rule, property, trimmed === '' ? undefined : read.value);
      if (declarations.length > 0) work.set(component.id, `entries/${id}`, { ...rule, declarations });
      else if (known) work.set(component.id, `entries/${id}`, null);
    },
  );
}

/** A rule's declarations with one of them set, in its place; undefined takes it out. */
function declared(
  rule: StyleRule,
  property: string,
  value: StyleRule['declarations'][number][1] | undefined,
): StyleRule['declarations'] {
  if (value === undefined) return rule.declarations.filter(([other]) => other !== property);
  const known = rule.declarations.some(([other]) => other === property);
  return known
    ? rule.declarations.map(([other, old]) => [other, other === property ? value : old])
    : [...rule.declarations, [property, value]];
}

/** Makes a rule set of some rules of a component, which stands on it from then on. */
export function shareRules(
  library: OpenLibrary,
  { component: name, rules, set }: { component: string; rules: string[]; set: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  if (!NAME.test(set))
    return refuse(
      `“${set}” is not a name for a rule set`,
      'Use letters, digits and hyphens, beginning with a small letter',
    );
  const known = itemsOf(library.own.items, 'ruleSet').find((other) => other.name === set);
  const moved = rules.filter((id) => component.entries[id]);
  if (moved.length === 0) return refuse('No rule is chosen', 'Choose the rules that others are to share');
  return runCommand(library, newId, `Share ${counted(moved.length, 'rule')} of ${name} as ${set}`, (work) => {
    const last = ordered(known?.entries ?? {}).at(-1)?.order ?? null;
    const orders = ordersAfter(last, moved.length);
    const entries = Object.fromEntries(
      moved.map((id, i) => [id, { ...component.entries[id]!, order: orders[i]! }]),
    );
    const setId = known?.id ?? newId('ruleset');
    if (known) for (const [id, entry] of Object.entries(entries)) work.set(known.id, `entries/${id}`, entry);
    else
      work.add({
        id: setId,
        kind: 'ruleSet',
        name: set,
        entries,
        order: ordersAfter(
          itemsOf(work.own, 'ruleSet')
            .map(({ order }) => order)
            .sort()
            .at(-1) ?? null,
          1,
        )[0]!,
      });
    for (const id of moved) work.set(component.id, `entries/${id}`, null);
    if (!component.bases?.some((base) => base.id === setId))
      work.set(component.id, 'bases', [...(component.bases ?? []), { id: setId, path: set }]);
  });
}

/** The rule sets a component stands on, weakest first. */
export function setBases(
  library: OpenLibrary,
  { component: name, sets }: { component: string; sets: string[] },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const found = sets.map((path) => named(library.items, 'ruleSet', { path }));
  const missing = sets.find((_, i) => !found[i]);
  if (missing !== undefined) return refuse(`There is no rule set ${missing}`, 'Choose one from the list');
  const parts = partAncestry(templateOf(used.template).root);
  for (const set of found)
    for (const entry of Object.values(set!.entries))
      if (entry.kind === 'rule' && !parts.has(entry.part))
        return refuse(
          `${set!.name} speaks of the part ${entry.part}, which ${name} has not`,
          'Add the part to the template first',
        );
  return runCommand(library, newId, `Let ${name} stand on ${sets.join(', ') || 'no rule set'}`, (work) =>
    work.set(
      component.id,
      'bases',
      found.map((set) => ({ id: set!.id, path: set!.name })),
    ),
  );
}

/** Cuts a variation loose: all it took over becomes its own. */
export function unlink(
  library: OpenLibrary,
  { component: name }: { component: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  if (!component.variationOf) return refuse(`${name} varies nothing`, 'There is nothing to cut');
  const source = component.variationOf.path;
  return runCommand(library, newId, `Cut ${name} loose from ${source}`, (work) => {
    work.remove(component.id);
    work.add({ ...used, variationOf: null, bases: [] });
  });
}
