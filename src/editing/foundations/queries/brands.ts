import { byOrder, itemsOf, type Items } from '@/core/document/item';
import type { ComponentDefinition } from '@/core/components/definition';
import { renderNested } from '@/core/components/nested';
import { specimenStyles } from '@/core/outputs/page-styles';
import { contextWall, tokensOf, type ContextWall, type WallAsked } from '@/editing/foundations/context-wall';
import { backdropsOf } from '@/editing/session/backdrop';
import type { OpenLibrary } from '@/editing/session/open-library';

/** As many components are drawn in each cell. */
export const MOST_DRAWN = 6;
/** As many are drawn where none is asked for. */
const FEW = 3;

interface BrandsAsked extends WallAsked {
  /** Names of components; none: those with the most uses of tokens. */
  show?: readonly string[];
}

interface BrandsView extends ContextWall {
  shown: string[];
  components: string[];
  css: string;
}

/** Components under every context of one axis, by those of another, and what each leaves as it is by default. */
export function brands(library: OpenLibrary, asked: BrandsAsked): BrandsView | null {
  const { items, resolution } = library;
  const all = itemsOf(items, 'component').filter(({ visibility }) => visibility !== 'internal').sort(byOrder);
  const named = (asked.show ?? []).flatMap((name) => all.find((one) => one.name === name) ?? []);
  const shown = named.length > 0 ? named.slice(0, MOST_DRAWN) : mostUses(all, items).slice(0, FEW);
  const drawn = (one: ComponentDefinition, context: WallAsked['lens']) =>
    `<div style="margin-bottom:16px">${renderNested(one, items, { context })}</div>`;
  const wall = contextWall(
    {
      items,
      resolution,
      components: shown,
      draw: (lens) => ({
        html: shown.map((one) => drawn(one, lens)).join(''),
        backdrop: backdropsOf(library, lens).css,
      }),
    },
    asked,
  );
  return (
    wall && {
      ...wall,
      shown: shown.map(({ name }) => name),
      components: all.map(({ name }) => name),
      css: specimenStyles(items, resolution, shown, JSON.stringify(wall)),
    }
  );
} // prettier-ignore

const mostUses = (components: readonly ComponentDefinition[], items: Items): ComponentDefinition[] =>
  components
    .map((component) => ({ component, uses: tokensOf(component, items).size }))
    .sort((a, b) => b.uses - a.uses)
    .map(({ component }) => component);
