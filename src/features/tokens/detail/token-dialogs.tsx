'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted, plural } from '@/core/base/words';
import { Button, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useEffect, useState } from 'react';
import type { TokenView } from '@/editing/tokens/queries/token';
import { useCommand, type Refusal } from '@/features/session/document';
import { RemovalDialog } from '@/features/usage/removal-dialog';
import { ExtractForm } from '../extract-form';
import { KeepOldPaths } from '../keep-old-paths';
import { TokenSelect } from '../token-select';

interface Dialog {
  opened: boolean;
  close: () => void;
  view: TokenView;
}
const words = (refusal: Refusal | null) => (refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined);

/** Another path for a token: references follow; the old path can stay as a deprecated alias. */
export function RenameToken({ opened, close, view, onMoved }: Dialog & { onMoved: (path: string) => void }) {
  const { store } = useCommand();
  const [path, setPath] = useState(view.path);
  const [keepOld, setKeepOld] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  useEffect(() => {
    setPath(view.path);
    setRefusal(null);
  }, [view.path, opened]);
  return (
    <Dialog opened={opened} onClose={close} title={`Rename ${view.path}`}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          const refused = await store('renamePaths', {
            changes: [{ from: view.path, to: path.trim() }],
            keepOld,
          });
          setRefusal(refused);
          if (refused) return;
          close();
          onMoved(path.trim());
        }}
      >
        <Stack>
          <TextInput
            label="New path"
            value={path}
            data-autofocus
            error={words(refusal)}
            onChange={(event) => setPath(event.currentTarget.value)}
          />
          <Text size="sm" c="dimmed">
            {view.uses.length === 0
              ? 'No direct or indirect uses.'
              : `${counted(view.uses.length, 'direct use')} ${plural(view.uses.length, 'follows', 'follow')} the new path.`}{' '}
            Renaming is a breaking change for code that uses the old path.
          </Text>
          <KeepOldPaths one checked={keepOld} onChange={setKeepOld} />
          <DialogFoot close={close}>
            <Button type="submit" disabled={path.trim() === view.path}>
              Rename
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

export function DeprecateToken({ opened, close, view, lens }: Dialog & { lens: Record<string, string> }) {
  const { store } = useCommand();
  const done = view.deprecation !== undefined;
  const [reason, setReason] = useState('');
  const [replacement, setReplacement] = useState('');
  const [date, setDate] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  return (
    <Dialog
      opened={opened}
      onClose={close}
      title={done ? `Undeprecate ${view.path}` : `Deprecate ${view.path}`}
    >
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          const refused = await store('setLifecycle', {
            paths: [view.path],
            deprecated: done ? null : { reason, replacement: replacement.trim(), date },
          });
          setRefusal(refused);
          if (!refused) close();
        }}
      >
        <Stack>
          {!done && (
            <>
              <TokenSelect
                label="Replacement"
                value={replacement}
                type={view.type}
                lens={lens}
                not={view.path}
                comboboxProps={{ withinPortal: false }}
                onChange={setReplacement}
              />
              <TextInput
                label="Reason"
                value={reason}
                data-autofocus
                onChange={(event) => setReason(event.currentTarget.value)}
              />
              <TextInput
                type="date"
                label="Remove on (date)"
                value={date}
                onChange={(event) => setDate(event.currentTarget.value)}
              />
            </>
          )}
          <Text size="sm" c={refusal ? 'var(--bad)' : 'dimmed'}>
            {words(refusal) ??
              `It reaches ${view.reachText}. The token keeps working; every use shows a finding.`}
          </Text>
          <DialogFoot close={close}>
            <Button type="submit">{done ? 'Undeprecate' : 'Deprecate'}</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

export function RemoveToken({ opened, close, view, onGone }: Dialog & { onGone: () => void }) {
  const { store } = useCommand();
  if (!opened) return null;
  return (
    <RemovalDialog
      title={view.path}
      removed={{ kind: 'paths', paths: [view.path] }}
      close={close}
      remove={async (replacement) => {
        const refused = await store('removePaths', {
          paths: [view.path],
          ...(replacement && { replacement }),
        });
        if (refused) return refused;
        close();
        onGone();
        return null;
      }}
    />
  );
}

/** A raw value gets a token of its own, and is referred to from where it stood. */
export function ExtractValue({
  place,
  close,
  view,
}: {
  place: { layer: string; label: string } | null;
  close: () => void;
  view: TokenView;
}) {
  const { store } = useCommand();
  return (
    <Dialog opened={place !== null} onClose={close} title="Extract to a new token">
      <ExtractForm
        label="Path of the new token"
        close={close}
        extract={async (to) => {
          const refused = await store('promote', { path: view.path, layer: place!.layer, to });
          if (!refused) close();
          return refused;
        }}
      />
    </Dialog>
  );
}
