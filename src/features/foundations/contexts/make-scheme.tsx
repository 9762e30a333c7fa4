'use client';

import { DialogFoot } from '@/ui/dialog-foot';
import { counted } from '@/core/base/words';
import { Button, Checkbox, Group, Stack, Text, TextInput } from '@mantine/core';
import { Dialog } from '@/ui/dialog';
import { useState } from 'react';
import { useCommand, useDocumentQuery } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { axisParameter } from '@/ui/frame/lens-address';
import { useQuery } from '@/ui/frame/lens';
import { Specimen } from '@/ui/specimen/swatch';
import { toggled } from '@/ui/toggled';
import classes from './contexts.module.css';

const HOW = { mirrored: 'Mirrored', moved: 'Adjusted', fails: 'Fails' } as const;

/** Makes a dark scheme from the light one, looked at row by row before. */
export function MakeScheme({ close }: { close: () => void }) {
  const library = useLibrary();
  const { run } = useCommand();
  const [, setQuery] = useQuery();
  const scheme = library.axes.find(
    (axis) => axis.contexts.includes('light') || /scheme|theme|mode/.test(axis.name),
  );
  const [axis, setAxis] = useState(scheme?.name ?? 'scheme');
  const [from, setFrom] = useState(scheme?.default ?? 'light');
  const [to, setTo] = useState('dark');
  const [leave, setLeave] = useState<ReadonlySet<string>>(new Set());
  const view = useDocumentQuery('scheme', { axis, to });
  const make = async () => {
    if (!(await run('makeScheme', { axis, from, to, leave: [...leave] }))) return;
    close();
    setQuery({ [axisParameter(axis)]: to });
  };
  const failing = view?.steps.filter((step) => step.how === 'fails').length ?? 0;
  return (
    <Dialog opened onClose={close} title="Generate a dark scheme" size={900}>
      <Stack gap="sm">
        <Text size="sm">
          Each semantic token is mirrored to the opposite end of its ramp and adjusted to the nearest step at
          which its pairings pass. Tokens that have a value in the context already are left alone.
        </Text>
        <Group>
          <TextInput
            label="Axis"
            value={axis}
            w={150}
            onChange={(event) => setAxis(event.currentTarget.value)}
            disabled={scheme !== undefined}
          />
          <TextInput
            label="Present context"
            value={from}
            w={150}
            onChange={(event) => setFrom(event.currentTarget.value)}
            disabled={scheme !== undefined}
          />
          <TextInput
            label="New context"
            value={to}
            w={150}
            onChange={(event) => setTo(event.currentTarget.value)}
          />
        </Group>
        {view?.problems.map(({ problem, fix }) => (
          <Text key={problem} size="sm" c="var(--bad)">
            {problem}. {fix}.
          </Text>
        ))}
        {view && view.steps.length > 0 && (
          <>
            <Text size="sm">
              {counted(view.steps.length, 'semantic token')},{' '}
              {view.steps.filter((step) => step.how === 'moved').length} adjusted to pass
              {failing > 0 ? `, ${failing} that cannot pass in their ramp` : ''}
              {view.kept > 0 ? `; ${view.kept} have a value under ${to} already` : ''}.
            </Text>
            <div className={classes.steps}>
              <table className="rows">
                <thead>
                  <tr>
                    <th>Semantic token</th>
                    <th>{from}</th>
                    <th>{to}</th>
                    <th>Change</th>
                  </tr>
                </thead>
                <tbody>
                  {view.steps.map((step) => (
                    <tr key={step.path}>
                      <td>
                        <Checkbox
                          checked={!leave.has(step.path)}
                          label={<span className="path">{step.path}</span>}
                          onChange={() => setLeave((old) => toggled(old, step.path))}
                        />
                      </td>
                      <td className="path">
                        <span className={classes.value}>
                          <Specimen type="color" css={step.fromCss} /> {step.from}
                        </span>
                      </td>
                      <td className="path">
                        <span className={classes.value}>
                          <Specimen type="color" css={step.toCss} /> {step.to}
                        </span>
                      </td>
                      <td style={step.how === 'fails' ? { color: 'var(--bad)' } : undefined}>
                        {HOW[step.how]}
                        {step.worst ? `, ${step.worst.ratio} on ${step.worst.other}` : ''}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </>
        )}
        <DialogFoot close={close}>
          <Button onClick={() => void make()} disabled={!view || view.steps.length === leave.size}>
            Generate {counted(view ? view.steps.length - leave.size : 0, 'value')} under {to}
          </Button>
        </DialogFoot>
      </Stack>
    </Dialog>
  );
}
