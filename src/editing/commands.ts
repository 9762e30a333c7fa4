import { addAssets, removeAssetFile, renameAsset, replaceAsset } from './assets/commands/assets';
import { setScript, setTemplate } from './components/commands/components';
import {
  describeComponent,
  recordGuards,
  removeBehaviour,
  removeGuard,
  setAdjustable,
  setBehaviour,
  setExclusion,
  setGuard,
  setPart,
  setSlot,
  swapPiece,
} from './components/commands/component-make';
import {
  cutLoose,
  setBases,
  setPartStyle,
  setRuleValue,
  setStyleSheet,
  shareRules,
} from './components/commands/component-rules';
import {
  rankComponents,
  removeComponents,
  renameComponent,
  renameRank,
  setComponentStanding,
  tidyComponents,
} from './components/commands/organise';
import { bringIn } from './intake/commands/import-tokens';
import {
  addFonts,
  removeFontFile,
  renameFont,
  replaceFamily,
  replaceWeight,
} from './foundations/commands/fonts';
import { putStyleSheets, removeStyleSheet } from './components/commands/style-sheets';
import { addBlock, addGuide, moveBlock, removeBlock, setBlockText } from './guides/commands/guides';
import { setExtra } from './tokens/commands/extras';
import { removeProp, removeRule, setProp, setRule, startComponent } from './components/commands/making';
import { acceptFindings, mend, unaccept } from './findings/commands/fixes';
import { pair, unpair } from './foundations/commands/pairings';
import { setPlacementProp } from './products/commands/products';
import { applyRecipe, forgetRecipe } from './foundations/commands/recipes';
import { makeScheme } from './foundations/commands/scheme';
import { addGridStep, addInset } from './foundations/commands/spacing';
import {
  duplicate,
  move,
  promote,
  removePaths,
  repath,
  replaceInPaths,
  setStanding,
  setUnder,
} from './tokens/commands/structure';
import { compareWithCode, startFromCode, startFromMarkup } from './components/commands/starting';
import { addTextStyles, setTextMember } from './foundations/commands/text-styles';
import { addToken, declareValue, setMember, silence } from './tokens/commands/tokens';

export const LIBRARY_PLANS = {
  declareValue,
  silence,
  setMember,
  addToken,
  repath,
  move,
  replaceInPaths,
  duplicate,
  removePaths,
  promote,
  setUnder,
  setStanding,
  setExtra,
  setTextMember,
  addTextStyles,
  addInset,
  addGridStep,
  addFonts,
  removeFontFile,
  renameFont,
  replaceFamily,
  replaceWeight,
  mend,
  acceptFindings,
  unaccept,
  pair,
  unpair,
  applyRecipe,
  forgetRecipe,
  makeScheme,
  bringIn,
  startComponent,
  startFromMarkup,
  startFromCode,
  compareWithCode,
  setProp,
  removeProp,
  setRule,
  removeRule,
  setRuleValue,
  setPartStyle,
  setTemplate,
  setScript,
  addAssets,
  renameAsset,
  removeAssetFile,
  replaceAsset,
  setStyleSheet,
  shareRules,
  setBases,
  cutLoose,
  setExclusion,
  setSlot,
  swapPiece,
  setPart,
  setAdjustable,
  setGuard,
  removeGuard,
  recordGuards,
  setBehaviour,
  removeBehaviour,
  describeComponent,
  rankComponents,
  renameRank,
  tidyComponents,
  setComponentStanding,
  removeComponents,
  renameComponent,
  addGuide,
  putStyleSheets,
  removeStyleSheet,
  addBlock,
  moveBlock,
  setBlockText,
  removeBlock,
};
export const PRODUCT_PLANS = { setPlacementProp };
export type Plans = typeof LIBRARY_PLANS & typeof PRODUCT_PLANS;
export type PlanName = keyof Plans;
export type PlanArguments<K extends PlanName> = Parameters<Plans[K]>[1];
