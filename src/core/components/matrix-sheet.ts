import { escapeHtml } from './render';

/** Rendered cells as one page: each findable by `data-cell`, failing ones marked. */
export function renderSheet(
  cells: readonly { label: string; state: string; html: string; fails: boolean }[],
): string {
  const cell = ({ label, state, html, fails }: (typeof cells)[number], i: number) =>
    `<div class="sp-cell" data-cell="${i}"><div class="${fails ? 'sp-fails' : ''}">${html}</div><small>${escapeHtml(`${label}, ${state}`)}</small></div>`;
  return `<div class="sp-sheet">${cells.map(cell).join('')}</div>`;
}
