/** Text pasted on another page that is to be read on the import page; kept in the tab until then. */
const KEY = 'seedplan-pasted';

export const isTable = (text: string): boolean => /^[^\n]*\t/.test(text);

export function handText(text: string): void {
  window.sessionStorage.setItem(KEY, text);
}

/** What was handed over; once. */
export function takeText(): string | null {
  const text = window.sessionStorage.getItem(KEY);
  window.sessionStorage.removeItem(KEY);
  return text;
}
