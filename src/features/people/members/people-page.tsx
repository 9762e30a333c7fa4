'use client';

import { Button, Group, Text, TextInput, Title } from '@mantine/core';
import { IconPlus, IconSearch } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useState } from 'react';
import { useCall } from '@/features/session/call';
import { useWork } from '@/features/session/work';
import { Frame } from '@/ui/frame/frame';
import { PageSkeleton } from '@/ui/page-skeleton';
import { DocumentTable } from './document-table';
import { InviteDialog } from './invite-dialog';
import { PeopleTable } from './people-table';
import { RoleKey } from './role-key';
import { TeamDialog } from './team-dialog';
import type { Directory, Team } from './roles';

const NOTHING = {};

/** Who is here: people by team and role, who may see each library and product, and what new products start with. */
export function PeoplePage() {
  const { me, documents } = useWork();
  const { data, error, refetch } = useCall('GET /people', NOTHING);
  const changed = () => void refetch();
  return (
    <Frame me={me} documents={documents} title="Seedplan" stages={[]} axes={[]}>
      {error && <Text c="var(--mantine-color-error)">{error.message}</Text>}
      {!data && !error && <PageSkeleton label="Loading people" />}
      {data && <People directory={data} changed={changed} />}
    </Frame>
  );
}

function People({ directory, changed }: { directory: Directory; changed: () => void }) {
  const [search, setSearch] = useState('');
  const [inviting, setInviting] = useState(false);
  const [naming, setNaming] = useState<Team | 'new' | null>(null);
  const { administrator, teams } = directory;
  const managed = teams.filter((team) => team.managed);
  return (
    <>
      <Group mb="sm" gap="sm">
        <Title order={1} size={24} mr="auto">
          People
        </Title>
        <TextInput
          aria-label="Search people by name, email or team"
          placeholder="Name, email or team"
          leftSection={<IconSearch size={14} aria-hidden />}
          value={search}
          onChange={({ currentTarget }) => setSearch(currentTarget.value)}
        />
        {administrator && (
          <Button variant="default" component={PageLink} href="/outbox">
            Outbox
          </Button>
        )}
        {administrator && (
          <Button variant="default" onClick={() => setNaming('new')}>
            Create team
          </Button>
        )}
        {managed.length > 0 && (
          <Button leftSection={<IconPlus size={14} aria-hidden />} onClick={() => setInviting(true)}>
            Invite person
          </Button>
        )}
      </Group>
      <PeopleTable directory={directory} search={search} changed={changed} rename={setNaming} />
      <RoleKey />
      <Title order={2} size={18} mt="xl" mb="xs">
        Libraries and products
      </Title>
      <DocumentTable administrator={administrator} />
      {inviting && <InviteDialog teams={managed} close={() => setInviting(false)} invited={changed} />}
      {naming && (
        <TeamDialog team={naming === 'new' ? null : naming} close={() => setNaming(null)} saved={changed} />
      )}
    </>
  );
}
