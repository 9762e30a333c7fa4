'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { Button, SegmentedControl, Select, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { refusalText, useStore } from '@/features/session/refused';
import { useLibrary } from '@/features/session/library-shell';
import { useGo } from '@/ui/frame/here';
import { useLensLink } from '@/ui/frame/lens';
import { StartFromCode } from './start-from-code';
import { StartFromMarkup } from './start-from-markup';

const WAYS = [
  { value: 'nothing', label: 'Blank' },
  { value: 'other', label: 'Another component' },
  { value: 'markup', label: 'Markup' },
  { value: 'code', label: 'Code' },
] as const;
type Way = (typeof WAYS)[number]['value'];

/** Starts a component: from nothing, another one, a piece of a page, or the props code of it has. */
export function StartComponent({ others, close }: { others: readonly string[]; close: () => void }) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const go = useGo();
  const [way, setWay] = useState<Way>('nothing');
  const open = (name: string) => go(link(`/libraries/${library.slug}/components/${name}`));
  return (
    <Dialog opened onClose={close} title="Create component" size={way === 'markup' ? 980 : 'lg'}>
      <Stack>
        <SegmentedControl
          aria-label="Based on"
          data={WAYS.map(({ value, label }) => ({ value, label }))}
          value={way}
          onChange={(value) => setWay(value as Way)}
        />
        {way === 'nothing' && <StartPlain open={open} close={close} />}
        {way === 'other' && <StartPlain open={open} close={close} others={others} />}
        {way === 'markup' && <StartFromMarkup open={open} close={close} />}
        {way === 'code' && <StartFromCode open={open} close={close} />}
      </Stack>
    </Dialog>
  );
}

/** From nothing; or from another component, as a copy or as a variation that stays linked to it. */
function StartPlain({
  open,
  close,
  others,
}: {
  open: (name: string) => void;
  close: () => void;
  others?: readonly string[];
}) {
  const { put, refusal } = useStore();
  const [name, setName] = useState('');
  const [from, setFrom] = useState(others?.[0] ?? '');
  const [linked, setLinked] = useState('linked');
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        const input = { name: name.trim(), ...(others && from && { from, linked: linked === 'linked' }) };
        if (await put('startComponent', input)) open(name.trim());
      }}
    >
      <Stack>
        <TextInput
          label="Name"
          placeholder="fare-card"
          value={name}
          required
          data-autofocus
          error={refusalText(refusal)}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        {others && (
          <>
            <Select
              label="From"
              value={from}
              searchable
              allowDeselect={false}
              data={[...others]}
              onChange={(value) => setFrom(value ?? '')}
            />
            <Select
              label="Mode"
              value={linked}
              allowDeselect={false}
              data={[
                { value: 'linked', label: 'Variation (stays linked)' },
                { value: 'free', label: 'Copy (independent)' },
              ]}
              onChange={(value) => setLinked(value ?? 'linked')}
            />
          </>
        )}
        {others?.length === 0 ? (
          <Text size="sm">There are no components yet.</Text>
        ) : (
          <DialogFoot close={close}>
            <Button type="submit">Create component</Button>
          </DialogFoot>
        )}
      </Stack>
    </form>
  );
}
