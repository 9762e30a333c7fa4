import { parseStyle, selectorText, type Written } from '@/core/components/style-text';
import { partAncestry, templateOf } from '@/core/components/template';
import { equal, moveEntry } from '@/core/document/edits';
import type { ComponentDefinition, StyleEntry } from '@/core/components/definition';
import { ordered } from '@/core/document/item';
import { orderBetween, ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { spellingOf } from '@/editing/tokens/token-spelling';
import { notOwn, ownComponent, usedComponent } from '@/editing/components/own-component';
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
