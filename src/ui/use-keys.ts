import { useHotkeys, type HotkeyItem } from '@mantine/hooks';

/** Fields in which keys are text; a box, a radio button, a slider, or a list that is only chosen from lets letters go by. */
const TEXT =
  'textarea, select, [contenteditable=""], [contenteditable=true], input:not([type=radio], [type=checkbox], [type=range], [type=button], [type=submit], [readonly])';

/** The field in which a key would be typed; null where it would not. */
export const fieldOf = (target: EventTarget | null): Element | null =>
  target instanceof Element ? target.closest(TEXT) : null;

/** Keys of a page, heard wherever no text is typed. A key that somebody else took already (preventDefault) is left alone. */
export function useKeys(keys: readonly [key: string, run: (event: KeyboardEvent) => void][]): void {
  useHotkeys(
    keys.map(([key, run]): HotkeyItem => [
      key,
      (event) => {
        if (event.defaultPrevented || fieldOf(event.target)) return;
        // Arrows go through the radio buttons of a choice, and along a slider.
        if (key.startsWith('Arrow') && event.target instanceof HTMLInputElement) return;
        event.preventDefault();
        run(event);
      },
      { preventDefault: false },
    ]),
    [],
  );
}
