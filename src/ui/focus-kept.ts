/** What had the focus, newest last, each with the dialog it stands in. */
const trail: { element: HTMLElement; within: Element | null }[] = [];
const LENGTH = 30;
/** What opened a dialog, or, where that was in a menu that is gone, what opened the menu. */
const OPENERS = 2;

const isLost = () => document.activeElement === null || document.activeElement === document.body;

if (typeof document !== 'undefined') {
  document.addEventListener('focusin', ({ target }) => {
    if (!(target instanceof HTMLElement)) return;
    trail.push({ element: target, within: target.closest('[role="dialog"]') });
    if (trail.length > LENGTH) trail.shift();
  });
  // A button is off while it works, and loses the focus by it; once it is on again, it has it again.
  new MutationObserver((records) => {
    const last = trail.at(-1)?.element;
    if (records.some(({ target }) => target === last) && last && !last.matches(':disabled') && isLost())
      last.focus({ preventScroll: true });
  }).observe(document, { subtree: true, attributeFilter: ['disabled'] });
}

/** Gives the focus back to what opened a dialog that is gone, where nobody else has taken it. */
export function focusOpener(): void {
  if (!isLost()) return;
  trail
    .filter(({ within }) => within === null || within.isConnected)
    .slice(-OPENERS)
    .findLast(({ element }) => element.isConnected && !element.matches(':disabled'))
    ?.element.focus({ preventScroll: true });
}
