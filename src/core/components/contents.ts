import type { ComponentDefinition, Prop } from './definition';
import { ordered, type Items } from '../document/item';
import { renderTable, tableNamed } from './data-table';
import { renderNested, renderPiece } from './nested';
import type { RenderInput } from './render';

/** What a specimen's texts and slots are filled with, besides a table of the component's own. */
export const CONTENTS = ['default', 'long', 'short', 'empty'] as const;
/** `data:NAME`: the component's table of that name. */
export type Contents = (typeof CONTENTS)[number] | `data:${string}`;

export const CONTENT_LABELS: Record<(typeof CONTENTS)[number], string> = {
  default: 'Default',
  long: 'Long text',
  short: 'One character',
  empty: 'Empty',
};

/** Contents from an address or a guide file; undefined: no such contents. */
export const readContents = (text: string): Contents | undefined =>
  /^data:./.test(text) ? (text as Contents) : CONTENTS.find((name) => name === text);

export const tableOf = (contents: Contents | undefined): string | undefined =>
  contents?.startsWith('data:') ? contents.slice('data:'.length) : undefined;

const LONG_TEXT =
  'Everything that has to be said before the boat leaves, set out at such length that it cannot stand in one line';
/** Without a place to break: what an address or a long compound does. */
const LONG_WORD = 'Estuarycrossingtimetablechangenotification';

/** The props of a specimen whose texts are long, short or empty; choices and flags stay as they are. */
function filledProps(component: ComponentDefinition, contents: Contents): Record<string, string> {
  const text = { long: `${LONG_TEXT} ${LONG_WORD}`, short: 'A', empty: '' }[contents as 'long'];
  if (text === undefined) return {};
  return Object.fromEntries(
    ordered(component.props).flatMap(({ name, kind }) => (kind === 'text' ? [[name, text]] : [])),
  );
}

/**
 * A component as HTML under contents other than its own; an empty one has empty slots too. A table that the component
 * does not have leaves it as it is.
 */
export function renderContents(
  component: ComponentDefinition,
  items: Items,
  contents: Contents,
  input: RenderInput & { context?: Record<string, string> },
): string {
  const name = tableOf(contents);
  const table = name === undefined ? undefined : tableNamed(component, name);
  if (table) return renderTable(component, items, table, input);
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
