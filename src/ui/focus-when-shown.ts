/** A `ref` for what takes the place of the control that was just pressed: the keyboard goes on from there, not from the top. */
export const focusWhenShown = (shown: HTMLElement | null): void => shown?.focus();
