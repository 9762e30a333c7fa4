import { registryOf } from '../base/registry';
import { applyChangeSet as apply, applicable as applicableIn, type ChangeSet } from '../document/change-set';
import type { Document, Item, ItemKindName, ItemOf } from '../document/item';
import type { ItemKind } from '../document/item-kind';
import type { Transition } from '../document/invariants/invariant';
import { brokenInvariants as broken } from '../document/invariants/registry';
import type { Edit } from '../document/edits';
import { token } from './token';
import { group } from './group';
import { axis } from './axis';
import { context } from './context';
import { layer } from './layer';
import { resolver } from './resolver';
import { pairing } from './pairing';
import { recipe } from './recipe';
import { component } from './component';
import { ruleSet } from './rule-set';
import { theme } from './theme';
import { styleSheet } from './style-sheet';
import { asset } from './asset';
import { guide } from './guide';
import { rank } from './rank';
import { acceptedFinding } from './accepted-finding';
import { output } from './output';
import { parent } from './parent';
import { pin } from './pin';
import { screen } from './screen';
import { placement } from './placement';
import { goal } from './goal';

/** Every kind of item there is. A kind is one file beside this one and one line here. */
export const ITEM_KINDS: ReadonlyMap<string, ItemKind> = registryOf(
  [
    token,
    group,
    axis,
    context,
    layer,
    resolver,
    pairing,
    recipe,
    component,
    ruleSet,
    theme,
    styleSheet,
    asset,
    guide,
    rank,
    acceptedFinding,
    output,
    parent,
    pin,
    screen,
    placement,
    goal,
  ] as unknown as ItemKind[],
  ({ kind }) => kind,
);

export const kindOf = <K extends ItemKindName>(item: ItemOf<K>): ItemKind<K> =>
  ITEM_KINDS.get((item as Item).kind) as unknown as ItemKind<K>;

/** `applyChangeSet` of the document, for documents of these kinds. */
export const applyChangeSet = (document: Document, changeSet: Pick<ChangeSet, 'edits'>) =>
  apply(document, changeSet, ITEM_KINDS);
/** `brokenInvariants` of the document, for documents of these kinds. */
export const brokenInvariants = (transition: Omit<Transition, 'kinds'>) =>
  broken({ ...transition, kinds: ITEM_KINDS });
/** `applicable` of the document, for documents of these kinds. */
export const applicable = (document: Document, edits: readonly Edit[]) =>
  applicableIn(document, edits, ITEM_KINDS);
