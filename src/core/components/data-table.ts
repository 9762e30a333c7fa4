import { csvFormatRows, csvParseRows, tsvParseRows } from 'd3-dsv';
import { Refusal } from '../base/errors';
import { isObject, type Json } from '../base/json/json';
import { JsonSyntaxError, readJson } from '../base/json/read';
import { counted } from '../base/words';
import { ordered, type Items } from '../document/item';
import { named } from './compose';
import type { ComponentDefinition, DataTable, Prop } from './definition';
import { renderNested } from './nested';
import { plainName } from './plain-name';
import type { RenderInput } from './render';
import { partAncestry, templateOf } from './template';

/** What a component may carry, and how long the text is that its rows are read from; cells and text in UTF-16 units. */
export const DATA_LIMITS = { tables: 20, columns: 60, rows: 500, cell: 2000, text: 1_000_000 };

type Content = Pick<DataTable, 'columns' | 'rows'>;

/**
 * Rows as CSV (RFC 4180), as tab-separated cells of a spreadsheet, or as a JSON list of objects; the first line, or the
 * members, name the columns.
 * @throws Refusal naming the line, the row or the member that cannot be read
 */
export function readTable(text: string): Content {
  if (text.length > DATA_LIMITS.text)
    throw new Refusal('The rows are longer than a million characters', 'Leave a sample: a few rows show the component as well');
  const plain = text.replace(/^\uFEFF/, '').trim();
  if (plain === '')
    throw new Refusal('There are no rows', 'Paste or choose a CSV whose first line names columns, or a JSON list of objects'); // prettier-ignore
  const content = /^[[{]/.test(plain) ? fromJson(plain) : fromLines(plain);
  const { columns, rows } = content;
  if (columns.length > DATA_LIMITS.columns)
    throw new Refusal(`There are ${counted(columns.length, 'column')}`, `Leave at most ${DATA_LIMITS.columns}`);
  if (rows.length > DATA_LIMITS.rows)
    throw new Refusal(`There are ${counted(rows.length, 'row')}`, `Leave at most ${DATA_LIMITS.rows}`);
  rows.forEach((row, i) =>
    row.forEach((cell, at) => {
      if (cell.length > DATA_LIMITS.cell)
        throw new Refusal(`${columns[at]} of row ${i + 1} has ${counted(cell.length, 'character')}`, `Write at most ${counted(DATA_LIMITS.cell, 'character')}`); // prettier-ignore
    }),
  );
  return content;
} // prettier-ignore

function fromLines(text: string): Content {
  const [head = '', second = ''] = text.split(/\r\n?|\n/, 2);
  const tabbed = head.includes('\t') && (second === '' || second.includes('\t'));
  const [first = [], ...lines] = tabbed ? tsvParseRows(text) : csvParseRows(text);
  const columns = first.map((name) => name.trim());
  const unnamed = columns.findIndex((name) => name === '');
  if (unnamed >= 0)
    throw new Refusal(
      `Column ${unnamed + 1} of the first line has no name`,
      'Name every column in the first line',
    );
  const twice = columns.find((name, i) => columns.indexOf(name) !== i);
  if (twice !== undefined)
    throw new Refusal(`Two columns are called ${twice}`, 'Give each a name of its own');
  if (lines.length === 0)
    throw new Refusal(
      'There is a first line of names but no row',
      'Add a row below the names of the columns',
    );
  const rows = lines.flatMap((cells, i) => {
    if (cells.length > columns.length && cells.slice(columns.length).some((cell) => cell.trim() !== ''))
      throw new Refusal(`Row ${i + 1} has ${counted(cells.length, 'cell')} for ${counted(columns.length, 'column')}`, 'Put text with a comma in double quotes'); // prettier-ignore
    return cells.every((cell) => cell.trim() === '') ? [] : [columns.map((_, at) => cells[at] ?? '')];
  });
  return { columns, rows };
}

function fromJson(text: string): Content {
  let json: Json;
  try {
    json = readJson(text);
  } catch (error) {
    if (!(error instanceof JsonSyntaxError)) throw error;
    throw new Refusal(`The JSON cannot be read: ${error.message}`, 'Correct it there, or paste CSV');
  }
  if (!Array.isArray(json) || json.length === 0 || !json.every((row) => isObject(row)))
    throw new Refusal(
      'JSON rows are a list of objects',
      'Write [{"name": "North quay"}, …], a member for each column',
    );
  const objects = json.filter((row) => isObject(row));
  const columns = [...new Set(objects.flatMap((row) => [...row.keys()]))];
  if (columns.length === 0 || columns.includes(''))
    throw new Refusal('A member of a row has no name', 'Name every member as its column is called');
  const cell = (value: Json | undefined, row: number, column: string): string => {
    if (value === undefined || value === null) return '';
    if (typeof value === 'object')
      throw new Refusal(`${column} of row ${row} is ${Array.isArray(value) ? 'a list' : 'an object'}`, 'A cell is a text, a number, true or false'); // prettier-ignore
    return String(value);
  };
  return {
    columns,
    rows: objects.map((row, i) => columns.map((column) => cell(row.get(column), i + 1, column))),
  };
}

/** The table as CSV, which `readTable` reads as the same. */
export const tableText = ({ columns, rows }: Content): string => `${csvFormatRows([columns, ...rows])}\n`;

/** What a table can fill: the component itself (null), its slots that hold or take a component, and its parts but the root. */
export function fillable(component: ComponentDefinition, items: Items): (string | null)[] {
  const slots = ordered(component.props).filter((prop) => pieceOf(prop, items));
  const parts = [...partAncestry(templateOf(component.template).root).keys()].filter(
    (part) => part !== 'root',
  );
  return [null, ...new Set([...slots.map(({ name }) => name), ...parts])];
}

const pieceOf = (prop: Prop, items: Items): ComponentDefinition | undefined =>
  prop.kind === 'slot'
    ? named(items, 'component', prop.holds?.find((piece) => piece.component)?.component ?? prop.accepts?.[0])
    : undefined;

const slotFilled = (component: ComponentDefinition, fills: string | null): Prop | undefined =>
  Object.values(component.props).find(({ name, kind }) => kind === 'slot' && name === fills);

/** Whose props the columns name: the piece of a slot, or the component itself. */
function rowOwner(component: ComponentDefinition, fills: string | null, items: Items): ComponentDefinition {
  const slot = slotFilled(component, fills);
  return (slot && pieceOf(slot, items)) ?? component;
}

/** Which prop each column sets, by its name as it is or as a prop would be called (`Departs at` → `departs-at`); null: none. */
export function columnProps(
  component: ComponentDefinition,
  { columns, fills }: Pick<DataTable, 'columns' | 'fills'>,
  items: Items,
): (string | null)[] {
  const names = new Set(
    Object.values(rowOwner(component, fills, items).props)
      .filter(({ kind }) => kind !== 'slot')
      .map(({ name }) => name),
  );
  const plain = new Map([...names].map((name) => [plainName(name, name), name]));
  return columns.map((column) => (names.has(column) ? column : (plain.get(plainName(column, '')) ?? null)));
}

/** A component whose rows give a prop another value where they gave it one; `sets` says of which component and prop. */
export function withCellsRenamed(
  component: ComponentDefinition,
  sets: (owner: ComponentDefinition, prop: string) => boolean,
  { from, to }: { from: string; to: string },
  items: Items,
): ComponentDefinition {
  let data = component.data;
  for (const [id, table] of Object.entries(component.data ?? {})) {
    const owner = rowOwner(component, table.fills, items);
    const isMeant = columnProps(component, table, items).map((prop) => prop !== null && sets(owner, prop));
    if (!table.rows.some((row) => row.some((cell, at) => isMeant[at] && cell === from))) continue;
    const rows = table.rows.map((row) => row.map((cell, at) => (isMeant[at] && cell === from ? to : cell)));
    data = { ...data, [id]: { ...table, rows } };
  }
  return data === component.data ? component : { ...component, data };
}

/** Where rows go if nothing is said: to what most of the columns set a prop of; slots first, then the component itself. */
export function usualFill(component: ComponentDefinition, items: Items, columns: readonly string[]): string | null {
  const [itself, ...others] = fillable(component, items);
  const taken = (fills: string | null) =>
    columnProps(component, { columns: [...columns], fills }, items).filter((prop) => prop !== null).length;
  // A part has the props of the component itself, which is meant where no slot takes more.
  const slots = others.filter((fills) => slotFilled(component, fills));
  return [...slots, itself ?? null].reduce((best, fills) => (taken(fills) > taken(best) ? fills : best), slots[0] ?? null);
} // prettier-ignore

/** Each row as props. A choice takes only its own values: any other text of a row is left out. */
function rowProps(
  component: ComponentDefinition,
  table: Pick<DataTable, 'columns' | 'rows' | 'fills'>,
  items: Items,
): Record<string, string>[] {
  const props = new Map(Object.values(rowOwner(component, table.fills, items).props).map((prop) => [prop.name, prop]));
  const takers = columnProps(component, table, items).map((name) => (name === null ? undefined : props.get(name)));
  return table.rows.map((row) =>
    Object.fromEntries(
      takers.flatMap((prop, at): [string, string][] => {
        const value = row[at] ?? '';
        if (!prop || (prop.kind === 'choice' && !prop.values.includes(value))) return [];
        return [[prop.name, prop.kind === 'flag' ? (/^(true|yes|1)$/i.test(value) ? 'true' : '') : value]];
      }),
    ),
  );
} // prettier-ignore

/** A component filled with the rows of a table: in a slot, in a part, or drawn once a row. Nothing of a cell is markup. */
export function renderTable(
  component: ComponentDefinition,
  items: Items,
  table: Pick<DataTable, 'columns' | 'rows' | 'fills'>,
  input: RenderInput & { context?: Record<string, string> },
): string {
  const rows = rowProps(component, table, items);
  const slot = slotFilled(component, table.fills);
  const piece = slot && pieceOf(slot, items);
  if (slot && piece) {
    const drawn = rows.map((props) => renderNested(piece, items, { props, context: input.context, inside: true }));
    return renderNested(component, items, { ...input, slots: { ...input.slots, [slot.name]: drawn.join('') } });
  }
  if (table.fills === null)
    return rows
      .map((props) => renderNested(component, items, { ...input, props: { ...input.props, ...props } }))
      .join('');
  return renderNested(component, items, { ...input, repeat: { part: table.fills, rows } });
} // prettier-ignore

/** The columns a table would have, and one row of what stands there now: a start for one's own. */
export function tableExample(component: ComponentDefinition, fills: string | null, items: Items): string {
  const props = ordered(rowOwner(component, fills, items).props).filter(({ kind }) => kind !== 'slot');
  return tableText({
    columns: props.map(({ name }) => name),
    rows: [props.map((prop) => prop.default)],
  });
}

/** A component's table by its name. */
export const tableNamed = (component: ComponentDefinition, name: string): DataTable | undefined =>
  Object.values(component.data ?? {}).find((table) => table.name === name);
