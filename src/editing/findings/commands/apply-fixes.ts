import type { ComponentDefinition, StyleRule } from '@/core/components/definition';
import type { Fix, FixSetting } from '@/core/findings/fix';
import { readJson } from '@/core/base/json/read';
import type { JsonObject } from '@/core/base/json/json';
import { printedObject } from '@/core/tokens/token-tree';
import type { TokenItem } from '@/core/tokens/items';
import type { OpenLibrary } from '@/editing/session/open-library';
import { setTextMemberUnder } from '@/editing/foundations/text-member';
import { refuse, type Command, type NewId } from '@/editing/session/command';
import { runCommand, type DraftTransaction } from '@/editing/session/draft-transaction';
import { isKeyed, type FindingKey } from '../finding-key';
import { fixOf } from '../fix-ground';

/** Fixes findings, all at once. What one fix makes needless is not fixed again. */
export function applyFixes(library: OpenLibrary, { keys }: { keys: FindingKey[] }, newId: NewId): Command {
  const label =
    keys.length === 1 ? `Fix ${keys[0]!.code} at ${keys[0]!.path}` : `Fix ${keys.length} findings`;
  return runCommand(library, newId, label, (work) => {
    const found = [...library.findings(), ...library.componentFindings()];
    const done = new Set<string>();
    for (const key of keys) {
      const finding = found.find(isKeyed(key));
      const fix = finding && fixOf(library, finding);
      // Fixes of two places may read alike: they are told apart by their place.
      const once = `${key.code} ${key.path} ${fix?.label}`;
      // A token that an earlier fix removed is not there any more.
      if (!fix || done.has(once) || ('path' in fix && !work.tree.ids.has(fix.path))) continue;
      done.add(once);
      perform(library, work, fix);
    }
    return done.size === 0
      ? refuse('None of these findings can be fixed automatically', 'Open the token and change it by hand')
      : undefined;
  });
}

/** Does what a fix says: the one place that turns an intent into edits. */
function perform(library: OpenLibrary, work: DraftTransaction, fix: Fix): void {
  if (fix.intent === 'bind') return bind(work, fix);
  const item = work.ownAt(fix.path);
  if (fix.intent === 'remove') return void (item && work.remove(item.id));
  if (fix.intent === 'set') return fix.settings.forEach((setting) => set(library, work, fix.path, setting));
  const { from, to } = fix;
  if (item?.kind === 'token')
    work.rewrite(item, (value) => (from === undefined || value === `{${from}}` ? `{${to}}` : undefined));
}

function set(library: OpenLibrary, work: DraftTransaction, path: string, setting: FixSetting): void {
  if ('member' in setting) return setTextMemberUnder(library, work, path, setting);
  if ('layer' in setting) {
    const item = work.ownAt(path);
    if (item?.kind === 'token') work.redeclare(item, setting.layer, setting.value);
    return;
  }
  const { when, type, value } = setting;
  const item = library.items.get(library.tree.ids.get(path)!) as TokenItem;
  const old = item.declarations[work.layer(when, item)];
  const object = old ? new Map(printedObject(old, library.tree)) : (readJson('{}') as JsonObject);
  object.delete('$ref');
  if (!old && typeof value !== 'string') object.set('$type', type);
  object.set('$value', value);
  work.declare(path, when, object);
}

function bind(
  work: DraftTransaction,
  { component, entry, property, to }: Extract<Fix, { intent: 'bind' }>,
): void {
  const id = work.tree.ids.get(to);
  const now = (work.own.get(component) as ComponentDefinition | undefined)?.entries[entry];
  if (id === undefined || now?.kind !== 'rule') return;
  const declarations = now.declarations.map(([other, value]): StyleRule['declarations'][number] => [
    other,
    other === property ? { token: { id, path: to } } : value,
  ]);
  work.set(component, `entries/${entry}`, { ...now, declarations });
}
