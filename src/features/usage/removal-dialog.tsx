'use client';

import { Button, Checkbox, Select, Stack, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { PageLink } from '@/ui/page-link';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import type { Removed } from '@/editing/usage/queries/removal';
import { useDocumentQuery, type Refusal } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { refusalText } from '@/features/session/refused';
import { TokenSelect } from '@/features/tokens/token-select';
import { DialogFoot } from '@/ui/dialog-foot';
import { useLens, useLensLink } from '@/ui/frame/lens';
import classes from './usage.module.css';

/**
 * Says what removing something breaks, and asks what is to stand in its place. Leaving uses without anything has to be
 * chosen.
 */
export function RemovalDialog({
  title,
  removed,
  remove,
  close,
}: {
  /** What goes, as the dialog calls it. */
  title: string;
  removed: Removed;
  /** Does it; with what stands in its place, where that is chosen. */
  remove: (replacement: string | undefined) => Promise<Refusal | null>;
  close: () => void;
}) {
  const library = useLibrary();
  const lens = useLens(library.axes);
  const link = useLensLink(library.axes);
  const view = useDocumentQuery('removal', removed);
  const [replacement, setReplacement] = useState('');
  const [leave, setLeave] = useState(false);
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const instead = replacement.trim();
  const here = view ? view.count - view.inProducts : 0;
  const label = 'Replacement';
  return (
    <Dialog opened onClose={close} title={`Remove ${title}?`}>
      <Stack>
        {view && (
          <>
            <Text size="sm">
              {view.count === 0
                ? 'No direct or indirect uses.'
                : `${counted(view.count, 'direct use')} would break; a change reaches ${view.reachText}.`}{' '}
              You can undo this.
            </Text>
            {view.uses.length > 0 && (
              <ul className={classes.breaks} aria-label="What would break">
                {view.uses.map((use, i) => (
                  <li key={i}>
                    <PageLink href={link(use.href)}>{use.title}</PageLink>
                    {use.inside ? ` of ${use.inside}` : ''} <span>{use.place}</span>
                  </li>
                ))}
                {view.count > view.uses.length && <li>and {view.count - view.uses.length} more</li>}
              </ul>
            )}
            {view.inProducts > 0 && (
              <Text size="sm" c="dimmed">
                Products keep the release they use until they are upgraded; a replacement does not reach them.
              </Text>
            )}
            {here > 0 && removed.kind === 'paths' && (
              <TokenSelect
                label={label}
                placeholder="None"
                value={replacement}
                type={view.type}
                lens={lens}
                not={removed.paths[0]}
                error={refusalText(refusal)}
                comboboxProps={{ withinPortal: false }}
                onChange={setReplacement}
              />
            )}
            {here > 0 && removed.kind !== 'paths' && view.others.length > 0 && (
              <Select
                label={label}
                placeholder="None"
                searchable
                clearable
                data={view.others}
                value={replacement || null}
                error={refusalText(refusal)}
                comboboxProps={{ withinPortal: false }}
                onChange={(value) => setReplacement(value ?? '')}
              />
            )}
            {view.count > 0 && instead === '' && (
              <Checkbox
                checked={leave}
                label={`Leave ${counted(view.count, 'use')} without a replacement`}
                onChange={(event) => setLeave(event.currentTarget.checked)}
              />
            )}
            {here === 0 && refusal && (
              <Text size="sm" c="var(--bad)" role="alert">
                {refusalText(refusal)}
              </Text>
            )}
          </>
        )}
        <DialogFoot close={close}>
          <Button
            color="red"
            disabled={!view || (view.count > 0 && instead === '' && !leave)}
            onClick={async () => setRefusal(await remove(instead === '' ? undefined : instead))}
          >
            Remove
          </Button>
        </DialogFoot>
      </Stack>
    </Dialog>
  );
}
