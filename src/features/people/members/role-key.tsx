import { ROLES } from './roles';
import classes from './people.module.css';

/** How many of the four steps a role has. */
export function RoleSteps({ role }: { role: string | undefined }) {
  const reached = ROLES.findIndex(({ value }) => value === role);
  return (
    <span className={classes.steps} aria-hidden>
      {ROLES.map(({ value }, i) => (
        <span key={value} data-reached={i <= reached || undefined} />
      ))}
    </span>
  );
}

/** What each role may do. */
export function RoleKey() {
  return (
    <dl className={classes.key}>
      {ROLES.map(({ value, label, description }) => (
        <div key={value}>
          <dt>
            <RoleSteps role={value} /> {label}
          </dt>
          <dd>{description}</dd>
        </div>
      ))}
    </dl>
  );
}
