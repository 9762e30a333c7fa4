import { CONTENT_LABELS, CONTENTS, readContents, tableOf } from '../components/contents';
import { identifier, list, name, record } from '../document/schema';
import type { Axis, Context } from '../tokens/system';
import { escapeHtml } from './html';

/** How a component is shown in a block besides its props: states, a width, and contexts of its own. */
export interface Look {
  /** States that are held, such as `hover`. */
  states?: string[];
  /** What its texts and slots are filled with: long, short or empty, or `data:NAME` for a table of the component's. */
  contents?: string;
  /** CSS pixels. */
  width?: number;
  /** Contexts whatever the page is seen under, by axis. */
  under?: Record<string, string>;
}

const WIDTHS = { least: 40, most: 4000 };

/** JSON Schema of the members, all of which may be missing. */
export const lookSchema = {
  states: list(identifier),
  contents: name,
  width: { type: 'integer', minimum: WIDTHS.least, maximum: WIDTHS.most },
  under: record(name, name),
};
export const LOOK_MEMBERS = Object.keys(lookSchema);

/** The fields of a look: names that no prop can have. */
const FIELDS = { states: '_states', contents: '_contents', width: '_width', under: '_under' } as const;

/** A look from fields as a form or a guide file gives them, and the other fields that are names of props; what cannot be read is left out. */
export function readLook(fields: Readonly<Record<string, string>>): {
  look: Look;
  rest: Record<string, string>;
} {
  const { [FIELDS.states]: states = '', [FIELDS.contents]: contents = '', [FIELDS.width]: width = '', [FIELDS.under]: under = '', ...rest } = fields;
  const filled = readContents(contents);
  const isName = (text: string) => new RegExp(identifier.pattern).test(text);
  const held = states.split(/[\s,]+/).filter(isName);
  const pixels = Math.round(Number(width.replace(/px$/, '')));
  const contexts = readUnder(under);
  return {
    look: {
      ...(held.length > 0 && { states: [...new Set(held)] }),
      ...(filled && filled !== 'default' && { contents: filled }),
      ...(width !== '' && pixels >= WIDTHS.least && pixels <= WIDTHS.most && { width: pixels }),
      ...(Object.keys(contexts).length > 0 && { under: contexts }),
    },
    rest: Object.fromEntries(Object.entries(rest).filter(([field]) => isName(field))),
  };
} // prettier-ignore

/** The fields from which `readLook` makes the same look again. */
export const printLook = ({ states, contents, width, under }: Look): Record<string, string> => ({
  ...(states && { [FIELDS.states]: states.join(' ') }),
  ...(contents && { [FIELDS.contents]: contents }),
  ...(width !== undefined && { [FIELDS.width]: String(width) }),
  ...(under && { [FIELDS.under]: underText(under) }),
});

/** `scheme=dark, brand=gannet` as contexts by axis; what is neither is left out. */
export const readUnder = (text: string): Context =>
  Object.fromEntries(
    text.split(',').flatMap((part): [string, string][] => {
      const [axis = '', context = ''] = part.split('=').map((word) => word.trim());
      return axis !== '' && context !== '' ? [[axis, context]] : [];
    }),
  );

export const underText = (under: Context): string =>
  Object.entries(under)
    .map(([axis, context]) => `${axis}=${context}`)
    .join(', ');

/** The contexts of a look that the library has. */
export function knownUnder(under: Context | undefined, axes: readonly Axis[]): Context {
  return Object.fromEntries(
    axes.flatMap(({ name: axis, contexts }): [string, string][] => {
      const context = under && Object.hasOwn(under, axis) ? under[axis] : undefined;
      return context !== undefined && contexts.includes(context) ? [[axis, context]] : [];
    }),
  );
}

const contentsText = (contents: string): string => {
  const table = tableOf(readContents(contents));
  const known = CONTENTS.find((one) => one === contents);
  return table !== undefined ? `data ${table}` : known ? CONTENT_LABELS[known].toLowerCase() : contents;
};

/** What is said of how a component is shown: `hover, 320 px wide, scheme dark`. */
export const lookText = ({ states, contents, width, under }: Look): string =>
  [
    ...(states ?? []),
    ...(contents ? [contentsText(contents)] : []),
    ...(width === undefined ? [] : [`${width} px wide`]),
    ...Object.entries(under ?? {}).map(([axis, context]) => `${axis} ${context}`),
  ].join(', ');

/** Markup of a specimen in what its look asks for; `lens` names every axis. */
export function lookHtml(html: string, { width, under }: Look, lens: Context): string {
  const attributes =
    under && Object.keys(under).length > 0
      ? Object.entries({ ...lens, ...under })
          .map(([axis, context]) => ` data-${escapeHtml(axis)}="${escapeHtml(context)}"`)
          .join('')
      : '';
  const style = [
    ...(width === undefined ? [] : [`max-width: ${width}px`]),
    // Another scheme stands on its own page colour.
    ...(attributes === '' ? [] : ['background: var(--color-surface-page, #fff)', 'padding: 16px']),
  ].join('; ');
  return attributes === '' && style === '' ? html : `<div${attributes} style="${style}">${html}</div>`;
}
