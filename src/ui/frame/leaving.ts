/** Where a press on a link leads away from, until the next page is there. */
let left: { from: string; until: number } | null = null;

/** As long as the next page may take; then the press is held to have failed. In ms. */
const LONGEST = 10_000;

/** Notes that a link to another page was pressed; to be called with every click. */
export function noteLink(event: MouseEvent): void {
  const link = (event.target as Element).closest?.('a[href]') as HTMLAnchorElement | null;
  if (!link || link.target || link.hasAttribute('download') || event.button !== 0) return;
  if (event.ctrlKey || event.metaKey || event.shiftKey || event.altKey) return;
  const { origin, pathname } = window.location;
  const next = new URL(link.href);
  if (next.origin === origin && next.pathname !== pathname)
    left = { from: pathname, until: performance.now() + LONGEST };
}

/** Notes that a page is there, whatever was pressed before: who comes back to the page left may change its address at once. */
export function noteArrival(): void {
  left = null;
}

/**
 * Whether the next page is on its way. Until it is there the present address is not to be changed: the router would hold
 * that for a decision to stay, and the press would be lost.
 */
export function isLeaving(): boolean {
  return left !== null && left.from === window.location.pathname && performance.now() < left.until;
}
