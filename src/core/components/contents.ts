import { csvParseRows } from 'd3-dsv';
import type { ComponentDefinition, Prop } from './definition';
import { ordered, type Items } from '../document/item';
import { named } from './compose';
import { renderNested, renderPiece } from './nested';
import type { RenderInput } from './render';

/** What a specimen's texts and slots are filled with. */
export const CONTENTS = ['default', 'long', 'short', 'empty', 'rows'] as const;
export type Contents = (typeof CONTENTS)[number];

const LONG_TEXT =
  'Everything that has to be said before the boat leaves, set out at such length that it cannot stand in one line';
/** Without a place to break: what an address or a long compound does. */
const LONG_WORD = 'Estuarycrossingtimetablechangenotification';
const MOST_ROWS = 200;

interface FilledRows {
  html: string;
  /** Columns that fit no prop, and props that no column fills. */
  unknown: string[];
  rows: number;
}

/** The props of a specimen whose texts are long, short or empty; choices and flags stay as they are. */
function filledProps(component: ComponentDefinition, contents: Contents): Record<string, string> {
  const text = { long: `${LONG_TEXT} ${LONG_WORD}`, short: 'A', empty: '' }[contents as 'long'];
  if (text === undefined) return {};
  return Object.fromEntries(
    ordered(component.props).flatMap(({ name, kind }) => (kind === 'text' ? [[name, text]] : [])),
  );
}

/** A component as HTML under contents other than its own; an empty one has empty slots too. */
export function renderContents(
  component: ComponentDefinition,
  items: Items,
  contents: Contents,
  input: RenderInput & { context?: Record<string, string> },
): string {
  const slots = ordered(component.props).filter(({ kind }) => kind === 'slot');
  const fill = (prop: Prop): [string, string][] => {
    if (contents === 'empty') return [[prop.name, '']];
    if (contents !== 'long' || !prop.holds?.length) return [];
    const pieces = Array.from(
      { length: Math.min(prop.most ?? 3, 3) },
      (_, i) => prop.holds![i % prop.holds!.length]!,
    );
    return [
      [prop.name, pieces.map((piece) => renderPiece(piece, items, input.props, input.context)).join('')],
    ];
  };
  return renderNested(component, items, {
    ...input,
    props: { ...input.props, ...filledProps(component, contents) },
    slots: { ...Object.fromEntries(slots.flatMap(fill)), ...input.slots },
  });
}

/**
 * Real data: every row of a CSV as a piece of the first slot that holds a component, its columns named as that
 * component's props; of a component without such a slot, the component itself once a row.
 * @returns at most 200 rows
 */
export function renderRows(
  component: ComponentDefinition,
  items: Items,
  csv: string,
  input: RenderInput & { context?: Record<string, string> },
): FilledRows {
  // Not `csvParse`: it makes code of the columns, which the policy of the page forbids.
  const [columns = [], ...lines] = csvParseRows(csv.trim());
  const rows = lines
    .slice(0, MOST_ROWS)
    .map((line) => Object.fromEntries(columns.map((column, i) => [column, line[i] ?? ''])));
  const slot = ordered(component.props).find((prop) => prop.kind === 'slot' && rowPiece(prop, items));
  const repeated = slot ? rowPiece(slot, items)! : component;
  const known = new Set(Object.values(repeated.props).map(({ name }) => name));
  const unknown = columns.filter((column) => !known.has(column));
  const drawn = rows
    .map((props) =>
      renderNested(repeated, items, {
        props: allowedValues(repeated, props),
        context: input.context,
        inside: slot !== undefined,
      }),
    )
    .join('');
  return {
    html: slot
      ? renderNested(component, items, { ...input, slots: { ...input.slots, [slot.name]: drawn } })
      : drawn,
    unknown,
    rows: rows.length,
  };
}

const rowPiece = (prop: Prop, items: Items): ComponentDefinition | undefined =>
  named(items, 'component', prop.holds?.find((piece) => piece.component)?.component ?? prop.accepts?.[0]);

/** A choice takes only its own values: any other text of a row is left out. */
function allowedValues(component: ComponentDefinition, row: Record<string, string>): Record<string, string> {
  const props = new Map(Object.values(component.props).map((prop) => [prop.name, prop]));
  return Object.fromEntries(
    Object.entries(row).flatMap(([name, value]): [string, string][] => {
      const prop = props.get(name);
      if (!prop || (prop.kind === 'choice' && !prop.values.includes(value))) return [];
      return [[name, prop.kind === 'flag' ? (/^(true|yes|1)$/i.test(value) ? 'true' : '') : value]];
    }),
  );
}

/** The columns a CSV of rows would have, and one row of what stands there now. */
export function rowsExample(component: ComponentDefinition, items: Items): string {
  const slot = ordered(component.props).find((prop) => prop.kind === 'slot' && rowPiece(prop, items));
  const repeated = slot ? rowPiece(slot, items)! : component;
  const props = ordered(repeated.props).filter(({ kind }) => kind !== 'slot');
  const quote = (text: string) => (/[",\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);
  return `${props.map(({ name }) => name).join(',')}\n${props.map((prop) => quote(prop.default)).join(',')}\n`;
}
