import { undoStacks } from '@/core/document/change-set';
import { itemsOf, type Reference } from '@/core/document/item';
import { settableFaces, type SettableFace } from '@/core/assets/known-fonts';
import { named } from '@/core/components/compose';
import type { PinItem } from '@/core/products/items';
import { placementsOf, screensOf } from '@/core/products/screen';
import { isCandidate, type Withdrawal } from '@/core/releases/version';
import type { OpenProduct } from '@/editing/session/open-product';
import { logSince } from '@/editing/session/queries/frame';

export interface ProductFrameView {
  name: string;
  slug: string;
  team: string;
  about: string;
  role: string;
  canEdit: boolean;
  /** A library it is pinned to, or what that inherits, may not be read by who looks. */
  withheld: boolean;
  faces: SettableFace[];
  axes: ReturnType<OpenProduct['axes']>;
  library: { slug: string; name: string; version: string } | null;
  newer: { version: string; at: string; notes: string }[];
  /** The newest release to try of the library its screens are drawn with. */
  candidate: string | null;
  /** Every library it is pinned to, the one screens are drawn with that name none first, and the newest release where that is another. */
  pins: {
    id: string;
    slug: string;
    name: string;
    version: string;
    newest: string | null;
    /** Why the pinned release is no longer offered. */
    withdrawn: Withdrawal | null;
    /** Which later releases it takes without being asked. */
    policy: PinItem['policy'];
    /** Components that are held at other releases. */
    held: { id: string; name: string; version: string }[];
    /** The titles of the screens that are drawn with it. */
    screens: string[];
  }[];
  screens: {
    id: string;
    title: string;
    width: number;
    placements: number;
    /** The slug of the library it is drawn with. */
    library: string | null;
    theme: string | null;
    /** The themes of that library's pinned release, and the one chosen for all screens drawn with it. */
    themes: string[];
    usualTheme: string | null;
  }[];
  undo: string | null;
  redo: string | null;
  history: { label: string; author: string; at: string }[];
  /** As in `FrameView`. */
  logSince: string | null;
}

export function productFrame(product: OpenProduct): ProductFrameView {
  const { snapshot, own } = product;
  const main = product.main();
  const stacks = undoStacks(product.log.filter((entry) => entry.author === product.person));
  const sent = snapshot.libraries.find((library) => library.slug === main?.slug);
  return {
    ...snapshot.document,
    role: snapshot.role,
    canEdit: product.canEdit,
    withheld: product.pins.length > 0 && (!sent || sent.pinned.withheld),
    axes: product.axes(),
    library: main ? { slug: main.slug, name: main.name, version: main.version } : null,
    newer: (sent?.newer ?? [])
      .filter(({ version }) => version !== main?.version && !isCandidate(version))
      .map(({ version, at, notes }) => ({ version, at, notes })),
    candidate:
      sent?.newer.find(({ version }) => version !== main?.version && isCandidate(version))?.version ?? null,
    pins: product.pins.flatMap((pin) => {
      const { version } = pin;
      const library = snapshot.libraries.find((other) => other.id === pin.library.id);
      if (!library) return [];
      const newest = library.newer.find((one) => one.version !== version && !isCandidate(one.version));
      const { id, slug, name, withdrawn } = library;
      const screens = product.screensOf(pin).map(({ title }) => title);
      return [{ id, slug, name, version, newest: newest?.version ?? null, withdrawn, policy: pin.policy, held: heldIn(product, pin, slug), screens }]; // prettier-ignore
    }),
    screens: screensOf(own.items).map((screen) => {
      const drawn = product.main(screen.id);
      const themeName = (theme: Reference | undefined) =>
        (theme && drawn && named(drawn.state.items, 'theme', theme)?.name) ?? null;
      return {
        id: screen.id,
        title: screen.title,
        width: screen.width,
        placements: placementsOf(own.items, screen.id).length,
        library: drawn?.slug ?? null,
        theme: themeName(screen.theme),
        themes: drawn ? itemsOf(drawn.state.items, 'theme').map((theme) => theme.name) : [],
        usualTheme: themeName(product.pinOf(screen.id)?.theme),
      };
    }),
    undo: stacks.undo.at(-1)?.label ?? null,
    redo: stacks.redo.at(-1)?.label ?? null,
    logSince: logSince(product.log),
    faces: main ? settableFaces(main.state.items) : [],
    history: [...product.log].reverse().map((entry) => ({
      label: entry.label,
      author: snapshot.people.find((person) => person.id === entry.author)?.name ?? 'Somebody',
      at: entry.at,
    })),
  };
}

/** Components that are held, by name. */
export function heldIn(product: OpenProduct, pin: PinItem, slug: string): { id: string; name: string; version: string }[] {
  const known = new Map(product.heldComponents(slug, pin.held).map((one) => [one.id, one.items.get(one.id)]));
  return Object.entries(pin.held)
    .map(([id, version]) => {
      const component = known.get(id);
      return { id, version, name: component?.kind === 'component' ? component.name : id };
    })
    .sort((a, b) => a.name.localeCompare(b.name));
} // prettier-ignore
