import { named } from '@/core/components/compose';
import { setField } from '@/core/document/edits';
import { noScreen, screenOf } from '@/editing/products/screens';
import { refuse, type Command } from '@/editing/session/command';
import type { OpenProduct } from '@/editing/session/open-product';

/** Which theme components have on a screen, or on all drawn with a library (null), in place of the one they follow; null: that one. */
export function setTheme(
  product: OpenProduct,
  { theme: name, screen: id, library }: { theme: string | null; screen: string | null; library?: string },
): Command {
  const pin = library === undefined ? product.pinOf(id ?? undefined) : product.pinTo(library);
  const items = pin && product.pinned(pin)?.state.items;
  if (!items || !pin) return refuse('The product is pinned to no release', 'Pin it to a release first');
  const screen = id === null ? undefined : screenOf(product, id);
  if (id !== null && !screen) return noScreen();
  const theme = name === null ? undefined : named(items, 'theme', { path: name });
  if (name !== null && !theme)
    return refuse(`The pinned release has no theme ${name}`, 'Choose one from the list');
  const about = screen ?? pin;
  const chosen = theme ? { id: theme.id, path: theme.name } : null;
  if ((about.theme?.id ?? null) === (chosen?.id ?? null))
    return refuse('Nothing would change', 'Choose another theme');
  const where = screen ? screen.title : 'all screens';
  return {
    label: theme ? `Apply theme ${theme.name} to ${where}` : `Remove theme from ${where}`,
    edits: [setField(about, 'theme', chosen)],
  };
}
