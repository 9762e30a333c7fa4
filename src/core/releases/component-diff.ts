import { conditionsText } from '../components/condition';
import { pathOf } from '../components/style';
import { equal } from '../documents/edits';
import type { ComponentItem, Items, Prop, StyleEntry, StyleRule, StyleValue } from '../documents/items';
import type { LedgerChange, Row } from './ledger-change';

/** Properties whose change in a shared component moves what stands around it (common practice, no source). */
const LAYOUT =
  /^(position|display|float|(min-|max-)?(width|height|inline-size|block-size)|inset.*|top|left|right|bottom|flex.*|grid.*)$/;

/** What changed of a component, each with what it costs those who use it. */
export function componentChanges(
  old: ComponentItem,
  present: ComponentItem,
  row: Row,
  items: Items,
): LedgerChange[] {
  const changes: LedgerChange[] = [];
  if (old.name !== present.name)
    changes.push(row('renamed', 'major', old.name, present.name, 'The component was renamed'));
  for (const [id, prop] of Object.entries(old.props)) {
    const now = present.props[id];
    if (!now) changes.push(row('prop', 'major', prop.name, null, `The prop ${prop.name} was removed`));
    else {
      if (now.name !== prop.name || now.kind !== prop.kind)
        changes.push(
          row(
            'prop',
            'major',
            `${prop.name} (${prop.kind})`,
            `${now.name} (${now.kind})`,
            `The prop ${prop.name} became another`,
          ),
        );
      for (const value of prop.values)
        if (!now.values.includes(value))
          changes.push(row('prop', 'major', value, null, `${prop.name} can no longer be ${value}`));
      for (const value of now.values)
        if (!prop.values.includes(value))
          changes.push(row('prop', 'minor', null, value, `${prop.name} can also be ${value}`));
      if (now.default !== prop.default)
        changes.push(row('prop', 'minor', prop.default, now.default, `The default of ${prop.name} changed`));
      if (!equal(now.holds ?? [], prop.holds ?? []))
        changes.push(row('prop', 'minor', null, null, `What ${prop.name} holds until it is filled changed`));
      if (narrower(prop, now))
        changes.push(row('prop', 'major', null, null, `${prop.name} takes fewer pieces than it did`));
      if (now.description !== prop.description)
        changes.push(
          row(
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
      changes.push(row('prop', 'minor', null, prop.name, `The prop ${prop.name} was added`));
  for (const part of Object.values(old.parts)) {
    const now = Object.values(present.parts).find((other) => other.name === part.name);
    for (const property of part.adjustable ?? [])
      if (now && !now.adjustable?.includes(property))
        changes.push(
          row('part', 'major', property, null, `${property} of ${part.name} can no longer be adjusted`),
        );
    for (const property of now?.adjustable ?? [])
      if (!part.adjustable?.includes(property))
        changes.push(row('part', 'minor', null, property, `${property} of ${part.name} can be adjusted`));
    if (!Object.values(present.parts).some((other) => other.name === part.name))
      changes.push(row('part', 'major', part.name, null, `The part ${part.name} was removed`));
  }
  changes.push(...entryChanges(old.entries, present.entries, row, items));
  if (old.template !== present.template)
    changes.push(row('template', 'minor', null, null, 'The template changed'));
  if (old.description !== present.description)
    changes.push(row('described', 'patch', old.description, present.description, 'The description changed'));
  if (old.visibility !== present.visibility) {
    changes.push(
      row(
        'visibility',
        present.visibility === 'internal' ? 'major' : 'minor',
        old.visibility,
        present.visibility,
        present.visibility === 'internal' ? 'It is no longer released' : 'It is now released',
      ),
    );
  }
  if (!equal(old.deprecation, present.deprecation))
    changes.push(
      row(
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
        row(
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
        row('prop', 'minor', conditionsText(when), null, `Allowed again: ${conditionsText(when)}`),
      );
  if (!equal(old.variationOf ?? null, present.variationOf ?? null))
    changes.push(
      row(
        'varies',
        'minor',
        old.variationOf?.path ?? null,
        present.variationOf?.path ?? null,
        'What it varies changed',
      ),
    );
  if (!equal(old.bases ?? [], present.bases ?? []))
    changes.push(row('rule', 'minor', null, null, 'The rule sets it stands on changed'));
  if (!equal(old.behaviours ?? {}, present.behaviours ?? {}) || (old.script ?? '') !== (present.script ?? ''))
    changes.push(row('behaviour', 'minor', null, null, 'Its behaviour changed'));
  if (!equal(old.guards, present.guards))
    changes.push(row('guard', 'patch', null, null, 'Its guards changed'));
  if (changes.length === 0)
    changes.push(row('arranged', 'patch', null, null, 'Only its place or order changed'));
  return changes;
}

function ruleChanges(
  was: StyleRule | undefined,
  is: StyleRule | undefined,
  row: Row,
  text: (value: StyleValue) => string,
): LedgerChange[] {
  const rule = (is ?? was)!;
  const where = `${rule.part}${rule.when.length > 0 ? ` when ${conditionsText(rule.when)}` : ''}`;
  const before = new Map(was?.declarations.map(([property, value]) => [property, text(value)]));
  const after = new Map(is?.declarations.map(([property, value]) => [property, text(value)]));
  const changes: LedgerChange[] = [];
  for (const property of new Set([...before.keys(), ...after.keys()])) {
    const [a, b] = [before.get(property) ?? null, after.get(property) ?? null];
    if (a === b && equal(was?.when, is?.when) && was?.part === is?.part) continue;
    const moves = LAYOUT.test(property);
    changes.push(
      row(
        'rule',
        moves ? 'major' : 'minor',
        a,
        b,
        `${property} of ${where} changed${moves ? ': this moves what stands around it' : ''}`,
      ),
    );
  }
  if (changes.length === 0)
    changes.push(row('rule', 'patch', null, null, `The rule for ${where} was moved or annotated`));
  return changes;
}

/** What changed among the entries of a component or a rule set. */
export function entryChanges(
  old: Record<string, StyleEntry>,
  present: Record<string, StyleEntry>,
  row: Row,
  items: Items,
): LedgerChange[] {
  const text = (value: StyleValue) => ('raw' in value ? value.raw : pathOf(value.token, items));
  return [...new Set([...Object.keys(old), ...Object.keys(present)])].flatMap((id) => {
    const [was, is] = [old[id], present[id]];
    if (equal(was, is)) return [];
    if (was?.kind === 'kept' || is?.kind === 'kept')
      return [
        row(
          'rule',
          'minor',
          was?.kind === 'kept' ? was.css : null,
          is?.kind === 'kept' ? is.css : null,
          'A kept block of CSS changed',
        ),
      ];
    return ruleChanges(was, is, row, text);
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
