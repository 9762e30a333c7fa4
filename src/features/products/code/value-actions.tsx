import { ActionIcon, Button, Menu, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { IconDots } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useState } from 'react';
import { newTokenPath } from '@/core/usage/new-token';
import type { BypassedValue } from '@/core/usage/summary';
import { useWork } from '@/features/session/work';
import { DialogFoot } from '@/ui/dialog-foot';

/** What can be done about a raw value: a token in its place, proposed to the repository, or a new token of this value. */
export function ValueActions({
  value: { value, kind, suggest },
  library,
  propose,
}: {
  value: BypassedValue;
  library: string;
  /** Undefined where one may not propose. */
  propose: ((value: string, token: string) => void) | undefined;
}) {
  const { documents } = useWork();
  const [choosing, setChoosing] = useState(false);
  const [path, setPath] = useState('');
  const canAdd = documents.some(
    (one) =>
      one.kind === 'library' && one.slug === library && (one.role === 'maintainer' || one.role === 'owner'),
  );
  if ((!propose && !canAdd) || kind === 'reference') return null;
  const query = new URLSearchParams({ create: 'token', path: newTokenPath(kind, value), text: value });
  return (
    <>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon variant="subtle" color="gray" aria-label={`Actions for ${value}`}>
            <IconDots size={15} />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          {propose &&
            suggest.map((near) => (
              <Menu.Item key={near} onClick={() => propose(value, near)}>
                Replace with {near}
              </Menu.Item>
            ))}
          {propose && <Menu.Item onClick={() => setChoosing(true)}>Replace with another token …</Menu.Item>}
          {canAdd && (
            <Menu.Item component={PageLink} href={`/libraries/${library}/tokens?${query}`}>
              Create token from {value.slice(0, 40)}
            </Menu.Item>
          )}
        </Menu.Dropdown>
      </Menu>
      {choosing && propose && (
        <Dialog opened onClose={() => setChoosing(false)} title={`Replace ${value} with a token`}>
          <form
            onSubmit={(event) => {
              event.preventDefault();
              setChoosing(false);
              propose(value, path.trim());
            }}
          >
            <Stack gap="sm">
              <TextInput
                label="Path of the token"
                placeholder="color.text.quiet"
                required
                data-autofocus
                value={path}
                onChange={(event) => setPath(event.currentTarget.value)}
              />
              <Text size="sm" c="dimmed">
                Each place where {value} stands by itself is changed on a branch, and proposed.
              </Text>
              <DialogFoot close={() => setChoosing(false)}>
                <Button type="submit">Propose replacement</Button>
              </DialogFoot>
            </Stack>
          </form>
        </Dialog>
      )}
    </>
  );
}
