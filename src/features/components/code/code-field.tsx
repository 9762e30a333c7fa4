'use client';

import { Button, Group, Text } from '@mantine/core';
import { css } from '@codemirror/lang-css';
import { html } from '@codemirror/lang-html';
import { javascript } from '@codemirror/lang-javascript';
import CodeMirror, { EditorView } from '@uiw/react-codemirror';
import { useEffect, useMemo, useState } from 'react';
import type { CommandArguments, CommandName } from '@/editing/commands';
import { Refused, useStore } from '@/features/session/refused';
import { useDraft } from '@/ui/draft';
import { codeTheme } from './code-theme';

const LANGUAGES = { html: html(), css: css(), javascript: javascript() };

/** One text as code: what is typed shows at once, and is stored by the button or Ctrl+Enter. */
export function CodeField<K extends CommandName>({
  command,
  input,
  language,
  label,
  stored,
  canEdit,
  place,
}: {
  command: K;
  /** What the plan is given for a text. */
  input: (text: string) => CommandArguments<K>;
  language: keyof typeof LANGUAGES;
  label: string;
  stored: string;
  canEdit: boolean;
  /** Where it stands, for what is typed and not saved: `keel button template`. */
  place: string;
}) {
  const { put, show, clear, refusal, setRefusal } = useStore();
  const { typed, found, keep: setTyped } = useDraft(place);
  // While one types, what the view says is what is typed.
  const [before, setBefore] = useState(stored);
  useEffect(() => {
    if (typed === null) setBefore(stored);
  }, [stored, typed]);
  const extensions = useMemo(
    () => [LANGUAGES[language], codeTheme, EditorView.contentAttributes.of({ 'aria-label': label })],
    [language, label],
  );
  const finish = async () => {
    if (typed === null || typed === before) return;
    if (await put(command, input(typed))) setTyped(null);
  };
  const leave = () => {
    setTyped(null);
    setRefusal(null);
    clear();
  };
  return (
    <div
      onKeyDown={(event) => {
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void finish();
      }}
    >
      <CodeMirror
        theme="none"
        value={typed ?? stored}
        editable={canEdit}
        extensions={extensions}
        basicSetup={{ foldGutter: false, tabSize: 2, syntaxHighlighting: false }}
        indentWithTab={false}
        onChange={(text) => {
          setTyped(text);
          void show(command, input(text)).then((refused) => setRefusal(text === before ? null : refused));
        }}
      />
      {found && typed !== before && (
        <Text size="sm" c="dimmed" mt={4} role="status">
          This was typed before and is not saved.
        </Text>
      )}
      <Refused refusal={refusal} />
      {canEdit && (
        <Group gap="xs" mt="xs">
          <Button disabled={typed === null || typed === before} onClick={() => void finish()}>
            Save {label.toLowerCase()}
          </Button>
          {typed !== null && typed !== before && (
            <Button variant="default" onClick={leave}>
              Cancel
            </Button>
          )}
        </Group>
      )}
    </div>
  );
}
