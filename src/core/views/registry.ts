import { assets } from './assets';
import { bindings } from './bindings';
import { findingCount, findingsCsv, findingsInSteps, findingsOf } from './findings';
import { fonts } from './fonts';
import { frame } from './frame';
import { gatherReview } from './gather';
import { guide, guides } from './guide';
import { ledger } from './ledger';
import { productFrame, screen, upgrade } from './open-product';
import { overrides, overridesCsv } from './overrides';
import { pairingGrid, pairingsCsv, pairingSolutions } from './pairing-grid';
import { tidiedRanks } from './plans/organise';
import { replacedPaths } from './plans/structure';
import { rolePreview } from './plans/text-styles';
import { componentsInSteps } from './gallery';
import { codeProps, markup, proposal } from './markup';
import { matrixInSteps, sizesInSteps } from './matrix';
import { pieceProps, proof, whatIfView } from './proof';
import type { Steps } from '../steps';
import { anatomy, drawnChecks, inspect, measuredGuards, specimen } from './specimen';
import { recipePreview, recipes } from './recipes';
import { recognise } from './recognise';
import { schemeOf } from './scheme';
import { pick, search } from './search';
import { spacing } from './spacing';
import { textStyles } from './text-styles';
import { tiers } from './tiers';
import { token } from './token';
import { tokenCsv, tokenList } from './token-list';
import { usage, uses } from './usage';

/** What a library's pages ask of the open document; each a pure function of it and its arguments. */
export const LIBRARY_VIEWS = {
  frame,
  findingCount,
  search,
  pick,
  bindings,
  tiers,
  tokenList,
  tokenCsv,
  token,
  overrides,
  overridesCsv,
  pairingGrid,
  pairingSolutions,
  pairingsCsv,
  findings: findingsInSteps,
  findingsOf,
  findingsCsv,
  recipes,
  recipePreview,
  scheme: schemeOf,
  textStyles,
  rolePreview,
  fonts,
  spacing,
  gatherReview,
  recognise,
  replacedPaths,
  components: componentsInSteps,
  tidiedRanks,
  markup,
  proposal,
  codeProps,
  assets,
  proof,
  matrix: matrixInSteps,
  sizes: sizesInSteps,
  specimen,
  pieceProps,
  anatomy,
  inspect,
  measuredGuards,
  drawnChecks,
  whatIf: whatIfView,
  guides,
  guide,
  ledger,
  usage,
  uses,
};
/** What a product's pages ask. */
export const PRODUCT_VIEWS = { productFrame, screen, upgrade };

export type Views = typeof LIBRARY_VIEWS & typeof PRODUCT_VIEWS;
export type ViewName = keyof Views;
/** Arguments of a view besides the document; an empty object where it takes none. */
export type ViewArguments<K extends ViewName> = Parameters<Views[K]>[1] extends undefined
  ? Record<string, never>
  : NonNullable<Parameters<Views[K]>[1]>;
/** What each view says; of one that answers in steps, what it ends with. */
type Answers = {
  [K in ViewName]: ReturnType<Views[K]> extends Steps<infer T> ? T : ReturnType<Views[K]>;
};
export type ViewAnswer<K extends ViewName> = Answers[K];
