import postcss, { CssSyntaxError } from 'postcss';
import type { StyleRule } from '@/core/components/definition';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenLibrary } from '@/editing/session/open-library';
import { declared } from './declared-value';
import { styleValueOf } from './own-component';

/** A rule with declarations of CSS put in, `padding: 4px 8px; color: {color.text.quiet}`; or why one is none. */
export function withDeclarations(
  library: OpenLibrary,
  rule: StyleRule,
  text: string,
): { rule: StyleRule } | { refused: Command } {
  const references: string[] = [];
  // In CSS braces would end the rule.
  const plain = text.replace(/\{[^{}:;]+\}/g, (reference) => `_${references.push(reference) - 1}_`);
  const written = (value: string) =>
    value.replace(/_(\d+)_/g, (kept, number) => references[Number(number)] ?? kept);
  let next = rule;
  try {
    for (const node of declarationsIn(plain)) {
      const value = written(`${node.value}${node.important ? ' !important' : ''}`);
      const read = styleValueOf(library, value);
      if ('refused' in read) return read;
      if (!/^(--)?[a-z][a-z0-9-]*$/.test(node.prop))
        return { refused: refuse(`“${node.prop}” is not a CSS property`, 'Write one such as min-height') };
      next = { ...next, declarations: declared(next, node.prop, read.value) };
    }
  } catch (error) {
    if (!(error instanceof CssSyntaxError)) throw error;
    return {
      refused: refuse(
        `Line ${error.line ?? 1} is no declaration: ${error.reason}`,
        'Write each as padding: 4px;',
      ),
    };
  }
  return { rule: next };
}

function declarationsIn(text: string): postcss.Declaration[] {
  const found: postcss.Declaration[] = [];
  postcss.parse(`a{${text}\n}`).walkDecls((node) => void found.push(node));
  return found;
}
