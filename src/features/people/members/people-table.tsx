'use client';

import { ActionIcon, Badge, Button, Group, Menu, NativeSelect, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconDots, IconPencil } from '@tabler/icons-react';
import { useState } from 'react';
import { call } from '@/features/session/call';
import { notifyError } from '@/features/session/document';
import { useWork } from '@/features/session/work';
import { dayText } from '@/ui/day-text';
import { RemoveDialog } from './remove-dialog';
import { RoleSteps } from './role-key';
import { roleIn, ROLES, type Directory, type Person, type Role, type Team } from './roles';
import classes from './people.module.css';

const NO_ROLE = '';

const matches = (person: Person, teams: readonly Team[], search: string): boolean => {
  const names = teams.filter(({ id }) => roleIn(person, id)).map(({ name }) => name);
  const text = [person.name, person.email ?? '', person.about, ...names].join(' ').toLowerCase();
  return search.toLowerCase().split(/\s+/).every((word) => text.includes(word)); // prettier-ignore
};

/** People down, teams across, and in each cell the role. */
export function PeopleTable({
  directory,
  search,
  changed,
  rename,
}: {
  directory: Directory;
  search: string;
  changed: () => void;
  rename: (team: Team) => void;
}) {
  const { teams, administrator } = directory;
  const [removing, setRemoving] = useState<Person | null>(null);
  const people = directory.people.filter((person) => matches(person, teams, search.trim()));
  return (
    <>
      <div className={`sheet ${classes.scroll}`} role="region" aria-label="People by team" tabIndex={0}>
        <table className={`rows ${classes.table}`}>
          <thead>
            <tr>
              <th>Person</th>
              {teams.map((team) => (
                <th key={team.id}>
                  {team.name}
                  {team.managed && (
                    <ActionIcon
                      variant="subtle"
                      color="gray"
                      size="xs"
                      ml={4}
                      aria-label={`Rename team ${team.name}`}
                      onClick={() => rename(team)}
                    >
                      <IconPencil size={12} />
                    </ActionIcon>
                  )}
                </th>
              ))}
              <th>
                <span className="visually-hidden">Actions</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {people.map((person) => (
              <tr key={person.id}>
                <th scope="row">
                  <PersonName person={person} />
                </th>
                {teams.map((team) => (
                  <td key={team.id}>
                    <RoleCell person={person} team={team} changed={changed} />
                  </td>
                ))}
                <td className={classes.actions}>
                  <PersonMenu
                    person={person}
                    administrator={administrator}
                    managed={teams.some(({ id, managed }) => managed && roleIn(person, id))}
                    changed={changed}
                    remove={() => setRemoving(person)}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {people.length === 0 && (
          <Text p="md" c="dimmed">
            Nobody matches “{search.trim()}”. {directory.people.length} people are here.
          </Text>
        )}
      </div>
      {removing && <RemoveDialog person={removing} close={() => setRemoving(null)} removed={changed} />}
    </>
  );
}

function PersonName({ person }: { person: Person }) {
  const { me } = useWork();
  return (
    <>
      <Group gap={8} wrap="nowrap">
        <span>{person.name}</span>
        {person.id === me.person.id && (
          <Badge variant="default" tt="none">
            You
          </Badge>
        )}
        {person.administrator && (
          <Badge variant="light" tt="none">
            Administrator
          </Badge>
        )}
        {!person.joined && (
          <Badge variant="outline" color={person.invited?.over ? 'red' : 'gray'} tt="none">
            {person.invited && !person.invited.over
              ? `Invited until ${dayText(person.invited.until)}`
              : 'Invitation expired'}
          </Badge>
        )}
      </Group>
      <Text size="xs" c="dimmed" fw={400}>
        {[person.email, person.about].filter(Boolean).join(', ')}
      </Text>
    </>
  );
}

function RoleCell({ person, team, changed }: { person: Person; team: Team; changed: () => void }) {
  const role = roleIn(person, team.id);
  const [saving, setSaving] = useState(false);
  if (!team.managed)
    return role ? (
      <span className={classes.role}>
        {ROLES.find(({ value }) => value === role)!.label}
        <RoleSteps role={role} />
      </span>
    ) : (
      <span className="visually-hidden">No role</span>
    );
  const store = async (next: string): Promise<boolean> => {
    const at = { team: team.id, person: person.id };
    setSaving(true);
    try {
      if (next === NO_ROLE) await call('DELETE /teams/{team}/members/{person}', at);
      else await call('PUT /teams/{team}/members/{person}', { ...at, role: next as Role });
      changed();
      return true;
    } catch (error) {
      notifyError(error);
      return false;
    } finally {
      setSaving(false);
    }
  };
  const change = async (next: string) => {
    if (!(await store(next))) return;
    const label = ROLES.find(({ value }) => value === next)?.label;
    const id = `role ${person.id} ${team.id}`;
    notifications.hide(id);
    notifications.show({
      id,
      message: (
        <Group gap="sm">
          {label ? `${person.name}: ${label} in ${team.name}` : `${person.name} is no longer in ${team.name}`}
          <Button
            size="compact-xs"
            variant="default"
            onClick={() => {
              notifications.hide(id);
              void store(role ?? NO_ROLE);
            }}
          >
            Undo
          </Button>
        </Group>
      ),
    });
  };
  return (
    <span className={classes.role}>
      <NativeSelect
        variant="unstyled"
        size="xs"
        aria-label={`Role of ${person.name} in ${team.name}`}
        disabled={saving}
        value={role ?? NO_ROLE}
        onChange={({ currentTarget }) => void change(currentTarget.value)}
        data={[{ value: NO_ROLE, label: 'No role' }, ...ROLES.map(({ value, label }) => ({ value, label }))]}
        classNames={{ input: `${classes.select} ${role === undefined ? classes.none : ''}` }}
      />
      {role && <RoleSteps role={role} />}
    </span>
  );
}

function PersonMenu({
  person,
  administrator,
  managed,
  changed,
  remove,
}: {
  person: Person;
  administrator: boolean;
  managed: boolean;
  changed: () => void;
  remove: () => void;
}) {
  if (!administrator && !(managed && !person.joined)) return null;
  const inviteAgain = () =>
    void call('POST /people/{id}/invitation', { id: person.id }).then(() => {
      notifications.show({ message: `Another invitation for ${person.name} is in the outbox.` });
      changed();
    }, notifyError);
  const setAdministrator = () =>
    void call('PUT /people/{id}/administrator', {
      id: person.id,
      administrator: !person.administrator,
    }).then(changed, notifyError);
  return (
    <Menu position="bottom-end" width={230}>
      <Menu.Target>
        <ActionIcon variant="subtle" color="gray" aria-label={`Actions for ${person.name}`}>
          <IconDots size={16} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>
        {!person.joined && <Menu.Item onClick={inviteAgain}>Send invitation again</Menu.Item>}
        {administrator && person.joined && (
          <Menu.Item onClick={setAdministrator}>
            {person.administrator ? 'Remove as administrator' : 'Make administrator'}
          </Menu.Item>
        )}
        {administrator && (
          <Menu.Item color="red" onClick={remove}>
            Remove person …
          </Menu.Item>
        )}
      </Menu.Dropdown>
    </Menu>
  );
}
