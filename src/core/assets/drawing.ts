import type { AssetItem } from './asset';
import { ordered, type Items } from '../document/item';

/** The side of an SVG's drawing area in its own units, which icons are named by; undefined where it says none. */
export function sizeOfDrawing(svg: string): number | undefined {
  const box = /viewBox="\s*[-\d.]+[\s,]+[-\d.]+[\s,]+([\d.]+)[\s,]+([\d.]+)/.exec(svg);
  return box ? Math.max(Number(box[1]), Number(box[2])) : undefined;
}

/** The sizes an icon or logo is drawn for, smallest first. */
export function sizesOfDrawings({ files }: AssetItem): number[] {
  const sizes = Object.values(files).flatMap(({ svg }) =>
    svg === undefined ? [] : (sizeOfDrawing(svg) ?? []),
  );
  return [...new Set(sizes)].sort((a, b) => a - b);
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
  // A drawing with a box and no size of its own has none in a row of others, and would be gone.
  return best && sized(best.svg, size ?? sizeOfDrawing(best.svg) ?? 24);
}

const sized = (svg: string, size: number): string =>
  svg.replace(/^<svg([^>]*)>/, (_, attributes: string) => {
    const rest = attributes.replace(/\s(width|height)="[^"]*"/g, '');
    return `<svg${rest} width="${size}" height="${size}">`;
  });

interface NamedDrawing {
  /** The icon's name: `anchor` of `anchor-24.svg`, `24/anchor.svg` and `anchor@24px.svg`. */
  name: string;
  size: number | undefined;
}

/** What an icon is called and how large it is, by its file's name and folder. */
export function iconNameOf(path: string): NamedDrawing {
  const parts = path.replace(/\.svg$/i, '').split('/');
  const last = parts.pop()!;
  const [, stem, own] = /^(.*?)(?:[-_@ ](\d{1,3})(?:px)?)?$/.exec(last)!;
  const folder = parts.findLast((part) => /^\d{1,3}(px)?$/.test(part));
  const name = stem!
    .normalize('NFKD')
    .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  return {
    name: /^[a-z]/.test(name) ? name : `icon-${name}`,
    size: own ? Number(own) : folder ? Number.parseInt(folder) : undefined,
  };
}

/** A drawing as an address a picture element can show; what takes the text's colour is drawn in `ink`. */
export const drawingAddress = (svg: string, ink: string): string =>
  `data:image/svg+xml;charset=utf-8,${encodeURIComponent(
    svg
      .replace(/^<svg(?![^>]*xmlns=)/, '<svg xmlns="http://www.w3.org/2000/svg"')
      .replace(/^<svg/, `<svg color="${ink}"`),
  )}`;
