/** The day of a moment, as people write it: `14 Mar 2026`. @param at ISO 8601 */
export const dayText = (at: string): string =>
  new Date(at).toLocaleDateString('en-GB', { dateStyle: 'medium' });
