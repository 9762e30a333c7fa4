'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { useLensLink } from '@/ui/frame/lens';
import classes from './page-bar.module.css';
import { useLibrary } from './library-shell';

/** The pages of one stage, the present one marked. `tools` stand at the right. */
export function PageBar({
  label,
  pages,
  counts = {},
  tools,
}: {
  label: string;
  pages: readonly { label: string; path: string }[];
  /** Shown beside a page's name, by its path, where there is anything to count. */
  counts?: Record<string, number>;
  tools?: ReactNode;
}) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  const pathname = usePathname();
  const base = `/libraries/${library.slug}`;
  return (
    <div className={classes.bar}>
      <nav className={classes.pages} aria-label={label}>
        {pages.map(({ label: name, path }) => {
          const here = pathname === `${base}/${path}` || pathname.startsWith(`${base}/${path}/`);
          return (
            <Link key={path} href={link(`${base}/${path}`)} aria-current={here ? 'page' : undefined}>
              {name}
              {counts[path] ? <span>{counts[path]}</span> : null}
            </Link>
          );
        })}
      </nav>
      {tools ? <div className={classes.tools}>{tools}</div> : null}
    </div>
  );
}
