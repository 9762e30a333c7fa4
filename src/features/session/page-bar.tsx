'use client';

import { PageLink } from '@/ui/page-link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { useLensLink } from '@/ui/frame/lens';
import { PageSkeleton } from '@/ui/page-skeleton';
import { useLibrary } from './library-shell';
import { libraryAddress, pageAt } from './navigation';
import classes from './page-bar.module.css';

/** The pages of the present stage, the present one marked. `tools` stand at the right. */
export function StagePage({ tools, children }: { tools?: ReactNode; children: ReactNode }) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const at = pageAt(library.slug, usePathname());
  const pages = at?.stage?.pages ?? [];
  return (
    <>
      <div className={classes.bar}>
        <h1 className={pages.length > 1 ? 'visually-hidden' : classes.title}>
          {pages.length > 1 ? `${at!.page.label} of ${library.name}` : at?.page.label}
        </h1>
        {pages.length > 1 && (
          <nav className={classes.pages} aria-label={`Pages of ${at!.stage!.label}`}>
            {pages.map((page) => (
              <PageLink
                key={page.path}
                href={link(libraryAddress(library.slug, page.path))}
                aria-current={page === at!.page ? 'page' : undefined}
              >
                {page.label}
              </PageLink>
            ))}
          </nav>
        )}
        {tools ? <div className={classes.tools}>{tools}</div> : null}
      </div>
      {children ?? <PageSkeleton />}
    </>
  );
}
