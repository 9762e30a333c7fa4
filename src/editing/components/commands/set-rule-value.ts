import { entryHome, named } from '@/core/components/compose';
import { equal } from '@/core/document/edits';
import type { ComponentDefinition, RuleSetItem, StyleRule } from '@/core/components/definition';
import { themeRuleId, type ThemeItem } from '@/core/components/theme';
import { itemsOf, ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn, ownComponent, styleValueOf, usedComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { declared } from '@/editing/components/declared-value';

/** Where a rule of a component is written: its item, here or in a theme, a rule set or the component it varies. */
function homeOf(
  library: OpenLibrary,
  name: string,
  rule: string,
): { item: ComponentDefinition | RuleSetItem | ThemeItem; entry: string; own: boolean } | undefined {
  const authored = itemsOf(library.effective.authored, 'component').find((one) => one.name === name);
  if (!authored) return undefined;
  const home = entryHome(authored, rule, library.effective.authored);
  if (home.kind === 'own')
    return authored.entries[rule] ? { item: authored, entry: rule, own: true } : undefined;
  const item = named(library.effective.authored, home.kind, { path: home.name });
  return item && { item, entry: home.kind === 'theme' ? themeRuleId(rule) : rule, own: false };
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
  const written = home?.item.entries[home.entry];
  const rule = usedComponent(library, name)?.entries[id];
  if (!component || !home || written?.kind !== 'rule' || rule?.kind !== 'rule')
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
    work.set(home.item.id, `entries/${home.entry}`, {
      ...written,
      declarations: declared(written, property, trimmed === '' ? undefined : value),
    }),
  );
}
