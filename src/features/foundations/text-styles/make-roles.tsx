'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, NumberInput, Select, Stack, Text } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { INTERVALS } from '@/core/tokens/type-scale';
import type { TextRole } from '@/core/tokens/text-roles';
import { useCommand, useDocumentQuery, type Refusal } from '@/features/session/document';
import { toggled } from '@/ui/toggled';

/** The value of the sizes that are tokens already. */
const THERE = 'there';
/** Where there are none: a major third. */
const RATIO = 1.25;

/** Makes the styles of roles that have none, of the sizes there are or on a scale from the body size; shown before anything is stored. */
export function MakeRoles({ missing, close }: { missing: readonly TextRole[]; close: () => void }) {
  const { store } = useCommand();
  const [left, setLeft] = useState<ReadonlySet<TextRole>>(new Set());
  const [base, setBase] = useState<number | null>(null);
  /** As chosen; undefined: the sizes there are, else a ratio. */
  const [chosen, setChosen] = useState<number | null>();
  const [refusal, setRefusal] = useState<Refusal | null>(null);
  const scale = useDocumentQuery('rolePreview', { roles: [], base, ratio: null })?.scale ?? null;
  const ratio = chosen === undefined ? (scale ? null : RATIO) : chosen;
  const view = useDocumentQuery('rolePreview', { roles: [...missing], base, ratio });
  const roles = missing.filter((role) => !left.has(role));
  const make = async () => {
    const refused = await store('addTextStyles', { roles, base: base ?? view?.base ?? 16, ratio });
    setRefusal(refused);
    if (!refused) close();
  };
  return (
    <Dialog opened onClose={close} title="Create missing text styles" size="lg">
      <Stack gap="sm">
        <Group align="end">
          <NumberInput
            label="Body size, px"
            w={120}
            min={6}
            max={100}
            value={base ?? view?.base ?? 16}
            onChange={(value) => setBase(Number(value))}
          />
          <Select
            label="Sizes"
            w={220}
            allowDeselect={false}
            value={ratio === null ? THERE : String(ratio)}
            data={[
              ...(scale ? [{ value: THERE, label: `${scale.group}, ${counted(scale.sizes, 'size')}` }] : []),
              ...INTERVALS.map((interval) => ({
                value: String(interval.ratio),
                label: `${interval.name}, ${Number(interval.ratio.toFixed(3))}`,
              })),
            ]}
            onChange={(value) => setChosen(value === THERE ? null : Number(value))}
          />
        </Group>
        <table className="rows">
          <thead>
            <tr>
              <th>Role</th>
              <th>Token</th>
              <th>Size / line</th>
              <th>Weight</th>
              <th>Family</th>
            </tr>
          </thead>
          <tbody>
            {view?.styles.map((style) => (
              <tr key={style.role}>
                <td>
                  <Checkbox
                    label={style.role}
                    checked={!left.has(style.role)}
                    onChange={() => setLeft((old) => toggled(old, style.role))}
                  />
                </td>
                <td className="path">{style.path}</td>
                <td>
                  {style.size}px / {style.line}px
                  {style.token && <div className="path">{style.token}</div>}
                </td>
                <td>{style.weight}</td>
                <td className="path">{style.family}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {refusal && (
          <Text size="sm" c="var(--bad)" role="alert">
            {refusal.problem}. {refusal.fix}.
          </Text>
        )}
        <DialogFoot close={close}>
          <Button onClick={() => void make()} disabled={roles.length === 0}>
            Create {counted(roles.length, 'style')}
          </Button>
        </DialogFoot>
      </Stack>
    </Dialog>
  );
}
