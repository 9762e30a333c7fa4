import { assets } from './assets/queries/assets';
import { bindings } from './components/queries/bindings';
import { findingCount, findingsCsv, findingsInSteps, findingsOf } from './findings/queries/findings';
import { fonts } from './foundations/queries/fonts';
import { frame } from './session/queries/frame';
import { gatherReview } from './intake/queries/intake-review';
import { guide, guides } from './guides/queries/guide';
import { ledger } from './releases/queries/ledger';
import { productFrame, screen, upgrade } from './session/open-product';
import { overrides, overridesCsv } from './tokens/queries/overrides';
import { pairingGrid, pairingsCsv, pairingSolutions } from './foundations/queries/pairing-grid';
import { tidiedRanks } from './components/commands/organise';
import { replacedPaths } from './tokens/commands/structure';
import { rolePreview } from './foundations/commands/text-styles';
import { componentsInSteps } from './components/queries/gallery';
import { codeProps, markup, proposal } from './components/queries/markup';
import { matrixInSteps, sizesInSteps } from './components/queries/matrix';
import { pieceProps, proof, whatIfView } from './components/queries/proof';
import type { Steps } from '@/core/base/steps';
import { anatomy, drawnChecks, inspect, measuredGuards, specimen } from './components/queries/specimen';
import { recipePreview, recipes } from './foundations/queries/recipes';
import { recognise } from './tokens/queries/recognise';
import { schemeOf } from './foundations/queries/scheme';
import { pick, search } from './session/queries/search';
import { spacing } from './foundations/queries/spacing';
import { textStyles } from './foundations/queries/text-styles';
import { tiers } from './tokens/queries/tiers';
import { token } from './tokens/queries/token';
import { tokenCsv, tokenList } from './tokens/queries/token-list';
import { usage, uses } from './usage/queries/usage';

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
