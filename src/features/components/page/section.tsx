'use client';

import type { ReactNode } from 'react';
import { PageBar } from '@/features/session/page-bar';

const PAGES = [
  { label: 'Gallery', path: 'components' },
  { label: 'Assets', path: 'assets' },
] as const;

/** The pages of the stage Components. `tools` stand at the right. */
export function ComponentsSection({ tools, children }: { tools?: ReactNode; children: ReactNode }) {
  return (
    <>
      <PageBar label="Pages of components" pages={PAGES} tools={tools} />
      {children}
    </>
  );
}
