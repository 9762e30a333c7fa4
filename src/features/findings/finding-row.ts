import type { FindingRow } from '@/editing/findings/queries/findings';

/** What a finding is known by when it is fixed or accepted. */
export const keyOf = (row: FindingRow) => ({
  code: row.code,
  path: row.path,
  ...(row.context && { context: row.context }),
});

export const idOf = (row: FindingRow): string => JSON.stringify(keyOf(row));
