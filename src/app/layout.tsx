import '@mantine/core/styles.css';
import '@mantine/notifications/styles.css';
import '@mantine/spotlight/styles.css';
import '@fontsource-variable/archivo/index.css';
import '@fontsource-variable/bricolage-grotesque/index.css';
import '@fontsource/commit-mono/400.css';
import '@/ui/theme/global.css';
import { ColorSchemeScript, MantineProvider, mantineHtmlProps } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { theme, variables } from '@/ui/theme/theme';

export const metadata: Metadata = { title: 'Seedplan', description: 'A working place for the people who keep a design system alive' };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en-GB" {...mantineHtmlProps}>
      <head>
        <ColorSchemeScript defaultColorScheme="auto" />
      </head>
      <body>
        <MantineProvider theme={theme} cssVariablesResolver={variables} defaultColorScheme="auto">
          <Notifications position="bottom-right" limit={4} />
          {children}
        </MantineProvider>
      </body>
    </html>
  );
}
