import { Text } from '@mantine/core';
import { dayText } from './day-text';

/** Says how far back a history goes, where it does not go back to the beginning. */
export function LogSince({ at }: { at: string | null }) {
  if (at === null) return null;
  return (
    <Text size="xs" c="dimmed" mt={4}>
      Changes before {dayText(at)} are not listed here.
    </Text>
  );
}
