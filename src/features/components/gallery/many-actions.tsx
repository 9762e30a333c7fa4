'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted } from '@/core/base/words';
import { Autocomplete, Button, Group, Menu, Select, Stack, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import type { ComponentsView } from '@/editing/components/queries/gallery';
import { RemovalDialog } from '@/features/usage/removal-dialog';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { Refused, useStore, refusalText } from '@/features/session/refused';
import { useCall, call, type CallRefused } from '@/features/session/call';
import { useLibrary } from '@/features/session/library-shell';

/** What is done with the components chosen, or with all: put in ranks, tidied, kept in or out, given to another library. */
export function ManyActions({
  names,
  view,
  clear,
}: {
  names: string[];
  view: ComponentsView;
  clear: () => void;
}) {
  const { put, refusal } = useStore();
  const { store } = useCommand();
  const [doing, setDoing] = useState<'rank' | 'tidy' | 'give' | 'remove' | null>(null);
  const none = names.length === 0;
  const done = (stored: boolean) => {
    if (stored) clear();
  };
  return (
    <Group gap="xs" mb="sm">
      <Text size="sm" c="dimmed" role="status">
        {none ? counted(view.all, 'component') : `${names.length} selected`}
      </Text>
      {!none && (
        <>
          <Button size="compact-sm" variant="default" onClick={() => setDoing('rank')}>
            Move to rank …
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => setDoing('give')}>
            Copy or move to library …
          </Button>
          <Menu>
            <Menu.Target>
              <Button size="compact-sm" variant="default">
                Actions
              </Button>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item
                onClick={async () =>
                  done(await put('setComponentLifecycle', { names, visibility: 'internal' }))
                }
              >
                Exclude from releases
              </Menu.Item>
              <Menu.Item
                onClick={async () =>
                  done(await put('setComponentLifecycle', { names, visibility: 'released' }))
                }
              >
                Include in releases
              </Menu.Item>
              <Menu.Item color="red" onClick={() => setDoing('remove')}>
                Remove
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
          <Button size="compact-sm" variant="subtle" onClick={clear}>
            Clear selection
          </Button>
        </>
      )}
      {none && (
        <Button size="compact-sm" variant="default" onClick={() => setDoing('tidy')}>
          Group by name …
        </Button>
      )}
      <Refused refusal={refusal} />
      {doing === 'rank' && <RankDialog names={names} view={view} close={() => setDoing(null)} done={clear} />}
      {doing === 'remove' && (
        <RemovalDialog
          title={names.length === 1 ? names[0]! : counted(names.length, 'component')}
          removed={{ kind: 'components', names }}
          close={() => setDoing(null)}
          remove={async (replacement) => {
            const refused = await store('removeComponents', { names, replacement, leave: true });
            if (!refused) {
              setDoing(null);
              clear();
            }
            return refused;
          }}
        />
      )}
      {doing === 'tidy' && <TidyDialog close={() => setDoing(null)} />}
      {doing === 'give' && <GiveDialog names={names} close={() => setDoing(null)} done={clear} />}
    </Group>
  );
}

function RankDialog({
  names,
  view,
  close,
  done,
}: {
  names: string[];
  view: ComponentsView;
  close: () => void;
  done: () => void;
}) {
  const { put, refusal } = useStore();
  const [rank, setRank] = useState('');
  return (
    <Dialog
      opened
      onClose={close}
      title={`Move ${names.length === 1 ? names[0] : counted(names.length, 'component')} to a rank`}
    >
      <form
        onSubmit={async (event) => {
          event.preventDefault();
          if (!(await put('rankComponents', { names, rank: rank.trim() }))) return;
          done();
          close();
        }}
      >
        <Stack>
          <Autocomplete
            label="Rank (an existing or a new one)"
            data={view.ranks.flatMap(({ id, name }) => (id === null ? [] : [name]))}
            value={rank}
            data-autofocus
            error={refusalText(refusal)}
            onChange={setRank}
          />

          <DialogFoot close={close}>
            <Button type="submit">
              Move {names.length === 1 ? names[0] : counted(names.length, 'component')}
            </Button>
          </DialogFoot>
        </Stack>
      </form>
    </Dialog>
  );
}

const NOTHING = {};

/** What tidying would move, before it does. */
function TidyDialog({ close }: { close: () => void }) {
  const moves = useDocumentQuery('groupedRanks', NOTHING);
  const { put, refusal } = useStore();
  return (
    <Dialog opened onClose={close} title="Group by name">
      <Stack>
        <Text size="sm">
          Each component moves to the rank of the component its name begins with, and each rank is sorted by
          name.
        </Text>
        {moves?.length === 0 ? (
          <Text size="sm">No component changes its rank.</Text>
        ) : (
          <ul style={{ margin: 0 }}>
            {moves?.map(({ name, from, to }) => (
              <li key={name}>
                <span className="path">{name}</span> from {from || 'No rank'} to {to}
              </li>
            ))}
          </ul>
        )}
        <Refused refusal={refusal} />
        <DialogFoot close={close}>
          <Button onClick={async () => (await put('groupComponents', NOTHING)) && close()}>
            Group components
          </Button>
        </DialogFoot>
      </Stack>
    </Dialog>
  );
}

/** Moves or copies components to another library, with what they need or with what stands there in its place. */
function GiveDialog({ names, close, done }: { names: string[]; close: () => void; done: () => void }) {
  const library = useLibrary();
  const documents = useCall('GET /documents', {});
  const libraries = documents.data?.documents.filter(
    ({ kind, slug }) => kind === 'library' && slug !== library.slug,
  );
  const [to, setTo] = useState<string | null>(null);
  const [mode, setMode] = useState<'copy' | 'move'>('copy');
  const [needs, setNeeds] = useState<'bring' | 'map'>('map');
  const [report, setReport] = useState<{ brought: string[]; mapped: string[] } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const send = async (tryOnly: boolean) => {
    if (to === null) return false;
    try {
      setReport(
        await call('POST /libraries/{slug}/transfer', {
          slug: library.slug,
          names,
          to,
          mode,
          needs,
          tryOnly,
        }),
      );
      setProblem(null);
      return true;
    } catch (error) {
      setReport(null);
      setProblem((error as CallRefused).message);
      return false;
    }
  };
  return (
    <Dialog
      opened
      onClose={close}
      title={`Copy or move ${names.length === 1 ? names[0] : counted(names.length, 'component')} to library`}
    >
      <Stack>
        <Select
          label="To"
          data={(libraries ?? []).map(({ slug, name }) => ({ value: slug, label: name }))}
          value={to}
          onChange={(value) => {
            setTo(value);
            setReport(null);
          }}
        />
        <Select
          label="Mode"
          allowDeselect={false}
          data={[
            { value: 'copy', label: 'Copy (they also stay in this library)' },
            { value: 'move', label: 'Move (removed from this library)' },
          ]}
          value={mode}
          onChange={(value) => setMode((value ?? 'copy') as 'copy' | 'move')}
        />
        <Select
          label="Dependencies"
          allowDeselect={false}
          data={[
            { value: 'map', label: 'Use same-named items, add the rest' },
            { value: 'bring', label: 'Add all, renamed where the name is taken' },
          ]}
          value={needs}
          onChange={(value) => {
            setNeeds((value ?? 'map') as 'bring' | 'map');
            setReport(null);
          }}
        />
        {problem && (
          <Text size="sm" c="var(--bad)" role="alert">
            {problem}
          </Text>
        )}
        {report && (
          <div role="status" style={{ fontSize: 13, maxHeight: 200, overflow: 'auto' }}>
            {report.brought.length > 0 && <p>Will be added: {report.brought.join(', ')}.</p>}
            {report.mapped.length > 0 && <p>Same-named item used: {report.mapped.join(', ')}.</p>}
          </div>
        )}
        <DialogFoot close={close}>
          <Button variant="default" disabled={to === null} onClick={() => void send(true)}>
            Preview
          </Button>
          <Button
            disabled={to === null}
            onClick={async () => {
              if (!(await send(false))) return;
              done();
              close();
            }}
          >
            {mode === 'copy' ? 'Copy components' : 'Move components'}
          </Button>
        </DialogFoot>
      </Stack>
    </Dialog>
  );
}
