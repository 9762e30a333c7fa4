'use client';

import { Alert, Text } from '@mantine/core';
import { deprecationText, type Deprecation } from '@/core/components/lifecycle';

export function Missing({ name }: { name: string }) {
  return (
    <Text c="var(--bad)">
      The component {name} is no longer in this library. Choose another component, or remove this block.
    </Text>
  );
}

/** What a reader has to know before using this component. */
export function Deprecated({ name, deprecated }: { name: string; deprecated: Deprecation | null }) {
  if (!deprecated) return null;
  return (
    <Alert color="red" mb="sm">
      {name} is {deprecationText(deprecated)}.
    </Alert>
  );
}
