import { parseFragment, type DefaultTreeAdapterTypes as Tree } from 'parse5';
import { readContents } from '../components/contents';
import type { Finding } from '../findings/finding';
import { ordersAfter } from '../document/order';
import type { Reference } from '../document/item';
import type { PlacementItem, ScreenItem } from './items';

/** Says what a placement is filled with, such as `data:Ten ferries`. */
const CONTENTS_ATTRIBUTE = 'data-contents';

/** The component an element is of: behind its first hyphen, or, where the library's name has hyphens too, behind a later one. */
function referred(
  tagName: string,
  refer: (component: string) => Reference | undefined,
): Reference | undefined {
  for (let at = tagName.indexOf('-'); at !== -1; at = tagName.indexOf('-', at + 1)) {
    const found = refer(tagName.slice(at + 1));
    if (found) return found;
  }
  return undefined;
}

/**
 * Reads a screen file (docs/formats.md): HTML whose custom elements are placements, `<keel-button tone="quiet"
 * label="Book"></keel-button>`; children with a `slot` attribute stand in that slot.
 */
export function readScreen(
  html: string,
  options: {
    name: string;
    order: string;
    newId: (prefix: string) => string;
    refer: (component: string) => Reference | undefined;
  },
): { screen: ScreenItem; placements: PlacementItem[]; findings: Finding[] } {
  const findings: Finding[] = [];
  const placements: PlacementItem[] = [];
  const fragment = parseFragment(html, { sourceCodeLocationInfo: true });
  const elements = (nodes: Tree.ChildNode[]) =>
    nodes.filter((node): node is Tree.Element => 'tagName' in node);
  const main = elements(fragment.childNodes).find((node) => node.tagName === 'main');
  const attribute = (node: Tree.Element | undefined, name: string) =>
    node?.attrs.find((attr) => attr.name === name)?.value;
  const screen: ScreenItem = {
    id: options.newId('screen'),
    kind: 'screen',
    name: options.name,
    title: attribute(main, 'title') ?? options.name,
    width: Number(attribute(main, 'data-width')) || 800,
    order: options.order,
  };
  const read = (nodes: Tree.Element[], parent: string | null): void => {
    const orders = ordersAfter(null, nodes.length);
    nodes.forEach((node, i) => {
      const reference = referred(node.tagName, options.refer);
      if (!reference) {
        findings.push({
          code: 'screen-file',
          level: 'error',
          message: `<${node.tagName}> is not a component of the library this screen is drawn with`,
          at: { line: node.sourceCodeLocation?.startLine, column: node.sourceCodeLocation?.startCol },
          fix: 'Use components of one library the product is pinned to, each behind the library’s name, as in <keel-button>',
        });
        return;
      }
      const id = options.newId('placement');
      const props = Object.fromEntries(
        node.attrs
          .filter(({ name }) => name !== 'slot' && name !== CONTENTS_ATTRIBUTE)
          .map(({ name, value }) => [name, value === '' ? 'true' : value]),
      );
      const contents = readContents(attribute(node, CONTENTS_ATTRIBUTE) ?? '');
      placements.push({
        id,
        kind: 'placement',
        screen: screen.id,
        parent,
        slot: attribute(node, 'slot') ?? (parent ? 'default' : null),
        component: reference,
        props,
        ...(contents && contents !== 'default' && { contents }),
        overrides: {},
        order: orders[i]!,
      });
      read(elements(node.childNodes), id);
    });
  };
  read(main ? elements(main.childNodes) : elements(fragment.childNodes), null);
  return { screen, placements, findings };
}
