'use client';

import { Button, Group, Text } from '@mantine/core';
import { css } from '@codemirror/lang-css';
import { html } from '@codemirror/lang-html';
import { javascript } from '@codemirror/lang-javascript';
import CodeMirror, { EditorView } from '@uiw/react-codemirror';
import type { EditorState } from '@codemirror/state';
import { useEffect, useMemo, useState } from 'react';
import type { Completion } from '@/core/components/code-completion';
import { useDraft } from '@/ui/draft';
import { codeTheme } from './code-theme';
import classes from '../components.module.css';

export type Language = keyof typeof LANGUAGES;

const LANGUAGES = { html: html(), css: css(), javascript: javascript() };

/** What is typed of one text, kept as a draft at its place (`keel button template`) until it is saved or left. */
export function useCodeText(place: string, stored: string) {
  const { typed, found, keep } = useDraft(place);
  // While one types, what the view says is what is typed.
  const [before, setBefore] = useState(stored);
  useEffect(() => {
    if (typed === null) setBefore(stored);
  }, [stored, typed]);
  const changed = typed !== null && typed !== before;
  return {
    text: typed ?? stored,
    before,
    changed,
    found: found && changed,
    type: keep,
    leave: () => keep(null),
  };
}

export function CodeEditor({
  label,
  language,
  text,
  canEdit,
  onType,
  complete,
}: {
  label: string;
  language: Language;
  text: string;
  canEdit: boolean;
  onType: (text: string) => void;
  /** Words that can stand next, besides those of the language; given the text before the cursor. */
  complete?: (before: string) => Completion | undefined | Promise<Completion | undefined>;
}) {
  const extensions = useMemo(
    () => [
      LANGUAGES[language],
      codeTheme,
      EditorView.contentAttributes.of({ 'aria-label': label }),
      ...(complete
        ? [
            LANGUAGES[language].language.data.of({
              autocomplete: async ({ state, pos }: { state: EditorState; pos: number }) =>
                (await complete(state.sliceDoc(0, pos))) ?? null,
            }),
          ]
        : []),
    ],
    [language, label, complete],
  );
  return (
    <CodeMirror
      theme="none"
      value={text}
      editable={canEdit}
      extensions={extensions}
      basicSetup={{ foldGutter: false, tabSize: 2, syntaxHighlighting: false }}
      indentWithTab={false}
      onChange={onType}
    />
  );
}

/** Saves or leaves what was typed; `found`: it was typed before the page was opened. */
export function CodeActions({
  save,
  changed,
  found,
  onSave,
  onLeave,
}: {
  save: string;
  changed: boolean;
  found: boolean;
  onSave: () => void;
  onLeave: () => void;
}) {
  return (
    <>
      {found && (
        <Text size="sm" c="dimmed" mt={4} role="status">
          This was typed before and is not saved.
        </Text>
      )}
      <Group gap="xs" className={classes.actions}>
        <Button disabled={!changed} onClick={onSave}>
          {save}
        </Button>
        {changed && (
          <Button variant="default" onClick={onLeave}>
            Cancel
          </Button>
        )}
      </Group>
    </>
  );
}

export const isSaveKey = (event: { key: string; ctrlKey: boolean; metaKey: boolean }): boolean =>
  event.key === 'Enter' && (event.ctrlKey || event.metaKey);
