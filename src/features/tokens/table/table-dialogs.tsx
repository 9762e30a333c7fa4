'use client';

import { Button, Checkbox, Stack, Group, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import { joinPath, lastName, parentPath } from '@/core/tokens/system';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { RemovalDialog } from '@/features/usage/removal-dialog';
import { errorAt, Refused, refusalText, useStore } from '@/features/session/refused';
import { DialogFoot } from '@/ui/dialog-foot';
import { toggled } from '@/ui/toggled';
import { KeepOldPaths } from '../keep-old-paths';
import { TokenSelect } from '../token-select';
import classes from './table.module.css';

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

/** A token in another group has another path: that is a rename, and said as one. */
export function MoveTokens({ paths, close, done }: TableDialog) {
  const { put, refusal } = useStore();
  const [into, setInto] = useState('');
  const [keepOld, setKeepOld] = useState(false);
  const group = into.trim();
  const [first] = paths as [string];
  return (
    <Dialog opened onClose={close} title={`Move ${nameOf(paths)} to a group`}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          if (await put('move', { paths, into: group, keepOld })) done();
        }}
      >
        <Stack>
          <TextInput
            label="Group"
            placeholder="color.text; empty for the top level"
            value={into}
            data-autofocus
            error={refusalText(refusal)}
            onChange={(event) => setInto(event.currentTarget.value)}
          />
          {group !== parentPath(first) && (
            <Text size="sm" c="dimmed">
              <span className="path">{first}</span> becomes{' '}
              <span className="path">{joinPath(group, lastName(first))}</span>
              {paths.length > 1 &&
                `, and so on for ${counted(paths.length - 1, 'more token', 'more tokens')}`}
              . References follow. Renaming is a breaking change for code that uses the old path.
            </Text>
          )}
          <KeepOldPaths one={paths.length === 1} checked={keepOld} onChange={setKeepOld} />
          <DialogFoot close={close}>
            <Button type="submit">Move</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

export function DuplicateToken({ paths, close, done }: TableDialog) {
  const { put, refusal } = useStore();
  const path = paths[0]!;
  return (
    <Dialog opened onClose={close} title={`Duplicate ${path}`}>
      <PathForm
        label="Path of the copy"
        start={`${path}-2`}
        act="Duplicate"
        error={refusalText(refusal)}
        close={close}
        store={async (to) => (await put('duplicate', { path, to })) && done()}
      />
    </Dialog>
  );
}

/** As many rows are shown, each of which can be left out. */
const MOST_ROWS = 2000;

export function ReplaceInPaths({ close, done }: TableDialog) {
  const { put, refusal } = useStore();
  const [find, setFind] = useState('');
  const [replace, setReplace] = useState('');
  const [keepOld, setKeepOld] = useState(false);
  const changes = useDocumentQuery('replacedPaths', { find, replace });
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const leave = (changes ?? []).filter(({ from }) => left.has(from)).map(({ from }) => from);
  const count = (changes?.length ?? 0) - leave.length;
  return (
    <Dialog opened onClose={close} title="Find and replace in paths" size="lg">
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          if (await put('replaceInPaths', { find, replace, keepOld, leave })) done();
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
          <div className={classes.changes} role="group" aria-label="Paths that change">
            {(changes ?? []).slice(0, MOST_ROWS).map(({ from, to }) => (
              <Checkbox
                key={from}
                size="xs"
                label={
                  <span className="path">
                    {from} → {to}
                  </span>
                }
                checked={!left.has(from)}
                onChange={() => setLeft((old) => toggled(old, from))}
              />
            ))}
            {(changes?.length ?? 0) > MOST_ROWS && (
              <Text size="sm">
                and {changes!.length - MOST_ROWS} more: search for a longer text to see those
              </Text>
            )}
            {find !== '' && changes?.length === 0 && (
              <Text size="sm">No path in this library contains that text.</Text>
            )}
          </div>
          <KeepOldPaths checked={keepOld} onChange={setKeepOld} />
          <DialogFoot close={close}>
            <Button type="submit" disabled={count === 0}>
              Rename {counted(count, 'path')}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

export function RemoveTokens({ paths, close, done }: TableDialog) {
  const { store } = useCommand();
  return (
    <RemovalDialog
      title={nameOf(paths)}
      removed={{ kind: 'paths', paths }}
      close={close}
      remove={async (replacement) => {
        const refused = await store('removePaths', { paths, ...(replacement && { replacement }) });
        if (!refused) done();
        return refused;
      }}
    />
  );
}

const DEPRECATION_FIELDS = ['replacement'];

export function DeprecateTokens({ paths, lens, close, done }: TableDialog) {
  const { put, refusal } = useStore();
  const [reason, setReason] = useState('');
  const [replacement, setReplacement] = useState('');
  const [date, setDate] = useState('');
  return (
    <Dialog opened onClose={close} title={`Deprecate ${nameOf(paths)}`}>
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
    </Dialog>
  );
}
