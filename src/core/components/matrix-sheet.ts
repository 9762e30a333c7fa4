import { escapeHtml } from './render';

interface SheetCell {
  label: string;
  state: string;
  html: string;
  fails: boolean;
  known: boolean;
}

/**
 * Rendered cells as one page, group by group: each findable by `data-cell`, numbered through, opened by the button that is
 * its name; those that fail, and those measured to (`weak`), are marked, and so are those not known.
 */
export function renderSheet(
  groups: readonly { label: string; of: number; failing: number; cells: readonly SheetCell[] }[],
  weak: ReadonlySet<number> = new Set(),
): string {
  let number = 0;
  const cell = ({ label, state, html, fails, known }: SheetCell) => {
    const at = number++;
    const mark = fails || weak.has(at) ? 'sp-fails' : known ? '' : 'sp-open';
    return `<div class="sp-cell" data-cell="${at}"><div class="${mark}">${html}</div><button type="button">${escapeHtml(`${label}, ${state}`)}</button></div>`;
  };
  const head = ({ label, of, failing }: (typeof groups)[number]) =>
    label
      ? `<h3>${escapeHtml(`${label}: ${of}${failing > 0 ? `, ${failing} fail` : ', all hold'}`)}</h3>`
      : '';
  return `<div class="sp-sheet">${groups.map((group) => head(group) + group.cells.map(cell).join('')).join('')}</div>`;
}
