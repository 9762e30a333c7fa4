'use client';

import { Button, Group, Select, Stack, Table, Text } from '@mantine/core';
import { useState } from 'react';
import { listed } from '@/core/base/words';
import { useCall } from '@/features/session/call';
import { useProduct } from '@/features/session/product-shell';
import { errorAt, Refused, useStore } from '@/features/session/refused';
import { Dialog } from '@/ui/dialog';

const POLICIES = [
  { value: 'ask', label: 'Ask' },
  { value: 'patches', label: 'Take patches' },
  { value: 'minors', label: 'Take minor releases' },
] as const;

/** The libraries a product is pinned to, and which of its screens are drawn with each; others can be added, and those without screens removed. */
export function LibrariesDialog({ close }: { close: () => void }) {
  const { name, pins } = useProduct();
  const { put, refusal } = useStore();
  const { data: documents } = useCall('GET /documents', {});
  const [chosen, choose] = useState<string | null>(null);
  const others = (documents?.documents ?? []).flatMap(({ id, kind, slug, name: called, version }) =>
    kind === 'library' && version !== null && !pins.some((pin) => pin.id === id) ? [{ id, slug, name: called, version }] : [],
  ); // prettier-ignore
  const add = async () => {
    const library = others.find(({ slug }) => slug === chosen);
    if (library && (await put('pinLibrary', { library: { id: library.id, name: library.name }, version: library.version })))
      choose(null);
  }; // prettier-ignore
  return (
    <Dialog opened onClose={close} title={`Libraries of ${name}`} size={820}>
      <Stack gap="md">
        <Table>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Library</Table.Th>
              <Table.Th>Release</Table.Th>
              <Table.Th>Screens drawn with it</Table.Th>
              <Table.Th>When a release is out</Table.Th>
              <Table.Th>Actions</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {pins.map((pin) => (
              <Table.Tr key={pin.slug}>
                <Table.Td>{pin.name}</Table.Td>
                <Table.Td>
                  {pin.version}
                  {pin.held.map(({ id, name: component, version }) => (
                    <Group key={id} gap={6} wrap="nowrap">
                      <Text size="sm">
                        {component} held at {version}
                      </Text>
                      <Button
                        size="compact-xs"
                        variant="default"
                        aria-label={`Stop holding ${component}`}
                        onClick={() => void put('releaseHold', { library: pin.slug, component: id })}
                      >
                        Stop
                      </Button>
                    </Group>
                  ))}
                </Table.Td>
                <Table.Td>{pin.screens.length > 0 ? listed(pin.screens) : 'None'}</Table.Td>
                <Table.Td>
                  <Select
                    aria-label={`When a release of ${pin.name} is out`}
                    size="xs"
                    w={190}
                    allowDeselect={false}
                    value={pin.policy}
                    data={POLICIES}
                    onChange={(policy) => policy && void put('setPinPolicy', { library: pin.slug, policy })}
                  />
                </Table.Td>
                <Table.Td>
                  <Button
                    size="compact-sm"
                    variant="default"
                    aria-label={`Remove ${pin.name}`}
                    onClick={() => void put('unpinLibrary', { library: pin.slug })}
                  >
                    Remove
                  </Button>
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
        <Group align="end">
          <Select
            label="Library to add"
            w={300}
            searchable
            placeholder={documents && others.length === 0 ? 'No other library has a release' : 'Choose a library'}
            disabled={others.length === 0}
            value={chosen}
            data={others.map(({ slug, name: called, version }) => ({ value: slug, label: `${called} ${version}` }))}
            error={errorAt(refusal, 'library')}
            onChange={choose}
          />
          <Button disabled={chosen === null} onClick={() => void add()}>
            Add library
          </Button>
        </Group>
        <Text size="sm" c="dimmed">
          A library is added at its newest release. Each screen is drawn with one, chosen when the screen is added.
        </Text>
        <Refused refusal={refusal} fields={['library']} />
      </Stack>
    </Dialog>
  );
} // prettier-ignore
