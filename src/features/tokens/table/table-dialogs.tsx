'use client';

import { Button, Modal, Stack, Group, Switch, Text, TextInput } from '@mantine/core';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import { useDocumentQuery } from '@/features/session/document';
import { errorAt, Refused, refusalText, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';
import { TokenSelect } from '../token-select';

interface TableDialog {
  /** The tokens it is about. */
  paths: string[];
  lens: Record<string, string>;
  close: () => void;
  /** Called once it is stored. */
  done: () => void;
}

const nameOf = (paths: readonly string[]) =>
  paths.length === 1 ? paths[0]! : counted(paths.length, 'token');

/** Asks for one path, and shows what is wrong with it under its field. */
function PathForm({
  label,
  placeholder,
  start = '',
  act,
  store,
  error,
  close,
}: {
  label: string;
  placeholder?: string;
  start?: string;
  /** What the button says. */
  act: string;
  store: (path: string) => void;
  error: string | undefined;
  close: () => void;
}) {
  const [path, setPath] = useState(start);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        store(path.trim());
      }}
    >
      <Stack>
        <TextInput
          label={label}
          placeholder={placeholder}
          value={path}
          data-autofocus
          error={error}
          onChange={(event) => setPath(event.currentTarget.value)}
        />
        <DialogFoot close={close}>
          <Button type="submit">{act}</Button>
        </DialogFoot>
      </Stack>
    </form>
  );
}

export function MoveTokens({ paths, close, done }: TableDialog) {
  const { put, refusal } = useStore();
  return (
    <Modal opened onClose={close} title={`Move ${nameOf(paths)} to a group`}>
      <PathForm
        label="Group"
        placeholder="color.text; empty for the top level"
        act="Move"
        error={refusalText(refusal)}
        close={close}
        store={async (into) => (await put('move', { paths, into })) && done()}
      />
    </Modal>
  );
}

export function DuplicateToken({ paths, close, done }: TableDialog) {
  const { put, refusal } = useStore();
  const path = paths[0]!;
  return (
    <Modal opened onClose={close} title={`Duplicate ${path}`}>
      <PathForm
        label="Path of the copy"
        start={`${path}-2`}
        act="Duplicate"
        error={refusalText(refusal)}
        close={close}
        store={async (to) => (await put('duplicate', { path, to })) && done()}
      />
    </Modal>
  );
}

export function ReplaceInPaths({ close, done }: TableDialog) {
  const { put, refusal } = useStore();
  const [find, setFind] = useState('');
  const [replace, setReplace] = useState('');
  const [keepOld, setKeepOld] = useState(false);
  const changes = useDocumentQuery('replacedPaths', { find, replace });
  return (
    <Modal opened onClose={close} title="Find and replace in paths" size="lg">
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          if (await put('replaceInPaths', { find, replace, keepOld })) done();
        }}
      >
        <Stack>
          <Group grow align="start">
            <TextInput
              label="Find"
              value={find}
              data-autofocus
              onChange={(event) => setFind(event.currentTarget.value)}
            />
            <TextInput
              label="Replace with"
              value={replace}
              error={refusalText(refusal)}
              onChange={(event) => setReplace(event.currentTarget.value)}
            />
          </Group>
          <div style={{ maxHeight: 260, overflow: 'auto' }}>
            {(changes ?? []).slice(0, 100).map((change) => (
              <div key={change.from} className="path">
                {change.from} → {change.to}
              </div>
            ))}
            {(changes?.length ?? 0) > 100 && <Text size="sm">and {changes!.length - 100} more</Text>}
            {find !== '' && changes?.length === 0 && (
              <Text size="sm">No path in this library contains that text.</Text>
            )}
          </div>
          <Switch
            size="xs"
            checked={keepOld}
            label="Keep the old paths as deprecated aliases"
            onChange={(event) => setKeepOld(event.currentTarget.checked)}
          />
          <DialogFoot close={close}>
            <Button type="submit" disabled={!changes || changes.length === 0}>
              Rename {counted(changes?.length ?? 0, 'path')}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Modal>
  );
}

export function RemoveTokens({ paths, lens, close, done }: TableDialog) {
  const { put, refusal } = useStore();
  const [replacement, setReplacement] = useState('');
  const first = useDocumentQuery('token', { path: paths[0] ?? '', lens });
  const remove = async () => {
    const instead = replacement.trim();
    if (await put('removePaths', { paths, ...(instead && { replacement: instead }) })) done();
  };
  return (
    <Modal opened onClose={close} title={`Remove ${nameOf(paths)}?`}>
      <Stack>
        {paths.length === 1 && first && (
          <Text size="sm">
            {first.uses.length === 0
              ? 'No direct or indirect uses.'
              : `${counted(first.uses.length, 'direct use')}; a change reaches ${first.reachText}.`}
          </Text>
        )}
        <TokenSelect
          label="Replacement"
          placeholder="None"
          value={replacement}
          lens={lens}
          type={first?.type ?? ''}
          error={refusalText(refusal)}
          onChange={setReplacement}
          comboboxProps={{ withinPortal: false }}
        />
        <DialogFoot close={close}>
          <Button color="red" onClick={() => void remove()}>
            Remove
          </Button>
        </DialogFoot>
      </Stack>
    </Modal>
  );
}

const DEPRECATION_FIELDS = ['replacement'];

export function DeprecateTokens({ paths, lens, close, done }: TableDialog) {
  const { put, refusal } = useStore();
  const [reason, setReason] = useState('');
  const [replacement, setReplacement] = useState('');
  const [date, setDate] = useState('');
  return (
    <Modal opened onClose={close} title={`Deprecate ${nameOf(paths)}`}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          const deprecated = { reason, replacement: replacement.trim(), date };
          if (await put('setLifecycle', { paths, deprecated })) done();
        }}
      >
        <Stack>
          <TokenSelect
            label="Replacement"
            value={replacement}
            lens={lens}
            error={errorAt(refusal, 'replacement')}
            onChange={setReplacement}
            comboboxProps={{ withinPortal: false }}
          />
          <TextInput
            label="Reason"
            value={reason}
            onChange={(event) => setReason(event.currentTarget.value)}
          />
          <TextInput
            type="date"
            label="Remove on (date)"
            value={date}
            onChange={(event) => setDate(event.currentTarget.value)}
          />
          <Refused refusal={refusal} fields={DEPRECATION_FIELDS} />
          <DialogFoot close={close}>
            <Button type="submit">Deprecate</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Modal>
  );
}
