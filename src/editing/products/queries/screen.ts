import type { Finding } from '@/core/findings/finding';
import { specimenStyles } from '@/core/outputs/page-styles';
import { traceOf, type Trace } from '@/core/components/trace';
import { placementCss, placementFindings } from '@/core/products/overrides';
import type { ReviewSide } from '@/core/products/review';
import { componentOf, placementsOf, renderScreen, screensOf } from '@/core/products/screen';
import { typeOf } from '@/core/tokens/normalise';
import { spacingSets, type LayoutGrid } from '@/core/tokens/spacing-sets';
import type { OpenProduct } from '@/editing/session/open-product';

export interface ScreenView {
  /** Where a token shows, of the library the product has. */
  trace: Trace | null;
  grids: LayoutGrid[];
  html: string;
  css: string;
  width: number;
  title: string;
  /** What is to be mended on it. */
  findings: (Finding & { placement: string })[];
}

/** A screen as it is drawn with a library. */
export function draw(
  product: OpenProduct,
  screen: { id: string; title: string; width: number },
  state: ReviewSide,
  trace?: string,
): ScreenView {
  const placements = placementsOf(product.own.items, screen.id);
  const placed = placements.flatMap((placement) => componentOf(state.items, placement.component) ?? []);
  const type = (path: string) => typeOf(state.resolution, path);
  const used = new Set(placed);
  const html = renderScreen(product.own.items, screen.id, state.items);
  const overrides = placementCss(placements, state.items, type);
  return {
    html,
    css: specimenStyles(state.items, state.resolution, used, html + overrides) + overrides,
    findings: placementFindings(placements, state.items),
    grids: spacingSets(state.resolution, state.resolution.contexts[0] ?? {}).grids,
    trace:
      trace !== undefined && state.resolution.index.numbers.has(trace)
        ? traceOf([...used], state.items, state.resolution, trace)
        : null,
    width: screen.width,
    title: screen.title,
  };
}

export function screen(
  product: OpenProduct,
  { id, trace }: { id?: string; trace?: string },
): ScreenView | null {
  const all = screensOf(product.own.items);
  const found = all.find((other) => other.id === id) ?? all[0];
  const main = product.main(found?.id);
  return found && main ? draw(product, found, main.state, trace) : null;
}
