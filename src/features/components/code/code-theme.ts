import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { EditorView } from '@uiw/react-codemirror';
import { tags } from '@lezer/highlight';

/** Code in the application's own colours, each readable on a sheet in light and dark. */
export const codeTheme = [
  syntaxHighlighting(
    HighlightStyle.define([
      { tag: [tags.tagName, tags.keyword, tags.className], color: 'var(--accent)' },
      { tag: [tags.propertyName, tags.attributeName], color: 'var(--good)' },
      { tag: [tags.string, tags.number, tags.unit, tags.color], color: 'var(--warn)' },
      { tag: tags.comment, color: 'var(--mantine-color-dimmed)', fontStyle: 'italic' },
    ]),
  ),
  EditorView.theme({
    '&': { backgroundColor: 'var(--sheet-raised)', color: 'var(--mantine-color-text)', fontSize: '12.5px' },
    '&.cm-focused': { outline: '2px solid var(--accent)' },
    '.cm-content': {
      fontFamily: 'var(--mantine-font-family-monospace)',
      caretColor: 'var(--mantine-color-text)',
    },
    '.cm-gutters': {
      backgroundColor: 'var(--sheet)',
      color: 'var(--mantine-color-dimmed)',
      border: 'none',
    },
    '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'transparent' },
    '.cm-cursor': { borderLeftColor: 'var(--mantine-color-text)' },
    '.cm-selectionBackground, &.cm-focused .cm-selectionBackground': {
      backgroundColor: 'var(--accent-wash) !important',
    },
  }),
  EditorView.lineWrapping,
];
