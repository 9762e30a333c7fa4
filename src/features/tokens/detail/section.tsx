'use client';

import type { ReactNode } from 'react';
import { PageBar } from '@/features/session/page-bar';
import { useDocumentQuery } from '@/features/session/document';

const PAGES = [
  { label: 'Tiers', path: 'tokens' },
  { label: 'Table', path: 'table' },
  { label: 'Scales', path: 'scales' },
  { label: 'Text styles', path: 'text-styles' },
  { label: 'Fonts', path: 'fonts' },
  { label: 'Spacing', path: 'spacing' },
  { label: 'Pairings', path: 'pairings' },
  { label: 'Contexts', path: 'contexts' },
  { label: 'Findings', path: 'findings' },
  { label: 'Import', path: 'gather' },
] as const;

const NOTHING = {};

/** The pages of the stage Tokens: the same tokens looked at in different ways. `tools` stand at the right. */
export function TokensSection({ tools, children }: { tools?: ReactNode; children: ReactNode }) {
  const findings = useDocumentQuery('findingCount', NOTHING);
  return (
    <>
      <PageBar
        label="Pages of tokens"
        pages={PAGES}
        counts={findings === undefined || findings === null ? {} : { findings }}
        tools={tools}
      />
      {children}
    </>
  );
}
