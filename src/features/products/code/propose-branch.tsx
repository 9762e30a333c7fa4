import { Button, Stack, Text, TextInput, Textarea } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { call } from '@/features/session/call';
import { DialogFoot } from '@/ui/dialog-foot';

/** Offers a branch that was pushed for merging. */
export function ProposeBranch({
  slug,
  branch,
  title: first,
  close,
  proposed,
}: {
  slug: string;
  branch: string;
  /** What its last commit is called. */
  title: string;
  close: () => void;
  proposed: (id: string) => void;
}) {
  const [title, setTitle] = useState(first);
  const [body, setBody] = useState('');
  const [refused, setRefused] = useState<string>();
  const [sending, setSending] = useState(false);
  const send = async () => {
    setSending(true);
    try {
      const { id } = await call('POST /products/{slug}/proposals', { slug, branch, title: title.trim(), body });
      proposed(id);
    } catch (error) {
      setRefused((error as Error).message);
      setSending(false);
    }
  }; // prettier-ignore
  return (
    <Dialog opened onClose={close} title="Propose branch">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Stack gap="sm">
          <Text size="sm" c="dimmed">
            From <code>{branch}</code> into <code>main</code>. Its checks are run, and whoever maintains the
            product can merge it.
          </Text>
          <TextInput
            label="Title"
            required
            data-autofocus
            maxLength={500}
            value={title}
            onChange={(event) => setTitle(event.currentTarget.value)}
          />
          <Textarea
            label="Description"
            description="Markdown"
            autosize
            minRows={3}
            value={body}
            onChange={(event) => setBody(event.currentTarget.value)}
          />
          {refused !== undefined && (
            <Text size="sm" role="alert" c="var(--mantine-color-error)">
              {refused}
            </Text>
          )}
          <DialogFoot close={close}>
            <Button type="submit" loading={sending} disabled={title.trim() === ''}>
              Propose branch
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
