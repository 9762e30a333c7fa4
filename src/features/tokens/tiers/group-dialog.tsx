'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted, plural } from '@/core/base/words';
import { Button, SegmentedControl, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { KeepOldPaths } from '../keep-old-paths';
import { useState } from 'react';
import { useCommand, type Refusal } from '@/features/session/document';

/** What can be done with a group of tokens as a whole: another path for all of it, or all of it once more. */
export function GroupDialog({ path, count, close }: { path: string; count: number; close: () => void }) {
  const { store } = useCommand();
  const [doing, setDoing] = useState<'rename' | 'duplicate'>('rename');
  const [to, setTo] = useState(path);
  const [keepOld, setKeepOld] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const run = async () => {
    const target = to.trim();
    const refused =
      doing === 'rename'
        ? await store('renamePaths', { changes: [{ from: path, to: target }], keepOld })
        : await store('duplicate', { path, to: target });
    setRefusal(refused);
    if (!refused) close();
  };
  return (
    <Dialog opened onClose={close} title={`Group ${path}`}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void run();
        }}
      >
        <Stack>
          <SegmentedControl
            aria-label="Action"
            value={doing}
            onChange={(value) => setDoing(value as typeof doing)}
            data={[
              { value: 'rename', label: 'Rename or move' },
              { value: 'duplicate', label: 'Duplicate' },
            ]}
          />
          <TextInput
            label="New path"
            value={to}
            data-autofocus
            error={refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined}
            onChange={(event) => setTo(event.currentTarget.value)}
          />
          <Text size="sm" c="dimmed">
            {doing === 'rename'
              ? `${counted(count, 'token')} ${plural(count, 'moves', 'move')} with the group; all references follow.`
              : `${counted(count, 'token')} will be copied; aliases within the group lead to the copies.`}
          </Text>
          {doing === 'rename' && <KeepOldPaths checked={keepOld} onChange={setKeepOld} />}
          <DialogFoot close={close}>
            <Button type="submit" disabled={to.trim() === path || to.trim() === ''}>
              {doing === 'rename' ? 'Rename' : 'Duplicate'}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
