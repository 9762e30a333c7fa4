import { Group, Text } from '@mantine/core';
import type { ReactNode } from 'react';

/** A view with nothing in it yet: what will be here and why one wants it, and the one or two actions that fill it. */
export function EmptyState({
  title,
  children,
  actions,
}: {
  title: string;
  children?: ReactNode;
  actions?: ReactNode;
}) {
  return (
    <section className="sheet empty" aria-label={title}>
      <Text fw={600} size="lg" component="h2">
        {title}
      </Text>
      <Text c="dimmed" maw={640}>
        {children}
      </Text>
      {actions ? (
        <Group gap="xs" mt="md">
          {actions}
        </Group>
      ) : null}
    </section>
  );
}
