import type { Withdrawal } from '@/core/releases/version';
import type { LoggedChangeSet } from '@/core/document/change-set';
import type { Document, Item, Reference } from '@/core/document/item';
import { composedItems, named } from '@/core/components/compose';
import { effectiveLibrary, type EffectiveLibrary } from '@/core/library/effective';
import { withHeld, type HeldComponent } from '@/core/library/held';
import { pinsIn, type PinItem, type ScreenItem } from '@/core/products/items';
import type { ReviewSide } from '@/core/products/review';
import { screensOf } from '@/core/products/screen';
import { Resolution } from '@/core/tokens/resolve';
import { generationsFrom, itemMap, type LibrarySnapshot, type SentGeneration } from './open-library';

interface SentRelease {
  version: string;
  at: string;
  notes: string;
  items: Item[];
  ancestors: SentGeneration[];
  /** Something it inherits may not be read by who looks. */
  withheld: boolean;
}

/** What the server sends when a product is opened. */
export interface ProductSnapshot extends Pick<
  LibrarySnapshot,
  'document' | 'role' | 'sequence' | 'items' | 'log' | 'people'
> {
  libraries: {
    id: string;
    slug: string;
    name: string;
    pinned: SentRelease;
    /** The releases that components are held at. */
    held: SentRelease[];
    withdrawn: Withdrawal | null;
    newer: SentRelease[];
  }[];
}

/** An axis a product's screens can be looked at under; `default`: where they stand if nobody asks for another context. */
interface ProductAxis {
  name: string;
  contexts: string[];
  default: string;
  description: string;
}

interface PinnedLibrary {
  slug: string;
  name: string;
  version: string;
  state: ReviewSide;
}

/** A product as it stands in one tab: its screens, and each library at the release it has pinned. */
export class OpenProduct {
  private readonly states = new Map<string, { effective: EffectiveLibrary; resolution: Resolution }>();
  private readonly dressed = new Map<string, ReviewSide>();
  private readonly holding = new Map<string, ReviewSide>();

  constructor(
    readonly snapshot: ProductSnapshot,
    readonly own: Document,
    readonly sequence: number,
    readonly log: readonly LoggedChangeSet[],
    readonly person: string,
  ) {}

  get canEdit(): boolean {
    return this.snapshot.role === 'maintainer' || this.snapshot.role === 'owner';
  }

  /**
   * A library's release, resolved once. The pin says which one the product has. With a theme, what follows one follows that,
   * where the release has it.
   */
  release(slug: string, version: string, theme?: Reference): ReviewSide | undefined {
    const library = this.snapshot.libraries.find((other) => other.slug === slug);
    const sent = library && [library.pinned, ...library.newer, ...library.held].find((release) => release.version === version); // prettier-ignore
    if (!sent) return undefined;
    const key = `${slug} ${version}`;
    let state = this.states.get(key);
    if (!state) {
      const effective = effectiveLibrary([
        ...generationsFrom(sent.ancestors),
        { name: library!.name, version, items: itemMap(sent.items) },
      ]);
      state = { effective, resolution: new Resolution(effective.system) };
      this.states.set(key, state);
    }
    const { effective, resolution } = state;
    const chosen = theme && named(effective.authored, 'theme', theme);
    const dress = `${key} ${chosen?.id ?? ''}`;
    let side = this.dressed.get(dress);
    if (!side) {
      const items = chosen
        ? composedItems(effective.authored, { id: chosen.id, path: chosen.name })
        : effective.items;
      this.dressed.set(dress, (side = { items, resolution }));
    }
    return side;
  }

  get pins(): PinItem[] {
    return pinsIn(this.own.items);
  }

  /** The axes of the releases it is pinned to, each with the contexts of all, standing where this product has it. */
  axes(): ProductAxis[] {
    const applied = this.pins[0]?.contexts ?? {};
    return this.ownAxes().map((axis) => {
      const own = applied[axis.name];
      // Another release may lack what was chosen.
      return own !== undefined && axis.contexts.includes(own) ? { ...axis, default: own } : axis;
    });
  }

  /** The same, each standing where its library has it. */
  ownAxes(): ProductAxis[] {
    const all = new Map<string, ProductAxis>();
    for (const pin of this.pins)
      for (const { name, contexts, default: standard, description } of this.pinned(pin)?.state.resolution.system.axes ?? []) {
        const known = all.get(name);
        if (known) known.contexts = [...new Set([...known.contexts, ...contexts])];
        else all.set(name, { name, contexts, default: standard ?? contexts[0] ?? '', description: description ?? '' });
      }
    return [...all.values()];
  } // prettier-ignore

  /** The theme chosen for a screen: its own, otherwise the product's. */
  themeOf(screen?: string): Reference | undefined {
    const item = screen === undefined ? undefined : this.own.items.get(screen);
    return (item?.kind === 'screen' ? item.theme : undefined) ?? this.pinOf(screen)?.theme;
  }

  /** Whose library a screen is drawn with: its own, otherwise the first. */
  pinOf(screen?: string): PinItem | undefined {
    const item = screen === undefined ? undefined : this.own.items.get(screen);
    const own = item?.kind === 'screen' ? item.pin : undefined;
    return this.pins.find(({ id }) => id === own) ?? this.pins[0];
  }

  /** The pin of a library, by its slug. */
  pinTo(slug: string): PinItem | undefined {
    const id = this.snapshot.libraries.find((library) => library.slug === slug)?.id;
    return this.pins.find(({ library }) => library.id === id);
  }

  /** The library a screen is drawn with, or the first, as it stands at its pin. */
  main(screen?: string): PinnedLibrary | undefined {
    const pin = this.pinOf(screen);
    return pin && this.pinned(pin, this.themeOf(screen));
  }

  /** A library as it stands at its pin; undefined while it has not been sent. */
  pinned(pin: PinItem, theme?: Reference): PinnedLibrary | undefined {
    const library = this.snapshot.libraries.find((other) => other.id === pin.library.id);
    const state = library && this.releaseHeld(library.slug, pin.version, pin.held, theme);
    return state && { slug: library!.slug, name: library!.name, version: pin.version, state };
  }

  /** A library's release in which components are as the releases have them that they are held at. */
  releaseHeld(slug: string, version: string, held: Readonly<Record<string, string>>, theme?: Reference): ReviewSide | undefined {
    const side = this.release(slug, version, theme);
    const entries = Object.entries(held);
    if (!side || entries.length === 0) return side;
    const key = JSON.stringify([slug, version, theme?.id ?? theme?.path ?? '', entries.sort()]);
    let made = this.holding.get(key);
    if (!made) this.holding.set(key, (made = { ...side, items: withHeld(side.items, this.heldComponents(slug, held, theme)) }));
    return made;
  } // prettier-ignore

  /** Components of a library with the releases they are held at, those that have been sent. */
  heldComponents(slug: string, held: Readonly<Record<string, string>>, theme?: Reference): HeldComponent[] {
    return Object.entries(held).flatMap(([id, version]) => {
      const at = this.release(slug, version, theme);
      return at ? [{ id, version, items: at.items }] : [];
    });
  }

  /** The screens that are drawn with a library. */
  screensOf(pin: PinItem): ScreenItem[] {
    return screensOf(this.own.items).filter((screen) => this.pinOf(screen.id)?.id === pin.id);
  }
}
