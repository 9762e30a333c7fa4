'use client';

import { Select } from '@mantine/core';
import { useState } from 'react';
import { call } from '@/features/session/call';
import { CreateDialog } from './create-dialog';

/** Starts a library, of its own or as the child of a release. */
export function CreateLibrary({
  close,
  libraries,
}: {
  close: () => void;
  /** Those with a release. */
  libraries: { name: string; slug: string; version: string | null }[];
}) {
  const [parent, inheritFrom] = useState('');
  return (
    <CreateDialog
      title="Create library"
      close={close}
      create={async (named) => {
        const from = libraries.find((entry) => entry.slug === parent);
        await call('POST /libraries', {
          ...named,
          ...(from?.version && { parent: { slug: from.slug, version: from.version } }),
        });
        return `/libraries/${named.slug}/tokens`;
      }}
    >
      <Select
        label="Inherits from"
        description="The library inherits everything in the pinned release, and can override and add."
        data={[
          { value: '', label: 'No library' },
          ...libraries.map((entry) => ({ value: entry.slug, label: `${entry.name} ${entry.version}` })),
        ]}
        value={parent}
        onChange={(value) => inheritFrom(value ?? '')}
      />
    </CreateDialog>
  );
}
