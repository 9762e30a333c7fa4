'use client';

import { ActionIcon, Button, Menu } from '@mantine/core';
import { IconDots, IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { counted } from '@/core/base/words';
import type { AxisView } from '@/editing/foundations/queries/axes';
import { useCommand } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { ConfirmRemoval } from '@/ui/confirm-removal';
import { useCreating } from '@/ui/frame/lens';
import { AxisForm } from './axis-form';
import classes from './contexts.module.css';

/** The axes of the library with their contexts: created, changed, moved and removed. */
export function AxesNav({ axes }: { axes: readonly AxisView[] }) {
  const { canEdit } = useLibrary();
  const { run } = useCommand();
  const [creating, open, close] = useCreating('axis', canEdit);
  const [edited, setEdited] = useState<AxisView | null>(null);
  const own = axes.filter((axis) => axis.own);
  const [removed, setRemoved] = useState<AxisView | null>(null);
  return (
    <section aria-label="Axes" className={classes.axes}>
      <header>
        <h2>Axes</h2>
        {canEdit && (
          <Button variant="subtle" size="compact-xs" leftSection={<IconPlus size={13} />} onClick={open}>
            Add axis
          </Button>
        )}
      </header>
      <ul>
        {axes.map((axis) => {
          const at = own.indexOf(axis);
          return (
            <li key={axis.id}>
              <span>
                <b>{axis.name}</b>
                {axis.contexts.map((one) => (
                  <i key={one.id} data-standard={one.standard || undefined}>
                    {one.name}
                  </i>
                ))}
                <small>
                  {[axis.description, !axis.own && `from ${axis.from}`].filter(Boolean).join(' · ')}
                </small>
              </span>
              {canEdit && (
                <Menu position="bottom-end">
                  <Menu.Target>
                    <ActionIcon variant="subtle" color="gray" aria-label={`Actions for axis ${axis.name}`}>
                      <IconDots size={15} />
                    </ActionIcon>
                  </Menu.Target>
                  <Menu.Dropdown>
                    <Menu.Item onClick={() => setEdited(axis)}>Edit axis</Menu.Item>
                    {at > 0 && (
                      <Menu.Item onClick={() => void run('moveAxis', { id: axis.id, to: at - 1 })}>
                        Move up
                      </Menu.Item>
                    )}
                    {at !== -1 && at < own.length - 1 && (
                      <Menu.Item onClick={() => void run('moveAxis', { id: axis.id, to: at + 1 })}>
                        Move down
                      </Menu.Item>
                    )}
                    {axis.own && (
                      <Menu.Item color="red" onClick={() => setRemoved(axis)}>
                        Remove axis
                      </Menu.Item>
                    )}
                  </Menu.Dropdown>
                </Menu>
              )}
            </li>
          );
        })}
      </ul>
      {creating && <AxisForm axis={null} close={close} />}
      {removed && (
        <ConfirmRemoval
          title={`Remove axis ${removed.name}`}
          action="Remove axis"
          close={() => setRemoved(null)}
          confirm={() => void run('removeAxis', { id: removed.id })}
        >
          Its contexts {removed.contexts.map(({ name }) => name).join(', ')} and the{' '}
          {counted(removed.values, 'value')} set under them are removed. Values in every context stay.
        </ConfirmRemoval>
      )}
      {edited && <AxisForm axis={edited} close={() => setEdited(null)} />}
    </section>
  );
}
