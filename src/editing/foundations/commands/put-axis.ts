import { moveEntry } from '@/core/document/edits';
import { byOrder, itemsOf } from '@/core/document/item';
import type { Context } from '@/core/tokens/system';
import { ordersAfter, orderBetween } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { contextNameProblem, removeContexts } from '@/editing/foundations/axes';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';

interface AxisAsked {
  /** Left out: a new axis. */
  id?: string;
  name: string;
  description: string;
  /** All its contexts in their order; those without an id are new, those left out are removed. */
  contexts: { id?: string; name: string }[];
  /** Which of them holds where nothing else is said, from 0. */
  standard: number;
}

/**
 * Creates an axis with its contexts, or changes one: names, order, description and default. A context that is new and
 * not the default gets a layer of its own. To an inherited axis contexts can be added.
 */
export function putAxis(library: OpenLibrary, asked: AxisAsked, newId: NewId): Command {
  const { id } = asked;
  const name = asked.name.trim();
  const contexts = asked.contexts.map((one) => ({ ...one, name: one.name.trim() }));
  const present = id === undefined ? undefined : itemsOf(library.items, 'axis').find((one) => one.id === id);
  if (id !== undefined && !present) return refuse('This axis was removed meanwhile', 'Reload the page');
  const own = present === undefined || library.own.items.has(present.id);
  const old = itemsOf(library.items, 'context')
    .filter(({ axis }) => axis === id)
    .sort(byOrder);
  const wrong =
    contextNameProblem(name, 'axis') ??
    contexts.map((one) => contextNameProblem(one.name, 'context')).find(Boolean);
  if (wrong) return { ...wrong, field: contextNameProblem(name, 'axis') ? 'name' : 'contexts' };
  if (itemsOf(library.items, 'axis').some((one) => one.name === name && one.id !== id))
    return refuse(`There is an axis ${name} already`, 'Choose another name', 'name');
  const twice = contexts.find((one, i) => contexts.findIndex((other) => other.name === one.name) !== i);
  if (twice) return refuse(`${twice.name} stands there twice`, 'Give each context its own name', 'contexts');
  if (contexts.length < 2 && contexts.length < Math.max(old.length, 2))
    return refuse('An axis has at least two contexts', 'Enter another one, or remove the axis', 'contexts');
  if (!contexts[asked.standard]) return refuse('No context is the default', 'Choose one of them', 'contexts');
  if (contexts.some((one) => one.id !== undefined && !old.some((known) => known.id === one.id)))
    return refuse('A context was removed meanwhile', 'Reload the page', 'contexts');
  if (!own) {
    const kept = contexts.filter((one) => one.id !== undefined && !library.own.items.has(one.id));
    const inherited = old.filter((one) => !library.own.items.has(one.id));
    if (
      name !== present.name ||
      asked.description !== present.description ||
      contexts[asked.standard]!.id !== present.default ||
      inherited.some((one, i) => kept[i]?.id !== one.id || kept[i].name !== one.name)
    )
      return refuse(
        `The axis ${present.name} is inherited`,
        'Contexts can be added to it here; change all else in the library it comes from',
      );
  }
  return runCommand(library, newId, `${present ? 'Change' : 'Create'} axis ${name}`, (work) => {
    const axis = present?.id ?? newId('axis');
    const renamed = new Map<string, string>();
    for (const one of old) {
      const now = contexts.find((other) => other.id === one.id)?.name;
      if (now !== undefined && now !== one.name) renamed.set(one.name, now);
    }
    const gone = new Set(old.filter((one) => !contexts.some((other) => other.id === one.id)).map((one) => one.id));
    const refused = gone.size > 0 ? removeContexts(work, gone) : undefined;
    if (refused) return refused;
    if (!present) {
      const last = itemsOf(work.items, 'axis').sort(byOrder).at(-1)?.order ?? null;
      work.add({ id: axis, kind: 'axis', name, description: asked.description, default: null, order: ordersAfter(last, 1)[0]! });
    } else if (own) {
      if (name !== present.name || renamed.size > 0) renameWhereNamed(work, present.name, name, renamed);
      work.set(axis, 'name', name);
      work.set(axis, 'description', asked.description);
    }
    const ids = placeContexts(work, axis, contexts);
    if (own) work.set(axis, 'default', ids[asked.standard]!);
    for (const [i, one] of contexts.entries())
      if (one.id === undefined && i !== asked.standard) work.layer({ [name]: one.name });
    return undefined;
  }); // prettier-ignore
}

/** Adds, renames and orders contexts. @returns their ids */
function placeContexts(
  work: DraftTransaction,
  axis: string,
  contexts: readonly { id?: string; name: string }[],
): string[] {
  const orders = new Map(itemsOf(work.items, 'context').map((one) => [one.id, one.order]));
  let last: string | null = null;
  return contexts.map(({ id, name }, i) => {
    const order: string | undefined = id === undefined ? undefined : orders.get(id);
    const kept = order !== undefined && (last === null || order > last);
    const next: string | undefined = contexts
      .slice(i + 1)
      .map((one) => (one.id === undefined ? undefined : orders.get(one.id)))
      .find((key) => key !== undefined && (last === null || key > last));
    const key: string = kept ? order : orderBetween(last, next ?? null);
    last = key;
    if (id === undefined) {
      const made = work.newId('context');
      work.add({ id: made, kind: 'context', axis, name, order: key });
      return made;
    }
    const item = work.own.get(id);
    if (item) {
      work.set(id, 'name', name);
      if (!kept) work.apply(moveEntry(item as never, '', key));
    }
    return id;
  });
}

/** Outputs and blocks of guides name contexts: they follow. */
function renameWhereNamed(
  work: DraftTransaction,
  from: string,
  to: string,
  contexts: ReadonlyMap<string, string>,
): void {
  const renamed = (named: Context): Context =>
    Object.fromEntries(
      Object.entries(named).map(([axis, context]) =>
        axis === from ? [to, contexts.get(context) ?? context] : [axis, context],
      ),
    );
  for (const output of itemsOf(work.own, 'output'))
    if (output.context && Object.hasOwn(output.context, from))
      work.set(output.id, 'context', renamed(output.context));
  for (const guide of itemsOf(work.own, 'guide'))
    for (const [id, block] of Object.entries(guide.blocks))
      if ('under' in block && block.under && Object.hasOwn(block.under, from))
        work.set(guide.id, `blocks/${id}`, { ...block, under: renamed(block.under) });
}
