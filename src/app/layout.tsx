import '@mantine/core/styles.css';
import '@mantine/dropzone/styles.css';
import '@mantine/notifications/styles.css';
import '@mantine/spotlight/styles.css';
import '@fontsource-variable/archivo/index.css';
import '@fontsource-variable/bricolage-grotesque/index.css';
import '@fontsource/commit-mono/400.css';
import '@/ui/theme/global.css';
import { ColorSchemeScript, mantineHtmlProps } from '@mantine/core';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { ThemeProvider } from '@/ui/theme/provider';

export const metadata: Metadata = {
  title: 'Seedplan',
  description: 'Maintain, release and measure a design system',
};

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en-GB" {...mantineHtmlProps}>
      <head>
        <ColorSchemeScript defaultColorScheme="auto" />
      </head>
      <body>
        <ThemeProvider>{children}</ThemeProvider>
      </body>
    </html>
  );
}
