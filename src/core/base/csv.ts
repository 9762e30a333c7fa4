/**
 * Comma-separated values (RFC 4180). A cell that a spreadsheet would take for a formula is written with an apostrophe in
 * front.
 */
export function csvOf(header: readonly string[], rows: readonly (readonly string[])[]): string {
  return [header, ...rows].map((row) => row.map(cell).join(',')).join('\r\n') + '\r\n';
}

function cell(text: string): string {
  const safe = /^[=+@\t\r]|^-(?![\d.])/.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe;
}
