import { Group, Loader, Text } from '@mantine/core';
import { IconAlertTriangle, IconCircleCheck, IconCircleX } from '@tabler/icons-react';
import type { AnswerOf } from '@/api/operations';
import { useCall } from '@/features/session/call';
import classes from './code.module.css';

type Check = AnswerOf<'proposals.checks'>['libraries'][number]['checks'][number];

const STATES = {
  passed: { label: 'Passed', Icon: IconCircleCheck },
  warning: { label: 'Warning', Icon: IconAlertTriangle },
  failed: { label: 'Failed', Icon: IconCircleX },
} as const;

/** What the checks say of a proposal, library by library; the lines of whatever did not pass. */
export function ProposalChecks({ slug, id, head }: { slug: string; id: string; head: string }) {
  const { data, error } = useCall('GET /products/{slug}/proposals/{id}/checks', { slug, id }, head);
  if (error)
    return (
      <Text size="sm" c="var(--mantine-color-error)">
        The checks could not be run. {error.message}
      </Text>
    );
  return (
    <section aria-label="Checks" className={classes.checks}>
      <h3>Checks</h3>
      {!data && (
        <Group gap="xs" role="status" aria-label="Reading the source">
          <Loader size="xs" />
          <Text size="sm">Scanning the source as it would be</Text>
        </Group>
      )}
      {data?.libraries.length === 0 && (
        <Text size="sm" c="dimmed">
          No library is pinned, so there are no tokens to hold the source against.
        </Text>
      )}
      {data?.libraries.map(({ slug: library, name, version, checks }) => (
        <div key={library}>
          {data.libraries.length > 1 && (
            <h4>
              {name} {version}
            </h4>
          )}
          <ul>
            {checks.map((check) => (
              <CheckLine key={check.code} check={check} />
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

function CheckLine({ check: { title, state, said, places } }: { check: Check }) {
  const { label, Icon } = STATES[state];
  return (
    <li data-state={state}>
      <Icon size={16} role="img" aria-label={label} />
      <span>{title}</span>
      <span className={classes.place}>{said}</span>
      {places.length > 0 && (
        <ol className={classes.places}>
          {places.map(({ file, line, source }, i) => (
            <li key={i}>
              <span className={classes.place}>
                {file}:{line}
              </span>{' '}
              <code>{source}</code>
            </li>
          ))}
        </ol>
      )}
    </li>
  );
}
