'use client';

import type { CommandArguments, CommandName } from '@/editing/commands';
import { Refused, useStore } from '@/features/session/refused';
import { CodeActions, CodeEditor, isSaveKey, useCodeText, type Language } from './code-editor';

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
  /** What the command is given for a text. */
  input: (text: string) => CommandArguments<K>;
  language: Language;
  label: string;
  stored: string;
  canEdit: boolean;
  /** Where it stands, for what is typed and not saved: `keel button script`. */
  place: string;
}) {
  const { put, show, clear, refusal, setRefusal } = useStore();
  const code = useCodeText(place, stored);
  const save = async () => {
    if (code.changed && (await put(command, input(code.text)))) code.leave();
  };
  return (
    <div onKeyDown={(event) => isSaveKey(event) && void save()}>
      <CodeEditor
        label={label}
        language={language}
        text={code.text}
        canEdit={canEdit}
        onType={(text) => {
          code.type(text);
          void show(command, input(text)).then((refused) =>
            setRefusal(text === code.before ? null : refused),
          );
        }}
      />
      <Refused refusal={refusal} />
      {canEdit && (
        <CodeActions
          save={`Save ${label.toLowerCase()}`}
          changed={code.changed}
          found={code.found}
          onSave={() => void save()}
          onLeave={() => {
            code.leave();
            setRefusal(null);
            clear();
          }}
        />
      )}
    </div>
  );
}
