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
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { nonceOf } from '@/server/http/policy';
import { ThemeProvider } from '@/ui/theme/provider';

export const metadata: Metadata = {
  title: 'Seedplan',
  description: 'Maintain, release and measure a design system',
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = nonceOf((await headers()).get('content-security-policy'));
  return (
    <html lang="en-GB" {...mantineHtmlProps}>
      <head>
        <ColorSchemeScript defaultColorScheme="auto" nonce={nonce} />
      </head>
      <body>
        <ThemeProvider>{children}</ThemeProvider>
      </body>
    </html>
  );
}
