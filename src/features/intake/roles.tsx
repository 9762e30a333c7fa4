'use client';

import type { Gathered } from '@/api/intake-protocol';
import classes from './intake.module.css';

/** What the rules of a page's own elements say its colours are for; purposes are made from these. */
export function Roles({ gathered: { roles } }: { gathered: Gathered }) {
  if (roles.length === 0) return null;
  return (
    <section aria-labelledby="roles">
      <h3 id="roles" className={classes.subtitle}>
        Roles
      </h3>
      <div className={classes.roles}>
        <table className="rows">
          <thead>
            <tr>
              <th>Role</th>
              <th>Colour</th>
              <th>From</th>
              <th>Rule</th>
            </tr>
          </thead>
          <tbody>
            {roles.map((role) => (
              <tr key={role.name}>
                <td>{role.name}</td>
                <td>
                  <span className={classes.value}>
                    <i style={{ background: role.value }} data-specimen />
                    {role.value}
                  </span>
                </td>
                <td className="path">{role.from ?? ''}</td>
                <td className="path">
                  {role.selector.length > 60 ? `${role.selector.slice(0, 60)}…` : role.selector},{' '}
                  {role.file.replace(/^.*\//, '')}:{role.line}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
