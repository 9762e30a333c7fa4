import { renderNested } from '@/core/components/nested';
import type { ComponentDefinition } from '@/core/components/definition';
import { specimenStyles } from '@/core/outputs/page-styles';
import type { LibraryState } from '@/core/releases/ledger';
import { defaultContext, type Context } from '@/core/tokens/system';
import { styleDifferences } from '@/core/components/style-differences';
import { composedItems } from '@/core/components/compose';
import { upgraded } from '@/editing/releases/upgraded';
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

/**
 * The component in which a change is seen most directly, as of the last release and as of the draft; with `upgrade`, as of the
 * draft and as it would be with that release of the parent. Null where nothing of it is seen.
 */
export function changeSpecimen(
  library: OpenLibrary,
  { item, upgrade }: { item: string; upgrade?: string },
): ChangeSpecimen | null {
  const draft: LibraryState = { items: library.items, resolution: library.resolution };
  const would = upgrade === undefined ? undefined : upgraded(library, upgrade);
  if (upgrade !== undefined && !would) return null;
  const entry = (would?.entries ?? library.ledger()).find((one) => one.item === item);
  // Two drawings alike tell nothing of what is not to be seen.
  if (entry?.impact === 'patch') return null;
  const used = (state: LibraryState) => ({ ...state, items: composedItems(state.items) });
  const last = library.surroundings.last();
  const before = would ? draft : last && used(last);
  const after = would ? used(would.state) : draft;
  const componentIn = (state: LibraryState | undefined, id: string): ComponentDefinition | undefined => {
    const found = state?.items.get(id);
    return found?.kind === 'component' ? found : undefined;
  };
  // The item itself, or else what is fewest steps away.
  const candidates = [
    item,
    ...[...library.reach().reached(item)].sort((a, b) => a[1] - b[1]).map(([id]) => id),
  ];
  const drawable = candidates.filter((one) => componentIn(after, one) ?? componentIn(before, one));
  const [id, props] = shownIn(
    drawable,
    (one, set) => {
      const [old, present] = [componentIn(before, one), componentIn(after, one)];
      // What has come or gone for another reason does not show this change.
      if (!old || !present) return one === item;
      if (old.template !== present.template) return true;
      // It is drawn at rest.
      return styleDifferences({ ...before!, component: old }, { ...after, component: present }, set).some(
        ({ states }) => states.length === 0,
      );
    },
    (one) => (componentIn(after, one) ?? componentIn(before, one))!,
  );
  if (id === undefined) return null;
  const contexts = entry?.changes.find((change) => change.contexts)?.contexts;
  const lens = { ...defaultContext(library.resolution.system.axes), ...contexts?.[0] };
  const draw = (state: LibraryState | undefined): Drawing | null => {
    const component = componentIn(state, id);
    if (!component || !state) return null;
    const html = renderNested(component, state.items, { props, context: lens });
    return { html, css: specimenStyles(state.items, state.resolution, [component], html) };
  };
  return {
    component: (componentIn(after, id) ?? componentIn(before, id))!.name,
    lens,
    before: draw(before),
    after: draw(after),
  };
}

/** So many looks are compared for one change at most. */
const TRIES = 30;

/** The first of some components, and the props, with which a change is seen; where it is seen in none, the first as it is. */
function shownIn(
  ids: readonly string[],
  shows: (id: string, props: Readonly<Record<string, string>>) => boolean,
  componentOf: (id: string) => ComponentDefinition,
): [id: string | undefined, props: Readonly<Record<string, string>>] {
  let tries = 0;
  for (const id of ids) {
    const choices = Object.values(componentOf(id).props).flatMap((prop) =>
      prop.kind === 'choice' ? prop.values.map((value) => ({ [prop.name]: value })) : [],
    );
    for (const props of [{}, ...choices]) {
      if (tries++ >= TRIES) return [ids[0], {}];
      if (shows(id, props)) return [id, props];
    }
  }
  return [ids[0], {}];
}
