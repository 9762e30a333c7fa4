'use client';

import { Switch } from '@mantine/core';

/** Whether what is renamed stays at its former path too, for code that still uses that. */
export function KeepOldPaths({
  checked,
  onChange,
  one = false,
}: {
  checked: boolean;
  onChange: (checked: boolean) => void;
  /** It is about one path. */
  one?: boolean;
}) {
  return (
    <Switch
      size="xs"
      checked={checked}
      label={one ? 'Keep the old path as a deprecated alias' : 'Keep the old paths as deprecated aliases'}
      onChange={(event) => onChange(event.currentTarget.checked)}
    />
  );
}
