'use client';

import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import type { ReactNode } from 'react';
import { theme, variables } from './theme';

export function ThemeProvider({ children }: { children: ReactNode }) {
  return (
    <MantineProvider theme={theme} cssVariablesResolver={variables} defaultColorScheme="auto">
      <Notifications position="bottom-right" limit={4} />
      {children}
    </MantineProvider>
  );
}
