import { escapeHtml } from './render';

interface SheetCell {
  label: string;
  state: string;
  html: string;
  fails: boolean;
}

/** Rendered cells as one page, group by group: each findable by `data-cell`, numbered through, failing ones marked. */
export function renderSheet(
  groups: readonly { label: string; of: number; failing: number; cells: readonly SheetCell[] }[],
): string {
  let number = 0;
  const cell = ({ label, state, html, fails }: SheetCell) =>
    `<div class="sp-cell" data-cell="${number++}"><div class="${fails ? 'sp-fails' : ''}">${html}</div><small>${escapeHtml(`${label}, ${state}`)}</small></div>`;
  const head = ({ label, of, failing }: (typeof groups)[number]) =>
    label
      ? `<h3>${escapeHtml(`${label}: ${of}${failing > 0 ? `, ${failing} fail` : ', all hold'}`)}</h3>`
      : '';
  return `<div class="sp-sheet">${groups.map((group) => head(group) + group.cells.map(cell).join('')).join('')}</div>`;
}
