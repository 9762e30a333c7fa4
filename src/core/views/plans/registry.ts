import { setRuleValue, setTemplate } from './components';
import { addBlock, addGuide, moveBlock, removeBlock, setBlockText } from './guides';
import { setPlacementProp } from './products';
import { addToken, declareValue, removeToken, renameToken, setMember, silence } from './tokens';

export const LIBRARY_PLANS = {
  declareValue,
  silence,
  setMember,
  renameToken,
  addToken,
  removeToken,
  setRuleValue,
  setTemplate,
  addGuide,
  addBlock,
  moveBlock,
  setBlockText,
  removeBlock,
};
export const PRODUCT_PLANS = { setPlacementProp };
export type Plans = typeof LIBRARY_PLANS & typeof PRODUCT_PLANS;
export type PlanName = keyof Plans;
export type PlanArguments<K extends PlanName> = Parameters<Plans[K]>[1];
