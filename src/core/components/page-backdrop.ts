/** What specimens stand on where nothing else is chosen. */
export const PAGE_BACKDROP = 'var(--color-surface-page, #fff)';
