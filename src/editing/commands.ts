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
  swapNested,
} from './components/commands/component-make';
import {
  unlink,
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
  setComponentLifecycle,
  groupComponents,
} from './components/commands/organise';
import { importTokens } from './intake/commands/import-tokens';
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
import { acceptFindings } from './findings/commands/accept-findings';
import { applyFixes } from './findings/commands/apply-fixes';
import { withdrawAcceptance } from './findings/commands/withdraw-acceptance';
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
  renamePaths,
  replaceInPaths,
  setLifecycle,
  setUnder,
} from './tokens/commands/structure';
import { compareWithCode, startFromCode, startFromMarkup } from './components/commands/starting';
import { addTextStyles, setTextMember } from './foundations/commands/text-styles';
import { addToken, declareValue, setMember, removeOverride } from './tokens/commands/tokens';

export const LIBRARY_COMMANDS = {
  declareValue,
  removeOverride,
  setMember,
  addToken,
  renamePaths,
  move,
  replaceInPaths,
  duplicate,
  removePaths,
  promote,
  setUnder,
  setLifecycle,
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
  applyFixes,
  acceptFindings,
  withdrawAcceptance,
  pair,
  unpair,
  applyRecipe,
  forgetRecipe,
  makeScheme,
  importTokens,
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
  unlink,
  setExclusion,
  setSlot,
  swapNested,
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
  groupComponents,
  setComponentLifecycle,
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
export const PRODUCT_COMMANDS = { setPlacementProp };
type Commands = typeof LIBRARY_COMMANDS & typeof PRODUCT_COMMANDS;
export type CommandName = keyof Commands;
export type CommandArguments<K extends CommandName> = Parameters<Commands[K]>[1];
