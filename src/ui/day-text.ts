/** The day of a moment, as people write it: `14 Mar 2026`. @param at ISO 8601 */
export const dayText = (at: string): string =>
  new Date(at).toLocaleDateString('en-GB', { dateStyle: 'medium' });

/** The same with its time: `14 Mar 2026, 09:30`. @param at ISO 8601 */
export const timeText = (at: string): string =>
  new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
