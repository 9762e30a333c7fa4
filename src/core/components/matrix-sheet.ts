import { escapeHtml } from './render';

interface SheetCell {
  label: string;
  state: string;
  html: string;
  fails: boolean;
  known: boolean;
  /** Where it fails, if that is not under the lens it is drawn through. */
  elsewhere?: string;
}

interface SheetGroup {
  label: string;
  /** Its value of each axis the sheet is grouped by. */
  values: readonly string[];
  of: number;
  failing: number;
  cells: readonly SheetCell[];
}

/**
 * Rendered cells as one page: each findable by `data-cell`, numbered through, opened by the button that is its name; those
 * that fail, and those measured to (`weak`), are marked, and so are those not known. Grouped by two axes they are a table,
 * the first axis down and the second across; otherwise they follow group by group.
 */
export function renderSheet(groups: readonly SheetGroup[], weak: ReadonlySet<number> = new Set()): string {
  let number = 0;
  const cell = ({ label, state, html, fails, known, elsewhere }: SheetCell) => {
    const at = number++;
    const mark = fails || weak.has(at) ? 'sp-fails' : known ? '' : 'sp-open';
    const where = elsewhere ? `<small>fails under ${escapeHtml(elsewhere)}</small>` : '';
    return `<div class="sp-cell" data-cell="${at}"><div class="${mark}">${html}</div><button type="button">${escapeHtml(`${label}, ${state}`)}</button>${where}</div>`;
  };
  const share = ({ of, failing }: SheetGroup) => `${of}${failing > 0 ? `, ${failing} fail` : ', all pass'}`;
  if (groups[0]?.values.length === 2) {
    const columns = [...new Set(groups.map(({ values }) => values[1]!))];
    const rows = [...new Set(groups.map(({ values }) => values[0]!))];
    const at = (row: string, column: string) =>
      groups.find(({ values }) => values[0] === row && values[1] === column);
    const head = `<tr><td></td>${columns.map((column) => `<th scope="col">${escapeHtml(column)}</th>`).join('')}</tr>`;
    const line = (row: string) =>
      `<tr><th scope="row">${escapeHtml(row)}</th>${columns
        .map((column) => {
          const group = at(row, column);
          return `<td>${group ? group.cells.map(cell).join('') : ''}</td>`;
        })
        .join('')}</tr>`;
    return `<table class="sp-table"><thead>${head}</thead><tbody>${rows.map(line).join('')}</tbody></table>`;
  }
  const head = (group: SheetGroup) =>
    group.label ? `<h3>${escapeHtml(`${group.label}: ${share(group)}`)}</h3>` : '';
  return `<div class="sp-sheet">${groups.map((group) => head(group) + group.cells.map(cell).join('')).join('')}</div>`;
}
