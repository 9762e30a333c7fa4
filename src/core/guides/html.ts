/** Text as it stands in HTML, in content and in attributes. */
export const escapeHtml = (text: string): string =>
  text.replace(/[&<>"']/g, (character) => `&#${character.codePointAt(0)};`);

/** A table with a caption and one head a column; cells are HTML already. */
export const tableHtml = (
  caption: string,
  heads: readonly string[],
  rows: readonly (readonly string[])[],
): string =>
  `<table><caption>${escapeHtml(caption)}</caption><thead><tr>${heads
    .map((head) => `<th scope="col">${escapeHtml(head)}</th>`)
    .join('')}</tr></thead><tbody>${rows
    .map((cells) => `<tr>${cells.map((cell) => `<td>${cell}</td>`).join('')}</tr>`)
    .join('')}</tbody></table>`;

/** A colour to see beside its text. */
export const swatchHtml = (css: string): string =>
  `<span aria-hidden="true" style="display:inline-block;width:1.6em;height:1em;margin-inline-end:.5em;vertical-align:-.1em;border:1px solid #0003;background:${escapeHtml(css)}"></span>`;

/** CSS text of a value as one line. */
export const cssLineOf = (css: string | Record<string, string> | undefined): string =>
  css === undefined
    ? ''
    : typeof css === 'string'
      ? css
      : Object.entries(css)
          .map(([property, value]) => `${property}: ${value}`)
          .join('; ');
