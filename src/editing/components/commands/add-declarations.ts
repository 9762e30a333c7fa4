import postcss, { CssSyntaxError } from 'postcss';
import { equal } from '@/core/document/edits';
import type { StyleRule } from '@/core/components/definition';
import type { OpenLibrary } from '@/editing/session/open-library';
import { declared } from '@/editing/components/declared-value';
import { notOwn, ownComponent, styleValueOf } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Sets several properties of one rule at once, as CSS declarations: `padding: 4px 8px; color: {color.text.quiet}`. */
export function addDeclarations(
  library: OpenLibrary,
  { component: name, rule: id, text }: { component: string; rule: string; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const rule = component?.entries[id];
  if (!component || rule?.kind !== 'rule') return notOwn('This rule');
  const references: string[] = [];
  // In CSS braces would end the rule.
  const plain = text.replace(/\{[^{}:;]+\}/g, (reference) => `_${references.push(reference) - 1}_`);
  const written = (value: string) =>
    value.replace(/_(\d+)_/g, (kept, number) => references[Number(number)] ?? kept);
  let next: StyleRule = rule;
  try {
    for (const node of declarationsIn(plain)) {
      const value = written(`${node.value}${node.important ? ' !important' : ''}`);
      const read = styleValueOf(library, value);
      if ('refused' in read) return read.refused;
      if (!/^(--)?[a-z][a-z0-9-]*$/.test(node.prop))
        return refuse(`“${node.prop}” is not a CSS property`, 'Write one such as min-height');
      next = { ...next, declarations: declared(next, node.prop, read.value) };
    }
  } catch (error) {
    if (!(error instanceof CssSyntaxError)) throw error;
    return refuse(
      `Line ${error.line ?? 1} is no declaration: ${error.reason}`,
      'Write each as padding: 4px;',
    );
  }
  if (equal(next, rule))
    return refuse('There is no declaration in this text', 'Write each as padding: 4px; on a line of its own');
  const count = next.declarations.length - rule.declarations.length;
  return runCommand(library, newId, `Set properties of ${name}${count > 0 ? `, ${count} new` : ''}`, (work) =>
    work.set(component.id, `entries/${id}`, next),
  );
}

function declarationsIn(text: string): postcss.Declaration[] {
  const found: postcss.Declaration[] = [];
  postcss.parse(`a{${text}\n}`).walkDecls((node) => void found.push(node));
  return found;
}
