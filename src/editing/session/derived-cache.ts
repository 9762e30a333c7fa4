import { Bindings } from '@/core/components/bindings';
import { named } from '@/core/components/compose';
import { withNested } from '@/core/components/nested';
import { summarySteps, type MatrixSummary } from '@/core/components/matrix-summary';
import type { ComponentDefinition } from '@/core/components/definition';
import type { Item, ItemKindName, Items } from '@/core/document/item';
import { runToEnd, type Steps } from '@/core/base/steps';
import { Resolution } from '@/core/tokens/resolve';
import type { TokenSystem } from '@/core/tokens/system';
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

/**
 * What of an open library outlives an edit: values of tokens for as long as no token changes, and what the combinations of a
 * component come to for as long as nothing it is made of does.
 */
export class DerivedCache {
  readonly resolution: Resolution;
  private readonly tokens: readonly Item[];
  private readonly summary: Map<string, { madeOf: readonly Item[]; summary: MatrixSummary }>;
  private known: Bindings | undefined;

  constructor(effective: { items: Items; authored: Items; system: TokenSystem }, before?: DerivedCache) {
    this.tokens = [...effective.authored.values()].filter(({ kind }) => TELLING.has(kind));
    const same = before !== undefined && areSame(this.tokens, before.tokens);
    this.resolution = same ? before.resolution : new Resolution(effective.system);
    this.summary = same ? before.summary : new Map();
    this.known = same ? before.known : undefined;
  }

  /** Tokens that properties can be bound to, as they are where no context is named. */
  bindings(): Bindings {
    return (this.known ??= new Bindings(this.resolution, 0));
  }

  /** What a component's combinations come to on the library's first surface. */
  summaryOf(component: ComponentDefinition, items: Items): MatrixSummary {
    return runToEnd(this.summarySteps(component, items));
  }

  /** The same in steps. */
  *summarySteps(component: ComponentDefinition, items: Items): Steps<MatrixSummary> {
    const madeOf = [...withNested([component], items), ...drawingsIn(component, items)];
    const known = this.summary.get(component.id);
    if (known && areSame(known.madeOf, madeOf)) return known.summary;
    const summary = yield* summarySteps(
      component,
      items,
      this.resolution,
      backdropsIn(this.resolution, {}).at,
    );
    this.summary.set(component.id, { madeOf, summary });
    return summary;
  }
}

const areSame = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((one, i) => one === b[i]);

const drawingsIn = (component: ComponentDefinition, items: Items): Item[] =>
  withNested([component], items)
    .flatMap(({ props }) => Object.values(props))
    .flatMap(({ holds }) => holds ?? [])
    .flatMap(({ asset }) => named(items, 'asset', asset) ?? []);
