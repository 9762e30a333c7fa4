import { addAssets } from './assets/commands/add-assets';
import { addIconComponent } from './assets/commands/add-icon-component';
import { removeAssetFile } from './assets/commands/remove-asset-file';
import { renameAsset } from './assets/commands/rename-asset';
import { replaceAsset } from './assets/commands/replace-asset';
import { addDeclarations } from './components/commands/add-declarations';
import { addRules } from './components/commands/add-rules';
import { addSlotProps } from './components/commands/add-slot-props';
import { compareWithCode } from './components/commands/compare-with-code';
import { copyRule } from './components/commands/copy-rule';
import { describeComponent } from './components/commands/describe-component';
import { groupComponents } from './components/commands/group-components';
import { putStyleSheets } from './components/commands/put-style-sheets';
import { rankComponents } from './components/commands/rank-components';
import { recordGuards } from './components/commands/record-guards';
import { removeBehaviour } from './components/commands/remove-behaviour';
import { extractValue } from './components/commands/extract-value';
import { removeComponents } from './components/commands/remove-components';
import { removeDataTable } from './components/commands/remove-data-table';
import { removeGuard } from './components/commands/remove-guard';
import { removePart } from './components/commands/remove-part';
import { renamePart } from './components/commands/rename-part';
import { removeProp } from './components/commands/remove-prop';
import { removeRule } from './components/commands/remove-rule';
import { removeStyleSheet } from './components/commands/remove-style-sheet';
import { renameComponent } from './components/commands/rename-component';
import { renameRank } from './components/commands/rename-rank';
import { setAdjustable } from './components/commands/set-adjustable';
import { applyTheme } from './components/commands/apply-theme';
import { putTheme } from './components/commands/put-theme';
import { removeTheme } from './components/commands/remove-theme';
import { setPartElement } from './components/commands/set-part-element';
import { setThemeStyle } from './components/commands/set-theme-style';
import { setBases } from './components/commands/set-bases';
import { setBehaviour } from './components/commands/set-behaviour';
import { setCode } from './components/commands/set-code';
import { setComponentLifecycle } from './components/commands/set-component-lifecycle';
import { setDataTable } from './components/commands/set-data-table';
import { setExclusion } from './components/commands/set-exclusion';
import { setGuard } from './components/commands/set-guard';
import { setPart } from './components/commands/set-part';
import { setPartStyle } from './components/commands/set-part-style';
import { setProp } from './components/commands/set-prop';
import { setRule } from './components/commands/set-rule';
import { setRuleValue } from './components/commands/set-rule-value';
import { setRuleValues } from './components/commands/set-rule-values';
import { setScript } from './components/commands/set-script';
import { setSlot } from './components/commands/set-slot';
import { shareRules } from './components/commands/share-rules';
import { startComponent } from './components/commands/start-component';
import { startFromCode } from './components/commands/start-from-code';
import { startFromMarkup } from './components/commands/start-from-markup';
import { swapNested } from './components/commands/swap-nested';
import { takeFromCode } from './components/commands/take-from-code';
import { unlink } from './components/commands/unlink';
import { acceptFindings } from './findings/commands/accept-findings';
import { applyFixes } from './findings/commands/apply-fixes';
import { withdrawAcceptance } from './findings/commands/withdraw-acceptance';
import { addFonts } from './foundations/commands/add-fonts';
import { addGridStep } from './foundations/commands/add-grid-step';
import { addInset } from './foundations/commands/add-inset';
import { addTextStyles } from './foundations/commands/add-text-styles';
import { addLayer } from './foundations/commands/add-layer';
import { applyRecipe } from './foundations/commands/apply-recipe';
import { forgetRecipe } from './foundations/commands/forget-recipe';
import { makeScheme } from './foundations/commands/make-scheme';
import { moveAxis } from './foundations/commands/move-axis';
import { moveLayer } from './foundations/commands/move-layer';
import { pair } from './foundations/commands/pair';
import { putAxis } from './foundations/commands/put-axis';
import { removeAxis } from './foundations/commands/remove-axis';
import { removeFontFile } from './foundations/commands/remove-font-file';
import { removeLayer } from './foundations/commands/remove-layer';
import { renameFont } from './foundations/commands/rename-font';
import { replaceFamily } from './foundations/commands/replace-family';
import { replaceWeight } from './foundations/commands/replace-weight';
import { setTextMember } from './foundations/commands/set-text-member';
import { unpair } from './foundations/commands/unpair';
import { addBlock } from './guides/commands/add-block';
import { addGuide } from './guides/commands/add-guide';
import { moveBlock } from './guides/commands/move-block';
import { removeBlock } from './guides/commands/remove-block';
import { setBlock } from './guides/commands/set-block';
import { setBlockText } from './guides/commands/set-block-text';
import { importTokens } from './intake/commands/import-tokens';
import { putOutput } from './outputs/commands/put-output';
import { removeOutput } from './outputs/commands/remove-output';
import { addPlacement } from './products/commands/add-placement';
import { addScreen } from './products/commands/add-screen';
import { changeScreen } from './products/commands/change-screen';
import { duplicateScreen } from './products/commands/duplicate-screen';
import { movePlacement } from './products/commands/move-placement';
import { removePlacement } from './products/commands/remove-placement';
import { removeScreen } from './products/commands/remove-screen';
import { setPlacementContents } from './products/commands/set-placement-contents';
import { setPlacementProp } from './products/commands/set-placement-prop';
import { applyContext } from './products/commands/apply-context';
import { pinLibrary } from './products/commands/pin-library';
import { releaseHold } from './products/commands/release-hold';
import { setPinPolicy } from './products/commands/set-pin-policy';
import { unpinLibrary } from './products/commands/unpin-library';
import { setTheme } from './products/commands/set-theme';
import { addToken } from './tokens/commands/add-token';
import { declareValue } from './tokens/commands/declare-value';
import { duplicate } from './tokens/commands/duplicate';
import { move } from './tokens/commands/move';
import { promote } from './tokens/commands/promote';
import { removeOverride } from './tokens/commands/remove-override';
import { removePaths } from './tokens/commands/remove-paths';
import { renamePaths } from './tokens/commands/rename-paths';
import { replaceInPaths } from './tokens/commands/replace-in-paths';
import { setExtra } from './tokens/commands/set-extra';
import { setLifecycle } from './tokens/commands/set-lifecycle';
import { setMember } from './tokens/commands/set-member';
import { setUnder } from './tokens/commands/set-under';

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
  extractValue,
  renamePart,
  removePart,
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
  putAxis,
  moveAxis,
  removeAxis,
  addLayer,
  moveLayer,
  removeLayer,
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
  addDeclarations,
  addRules,
  addSlotProps,
  setRuleValues,
  copyRule,
  setPartStyle,
  setScript,
  addAssets,
  addIconComponent,
  renameAsset,
  removeAssetFile,
  replaceAsset,
  setCode,
  shareRules,
  setBases,
  putTheme,
  setThemeStyle,
  removeTheme,
  applyTheme,
  setPartElement,
  takeFromCode,
  unlink,
  setDataTable,
  setExclusion,
  setSlot,
  swapNested,
  setPart,
  setAdjustable,
  setGuard,
  removeDataTable,
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
  setBlock,
  setBlockText,
  removeBlock,
  putOutput,
  removeOutput,
};
export const PRODUCT_COMMANDS = {
  addScreen,
  changeScreen,
  duplicateScreen,
  removeScreen,
  addPlacement,
  movePlacement,
  removePlacement,
  setPlacementContents,
  setPlacementProp,
  setTheme,
  applyContext,
  pinLibrary,
  unpinLibrary,
  setPinPolicy,
  releaseHold,
};
type Commands = typeof LIBRARY_COMMANDS & typeof PRODUCT_COMMANDS;
export type CommandName = keyof Commands;
export type CommandArguments<K extends CommandName> = Parameters<Commands[K]>[1];
