import { usePathname, useRouter } from 'next/navigation';
import { useCallback, useLayoutEffect, useRef } from 'react';
import { isLeaving } from './leaving';

/**
 * Whether the page this stands on is still the one that is seen. What is saved may end after its page was left: then it
 * must not touch the address, which says by now where somebody else's page is.
 */
export function useIsHere(): () => boolean {
  const pathname = usePathname();
  const last = useRef(pathname);
  useLayoutEffect(() => {
    last.current = pathname;
  }, [pathname]);
  return useCallback(() => !isLeaving() && window.location.pathname === last.current, []);
}

/** Leads to another page when something has been done, unless whoever did it has gone elsewhere meanwhile. */
export function useGo(): (href: string, how?: { replace: boolean }) => void {
  const router = useRouter();
  const isHere = useIsHere();
  return useCallback(
    (href, how) => {
      if (isHere()) router[how?.replace ? 'replace' : 'push'](href);
    },
    [isHere, router],
  );
}
