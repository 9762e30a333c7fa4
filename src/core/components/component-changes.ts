import { conditionsText } from './condition';
import { pathOf } from '../tokens/token-tree';
import { equal } from '../document/edits';
import type { ComponentDefinition, Prop, StyleEntry, StyleRule, StyleValue } from './definition';
import type { Items } from '../document/item';
import type { ItemChange, MakeChange } from '../document/impact';

/** Properties whose change in a shared component moves what stands around it (common practice, no source). */
const LAYOUT =
  /^(position|display|float|(min-|max-)?(width|height|inline-size|block-size)|inset.*|top|left|right|bottom|flex.*|grid.*)$/;

/** What changed of a component, each with what it costs those who use it. */
export function componentChanges(
  old: ComponentDefinition,
  present: ComponentDefinition,
  change: MakeChange,
  items: Items,
): ItemChange[] {
  const changes: ItemChange[] = [];
  if (old.name !== present.name)
    changes.push(change('renamed', 'major', old.name, present.name, 'The component was renamed'));
  for (const [id, prop] of Object.entries(old.props)) {
    const now = present.props[id];
    if (!now) changes.push(change('prop', 'major', prop.name, null, `The prop ${prop.name} was removed`));
    else {
      if (now.name !== prop.name || now.kind !== prop.kind)
        changes.push(
          change(
            'prop',
            'major',
            `${prop.name} (${prop.kind})`,
            `${now.name} (${now.kind})`,
            `The prop ${prop.name} changed its name or kind`,
          ),
        );
      for (const value of prop.values)
        if (!now.values.includes(value))
          changes.push(change('prop', 'major', value, null, `${prop.name} can no longer be ${value}`));
      for (const value of now.values)
        if (!prop.values.includes(value))
          changes.push(change('prop', 'minor', null, value, `${prop.name} can also be ${value}`));
      if (now.default !== prop.default)
        changes.push(
          change('prop', 'minor', prop.default, now.default, `The default of ${prop.name} changed`),
        );
      if (!equal(now.holds ?? [], prop.holds ?? []))
        changes.push(change('prop', 'minor', null, null, `The default content of ${prop.name} changed`));
      if (narrower(prop, now))
        changes.push(change('prop', 'major', null, null, `${prop.name} accepts less than before`));
      if (now.description !== prop.description)
        changes.push(
          change(
            'described',
            'patch',
            prop.description,
            now.description,
            `The description of ${prop.name} changed`,
          ),
        );
    }
  }
  for (const [id, prop] of Object.entries(present.props))
    if (!old.props[id])
      changes.push(change('prop', 'minor', null, prop.name, `The prop ${prop.name} was added`));
  for (const part of Object.values(old.parts)) {
    const now = Object.values(present.parts).find((other) => other.name === part.name);
    for (const property of part.adjustable ?? [])
      if (now && !now.adjustable?.includes(property))
        changes.push(
          change('part', 'major', property, null, `${property} of ${part.name} can no longer be overridden`),
        );
    for (const property of now?.adjustable ?? [])
      if (!part.adjustable?.includes(property))
        changes.push(
          change('part', 'minor', null, property, `${property} of ${part.name} can be overridden`),
        );
    if (!Object.values(present.parts).some((other) => other.name === part.name))
      changes.push(change('part', 'major', part.name, null, `The part ${part.name} was removed`));
  }
  changes.push(...entryChanges(old.entries, present.entries, change, items));
  if (old.template !== present.template)
    changes.push(change('template', 'minor', null, null, 'The template changed'));
  if (old.description !== present.description)
    changes.push(
      change('described', 'patch', old.description, present.description, 'The description changed'),
    );
  if (old.visibility !== present.visibility) {
    changes.push(
      change(
        'visibility',
        present.visibility === 'internal' ? 'major' : 'minor',
        old.visibility,
        present.visibility,
        present.visibility === 'internal' ? 'No longer included in releases' : 'Now included in releases',
      ),
    );
  }
  if (!equal(old.deprecation, present.deprecation))
    changes.push(
      change(
        'deprecated',
        'minor',
        old.deprecation?.reason ?? null,
        present.deprecation?.reason ?? null,
        present.deprecation ? 'Deprecated' : 'No longer deprecated',
      ),
    );
  for (const [id, { when, why }] of Object.entries(present.excluded ?? {}))
    if (!equal(old.excluded?.[id]?.when, when))
      changes.push(
        change(
          'prop',
          'major',
          null,
          conditionsText(when),
          `No longer allowed: ${conditionsText(when)}${why ? `, ${why}` : ''}`,
        ),
      );
  for (const [id, { when }] of Object.entries(old.excluded ?? {}))
    if (!present.excluded?.[id])
      changes.push(
        change('prop', 'minor', conditionsText(when), null, `Allowed again: ${conditionsText(when)}`),
      );
  if (!equal(old.variationOf ?? null, present.variationOf ?? null))
    changes.push(
      change(
        'varies',
        'minor',
        old.variationOf?.path ?? null,
        present.variationOf?.path ?? null,
        'The component it is a variation of changed',
      ),
    );
  if (!equal(old.theme, present.theme))
    changes.push(
      change('theme', 'minor', old.theme?.path ?? null, present.theme?.path ?? null, 'The theme changed'),
    );
  if (!equal(old.bases ?? [], present.bases ?? []))
    changes.push(change('rule', 'minor', null, null, 'The rule sets it uses changed'));
  if (!equal(old.behaviours ?? {}, present.behaviours ?? {}) || (old.script ?? '') !== (present.script ?? ''))
    changes.push(change('behaviour', 'minor', null, null, 'Its behaviour changed'));
  if (!equal(old.data ?? {}, present.data ?? {}))
    changes.push(change('data', 'patch', null, null, 'Its data changed'));
  if (!equal(old.guards, present.guards))
    changes.push(change('guard', 'patch', null, null, 'Its guards changed'));
  if (changes.length === 0)
    changes.push(change('arranged', 'patch', null, null, 'Only its place or order changed'));
  return changes;
}

function ruleChanges(
  was: StyleRule | undefined,
  is: StyleRule | undefined,
  change: MakeChange,
  text: (value: StyleValue) => string,
): ItemChange[] {
  const rule = (is ?? was)!;
  const where = `${rule.part}${rule.when.length > 0 ? ` when ${conditionsText(rule.when)}` : ''}`;
  const before = new Map(was?.declarations.map(([property, value]) => [property, text(value)]));
  const after = new Map(is?.declarations.map(([property, value]) => [property, text(value)]));
  const changes: ItemChange[] = [];
  for (const property of new Set([...before.keys(), ...after.keys()])) {
    const [a, b] = [before.get(property) ?? null, after.get(property) ?? null];
    if (a === b && equal(was?.when, is?.when) && was?.part === is?.part) continue;
    const moves = LAYOUT.test(property);
    changes.push(
      change(
        'rule',
        moves ? 'major' : 'minor',
        a,
        b,
        `${property} of ${where} changed${moves ? ': this moves what stands around it' : ''}`,
      ),
    );
  }
  if (changes.length === 0)
    changes.push(change('rule', 'patch', null, null, `The rule for ${where} was moved or annotated`));
  return changes;
}

/** What changed among the entries of a component or a rule set. */
export function entryChanges(
  old: Record<string, StyleEntry>,
  present: Record<string, StyleEntry>,
  change: MakeChange,
  items: Items,
): ItemChange[] {
  const text = (value: StyleValue) => ('raw' in value ? value.raw : pathOf(value.token, items));
  return [...new Set([...Object.keys(old), ...Object.keys(present)])].flatMap((id) => {
    const [was, is] = [old[id], present[id]];
    if (equal(was, is)) return [];
    if (was?.kind === 'kept' || is?.kind === 'kept')
      return [
        change(
          'rule',
          'minor',
          was?.kind === 'kept' ? was.css : null,
          is?.kind === 'kept' ? is.css : null,
          'A block of passed-through CSS changed',
        ),
      ];
    return ruleChanges(was, is, change, text);
  });
}

/** Whether a slot takes less than it took. */
function narrower(was: Prop, is: Prop): boolean {
  if ((is.most ?? Infinity) < (was.most ?? Infinity)) return true;
  if (!is.accepts?.length) return false;
  if (!was.accepts?.length) return true;
  const taken = new Set(is.accepts.map(({ id, path }) => id ?? path));
  return was.accepts.some(({ id, path }) => !taken.has(id ?? path));
}
