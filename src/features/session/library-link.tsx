'use client';

import { Button } from '@mantine/core';
import { PageLink } from '@/ui/page-link';
import type { ReactNode } from 'react';
import { useLensLink } from '@/ui/frame/lens';
import { useLibrary } from './library-shell';
import { libraryAddress } from './navigation';

/** A button that leads to another page of the library. `to` is the page's path, with what it is asked. */
export function LibraryButton({
  to,
  primary,
  children,
}: {
  to: string;
  primary?: boolean;
  children: ReactNode;
}) {
  const library = useLibrary();
  const link = useLensLink(library.axes);
  return (
    <Button
      component={PageLink}
      href={link(libraryAddress(library.slug, to))}
      variant={primary ? 'filled' : 'default'}
    >
      {children}
    </Button>
  );
}

/** The two ways a library gets its first tokens. */
export const FirstTokens = () => (
  <>
    <LibraryButton to="import" primary>
      Import files
    </LibraryButton>
    <LibraryButton to="scales?new=ramps">Generate colour ramps</LibraryButton>
  </>
);
