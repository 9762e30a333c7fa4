'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { useLibrary } from '@/features/libraries/shell';
import { useLensLink } from '@/ui/frame/lens';
import classes from './section.module.css';

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
  { label: 'Gather', path: 'gather' },
] as const;

/** The pages of the stage Tokens: the same tokens looked at in different ways. `tools` stand at the right. */
export function TokensSection({ tools, children }: { tools?: ReactNode; children: ReactNode }) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const pathname = usePathname();
  const base = `/libraries/${library.slug}`;
  return (
    <>
      <div className={classes.bar}>
        <nav className={classes.pages} aria-label="Ways to look at the tokens">
          {PAGES.map(({ label, path }) => {
            const here = pathname === `${base}/${path}` || pathname.startsWith(`${base}/${path}/`);
            return (
              <Link key={path} href={link(`${base}/${path}`)} aria-current={here ? 'page' : undefined}>
                {label}
                {path === 'findings' && library.counts.findings > 0 ? (
                  <span>{library.counts.findings}</span>
                ) : null}
              </Link>
            );
          })}
        </nav>
        {tools ? <div className={classes.tools}>{tools}</div> : null}
      </div>
      {children}
    </>
  );
}
