import { Bindings } from '@/core/components/bindings';
import { checkComponent } from '@/core/components/checks/registry';
import { named } from '@/core/components/compose';
import type { ComponentDefinition } from '@/core/components/definition';
import { brokenGuards } from '@/core/components/guards';
import { summarySteps, type MatrixSummary } from '@/core/components/matrix-summary';
import { withNested } from '@/core/components/nested';
import { knownFonts } from '@/core/assets/known-fonts';
import type { KnownFamily } from '@/core/base/fonts/font';
import { runToEnd, type Steps } from '@/core/base/steps';
import { changedItems, type ItemChanged } from '@/core/document/changed';
import type { Item, ItemKindName, Items } from '@/core/document/item';
import type { Finding } from '@/core/findings/finding';
import { LibraryCheckResults } from '@/core/library/checks/registry';
import type { EffectiveLibrary } from '@/core/library/effective';
import { ReachIndex, usesOf, type ReachDocument } from '@/core/library/reach';
import { changedIds, type ChangedIds } from '@/core/releases/changed-ids';
import { CHECKS } from '@/core/tokens/checks/registry';
import { CheckResults } from '@/core/tokens/checks/results';
import type { CheckInput } from '@/core/tokens/checks/check';
import type { ResolutionChange } from '@/core/tokens/facet';
import type { GroupItem, TokenItem } from '@/core/tokens/items';
import { pairingsIn, type Pairing } from '@/core/tokens/pairings';
import { Resolution } from '@/core/tokens/resolve';
import type { Redeclaration } from '@/core/tokens/token-index';
import {
  keepTree,
  libraryTree,
  pathOf,
  printedObject,
  standsAlike,
  standsThere,
  treeNaming,
  treeSaying,
  type PathChanged,
} from '@/core/tokens/token-tree';
import { backdropsIn } from './backdrop';

/** Kinds of item that token values follow from. */
const TELLING: ReadonlySet<ItemKindName> = new Set([
  'token',
  'group',
  'axis',
  'context',
  'layer',
  'resolver',
]);
/** Kinds of item that what is found of a component may depend on, besides what it is made of. */
const AROUND: ReadonlySet<ItemKindName> = new Set(['component', 'ruleSet', 'theme', 'asset', 'styleSheet']);
/** Of more changes than this at once everything is worked out anew where it is asked for. */
const MANY = 400;

interface ComponentEntry {
  madeOf: readonly Item[];
  /** What stood around when it was last known to be so. */
  around: object;
  /** Paths of the tokens it uses. */
  uses: ReadonlySet<string>;
  summary?: MatrixSummary;
  found?: { findings: Finding[]; around: object; suggestions: Suggestions };
  broken?: { messages: string[]; around: object };
}
/** What was asked of the bindings, and answered, in finding something of a component. */
interface Suggestions {
  bindings: Bindings;
  asked: { property: string; value: string; answer: ReturnType<Bindings['suggest']> }[];
}

/**
 * What is worked out from a library and outlives an edit: after a change only what it touches is worked out anew. What has
 * been asked for once is kept up with every change, for a page that asked will ask again.
 */
export class DerivedCache {
  readonly resolution: Resolution;
  readonly pairings: readonly Pairing[];
  readonly fonts: ReadonlyMap<string, KnownFamily>;
  private readonly around: object;
  private readonly entries: Map<string, ComponentEntry>;
  private documents: readonly ReachDocument[] | undefined;
  private knownReach: ReachIndex | undefined;
  private knownResults: CheckResults | undefined;
  private knownAcross: LibraryCheckResults | undefined;
  private knownChanged: ChangedIds | undefined;

  /**
   * @param others who else uses the library
   * @param before of the same library in another state
   */
  constructor(
    private readonly effective: EffectiveLibrary,
    private readonly others: readonly ReachDocument[],
    before?: DerivedCache,
  ) {
    const changed = before && changedItems(before.effective.authored, effective.authored);
    const isFew = changed !== undefined && changed.length <= MANY && before!.others === others;
    if (!isFew) {
      this.resolution = new Resolution(effective.system);
      this.pairings = pairingsIn(effective.items);
      this.fonts = knownFonts(effective.items);
      this.around = {};
      this.entries = new Map();
      return;
    }
    const touches = (kinds: ReadonlySet<ItemKindName>) =>
      changed.some((one) => kinds.has((one.after ?? one.before)!.kind));
    const standing = handOnTree(before!.effective, effective, changed);
    const stands = standing !== undefined && !standing.isNamed;
    const telling = touches(TELLING);
    const made = telling && standing ? before!.redeclared(effective, changed, standing.renamed) : undefined;
    this.resolution = made?.resolution ?? (telling ? new Resolution(effective.system) : before!.resolution);
    const change = made && { before: before!.resolution, after: made.resolution, touched: made.touched };
    const isLocal = !telling || (stands && change !== undefined && change.touched.size <= MANY);
    this.pairings = stands && !touches(PAIRING) ? before!.pairings : pairingsIn(effective.items);
    this.fonts = touches(ASSET) ? knownFonts(effective.items) : before!.fonts;
    this.around = touches(AROUND) ? {} : before!.around;
    this.entries = !telling ? before!.entries : isLocal ? before!.entriesAfter(change!) : new Map();
    if (!stands) return;
    this.keepUp(before!, changed, isLocal, change);
  }

  /** Brings what was known before up to date. */
  private keepUp(
    before: DerivedCache,
    changed: readonly ItemChanged[],
    isLocal: boolean,
    change: ResolutionChange | undefined,
  ): void {
    const documents = this.documentsNow();
    const reached = this.targetsStay(changed)
      ? before.knownReach?.after(documents, documents[0]!, changed)
      : undefined;
    this.knownReach = reached?.reach;
    if (isLocal) {
      const { numbers } = this.resolution.index;
      const { paths } = libraryTree(this.effective.items);
      const used = reached
        ? [...reached.affected].flatMap((id) => numbers.get(paths.get(id) ?? '') ?? [])
        : [...this.resolution.paths.keys()];
      this.knownResults = before.knownResults?.after(this.input(), change, used);
      this.knownAcross =
        before.knownAcross &&
        LibraryCheckResults.of(this.inputAcross(), { results: before.knownAcross, changed });
    }
    const known = before.knownChanged;
    this.knownChanged = known && changedIds(known.since, this.effective.authored, { known, changed });
  }

  /** Whether nothing that can be referred to has come, gone or got another name: other references could lead to it. */
  private targetsStay(changed: readonly ItemChanged[]): boolean {
    const nameOf = (item: Item | undefined) => (item && 'name' in item ? item.name : undefined);
    return changed.every(
      ({ before, after }) =>
        !AROUND.has((after ?? before)!.kind) || (before && after && nameOf(before) === nameOf(after)),
    );
  }

  /** The resolution after tokens say other things or have other names; undefined where more than that has changed. */
  private redeclared(
    { authored }: EffectiveLibrary,
    changed: readonly ItemChanged[],
    renamed: ReadonlyMap<string, PathChanged>,
  ): { resolution: Resolution; touched: Set<number> } | undefined {
    const { index, system } = this.resolution;
    const tree = libraryTree(authored);
    const sources = new Map(system.sources.map(({ id }, number) => [id, number]));
    const first = ({ declarations }: TokenItem) =>
      Math.min(...Object.keys(declarations).map((layer) => sources.get(layer) ?? Infinity));
    const redeclarations: Redeclaration[] = [];
    for (const { before, after } of changed) {
      if (!TELLING.has((after ?? before)!.kind)) continue;
      if (before?.kind !== 'token' || after?.kind !== 'token') return undefined;
      const path = tree.paths.get(after.id);
      const token = index.numbers.get(renamed.get(after.id)?.from ?? path ?? '');
      // Tokens are numbered by the first source that names them.
      if (token === undefined || tree.ids.get(path!) !== after.id) return undefined;
      if (first(before) !== first(after) || first(after) === Infinity) return undefined;
      for (const layer of new Set([
        ...Object.keys(before.declarations),
        ...Object.keys(after.declarations),
      ])) {
        const [was, is] = [before.declarations[layer], after.declarations[layer]];
        const source = sources.get(layer);
        if (was === is || source === undefined) continue;
        redeclarations.push({ token, source, object: is && printedObject(is, tree) });
      }
    }
    const names = new Map<number, string>();
    for (const { from, to } of renamed.values()) {
      const token = index.numbers.get(from);
      // Declared by no layer there is.
      if (token === undefined) return undefined;
      names.set(token, to);
      // Whoever refers to it is printed with its name.
      for (const user of this.resolution.referrers(from)) {
        const item = authored.get(libraryTree(this.effective.authored).ids.get(user) ?? '');
        if (item?.kind !== 'token') return undefined;
        for (const [layer, declaration] of Object.entries(item.declarations)) {
          const source = sources.get(layer);
          if (source !== undefined)
            redeclarations.push({
              token: index.numbers.get(user)!,
              source,
              object: printedObject(declaration, tree),
            });
        }
      }
    }
    return this.resolution.redeclared(redeclarations, names);
  }

  /** What is known of the components that use no token touched. */
  private entriesAfter({ before, after, touched }: ResolutionChange): Map<string, ComponentEntry> {
    const ground = backdropsIn(before, {}).chosen;
    const paths = [...touched].map((token) => after.paths[token]!);
    if (ground !== backdropsIn(after, {}).chosen || (ground !== undefined && paths.includes(ground)))
      return new Map();
    return new Map([...this.entries].filter(([, { uses }]) => !paths.some((path) => uses.has(path))));
  }

  /** Whether this is what is worked out of these very items. */
  isOf({ authored, items }: EffectiveLibrary, others: readonly ReachDocument[]): boolean {
    return this.effective.authored === authored && this.effective.items === items && this.others === others;
  }
  /** Whether checks of tokens have run. */
  get isChecked(): boolean {
    return this.knownResults !== undefined;
  }

  /** Tokens that properties can be bound to, as they are where no context is named. */
  bindings(): Bindings {
    return this.resolution.facet(Bindings.DEFAULT);
  }

  reach(): ReachIndex {
    return (this.knownReach ??= ReachIndex.of(this.documentsNow()));
  }
  private documentsNow(): readonly ReachDocument[] {
    const [own, ...others] = this.others;
    return (this.documents ??= [{ ...own!, items: this.effective.authored }, ...others]);
  }

  /** What checks find of tokens, accepted or not. */
  results(): CheckResults {
    return (this.knownResults ??= CheckResults.of(CHECKS, this.input()));
  }
  private input(): CheckInput {
    const { ids } = libraryTree(this.effective.items);
    return {
      resolution: this.resolution,
      pairings: this.pairings,
      fonts: this.fonts,
      isUsed: (path) => this.reach().direct(ids.get(path) ?? '').length > 0,
    };
  }

  /** What checks across kinds of items find, accepted or not. */
  across(): LibraryCheckResults {
    return (this.knownAcross ??= LibraryCheckResults.of(this.inputAcross()));
  }
  private inputAcross() {
    return { items: this.effective.authored, resolution: this.resolution };
  }

  /** Ids of what is not as it was in a release. */
  changedSince(released: Items): ChangedIds {
    if (this.knownChanged?.since !== released)
      this.knownChanged = changedIds(released, this.effective.authored);
    return this.knownChanged;
  }

  private entryOf(component: ComponentDefinition): ComponentEntry {
    const { items } = this.effective;
    const known = this.entries.get(component.id);
    if (known?.around === this.around) return known;
    const madeOf = [...withNested([component], items), ...drawingsIn(component, items)];
    if (known && areSame(known.madeOf, madeOf)) {
      known.around = this.around;
      return known;
    }
    const uses = madeOf.flatMap((item) => usesOf(item, items).map(({ to }) => pathOf(to, items)));
    const entry: ComponentEntry = { madeOf, around: this.around, uses: new Set(uses) };
    this.entries.set(component.id, entry);
    return entry;
  }

  /** What a component's combinations come to on the library's first surface. */
  summaryOf(component: ComponentDefinition): MatrixSummary {
    return runToEnd(this.summarySteps(component));
  }

  /** The same in steps. */
  *summarySteps(component: ComponentDefinition): Steps<MatrixSummary> {
    const entry = this.entryOf(component);
    return (entry.summary ??= yield* summarySteps(
      component,
      this.effective.items,
      this.resolution,
      backdropsIn(this.resolution, {}).at,
    ));
  }

  /** What checks of components find of one, accepted or not. */
  findingsOf(component: ComponentDefinition): Finding[] {
    const entry = this.entryOf(component);
    const bindings = this.bindings();
    if (entry.found?.around === this.around && stillSuggests(entry.found.suggestions, bindings))
      return entry.found.findings;
    const asked: Suggestions['asked'] = [];
    const suggest: Bindings['suggest'] = (property, value) => {
      const answer = bindings.suggest(property, value);
      asked.push({ property, value, answer });
      return answer;
    };
    const { items, authored } = this.effective;
    const findings = checkComponent({
      component,
      authored: (authored.get(component.id) as ComponentDefinition | undefined) ?? component,
      items,
      resolution: this.resolution,
      bindings: () => ({ suggest }),
      summary: () => this.summaryOf(component),
    });
    entry.found = { findings, around: this.around, suggestions: { bindings, asked } };
    return findings;
  }

  /** What its broken guards say. */
  brokenGuardsOf(component: ComponentDefinition): readonly string[] {
    const entry = this.entryOf(component);
    if (entry.broken?.around !== this.around) {
      const broken = brokenGuards(component, this.effective.items, this.resolution);
      entry.broken = { messages: broken.map(({ message }) => message), around: this.around };
    }
    return entry.broken.messages;
  }
}

const PAIRING: ReadonlySet<ItemKindName> = new Set(['pairing']);
const ASSET: ReadonlySet<ItemKindName> = new Set(['asset']);

/**
 * Where nothing has another place, the tree of what was before is that of what is, but for names: those of tokens that have
 * others, by id. Undefined where it is not so.
 */
function handOnTree(
  before: EffectiveLibrary,
  after: EffectiveLibrary,
  changed: readonly ItemChanged[],
): { isNamed: boolean; renamed: ReadonlyMap<string, PathChanged> } | undefined {
  const said = new Map<string, TokenItem | GroupItem>();
  let isNamed = false;
  for (const { before: was, after: is } of changed) {
    const isNode = (item: Item | undefined) => item?.kind === 'token' || item?.kind === 'group';
    if (!isNode(was) && !isNode(is)) continue;
    if (!isNode(was) || !isNode(is)) return undefined;
    if (!standsAlike(was as TokenItem, is as TokenItem)) {
      if (!standsThere(was as TokenItem, is as TokenItem)) return undefined;
      isNamed = true;
    }
    said.set(is!.id, is as TokenItem);
  }
  const tree = libraryTree(before.authored);
  const named = isNamed ? treeNaming(tree, said) : { tree: treeSaying(tree, said), renamed: NOT_RENAMED };
  if (!named) return undefined;
  const next = said.size === 0 ? tree : named.tree;
  keepTree(after.authored, next);
  keepTree(after.items, next);
  return { isNamed, renamed: named.renamed };
}
const NOT_RENAMED: ReadonlyMap<string, PathChanged> = new Map();

/** Whether other bindings give the same answers to what was asked; they are noted where they do. */
function stillSuggests(suggestions: Suggestions, bindings: Bindings): boolean {
  if (suggestions.bindings === bindings) return true;
  const isSame = suggestions.asked.every(({ property, value, answer }) => {
    const now = bindings.suggest(property, value);
    return now?.path === answer?.path && now?.exact === answer?.exact && now?.css === answer?.css;
  });
  if (isSame) suggestions.bindings = bindings;
  return isSame;
}

const areSame = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i]);

const drawingsIn = (component: ComponentDefinition, items: Items): Item[] =>
  withNested([component], items)
    .flatMap(({ props }) => Object.values(props))
    .flatMap(({ holds }) => holds ?? [])
    .flatMap(({ asset }) => named(items, 'asset', asset) ?? []);
