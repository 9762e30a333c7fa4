import { equal } from '../document/edits';
import type { ItemChange, MakeChange } from '../document/impact';
import type { GuideItem } from './block';

/** What changed of a guide: its title, and how many of its blocks. */
export function guideChanges(old: GuideItem, present: GuideItem, change: MakeChange): ItemChange[] {
  const changes: ItemChange[] = [];
  if (old.title !== present.title)
    changes.push(change('described', 'patch', old.title, present.title, 'The title changed'));
  const count = (a: GuideItem, b: GuideItem) => Object.keys(a.blocks).filter((id) => !b.blocks[id]).length;
  const [gone, come] = [count(old, present), count(present, old)];
  const changed = Object.keys(old.blocks).filter(
    (id) => present.blocks[id] && !equal(old.blocks[id], present.blocks[id]),
  ).length;
  const words = [
    come && `${come} added`,
    gone && `${gone} removed`,
    changed && `${changed} changed or moved`,
  ].filter(Boolean);
  if (words.length > 0)
    changes.push(change('described', 'patch', null, null, `Blocks of the guide: ${words.join(', ')}`));
  return changes;
}
