'use client';

import Link from 'next/link';
import { useState, type ComponentProps } from 'react';

/**
 * A link to a page. What the page needs is fetched ahead once somebody points at the link or comes to it by keyboard; a
 * frame full of links asks for nothing by being on the screen.
 */
export function PageLink({ onPointerEnter, onFocus, ...props }: ComponentProps<typeof Link>) {
  const [wanted, setWanted] = useState(false);
  return (
    <Link
      {...props}
      prefetch={wanted ? null : false}
      onPointerEnter={(event) => {
        setWanted(true);
        onPointerEnter?.(event);
      }}
      onFocus={(event) => {
        setWanted(true);
        onFocus?.(event);
      }}
    />
  );
}
