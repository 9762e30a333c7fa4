'use client';

import { Button, Checkbox, NativeSelect, Stack, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import { call } from '@/features/session/call';
import { notifyError } from '@/features/session/document';
import { useWork } from '@/features/session/work';
import { DialogFoot } from '@/ui/dialog-foot';
import { hrefOf } from '@/ui/frame/frame';
import type { DocumentEntry } from '@/ui/frame/types';
import classes from './people.module.css';

const VISIBILITIES = [
  { value: 'workspace', label: 'Workspace' },
  { value: 'team', label: 'Team only' },
];

/** Who may see each library and product, and which libraries new products start with. */
export function DocumentTable({ administrator }: { administrator: boolean }) {
  const { documents } = useWork();
  const router = useRouter();
  const [hiding, setHiding] = useState<DocumentEntry | null>(null);
  const changed = () => router.refresh();
  const show = (entry: DocumentEntry, visibility: 'workspace' | 'team') =>
    call('PUT /documents/{slug}/visibility', { slug: entry.slug, visibility }).then(changed, notifyError);
  const starting = documents.filter(({ starts }) => starts).map(({ slug }) => slug);
  const start = (entry: DocumentEntry, starts: boolean) =>
    void call('PUT /workspace/starting-libraries', {
      libraries: starts ? [...starting, entry.slug] : starting.filter((slug) => slug !== entry.slug),
    }).then(changed, notifyError);
  return (
    <div className={`sheet ${classes.scroll}`}>
      <table className="rows">
        <thead>
          <tr>
            <th>Name</th>
            <th>Team</th>
            <th>Visible to</th>
            <th>In new products</th>
          </tr>
        </thead>
        <tbody>
          {documents.map((entry) => (
            <tr key={entry.id}>
              <td>
                <PageLink href={hrefOf(entry)}>{entry.name}</PageLink>{' '}
                <Text span size="xs" c="dimmed">
                  {entry.kind}
                </Text>
              </td>
              <td>{entry.team}</td>
              <td>
                {entry.role === 'owner' ? (
                  <NativeSelect
                    size="xs"
                    variant="unstyled"
                    w={130}
                    classNames={{ input: classes.select! }}
                    aria-label={`Who can see ${entry.name}`}
                    value={entry.visibility}
                    data={VISIBILITIES}
                    onChange={({ currentTarget: { value } }) =>
                      value === 'team' ? setHiding(entry) : void show(entry, 'workspace')
                    }
                  />
                ) : (
                  VISIBILITIES.find(({ value }) => value === entry.visibility)!.label
                )}
              </td>
              <td>
                {entry.kind === 'library' && (
                  <Checkbox
                    aria-label={`Start new products with ${entry.name}`}
                    checked={entry.starts}
                    disabled={!administrator || entry.version === null}
                    onChange={({ currentTarget }) => start(entry, currentTarget.checked)}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {hiding && (
        <HideDialog
          entry={hiding}
          documents={documents}
          close={() => setHiding(null)}
          hide={() => show(hiding, 'team').then(() => setHiding(null))}
        />
      )}
    </div>
  );
}

/** Says who no longer sees a library or product before it is shown to its team alone. */
function HideDialog({
  entry,
  documents,
  close,
  hide,
}: {
  entry: DocumentEntry;
  documents: readonly DocumentEntry[];
  close: () => void;
  hide: () => Promise<void>;
}) {
  const [saving, setSaving] = useState(false);
  const users = documents.filter(
    (other) =>
      other.team !== entry.team &&
      (other.parent?.startsWith(`${entry.name} `) ||
        other.pins.some((pin) => pin.startsWith(`${entry.name} `))),
  );
  return (
    <Dialog opened onClose={close} title={`Show ${entry.name} to ${entry.team} only`}>
      <Stack>
        <Text size="sm">
          People outside {entry.team} no longer see {entry.name}, its releases or what refers to it.
        </Text>
        {users.length > 0 && (
          <Text size="sm">
            {counted(users.length, 'library or product', 'libraries and products')} of other teams use{' '}
            {entry.name}: {users.map(({ name }) => name).join(', ')}. People of those teams see that something
            is withheld.
          </Text>
        )}
        <DialogFoot close={close}>
          <Button
            loading={saving}
            onClick={() => {
              setSaving(true);
              void hide();
            }}
          >
            Show to team only
          </Button>
        </DialogFoot>
      </Stack>
    </Dialog>
  );
}
