import { pathOf } from '../tokens/token-tree';
import { composedItems } from '../components/compose';
import { brokenGuards } from '../components/guards';
import { equal } from '../document/edits';
import type { ComponentDefinition } from '../components/definition';
import type { Item, Items } from '../document/item';
import { kindOf } from '../kinds/registry';
import { libraryTree } from '../tokens/token-tree';
import type { Finding } from '../findings/finding';
import { pairingsIn } from '../tokens/pairings';
import type { Resolution } from '../tokens/resolve';
import {
  byImpact,
  worst,
  type Bump,
  type Impact,
  type ItemChange,
  type MakeChange,
} from '../document/impact';
import { diffTokens, valueText } from './token-diff';

/** One item that changed since the last release. */
export interface LedgerEntry {
  /** Item id: what is in or out of a release. */
  item: string;
  kind: Item['kind'];
  title: string;
  changes: ItemChange[];
  impact: Impact;
}

export interface LibraryState {
  items: Items;
  resolution: Resolution;
}

/** Everything that changed between a release (undefined: none yet) and a draft, the gravest first. */
export function ledgerOf(released: LibraryState | undefined, draft: LibraryState): LedgerEntry[] {
  const before = released && { ...released, items: finished(released.items) };
  const after = { ...draft, items: finished(draft.items) };
  const entries = new Map<string, LedgerEntry>();
  const put = (item: Item, title: string, change: ItemChange) => {
    const entry = entries.get(item.id);
    if (entry) entry.changes.push(change);
    else
      entries.set(item.id, {
        item: item.id,
        kind: item.kind,
        title,
        changes: [change],
        impact: change.impact,
      });
  };
  const oldItems: Items = before?.items ?? new Map();
  const now = libraryTree(after.items);
  const was = libraryTree(oldItems);
  if (before) {
    const renames = new Map<string, string>();
    for (const [id, path] of was.paths) {
      const present = now.paths.get(id);
      if (present !== undefined && present !== path && oldItems.get(id)?.kind === 'token')
        renames.set(path, present);
    }
    const changes = diffTokens(
      { resolution: before.resolution, pairings: pairingsIn(before.items) },
      { resolution: after.resolution, pairings: pairingsIn(after.items) },
      renames,
    );
    for (const change of changes) {
      const item = itemOf(change.kind, change.path, after.items, oldItems);
      if (item) put(item, change.path, change);
    }
  } else {
    for (const { item, path } of now.nodes)
      if (item.kind === 'token')
        put(item, path, { ...added(path, 'A token was added'), after: valueText(after.resolution, path) });
  }
  for (const id of new Set([...oldItems.keys(), ...after.items.keys()])) {
    const [old, present] = [oldItems.get(id), after.items.get(id)];
    const item = (present ?? old)!;
    if (equal(old, present)) continue;
    const title = now.paths.get(id) ?? was.paths.get(id) ?? kindOf(item).title(item);
    if (item.kind === 'token' || item.kind === 'axis' || item.kind === 'context' || item.kind === 'pairing') {
      // Their meaning is in the changes above; what is left is place and wording.
      if (!entries.has(id))
        put(item, title, {
          path: title,
          kind: 'arranged',
          impact: 'patch',
          before: null,
          after: null,
          why: arranged(old, present),
        });
      continue;
    }
    if (!present && draft.items.has(id)) {
      const why = 'No longer included in releases';
      put(item, title, { path: title, kind: 'visibility', impact: 'major', before: 'released', after: 'internal', why }); // prettier-ignore
      continue;
    }
    for (const change of itemChanges(old, present, title, after.items)) put(item, title, change);
  }
  const [usedBefore, used] = [composedItems(oldItems), composedItems(after.items)];
  for (const item of used.values()) {
    const old = usedBefore.get(item.id);
    if (item.kind !== 'component' || old?.kind !== 'component') continue;
    for (const finding of guardsNewlyBroken(item, old, before!, after)) {
      put(item, item.name, {
        path: item.name,
        kind: 'guard',
        impact: 'major',
        before: null,
        after: null,
        why: finding.message,
      });
    }
  }
  const list = [...entries.values()];
  for (const entry of list) entry.impact = worst(entry.changes.map((change) => change.impact)) as Impact;
  return list.sort((a, b) => byImpact(a.impact, b.impact) || (a.title < b.title ? -1 : 1));
}

/** What can go out: all but what is kept out of releases. */
function finished(items: Items): Items {
  const goesOut = (item: Item) => kindOf(item).released(item);
  return [...items.values()].every(goesOut) ? items : new Map([...items].filter(([, item]) => goesOut(item)));
}

export function bumpOf(entries: readonly LedgerEntry[]): Bump {
  return worst(entries.map((entry) => entry.impact));
}

const added = (path: string, why: string): ItemChange => ({
  path,
  kind: 'added',
  impact: 'minor',
  before: null,
  after: null,
  why,
});

function arranged(old: Item | undefined, present: Item | undefined): string {
  if (!old) return 'It was added';
  return present ? 'Only its place or wording changed' : 'It was removed';
}

function itemOf(kind: string, path: string, items: Items, oldItems: Items): Item | undefined {
  if (kind === 'axis' || kind === 'default' || kind === 'context') {
    const name = path.split('.')[0];
    for (const holder of [items, oldItems]) {
      for (const item of holder.values()) if (item.kind === 'axis' && item.name === name) return item;
    }
    return undefined;
  }
  if (kind === 'pairing') {
    for (const holder of [items, oldItems]) {
      for (const item of holder.values()) {
        if (
          item.kind === 'pairing' &&
          `${pathOf(item.text, holder)} on ${pathOf(item.surface, holder)}` === path
        )
          return item;
      }
    }
    return undefined;
  }
  const id = libraryTree(items).ids.get(path) ?? libraryTree(oldItems).ids.get(path);
  return id === undefined ? undefined : (items.get(id) ?? oldItems.get(id));
}

function guardsNewlyBroken(
  item: ComponentDefinition,
  old: ComponentDefinition,
  before: LibraryState,
  after: LibraryState,
): Finding[] {
  const earlier = new Set(
    brokenGuards(old, before.items, before.resolution).map((finding) => finding.message),
  );
  return brokenGuards(item, after.items, after.resolution).filter((finding) => !earlier.has(finding.message));
}

function itemChanges(
  old: Item | undefined,
  present: Item | undefined,
  path: string,
  items: Items,
): ItemChange[] {
  const item = (present ?? old)!;
  const kind = kindOf(item);
  const [word] = kind.words;
  const change: MakeChange = (name, impact, before, after, why) => ({
    path,
    kind: name,
    impact,
    before,
    after,
    why,
  });
  if (!old) return [change('added', kind.impact.added, null, null, `${aWord(word)} was added`)];
  if (!present) return [change('removed', kind.impact.removed, null, null, `${aWord(word)} was removed`)];
  const changes = kind.changes(old, present, change, items);
  return changes.length > 0 ? changes : [change('arranged', 'patch', null, null, `The ${word} changed`)];
}

const aWord = (word: string) => `${/^[aeiou]/.test(word) ? 'An' : 'A'} ${word}`;

/** A release from which some changed items are left out: what they are in the last release stands. */
export function composeRelease(last: Items, draft: Items, leftOut: ReadonlySet<string>): Map<string, Item> {
  const items = new Map<string, Item>();
  for (const [id, item] of finished(draft)) {
    const old = last.get(id);
    if (!leftOut.has(id)) items.set(id, item);
    else if (old) items.set(id, old);
  }
  for (const id of leftOut) {
    const old = last.get(id);
    if (old && !items.has(id)) items.set(id, old);
  }
  return items;
}
