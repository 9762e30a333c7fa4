'use client';

import { Button, Modal, Stack, TagsInput, Text } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { MOST_WIDTHS, NARROWEST, WIDEST } from '@/api/workspace';
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
    <Modal opened onClose={close} title="Widths to look at specimens in">
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          try {
            await call('PUT', '/workspace/widths', { widths: typed.map(Number) });
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
            label="In CSS pixels"
            description="Type one and press Enter. They are the same for everybody in the workspace."
            value={typed}
            maxTags={MOST_WIDTHS}
            data-autofocus
            error={
              wrong === undefined
                ? problem
                : `${wrong} is no width: use whole numbers from ${NARROWEST} to ${WIDEST}`
            }
            onChange={setTyped}
          />
          <Text size="sm" c="dimmed">
            {MOST_WIDTHS} at the most.
          </Text>
          <Button type="submit" w="fit-content" disabled={typed.length === 0 || wrong !== undefined}>
            Use these widths
          </Button>
        </Stack>
      </form>
    </Modal>
  );
}
