import { assets } from './assets/queries/assets';
import { bindings, valueNote } from './components/queries/bindings';
import { contrastFix } from './components/queries/contrast-fix';
import { dataTables, typedTable } from './components/queries/data-tables';
import { deliveredCode } from './components/queries/delivered-code';
import { findingCount, findingsCsv, findingsInSteps, findingsOf } from './findings/queries/findings';
import { axes } from './foundations/queries/axes';
import { brands } from './foundations/queries/brands';
import { fonts } from './foundations/queries/fonts';
import { card } from './session/queries/card';
import { changeCount, frame } from './session/queries/frame';
import { importHistory } from './intake/queries/import-history';
import { intakeReview } from './intake/queries/intake-review';
import { guide, guides } from './guides/queries/guide';
import { guideFile } from './guides/queries/guide-file';
import { changeSpecimen } from './releases/queries/change-specimen';
import { parentUpgrade } from './releases/queries/parent-upgrade';
import { ledger } from './releases/queries/ledger';
import { outputs } from './outputs/queries/outputs';
import { productBrands } from './products/queries/product-brands';
import { placing } from './products/queries/placing';
import { productFrame } from './products/queries/product-frame';
import { themeReview } from './products/queries/theme-review';
import { upgrade } from './products/queries/upgrade';
import { screen } from './products/queries/screen';
import { overrides, overridesCsv } from './tokens/queries/overrides';
import { pairingGrid, pairingsCsv, pairingSolutions } from './foundations/queries/pairing-grid';
import { cardSpecimen, componentsInSteps, componentSums } from './components/queries/gallery';
import { matrixInSteps, sizesInSteps } from './components/queries/matrix';
import { offeredGuards } from './components/queries/offered-guards';
import { nestedProps, proof, whatIfView } from './components/queries/proof';
import type { Steps } from '@/core/base/steps';
import { anatomy, drawnChecks, inspect, measuredGuards, specimen } from './components/queries/specimen';
import { recipePreview, recipes } from './foundations/queries/recipes';
import { recognise } from './tokens/queries/recognise';
import { schemeOf } from './foundations/queries/scheme';
import { pick, search } from './session/queries/search';
import { spacing } from './foundations/queries/spacing';
import { themeChanges, themes } from './components/queries/themes';
import { textStyles } from './foundations/queries/text-styles';
import { tokenValues } from './tokens/queries/token-values';
import { tiers } from './tokens/queries/tiers';
import { token } from './tokens/queries/token';
import { matchingPaths, tokenCsv, tokenList } from './tokens/queries/token-list';
import { removal } from './usage/queries/removal';
import { users } from './session/queries/users';
import { usage, uses } from './usage/queries/usage';
import { groupedRanks } from '@/editing/components/ranks';
import { replacedPaths } from '@/editing/tokens/paths';
import { rolePreview } from '@/editing/foundations/role-styles';

/** Read when it is first asked for: what reads pages and source code is as much code as half of all else. */
const later =
  <A extends unknown[], R>(load: () => Promise<(...given: A) => R>) =>
  async (...given: A): Promise<R> =>
    (await load())(...given);
const markupQueries = () => import('./components/queries/markup');

/** What a library's pages ask of the open document; each a pure function of it and its arguments. */
export const LIBRARY_QUERIES = {
  frame,
  changeCount,
  users,
  card,
  findingCount,
  search,
  pick,
  bindings,
  contrastFix,
  dataTables,
  offeredGuards,
  typedTable,
  deliveredCode,
  valueNote,
  removal,
  tiers,
  tokenList,
  matchingPaths,
  tokenCsv,
  tokenValues,
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
  axes,
  brands,
  fonts,
  spacing,
  intakeReview,
  importHistory,
  recognise,
  replacedPaths,
  components: componentsInSteps,
  componentSums,
  cardSpecimen,
  groupedRanks,
  themes,
  themeChanges,
  markup: later(async () => (await markupQueries()).markup),
  proposal: later(async () => (await markupQueries()).proposal),
  codeProps: later(async () => (await markupQueries()).codeProps),
  assets,
  proof,
  matrix: matrixInSteps,
  sizes: sizesInSteps,
  specimen,
  nestedProps,
  anatomy,
  inspect,
  measuredGuards,
  drawnChecks,
  whatIf: whatIfView,
  guides,
  guide,
  guideFile,
  ledger,
  changeSpecimen,
  parentUpgrade,
  usage,
  uses,
  outputs,
};
/** What a product's pages ask. */
export const PRODUCT_QUERIES = { productFrame, screen, placing, upgrade, themeReview, productBrands };

type Queries = typeof LIBRARY_QUERIES & typeof PRODUCT_QUERIES;
export type QueryName = keyof Queries;
/** Arguments of a view besides the document; an empty object where it takes none. */
export type QueryArguments<K extends QueryName> = Parameters<Queries[K]>[1] extends undefined
  ? Record<string, never>
  : NonNullable<Parameters<Queries[K]>[1]>;
/** What each view says; of one that answers in steps, what it ends with. */
type Answers = {
  [K in QueryName]: ReturnType<Queries[K]> extends Steps<infer T> ? T : Awaited<ReturnType<Queries[K]>>;
};
export type QueryAnswer<K extends QueryName> = Answers[K];
