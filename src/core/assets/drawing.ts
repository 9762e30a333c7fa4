import { ordered, type AssetItem, type Items } from '../documents/items';

/** The side of an SVG's drawing area in its own units, which icons are named by; undefined where it says none. */
export function sizeOfDrawing(svg: string): number | undefined {
  const box = /viewBox="\s*[-\d.]+[\s,]+[-\d.]+[\s,]+([\d.]+)[\s,]+([\d.]+)/.exec(svg);
  return box ? Math.max(Number(box[1]), Number(box[2])) : undefined;
}

/**
 * The drawing of an icon or logo under a combination of contexts: of the versions for the brand looked at, else of those
 * for all, the one nearest the size asked for.
 */
export function drawingOf(
  asset: AssetItem,
  items: Items,
  context: Record<string, string> = {},
  size?: number,
): string | undefined {
  const names = new Set(Object.values(context));
  const drawn = ordered(asset.files).filter((file) => file.svg !== undefined);
  const forContext = drawn.filter((file) => {
    const own = file.context === null ? undefined : items.get(file.context);
    return own?.kind === 'context' && names.has(own.name);
  });
  const versions = forContext.length > 0 ? forContext : drawn.filter((file) => file.context === null);
  const best = versions
    .map((file) => ({ svg: file.svg!, off: Math.abs((sizeOfDrawing(file.svg!) ?? 24) - (size ?? 16)) }))
    .sort((a, b) => a.off - b.off)[0];
  return best && size !== undefined ? sized(best.svg, size) : best?.svg;
}

const sized = (svg: string, size: number): string =>
  svg.replace(/^<svg([^>]*)>/, (_, attributes: string) => {
    const rest = attributes.replace(/\s(width|height)="[^"]*"/g, '');
    return `<svg${rest} width="${size}" height="${size}">`;
  });
