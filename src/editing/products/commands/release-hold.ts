import { setField } from '@/core/document/edits';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Draws a component that is held as the pinned release has it, like all others. */
export function releaseHold(
  product: OpenProduct,
  { library: slug, component: id }: { library: string; component: string },
): Command {
  const pin = product.pinTo(slug);
  const version = pin?.held[id];
  if (!pin || version === undefined) return refuse('The component is no longer held', 'Reload the page');
  const component = product.release(slug, version)?.items.get(id);
  const name = component?.kind === 'component' ? component.name : 'a component';
  return { label: `Stop holding ${name} at ${version}`, edits: [setField(pin, `held/${id}`, null)] };
}
