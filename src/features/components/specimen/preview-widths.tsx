'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { Button, Stack, TagsInput, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { MOST_WIDTHS, NARROWEST, WIDEST } from '@/api/limits';
import { call } from '@/features/session/call';
import { useWork } from '@/features/session/work';

/** The widths that everybody in the workspace looks at specimens in. */
export function PreviewWidths({ close }: { close: () => void }) {
  const { me } = useWork();
  const router = useRouter();
  const [typed, setTyped] = useState(me.workspace.widths.map(String));
  const [problem, setProblem] = useState<string | null>(null);
  const wrong = typed.find(
    (text) => !/^\d+$/.test(text) || Number(text) < NARROWEST || Number(text) > WIDEST,
  );
  return (
    <Dialog opened onClose={close} title="Preview widths">
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          try {
            await call('PUT /workspace/widths', { widths: typed.map(Number) });
          } catch (error) {
            setProblem((error as Error).message);
            return;
          }
          router.refresh();
          close();
        }}
      >
        <Stack>
          <TagsInput
            label="Widths in px"
            description="Type a width and press Enter. Preview widths are shared by the whole workspace."
            value={typed}
            maxTags={MOST_WIDTHS}
            data-autofocus
            error={
              wrong === undefined
                ? problem
                : `“${wrong}” is not a valid width: use a whole number from ${NARROWEST} to ${WIDEST} px`
            }
            onChange={setTyped}
          />
          <Text size="sm" c="dimmed">
            {MOST_WIDTHS} at most.
          </Text>
          <DialogFoot close={close}>
            <Button type="submit" disabled={typed.length === 0 || wrong !== undefined}>
              Save widths
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
