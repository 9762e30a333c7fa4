'use client';

import { Button, Modal, Select, Stack, TextInput } from '@mantine/core';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { usePlan, type Refusal } from '@/features/document/document';
import { useLibrary } from '@/features/libraries/shell';
import { useLensLink } from '@/ui/frame/lens';

/** Starts a component from nothing, or as a copy of another. */
export function StartComponent({ others, close }: { others: readonly string[]; close: () => void }) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const router = useRouter();
  const { store } = usePlan();
  const [name, setName] = useState('');
  const [from, setFrom] = useState('');
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  return (
    <Modal opened onClose={close} title="Start a component">
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          const refused = await store('startComponent', { name: name.trim(), ...(from && { from }) });
          setRefusal(refused);
          if (!refused) router.push(link(`/libraries/${library.slug}/components/${name.trim()}`));
        }}
      >
        <Stack>
          <TextInput
            label="Name"
            placeholder="fare-card"
            value={name}
            required
            data-autofocus
            error={refusal ? `${refusal.problem}. ${refusal.fix}.` : undefined}
            onChange={(event) => setName(event.currentTarget.value)}
          />
          <Select
            label="From"
            value={from}
            allowDeselect={false}
            data={[
              { value: '', label: 'nothing' },
              ...others.map((other) => ({ value: other, label: `a copy of ${other}` })),
            ]}
            onChange={(value) => setFrom(value ?? '')}
          />
          <Button type="submit" w="fit-content">
            Start it
          </Button>
        </Stack>
      </form>
    </Modal>
  );
}
