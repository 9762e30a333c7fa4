'use client';

import { MultiSelect, Select } from '@mantine/core';
import { useState } from 'react';
import { call } from '@/features/session/call';
import { CreateDialog } from './create-dialog';

/** Starts a product: its name, the team that builds it and the libraries whose newest releases it is pinned to. */
export function CreateProduct({
  close,
  libraries,
  teams,
}: {
  close: () => void;
  /** Those with a release. */
  libraries: { name: string; slug: string; version: string | null; starts: boolean }[];
  /** Teams the person maintains. */
  teams: string[];
}) {
  const starting = libraries.filter(({ starts }) => starts);
  const [pinned, pinTo] = useState((starting.length > 0 ? starting : libraries.slice(0, 1)).map(({ slug }) => slug));
  const [team, giveTo] = useState(teams[0]);
  return (
    <CreateDialog
      title="Create product"
      close={close}
      create={async (named) => {
        if (pinned.length === 0) throw new Error('Choose at least one library.');
        await call('POST /products', {
          ...named,
          libraries: pinned.map((slug) => ({ slug })),
          ...(team && { team }),
        });
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
      <MultiSelect
        label="Libraries"
        description="The product is pinned to the newest release of each. Upgrades are reviewed and taken by hand."
        data={libraries.map((entry) => ({ value: entry.slug, label: `${entry.name} ${entry.version}` }))}
        value={pinned}
        onChange={pinTo}
        searchable
        selectFirstOptionOnChange
        hidePickedOptions
      />
    </CreateDialog>
  );
} // prettier-ignore
