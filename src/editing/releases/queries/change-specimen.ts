import { renderNested } from '@/core/components/nested';
import type { ComponentDefinition } from '@/core/components/definition';
import { pageStyles } from '@/core/outputs/page-styles';
import type { LibraryState } from '@/core/releases/ledger';
import { defaultContext, type Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';

interface Drawing {
  html: string;
  css: string;
}

export interface ChangeSpecimen {
  component: string;
  /** The contexts it is drawn under: where the change shows. */
  lens: Context;
  /** Null where the component is new, or removed. */
  before: Drawing | null;
  after: Drawing | null;
}

/** The component in which a change is seen most directly, as of the last release and as of the draft. */
export function changeSpecimen(library: OpenLibrary, { item }: { item: string }): ChangeSpecimen | null {
  const before = library.surroundings.last();
  const after: LibraryState = { items: library.items, resolution: library.resolution };
  const componentIn = (state: LibraryState | undefined, id: string): ComponentDefinition | undefined => {
    const found = state?.items.get(id);
    return found?.kind === 'component' ? found : undefined;
  };
  // The item itself, or else what is fewest steps away.
  const candidates = [
    item,
    ...[...library.reach().reached(item)].sort((a, b) => a[1] - b[1]).map(([id]) => id),
  ];
  const id = candidates.find((one) => componentIn(after, one) ?? componentIn(before, one));
  if (id === undefined) return null;
  const entry = library.ledger().find((one) => one.item === item);
  const contexts = entry?.changes.find((change) => change.contexts)?.contexts;
  const lens = { ...defaultContext(library.resolution.system.axes), ...contexts?.[0] };
  const draw = (state: LibraryState | undefined): Drawing | null => {
    const component = componentIn(state, id);
    if (!component || !state) return null;
    return {
      html: renderNested(component, state.items, { props: {}, context: lens }),
      css: pageStyles(state.items, state.resolution, [component]),
    };
  };
  return {
    component: (componentIn(after, id) ?? componentIn(before, id))!.name,
    lens,
    before: draw(before),
    after: draw(after),
  };
}
