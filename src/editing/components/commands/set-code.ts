import { parseStyle, selectorText, type Written } from '@/core/components/style-text';
import { parseTemplate, partAncestry, templateOf } from '@/core/components/template';
import { equal, moveEntry } from '@/core/document/edits';
import type { ComponentDefinition, StyleEntry } from '@/core/components/definition';
import { ordered } from '@/core/document/item';
import { orderBetween, ordersAfter } from '@/core/document/order';
import type { Finding } from '@/core/findings/finding';
import type { OpenLibrary } from '@/editing/session/open-library';
import { spellingOf } from '@/editing/tokens/token-spelling';
import { addMissingParts } from '@/editing/components/definition-draft';
import { notOwn, ownComponent, usedComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

/**
 * Puts a template, a style sheet or both in place of what a component has: together they may say what neither could alone, as a
 * part that is renamed in both. Parts the template gains are named; one that rules or guards still speak of cannot go. Entries of
 * the sheet that say the same as before keep their identity. Refusals name `template` or `sheet`.
 */
export function setCode(
  library: OpenLibrary,
  { component: name, template, sheet }: { component: string; template?: string; sheet?: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const parsed = parseTemplate(template ?? used.template);
  const [unread] = template === undefined ? [] : parsed.findings;
  if (unread) return unreadable(unread, 'template');
  const style = sheet === undefined ? null : parseStyle(sheet, spellingOf(library));
  const [wrong] = style?.findings ?? [];
  if (wrong) return unreadable(wrong, 'sheet');
  const parts = partAncestry(parsed.root);
  const lost = style?.entries.find((entry) => entry.kind === 'rule' && !parts.has(entry.part));
  if (lost?.kind === 'rule')
    return refuse(
      `The template has no part ${lost.part}, of which ${selectorText(lost)} speaks`,
      `Choose one of ${[...parts.keys()].join(', ')}, or add the part to the template`,
      'sheet',
    );
  const gone = template === undefined ? undefined : partGone(used, component, parts, style !== null);
  if (gone !== undefined)
    return refuse(
      `Rules or guards of ${name} speak of the part ${gone}, which this template no longer has`,
      'Keep the part, or remove those rules and guards',
      'template',
    );
  const what = [template !== undefined && 'template', style !== null && 'style sheet'].filter(Boolean);
  return runCommand(library, newId, `Change the ${what.join(' and the ')} of ${name}`, (work) => {
    if (template !== undefined) {
      work.set(component.id, 'template', template);
      addMissingParts(work, component);
    }
    if (style) putEntries(work, component, style.entries);
  });
}

const unreadable = (finding: Finding, field: string): Command => {
  const { line, column } = finding.at ?? {};
  const place =
    line === undefined ? '' : ` (line ${line}${column === undefined ? '' : `, column ${column}`})`;
  return refuse(`${finding.message}${place}`, finding.fix ?? '', field);
};

/** A part of today that rules or guards speak of and a new template has not; `ownGo`: the component's own entries are replaced. */
function partGone(
  used: ComponentDefinition,
  own: ComponentDefinition,
  parts: ReadonlyMap<string, unknown>,
  ownGo: boolean,
): string | undefined {
  const today = partAncestry(templateOf(used.template).root);
  const entries = Object.entries(used.entries).filter(([id]) => !(ownGo && id in own.entries));
  const spoken = [...entries, ...Object.entries(used.guards)].flatMap(([, entry]) =>
    'part' in entry && today.has(entry.part) ? [entry.part] : [],
  );
  return spoken.find((part) => !parts.has(part));
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
