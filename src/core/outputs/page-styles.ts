import { compileCss, LAYER_ORDER } from '../components/compile';
import type { ComponentDefinition } from '../components/definition';
import { withNested } from '../components/nested';
import { librarySheet } from '../components/style-sheets';
import type { Items } from '../document/item';
import { typeOf } from '../tokens/normalise';
import type { Resolution } from '../tokens/resolve';
import { css as cssOutput } from './css';

/** What stands round a row, an item or the like that is drawn by itself takes no room of its own. */
const HOLDERS =
  '@layer base {\n:where(:is(table, tbody, tr, ul, dl, colgroup)[data-holder]) { display: contents; list-style: none; }\n:where([data-holder]) { margin: 0; padding: 0; border: 0; }\n}\n';

/** What stands beneath every component: the order of the layers, and the library's own style sheets. */
export const baseStyles = (items: Items): string => LAYER_ORDER + HOLDERS + librarySheet(items);

const sheets = new WeakMap<Resolution, string>();

/** A library's custom properties: the same for all its components, and written once. */
function propertiesOf(resolution: Resolution): string {
  let sheet = sheets.get(resolution);
  if (sheet === undefined) {
    sheet = cssOutput.write({ resolution, authored: () => [] }).files[0]?.text ?? '';
    sheets.set(resolution, sheet);
  }
  return sheet;
}

/** Everything a page of components needs: custom properties under all contexts, then every component's rules. */
export function pageStyles(
  items: Items,
  resolution: Resolution,
  components: Iterable<ComponentDefinition>,
): string {
  const sheet = propertiesOf(resolution);
  const compiled = new Set<string>();
  for (const component of withNested(components, items))
    compiled.add(compileCss(component, items, (path) => typeOf(resolution, path)));
  return LAYER_ORDER + HOLDERS + sheet + librarySheet(items) + [...compiled].join('');
}
