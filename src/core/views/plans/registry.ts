import { addAssets, removeAssetFile, renameAsset, replaceAsset } from './assets';
import { setScript, setTemplate } from './components';
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
} from './component-make';
import { cutLoose, setBases, setPartStyle, setRuleValue, setStyleSheet, shareRules } from './component-rules';
import {
  rankComponents,
  removeComponents,
  renameComponent,
  renameRank,
  setComponentStanding,
  tidyComponents,
} from './organise';
import { bringIn } from './gather';
import { addFonts, removeFontFile, renameFont, replaceFamily, replaceWeight } from './fonts';
import { putStyleSheets, removeStyleSheet } from './style-sheets';
import { addBlock, addGuide, moveBlock, removeBlock, setBlockText } from './guides';
import { setExtra } from './extras';
import { removeProp, removeRule, setProp, setRule, startComponent } from './making';
import { acceptFindings, mend, unaccept } from './mends';
import { pair, unpair } from './pairings';
import { setPlacementProp } from './products';
import { applyRecipe, forgetRecipe } from './recipes';
import { makeScheme } from './scheme';
import { addGridStep, addInset } from './spacing';
import {
  duplicate,
  move,
  promote,
  removePaths,
  repath,
  replaceInPaths,
  setStanding,
  setUnder,
} from './structure';
import { compareWithCode, startFromCode, startFromMarkup } from './starting';
import { addTextStyles, setTextMember } from './text-styles';
import { addToken, declareValue, setMember, silence } from './tokens';

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
