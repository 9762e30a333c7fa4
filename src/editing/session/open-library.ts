import type { KnownFamily } from '@/core/base/fonts/font';
import type { Withdrawal } from '@/core/releases/version';
import { composedItems } from '@/core/components/compose';
import { brokenGuards } from '@/core/components/guards';
import { worstFirst, type Finding } from '@/core/findings/finding';
import type { MatrixSummary } from '@/core/components/matrix-summary';
import { undoStacks, type LoggedChangeSet } from '@/core/document/change-set';
import type { ComponentDefinition } from '@/core/components/definition';
import { itemsOf, type Document, type Item, type Items } from '@/core/document/item';
import { libraryTree, type LibraryTree } from '@/core/tokens/token-tree';
import type { Pairing } from '@/core/tokens/pairings';
import { effectiveLibrary, type EffectiveLibrary, type Generation } from '@/core/library/effective';
import type { ReachDocument, ReachIndex } from '@/core/library/reach';
import { ledgerOf, type LedgerEntry, type LibraryState } from '@/core/releases/ledger';
import { between, type Steps } from '@/core/base/steps';
import { Resolution } from '@/core/tokens/resolve';
import { DerivedCache } from './derived-cache';

export interface SentGeneration {
  name: string;
  version: string;
  items: Item[];
}

/** What a library would inherit with another release of its parent, or why that cannot be said. */
export type ParentRelease =
  | { ancestors: readonly Generation[]; notes: { version: string; at: string; notes: string }[] }
  | { problem: string };

/** What the server sends when a library is opened. */
export interface LibrarySnapshot {
  document: {
    id: string;
    kind: 'library' | 'product';
    slug: string;
    name: string;
    about: string;
    team: string;
  };
  role: string;
  sequence: number;
  items: Item[];
  ancestors: SentGeneration[];
  /** Something it inherits may not be read by who looks. */
  withheld: boolean;
  /** The library it inherits from, with the releases that came after the one it has, newest first. */
  parent: {
    slug: string;
    name: string;
    version: string;
    newer: { version: string; at: string }[];
    /** The newest release to try, where it is newer. */
    candidate: string | null;
    /** Why the release it has is no longer offered. */
    withdrawn: Withdrawal | null;
  } | null;
  last: { version: string; items: Item[]; ancestors: SentGeneration[] } | null;
  versions: { version: string; at: string }[];
  products: {
    id: string;
    slug: string;
    name: string;
    version: string;
    /** The library, with its release, that is pinned and inherits from this one; null where this one is pinned. */
    through: string | null;
    items: Item[];
  }[];
  log: LoggedChangeSet[];
  people: { id: string; name: string }[];
}

export const itemMap = (items: readonly Item[]): Items => new Map(items.map((item) => [item.id, item]));
export const generationsFrom = (sent: readonly SentGeneration[]): Generation[] =>
  sent.map(({ name, version, items }) => ({ name, version, items: itemMap(items) }));

function lazily<T>(make: () => T): () => T {
  let made: { value: T } | undefined;
  return () => (made ??= { value: make() }).value;
}

/** What of a snapshot does not depend on the draft, worked out once. */
export function surroundingsOf(snapshot: LibrarySnapshot) {
  const ancestors = generationsFrom(snapshot.ancestors);
  const last = lazily((): LibraryState | undefined => {
    if (!snapshot.last) return undefined;
    const effective = effectiveLibrary([
      ...generationsFrom(snapshot.last.ancestors),
      { name: snapshot.document.name, version: snapshot.last.version, items: itemMap(snapshot.last.items) },
    ]);
    const resolution = lazily(() => new Resolution(effective.system));
    return {
      items: effective.authored,
      get resolution() {
        return resolution();
      },
    };
  });
  const composedThen = lazily(() => composedItems(last()?.items ?? new Map()));
  const knownBroken = new Map<string, ReadonlySet<string>>();
  /** What guards that were broken in the last release say; undefined where it has no component of this id with guards. */
  const brokenThen = (id: string): ReadonlySet<string> | undefined => {
    const item = composedThen().get(id);
    if (item?.kind !== 'component' || Object.keys(item.guards).length === 0) return undefined;
    const { items, resolution } = last()!;
    const known =
      knownBroken.get(id) ?? new Set(brokenGuards(item, items, resolution).map(({ message }) => message));
    knownBroken.set(id, known);
    return known;
  };
  /** Who uses the library: itself, its items to be put in, and products. */
  const users: readonly ReachDocument[] = [
    { id: snapshot.document.id, name: snapshot.document.name, kind: 'library', items: new Map() },
    ...snapshot.products.map((product) => ({
      id: product.id,
      name: product.name,
      kind: 'product' as const,
      items: itemMap(product.items),
    })),
  ];
  return {
    snapshot,
    ancestors,
    last,
    brokenThen,
    users,
    lastOwn: lazily(() => itemMap(snapshot.last?.items ?? [])),
  };
}
export type Surroundings = ReturnType<typeof surroundingsOf> & {
  /** Has more of the log read than came with the library, where there is more. */
  wantLog?: () => void;
  /** What would be inherited with other releases of the parent, by version, as far as it was read. */
  parents?: ReadonlyMap<string, ParentRelease>;
  /** Has that of one version read. */
  wantParent?: (version: string) => void;
  /** Has checks run after what is asked for now; where there is none, they run at once. */
  checkLater?: () => void;
};

/** A library as it stands in one tab: its draft and everything derived from it, each worked out when first asked for. */
export class OpenLibrary {
  readonly effective: EffectiveLibrary;
  /** What whoever opens the library again after an edit hands on. */
  readonly derived: DerivedCache;

  constructor(
    readonly surroundings: Surroundings,
    readonly own: Document,
    readonly sequence: number,
    readonly log: readonly LoggedChangeSet[],
    /** Who looks: their own change sets make the undo stack. */
    readonly person: string,
    before?: DerivedCache,
  ) {
    const { snapshot, ancestors } = surroundings;
    this.effective = effectiveLibrary([
      ...ancestors,
      { name: snapshot.document.name, version: 'draft', items: own.items },
    ]);
    this.derived = before?.isOf(this.effective, surroundings.users)
      ? before
      : new DerivedCache(this.effective, surroundings.users, before);
  }

  get snapshot(): LibrarySnapshot {
    return this.surroundings.snapshot;
  }
  get items(): Items {
    return this.effective.items;
  }
  get resolution(): Resolution {
    return this.derived.resolution;
  }
  get tree(): LibraryTree {
    return libraryTree(this.items);
  }
  get canEdit(): boolean {
    return this.snapshot.role === 'maintainer' || this.snapshot.role === 'owner';
  }

  fonts(): ReadonlyMap<string, KnownFamily> {
    return this.derived.fonts;
  }
  pairings(): readonly Pairing[] {
    return this.derived.pairings;
  }
  private readonly accepted = lazily(
    () => new Set(itemsOf(this.items, 'acceptedFinding').map(({ code, path }) => `${code} ${path}`)),
  );
  /** Of some findings those nobody has accepted. */
  unaccepted(findings: Finding[]): Finding[] {
    const accepted = this.accepted();
    return accepted.size === 0
      ? findings
      : findings.filter(({ code, path }) => !accepted.has(`${code} ${path}`));
  }
  /** What checks find of tokens and nobody has accepted. */
  readonly findings = lazily((): Finding[] => this.unaccepted(this.derived.results().all()));
  /** The same of the token at one path. */
  findingsAt(path: string): Finding[] {
    return this.unaccepted(this.derived.results().at(path));
  }
  /** The worst level there is at a path, for a list to be shown before everything is checked. */
  levelAt(path: string): Finding['level'] | undefined {
    if (this.surroundings.checkLater && !this.derived.isChecked) {
      this.surroundings.checkLater();
      return undefined;
    }
    return this.findingsAt(path)[0]?.level;
  }
  /** What checks across kinds of items find, accepted or not. */
  private readonly libraryFindings = lazily((): Finding[] => this.derived.across().all());
  /** What checks find of components and nobody has accepted. */
  readonly componentFindings = lazily((): Finding[] =>
    this.unaccepted([
      ...this.libraryFindings().filter(({ component }) => component === undefined),
      ...itemsOf(this.items, 'component').flatMap((component) => this.findingsOf(component)),
    ]),
  );
  /** What there is to say of one component, accepted or not. */
  findingsOf(component: ComponentDefinition): Finding[] {
    const across = this.libraryFindings().filter(({ component: about }) => about === component.name);
    const own = this.derived.findingsOf(component);
    return across.length === 0 ? own : [...across, ...own].sort(worstFirst);
  }
  /** How many findings there are of each level that nobody has accepted. */
  findingCounts(): Record<Finding['level'], number> {
    const counts = { ...this.derived.results().counts };
    for (const key of this.accepted())
      for (const { level, code } of this.derived.results().at(key.slice(key.indexOf(' ') + 1)))
        if (key.startsWith(`${code} `)) counts[level]--;
    for (const { level } of this.componentFindings()) counts[level]++;
    return counts;
  }
  /** Works out, in steps, what the combinations of every component come to; what is known already is not worked out anew. */
  *summarising(): Steps<void> {
    const components = itemsOf(this.items, 'component');
    for (const [i, component] of components.entries()) {
      yield i / components.length;
      yield* between(
        i / components.length,
        (i + 1) / components.length,
        this.derived.summarySteps(component),
      );
    }
  }
  /** What a component's combinations come to. */
  summary(component: ComponentDefinition): MatrixSummary {
    return this.derived.summaryOf(component);
  }
  reach(): ReachIndex {
    return this.derived.reach();
  }
  /** How many items have changed since the last release, as the ledger has it, in steps: guards take their time. */
  *countingChanges(): Steps<number> {
    const last = this.surroundings.last();
    if (!last) return this.ledger().length;
    const { ids, spreads } = this.derived.changedSince(last.items);
    if (spreads) return this.ledger().length;
    // The same items break the same guards.
    if (ids.size === 0) return 0;
    let brokenAnew = 0;
    const components = itemsOf(this.items, 'component').filter(({ id }) => !ids.has(id));
    for (const [i, component] of components.entries()) {
      yield i / components.length;
      const then = this.surroundings.brokenThen(component.id);
      if (!then) continue;
      yield (i + 0.5) / components.length;
      if (this.derived.brokenGuardsOf(component).some((message) => !then.has(message))) brokenAnew++;
    }
    return ids.size + brokenAnew;
  }
  readonly ledger = lazily((): LedgerEntry[] =>
    ledgerOf(this.surroundings.last(), { items: this.effective.authored, resolution: this.resolution }),
  );
  readonly stacks = lazily(() => undoStacks(this.log.filter((entry) => entry.author === this.person)));

  /** The log as far as it is known; where only its end is, more of it is asked for. */
  history(): readonly LoggedChangeSet[] {
    this.surroundings.wantLog?.();
    return this.log;
  }

  personName(id: string): string {
    return this.snapshot.people.find((person) => person.id === id)?.name ?? 'Somebody';
  }
}
