import { layersOf, printedObject, whenOf } from '@/core/tokens/token-tree';
import { csvOf } from '@/core/base/csv';
import { cssLine, cssText } from '@/core/tokens/css-text';
import { typeOf } from '@/core/tokens/normalise';
import { authoredValue } from '@/core/tokens/references';
import { contextText, defaultContext, type Context } from '@/core/tokens/system';
import type { CssText } from '@/core/tokens/types/type';
import { typedText } from '@/core/tokens/typed-value';
import { layerPlaces } from '@/editing/foundations/layer-places';
import type { OpenLibrary } from '@/editing/session/open-library';

export interface OverridesView {
  /** Layers from weakest to strongest: the last that matches wins. */
  layers: {
    id: string;
    name: string;
    label: string;
    when: Context;
    from: string;
    own: boolean;
    count: number;
    /** Ids of the layers among which it can be moved, in their order; none where it stays. */
    places: string[];
  }[];
  /** What one layer says, beside what holds without it. */
  rows: {
    path: string;
    type: string;
    before: CssText | undefined;
    after: CssText | undefined;
    text: string;
    same: boolean;
  }[];
  label: string;
  /** The layer shown. */
  shown: string | null;
}

/**
 * What a context, or a combination of contexts, overrides: a table of what its layers say beside what holds by default.
 * @param layer its id, or the contexts it holds under as text
 */
export function overrides(library: OpenLibrary, { layer }: { layer: string | null }): OverridesView {
  const { items, effective, resolution } = library;
  const layers = layersOf(items, effective.generation);
  const counts = new Map<string, number>();
  for (const item of items.values())
    if (item.kind === 'token')
      for (const id of Object.keys(item.declarations)) counts.set(id, (counts.get(id) ?? 0) + 1);
  const label = (one: (typeof layers)[number]) => contextText(whenOf(one, items)) || 'every context';
  const asked =
    layers.findLast((one) => one.id === layer || (layer !== null && label(one) === layer)) ??
    layers.find((one) => one.when.length > 0);
  const rows: OverridesView['rows'] = [];
  if (asked) {
    const standard = defaultContext(resolution.system.axes);
    const under: Context = { ...standard, ...whenOf(asked, items) };
    for (const { item, path } of library.tree.nodes) {
      const declaration = item.kind === 'token' ? item.declarations[asked.id] : undefined;
      if (!declaration) continue;
      const [before, after] = [resolution.value(path, standard), resolution.value(path, under)];
      const authored = authoredValue(printedObject(declaration, library.tree));
      const type = typeOf(resolution, path);
      rows.push({
        path,
        type: type ?? '',
        before: before && cssText(before),
        after: after && cssText(after),
        text: authored === undefined ? '' : typedText(authored, type),
        same: before !== undefined && after !== undefined && cssLine(before) === cssLine(after),
      });
    }
  }
  return {
    layers: layers.map((one) => ({
      id: one.id,
      name: one.name,
      label: label(one),
      when: whenOf(one, items),
      from: effective.originOf(one.id),
      own: library.own.items.has(one.id),
      count: counts.get(one.id) ?? 0,
      places: layerPlaces(library, one).map(({ id }) => id),
    })),
    rows,
    label: asked ? label(asked) : '',
    shown: asked?.id ?? null,
  };
}

export function overridesCsv(library: OpenLibrary, { layer }: { layer: string | null }): string {
  const view = overrides(library, { layer });
  const text = (css: CssText | undefined) =>
    css === undefined ? '' : typeof css === 'string' ? css : Object.values(css).join(' ');
  return csvOf(
    ['path', 'type', 'Default', view.label, 'written'],
    view.rows.map((row) => [row.path, row.type, text(row.before), text(row.after), row.text]),
  );
}
