'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted } from '@/core/base/words';
import { Button, Group, Menu, Select, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { IconDots } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useState } from 'react';
import type { ProofView } from '@/editing/components/queries/proof';
import { RemovalDialog } from '@/features/usage/removal-dialog';
import { useCommand } from '@/features/session/document';
import { OneField } from '@/features/session/one-field';
import { Refused, useStore } from '@/features/session/refused';
import { useLibrary } from '@/features/session/library-shell';
import { useGo } from '@/ui/frame/here';
import { useLensLink } from '@/ui/frame/lens';
import classes from '../components.module.css';

/** A component's name, what it is for, where it stands, and what can be done with it as a whole. */
export function ComponentHead({ view }: { view: ProofView }) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const go = useGo();
  const { put, refusal } = useStore();
  const { store } = useCommand();
  const [doing, setDoing] = useState<'deprecate' | 'rename' | 'describe' | 'remove' | null>(null);
  const page = (name: string) => link(`/libraries/${library.slug}/components/${name}`);
  const names = [view.name];
  return (
    <div className={classes.headBlock}>
      <div className={classes.head}>
        <h1>{view.name}</h1>
        <Text c="dimmed" style={{ flex: 1 }}>
          {view.description}
        </Text>
        {view.canEdit && view.from === null && (
          <Menu position="bottom-end">
            <Menu.Target>
              <Button variant="default" size="compact-sm" rightSection={<IconDots size={14} />}>
                Actions
              </Button>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item onClick={() => setDoing('rename')}>Rename</Menu.Item>
              <Menu.Item onClick={() => setDoing('describe')}>Edit description</Menu.Item>
              <Menu.Item
                onClick={() =>
                  void put('setComponentLifecycle', {
                    names,
                    visibility: view.unfinished ? 'released' : 'internal',
                  })
                }
              >
                {view.unfinished ? 'Include in releases' : 'Exclude from releases'}
              </Menu.Item>
              {view.varies && (
                <Menu.Item onClick={() => void put('unlink', { component: view.name })}>
                  Unlink from {view.varies}
                </Menu.Item>
              )}
              {view.deprecated ? (
                <Menu.Item onClick={() => void put('setComponentLifecycle', { names, deprecation: null })}>
                  Undeprecate
                </Menu.Item>
              ) : (
                <Menu.Item onClick={() => setDoing('deprecate')}>Deprecate</Menu.Item>
              )}
              <Menu.Item color="red" onClick={() => setDoing('remove')}>
                Remove
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        )}
      </div>
      <Group gap="md" className={classes.standing}>
        {view.rank && <span>{view.rank}</span>}
        {view.from && <span>from {view.from}</span>}
        {view.varies && (
          <span>
            variation of <PageLink href={page(view.varies)}>{view.varies}</PageLink>
          </span>
        )}
        {view.unfinished && <span>Excluded from releases</span>}
        {view.deprecated && (
          <b className={classes.failing}>
            deprecated{view.deprecated.reason && `: ${view.deprecated.reason}`}
            {view.deprecated.replacement && (
              <>
                . Use{' '}
                <PageLink href={page(view.deprecated.replacement)}>{view.deprecated.replacement}</PageLink>
              </>
            )}
          </b>
        )}
      </Group>
      <Refused refusal={refusal} />
      {doing === 'remove' && (
        <RemovalDialog
          title={view.name}
          removed={{ kind: 'components', names }}
          close={() => setDoing(null)}
          remove={async (replacement) => {
            const refused = await store('removeComponents', { names, replacement, leave: true });
            if (!refused) go(link(`/libraries/${library.slug}/components`));
            return refused;
          }}
        />
      )}
      {doing === 'rename' && (
        <OneField
          title={`Rename ${view.name}`}
          label="Name"
          value={view.name}
          close={() => setDoing(null)}
          store={async (name) => {
            const refused = await store('renameComponent', { component: view.name, name });
            if (!refused) go(page(name), { replace: true });
            return refused;
          }}
        />
      )}
      {doing === 'describe' && (
        <OneField
          title={`Description of ${view.name}`}
          label="Description"
          value={view.description}
          close={() => setDoing(null)}
          store={(text) => store('describeComponent', { component: view.name, text })}
        />
      )}
      {doing === 'deprecate' && <Deprecate view={view} close={() => setDoing(null)} />}
    </div>
  );
}

/** Deprecating says why and by what it is replaced, and shows first what it reaches. */
function Deprecate({ view, close }: { view: ProofView; close: () => void }) {
  const { put, refusal } = useStore();
  const [reason, setReason] = useState('');
  const [replacement, setReplacement] = useState<string | null>(null);
  return (
    <Dialog opened onClose={close} title={`Deprecate ${view.name}`}>
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          if (
            await put('setComponentLifecycle', { names: [view.name], deprecation: { reason, replacement } })
          )
            close();
        }}
      >
        <Stack>
          <Text size="sm">
            {view.uses.length === 0
              ? 'No direct or indirect uses.'
              : `${counted(view.uses.length, 'direct use')}; a change reaches ${view.reachText}.`}
          </Text>
          <TextInput
            label="Reason"
            value={reason}
            data-autofocus
            onChange={(event) => setReason(event.currentTarget.value)}
          />
          <Select
            label="Replacement"
            placeholder="None"
            clearable
            searchable
            data={view.pieces.components}
            value={replacement}
            onChange={setReplacement}
          />
          <Refused refusal={refusal} />
          <DialogFoot close={close}>
            <Button type="submit">Deprecate</Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}
