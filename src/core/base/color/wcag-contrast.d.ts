declare module 'wcag-contrast' {
  /** Contrast ratio of two `#rrggbb` colours. */
  export function hex(a: string, b: string): number;
}
