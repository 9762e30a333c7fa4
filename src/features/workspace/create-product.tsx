'use client';

import { Select } from '@mantine/core';
import { useState } from 'react';
import { call } from '@/features/session/call';
import { CreateDialog } from './create-dialog';

/** Starts a product: its name, the team that builds it and the release it is pinned to. */
export function CreateProduct({
  close,
  libraries,
  teams,
}: {
  close: () => void;
  /** Those with a release. */
  libraries: { name: string; slug: string; version: string | null }[];
  /** Teams the person maintains. */
  teams: string[];
}) {
  const [library, pinTo] = useState(libraries[0]?.slug ?? '');
  const [team, giveTo] = useState(teams[0]);
  return (
    <CreateDialog
      title="Create product"
      close={close}
      create={async (named) => {
        await call('POST /products', { ...named, library, ...(team && { team }) });
        return `/products/${named.slug}`;
      }}
    >
      {teams.length > 1 && (
        <Select
          label="Team"
          allowDeselect={false}
          data={teams}
          value={team}
          onChange={(value) => giveTo(value ?? team)}
        />
      )}
      <Select
        label="Library"
        description="The product is pinned to the newest release. Upgrades are reviewed and taken by hand."
        allowDeselect={false}
        data={libraries.map((entry) => ({ value: entry.slug, label: `${entry.name} ${entry.version}` }))}
        value={library}
        onChange={(value) => pinTo(value ?? library)}
      />
    </CreateDialog>
  );
}
