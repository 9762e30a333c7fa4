import { Alert } from '@mantine/core';
import type { ReactNode } from 'react';
import type { Withdrawal } from '@/core/releases/version';
import { dayText } from '@/ui/day-text';

/** That a release one has is no longer offered, why, and what to do. */
export function WithdrawnNotice({
  library,
  version,
  withdrawn,
  children,
}: {
  library: string;
  version: string;
  withdrawn: Withdrawal;
  children?: ReactNode;
}) {
  return (
    <Alert color="yellow" mb="md" title={`${library} ${version} was withdrawn.`}>
      {withdrawn.reason} ({withdrawn.by}, {dayText(withdrawn.at)}) {children}
    </Alert>
  );
}
