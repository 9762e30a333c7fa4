'use client';

import { ActionIcon, VisuallyHidden } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import { PageLink } from '@/ui/page-link';
import { useCommand } from '@/features/session/document';
import { useLibrary } from '@/features/session/library-shell';
import { ValueField } from '@/features/tokens/detail/value-field';
import type { OverridesView } from '@/editing/tokens/queries/overrides';
import { useLensLink } from '@/ui/frame/lens';
import { shortValue, Specimen } from '@/ui/specimen/swatch';
import classes from './contexts.module.css';

/** What one layer sets, beside what holds without it; each value can be changed, or removed so that a weaker one shows. */
export function LayerTable({
  rows,
  layer,
  label,
  canEdit,
}: {
  rows: OverridesView['rows'];
  layer: string;
  label: string;
  canEdit: boolean;
}) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const { run } = useCommand();
  return (
    <table className="rows">
      <thead>
        <tr>
          <th>Token</th>
          <th>Default</th>
          <th>In this context</th>
          <th>Value set here</th>
          {canEdit && (
            <th>
              <VisuallyHidden>Remove</VisuallyHidden>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.path} data-same={row.same || undefined}>
            <td className="path">
              <PageLink href={link(`/libraries/${library.slug}/tokens/${encodeURIComponent(row.path)}`)}>
                {row.path}
              </PageLink>
            </td>
            <td>
              <span className={classes.value}>
                <Specimen type={row.type} css={row.before} path={row.path} /> {shortValue(row.before)}
              </span>
            </td>
            <td>
              <span className={classes.value}>
                <Specimen type={row.type} css={row.after} path={row.path} /> {shortValue(row.after)}
                {row.same ? ' (no difference)' : ''}
              </span>
            </td>
            {canEdit ? (
              <>
                <td className={classes.field}>
                  <ValueField
                    path={row.path}
                    layer={layer}
                    label={`${row.path} under ${label}`}
                    text={row.text}
                    type={row.type}
                  />
                </td>
                <td>
                  <ActionIcon
                    variant="subtle"
                    color="gray"
                    aria-label={`Remove the value of ${row.path} under ${label}`}
                    onClick={() => void run('removeOverride', { path: row.path, layer })}
                  >
                    <IconX size={14} />
                  </ActionIcon>
                </td>
              </>
            ) : (
              <td className="path">{row.text.slice(0, 60)}</td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
