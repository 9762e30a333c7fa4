import type { Finding } from '@/core/findings/finding';
import { isCandidate, type Withdrawal } from '@/core/releases/version';
import { listed } from '@/core/base/words';
import { undoStacks, type LoggedChangeSet } from '@/core/document/change-set';
import { itemsOf, type Document, type Item, type Reference } from '@/core/document/item';
import { settableFaces, type SettableFace } from '@/core/assets/known-fonts';
import { composedItems, named } from '@/core/components/compose';
import { effectiveLibrary, type EffectiveLibrary } from '@/core/library/effective';
import { isDrawnOtherwise, missingForHeld, withHeld, type HeldComponent } from '@/core/library/held';
import { Resolution } from '@/core/tokens/resolve';
import { heldWith, type PinItem, type ScreenItem } from '@/core/products/items';
import { placementCss, placementFindings } from '@/core/products/overrides';
import { componentOf, placementsOf, renderScreen, screensOf } from '@/core/products/screen';
import { specimenStyles } from '@/core/outputs/page-styles';
import { typeOf } from '@/core/tokens/normalise';
import { spacingSets, type LayoutGrid } from '@/core/tokens/spacing-sets';
import { traceOf, type Trace } from '@/core/components/trace';
import { describeContexts, reviewUpgrade, type ReviewArea, type ReviewSide } from '@/core/products/review';
import { logSince } from './queries/frame';
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
    return itemsOf(this.own.items, 'pin');
  }

  /** The axes of the releases it is pinned to, each with the contexts of all, standing where this product has it. */
  axes(): ProductFrameView['axes'] {
    const applied = this.pins[0]?.contexts ?? {};
    return this.ownAxes().map((axis) => {
      const own = applied[axis.name];
      // Another release may lack what was chosen.
      return own !== undefined && axis.contexts.includes(own) ? { ...axis, default: own } : axis;
    });
  }

  /** The same, each standing where its library has it. */
  ownAxes(): ProductFrameView['axes'] {
    const all = new Map<string, ProductFrameView['axes'][number]>();
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
  /** `default`: what its screens are drawn under where nobody asks for another. */
  axes: { name: string; contexts: string[]; default: string; description: string }[];
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
function heldIn(product: OpenProduct, pin: PinItem, slug: string): { id: string; name: string; version: string }[] {
  const known = new Map(product.heldComponents(slug, pin.held).map((one) => [one.id, one.items.get(one.id)]));
  return Object.entries(pin.held)
    .map(([id, version]) => {
      const component = known.get(id);
      return { id, version, name: component?.kind === 'component' ? component.name : id };
    })
    .sort((a, b) => a.name.localeCompare(b.name));
} // prettier-ignore

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

function draw(
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

interface UpgradeView {
  library: string;
  from: string;
  to: string;
  notes: string;
  taken: boolean;
  canTake: boolean;
  /** Components that would change, or are held, and what stands against holding each, in words. */
  holdable: { id: string; name: string; at: string; isHeld: boolean; problem: string | null }[];
  screens: { id: string; title: string; before: ScreenView; after: ScreenView }[];
  areas: (Omit<ReviewArea, 'differences'> & {
    differences: {
      part: string;
      property: string;
      before: string | null;
      after: string | null;
      where: string;
    }[];
  })[];
}

/** The upgrade review: the product's own screens under the release it has and the one it could take. */
export function upgrade(
  product: OpenProduct,
  { library: slug, version, hold }: { library: string; version: string; hold?: string[] },
): UpgradeView | null {
  const after = product.release(slug, version);
  const library = product.snapshot.libraries.find((other) => other.slug === slug);
  const pin = product.pinTo(slug);
  if (!pin || !after || !library) return null;
  // Left out: those that are held now.
  const held = heldWith(pin, hold ?? Object.keys(pin.held));
  const now = (one: { id: string }) => product.main(one.id)!.state;
  const then = (one: { id: string }) => product.releaseHeld(slug, version, held, product.themeOf(one.id))!;
  const screens = product.screensOf(pin);
  // What could be held: what is placed and the release defines otherwise. Holding changes nothing about tokens.
  const names = new Map(heldIn(product, pin, slug).map(({ id, name }) => [id, name]));
  for (const placement of screens.flatMap(({ id }) => placementsOf(product.own.items, id))) {
    const { id, name } = componentOf(now({ id: placement.screen }).items, placement.component) ?? {};
    const [component] =
      id === undefined ? [] : product.heldComponents(slug, { [id]: pin.held[id] ?? pin.version });
    if (component && isDrawnOtherwise(after.items, component)) names.set(component.id, name!);
  }
  return {
    library: library.name,
    from: pin.version,
    to: version,
    notes: [library.pinned, ...library.newer].find((release) => release.version === version)?.notes ?? '',
    taken: pin.version === version,
    canTake: product.canEdit,
    // What a library releases changes nothing on screens that are drawn with another.
    ...reviewOf(product, screens, now, then),
    holdable: [...names]
      .map(([id, name]) => {
        const at = pin.held[id] ?? pin.version;
        const [component] = product.heldComponents(slug, { [id]: at });
        const missing = component ? missingForHeld(after.items, component) : [];
        const problem = missing.length > 0 ? `It names ${listed(missing)}, which ${library.name} ${version} does not have` : null; // prettier-ignore
        return { id, name, at, isHeld: id in held, problem };
      })
      .sort((a, b) => a.name.localeCompare(b.name)),
  };
}

type Compared = Pick<UpgradeView, 'screens' | 'areas'>;

/** Screens as they are and as they would be, with what differs. */
function reviewOf(
  product: OpenProduct,
  of: readonly ScreenItem[],
  before: (screen: ScreenItem) => ReviewSide,
  after: (screen: ScreenItem) => ReviewSide,
): Compared {
  return {
    screens: of.map((item) => ({
      id: item.id,
      title: item.title,
      before: draw(product, item, before(item)),
      after: draw(product, item, after(item)),
    })),
    areas: reviewUpgrade(product.own.items, before, after, [...of]).map((area) => ({
      ...area,
      differences: area.differences.map((one) => ({
        part: one.part,
        property: one.property,
        before: one.before,
        after: one.after,
        where: `${one.states.length > 0 ? `${one.states.join(', ')}; ` : ''}${describeContexts(one.contexts)}`,
      })),
    })),
  };
}

/** What another theme would change on one screen, or on all drawn with a library that have none of their own. Null: what each component follows. */
export function themeReview(
  product: OpenProduct,
  { theme: name, screen: id, library }: { theme: string | null; screen: string | null; library?: string },
): Compared | null {
  const pin = library === undefined ? product.pinOf(id ?? undefined) : product.pinTo(library);
  const main = pin && product.pinned(pin);
  if (!main) return null;
  const theme = name === null ? undefined : named(main.state.items, 'theme', { path: name });
  const chosen = theme && { id: theme.id, path: theme.name };
  const pinned = pin.theme;
  const after = (one: ScreenItem) =>
    product.release(
      main.slug,
      main.version,
      id === null ? (one.theme ?? chosen) : one.id === id ? (chosen ?? pinned) : product.themeOf(one.id),
    )!;
  const { screens, areas } = reviewOf(product, product.screensOf(pin), (one) => product.main(one.id)!.state, after); // prettier-ignore
  const concerned = new Set(areas.map(({ screen: changed }) => changed));
  return { screens: screens.filter((one) => concerned.has(one.id)), areas };
}
