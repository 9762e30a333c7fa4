import { pathOf } from '../components/style';
import { composedItems } from '../components/compose';
import { brokenGuards } from '../components/guards';
import { equal } from '../documents/edits';
import {
  type AssetItem,
  type ComponentItem,
  type GuideItem,
  type Item,
  type Items,
} from '../documents/items';
import { kindOf } from '../documents/kinds';
import { libraryTree } from '../documents/library';
import type { Finding } from '../checks/finding';
import { pairingsIn } from '../documents/pairings';
import type { Resolution } from '../tokens/resolve';
import { componentChanges, entryChanges } from './component-diff';
import type { LedgerChange, Row } from './ledger-change';
import { worst, type Bump, type Severity } from './severity';
import { diffTokens } from './token-diff';

/** One item that changed since the last release. */
export interface LedgerEntry {
  /** Item id: what is in or out of a release. */
  item: string;
  kind: Item['kind'];
  title: string;
  changes: LedgerChange[];
  severity: Severity;
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
  const put = (item: Item, title: string, change: LedgerChange) => {
    const entry = entries.get(item.id);
    if (entry) entry.changes.push(change);
    else
      entries.set(item.id, {
        item: item.id,
        kind: item.kind,
        title,
        changes: [change],
        severity: change.severity,
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
      if (item.kind === 'token') put(item, path, added(path, 'A token was added'));
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
          severity: 'patch',
          before: null,
          after: null,
          why: arranged(old, present),
        });
      continue;
    }
    if (!present && draft.items.has(id)) {
      const why = 'It is no longer released';
      put(item, title, { path: title, kind: 'visibility', severity: 'major', before: 'released', after: 'internal', why }); // prettier-ignore
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
        severity: 'major',
        before: null,
        after: null,
        why: finding.message,
      });
    }
  }
  const list = [...entries.values()];
  for (const entry of list)
    entry.severity = worst(entry.changes.map((change) => change.severity)) as Severity;
  const weight = { major: 0, minor: 1, patch: 2 };
  return list.sort((a, b) => weight[a.severity] - weight[b.severity] || (a.title < b.title ? -1 : 1));
}

/** What can go out: all but the components that are kept out of releases. */
export function finished(items: Items): Items {
  const isOut = (item: Item) => item.kind === 'component' && item.visibility === 'internal';
  if (![...items.values()].some(isOut)) return items;
  return new Map([...items].filter(([, item]) => !isOut(item)));
}

export function bumpOf(entries: readonly LedgerEntry[]): Bump {
  return worst(entries.map((entry) => entry.severity));
}

const added = (path: string, why: string): LedgerChange => ({
  path,
  kind: 'added',
  severity: 'minor',
  before: null,
  after: null,
  why,
});

function arranged(old: Item | undefined, present: Item | undefined): string {
  if (!old) return 'It was added';
  return present ? 'Only its place or wording changed' : 'It was taken out';
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
  item: ComponentItem,
  old: ComponentItem,
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
): LedgerChange[] {
  const item = (present ?? old)!;
  const row = (
    kind: string,
    severity: Severity,
    before: string | null,
    after: string | null,
    why: string,
  ): LedgerChange => ({ path, kind, severity, before, after, why });
  if (!old)
    return [
      row(
        'added',
        ['component', 'guide', 'asset', 'styleSheet'].includes(item.kind) ? 'minor' : 'patch',
        null,
        null,
        `${aKind(item)} was added`,
      ),
    ];
  if (!present)
    return [
      row(
        'removed',
        ['component', 'asset', 'styleSheet'].includes(item.kind) ? 'major' : 'patch',
        null,
        null,
        `${aKind(item)} was removed`,
      ),
    ];
  if (old.kind === 'component' && present.kind === 'component')
    return componentChanges(old, present, row, items);
  if (old.kind === 'guide' && present.kind === 'guide') return guideChanges(old, present, row);
  if (old.kind === 'group' && present.kind === 'group' && old.name !== present.name)
    return [
      row(
        'arranged',
        'patch',
        old.name,
        present.name,
        'The group was renamed; its tokens are listed with their new paths',
      ),
    ];
  if (old.kind === 'asset' && present.kind === 'asset') return assetChanges(old, present, row);
  if (old.kind === 'ruleSet' && present.kind === 'ruleSet') {
    const changes = entryChanges(old.entries, present.entries, row, items);
    if (changes.length > 0) return changes;
  }
  if (old.kind === 'styleSheet' && present.kind === 'styleSheet' && old.css !== present.css)
    return [row('style', 'minor', null, null, 'What it says of all components changed')];
  return [row('arranged', 'patch', null, null, `The ${kindName(item)} changed`)];
}

/** `rule set`, `accepted finding`. */
const kindName = ({ kind }: Item) => kind.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const aKind = (item: Item) => {
  const name = kindName(item);
  return `${/^[aeiou]/.test(name) ? 'An' : 'A'} ${name}`;
};

/** What is set in a font, or shows a picture, changes with its files and is lost with its name. */
function assetChanges(old: AssetItem, present: AssetItem, row: Row): LedgerChange[] {
  const changes: LedgerChange[] = [];
  if (old.name !== present.name)
    changes.push(row('renamed', 'major', old.name, present.name, `The ${old.role} was renamed`));
  const hashes = (asset: AssetItem) =>
    new Map(Object.values(asset.files).map(({ hash, file }) => [hash, file]));
  const [was, is] = [hashes(old), hashes(present)];
  for (const [hash, file] of was)
    if (!is.has(hash)) changes.push(row('file', 'major', file, null, `The file ${file} was taken out`));
  for (const [hash, file] of is)
    if (!was.has(hash)) changes.push(row('file', 'minor', null, file, `The file ${file} was added`));
  if (changes.length === 0)
    changes.push(row('arranged', 'patch', null, null, `Only the order of the ${old.role}’s files changed`));
  return changes;
}

function guideChanges(old: GuideItem, present: GuideItem, row: Row): LedgerChange[] {
  const changes: LedgerChange[] = [];
  if (old.title !== present.title)
    changes.push(row('described', 'patch', old.title, present.title, 'The title changed'));
  const count = (a: GuideItem, b: GuideItem) => Object.keys(a.blocks).filter((id) => !b.blocks[id]).length;
  const [gone, come] = [count(old, present), count(present, old)];
  const changed = Object.keys(old.blocks).filter(
    (id) => present.blocks[id] && !equal(old.blocks[id], present.blocks[id]),
  ).length;
  const words = [
    come && `${come} added`,
    gone && `${gone} taken out`,
    changed && `${changed} changed or moved`,
  ].filter(Boolean);
  if (words.length > 0)
    changes.push(row('described', 'patch', null, null, `Blocks of the guide: ${words.join(', ')}`));
  return changes;
}

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
