import { append } from '@/core/base/append';
import { runChecks } from '@/core/tokens/checks/registry';
import { checkComponent } from '@/core/components/checks/registry';
import { worstFirst, type Finding } from '@/core/findings/finding';
import { checkLibrary } from '@/core/library/checks/registry';
import type { MatrixSummary } from '@/core/components/matrix-summary';
import { undoStacks, type LoggedChangeSet } from '@/core/document/change-set';
import type { ComponentDefinition } from '@/core/components/definition';
import { itemsOf, type Document, type Item, type Items } from '@/core/document/item';
import { libraryTree, type LibraryTree } from '@/core/tokens/token-tree';
import { pairingsIn } from '@/core/tokens/pairings';
import { knownFonts } from '@/core/assets/known-fonts';
import { effectiveLibrary, type EffectiveLibrary, type Generation } from '@/core/library/effective';
import { ReachIndex } from '@/core/library/reach';
import { ledgerOf, type LedgerEntry, type LibraryState } from '@/core/releases/ledger';
import { between, type Steps } from '@/core/base/steps';
import { Resolution } from '@/core/tokens/resolve';
import { DerivedCache } from './derived-cache';

export interface SentGeneration {
  name: string;
  version: string;
  items: Item[];
}

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
  last: { version: string; items: Item[]; ancestors: SentGeneration[] } | null;
  versions: { version: string; at: string }[];
  products: { id: string; slug: string; name: string; version: string; items: Item[] }[];
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
    return { items: effective.authored, resolution: new Resolution(effective.system) };
  });
  return { snapshot, ancestors, last, lastOwn: lazily(() => itemMap(snapshot.last?.items ?? [])) };
}
export type Surroundings = ReturnType<typeof surroundingsOf>;

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
    this.derived = new DerivedCache(this.effective, before);
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

  readonly fonts = lazily(() => knownFonts(this.items));
  readonly pairings = lazily(() => pairingsIn(this.items));
  /** What checks find of tokens, accepted or not. */
  readonly allFindings = lazily((): Finding[] =>
    runChecks({
      resolution: this.resolution,
      pairings: this.pairings(),
      fonts: this.fonts(),
      isUsed: (path) => this.reach().direct(this.tree.ids.get(path) ?? '').length > 0,
    }),
  );
  /** What checks across kinds of items find, accepted or not. */
  private readonly libraryFindings = lazily((): Finding[] =>
    checkLibrary({ items: this.effective.authored, resolution: this.resolution }),
  );
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
  readonly findings = lazily((): Finding[] => this.unaccepted(this.allFindings()));
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
    const own = checkComponent({
      component,
      authored: (this.effective.authored.get(component.id) as ComponentDefinition | undefined) ?? component,
      items: this.items,
      resolution: this.resolution,
      bindings: () => this.derived.bindings(),
      summary: () => this.summary(component),
    });
    return across.length === 0 ? own : [...across, ...own].sort(worstFirst);
  }
  /** Works out, in steps, what the combinations of every component come to; what is known already is not worked out anew. */
  *summarising(): Steps<void> {
    const components = itemsOf(this.items, 'component');
    for (const [i, component] of components.entries()) {
      yield i / components.length;
      yield* between(
        i / components.length,
        (i + 1) / components.length,
        this.derived.summarySteps(component, this.items),
      );
    }
  }
  /** What a component's combinations come to. */
  summary(component: ComponentDefinition): MatrixSummary {
    return this.derived.summaryOf(component, this.items);
  }
  readonly findingsByPath = lazily(() => {
    const found = new Map<string, Finding[]>();
    for (const finding of this.findings())
      if (finding.path !== undefined) append(found, finding.path, finding);
    return found;
  });
  readonly reach = lazily(
    () =>
      new ReachIndex([
        {
          id: this.snapshot.document.id,
          name: this.snapshot.document.name,
          kind: 'library',
          items: this.effective.authored,
        },
        ...this.snapshot.products.map((product) => ({
          id: product.id,
          name: product.name,
          kind: 'product' as const,
          items: itemMap(product.items),
        })),
      ]),
  );
  readonly ledger = lazily((): LedgerEntry[] =>
    ledgerOf(this.surroundings.last(), { items: this.effective.authored, resolution: this.resolution }),
  );
  readonly stacks = lazily(() => undoStacks(this.log.filter((entry) => entry.author === this.person)));

  personName(id: string): string {
    return this.snapshot.people.find((person) => person.id === id)?.name ?? 'Somebody';
  }
}
