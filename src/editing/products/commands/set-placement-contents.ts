import { readContents, tableOf } from '@/core/components/contents';
import { tableNamed } from '@/core/components/data-table';
import { setField } from '@/core/document/edits';
import { componentOf } from '@/core/products/screen';
import { noPlacement, placementOf } from '@/editing/products/screens';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Fills a placement with long, short or no text, or with a table of data its component has; `default`: as its props say. */
export function setPlacementContents(
  product: OpenProduct,
  { placement: id, contents: text }: { placement: string; contents: string },
): Command {
  const placement = placementOf(product, id);
  if (!placement) return noPlacement();
  const contents = readContents(text);
  const release = product.main(placement.screen)?.state.items;
  const component = release && componentOf(release, placement.component);
  const table = tableOf(contents);
  if (!contents || (table !== undefined && !(component && tableNamed(component, table))))
    return refuse(
      `${placement.component.path} has no content called ${table ?? text}`,
      'Choose one from the list',
      'contents',
    );
  return {
    label: `Set the content of ${placement.component.path}`,
    edits: [setField(placement, 'contents', contents === 'default' ? null : contents)],
  };
}
