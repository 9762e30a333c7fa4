'use client';

import type { ReactNode } from 'react';
import type { PropView } from '@/editing/components/queries/proof';

type Shown = Pick<PropView, 'name' | 'kind' | 'values' | 'default' | 'description'> &
  Partial<Pick<PropView, 'accepts' | 'most'>>;

/** The props of a component as a table; guides show the same. */
export function PropTable({
  props,
  actions,
}: {
  /** What stands at the end of each row. */
  actions?: ((prop: string) => ReactNode) | undefined;
  props: readonly Shown[];
}) {
  return (
    <table className="rows">
      <thead>
        <tr>
          <th>Name</th>
          <th>Kind</th>
          <th>Values</th>
          <th>Description</th>
          {actions && (
            <th>
              <span className="visually-hidden">Actions</span>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {props.map((prop) => (
          <tr key={prop.name}>
            <td className="path">{prop.name}</td>
            <td>{prop.kind}</td>
            <td>
              {prop.kind === 'choice'
                ? prop.values
                    .map((value) => (value === prop.default ? `${value} (default)` : value))
                    .join(', ')
                : prop.kind === 'flag'
                  ? 'true or false'
                  : prop.kind === 'slot'
                    ? slotText(prop)
                    : prop.default
                      ? `“${prop.default}”`
                      : 'Any text'}
            </td>
            <td>{prop.description}</td>
            {actions && <td>{actions(prop.name)}</td>}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** `one of icon, badge`: what a slot takes. */
const slotText = ({ accepts = [], most }: Shown): string =>
  `${most ? `${most === 1 ? 'one' : `up to ${most}`} of ` : ''}${accepts.length > 0 ? accepts.join(', ') : 'Any components'}`;
