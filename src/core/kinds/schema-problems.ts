import { schemaChecker } from '../document/schema-check';
import { ITEM_KINDS } from './registry';

/**
 * What is wrong with an item's shape, in words; empty where nothing is. Nothing is stored that has not passed. It stands by
 * itself: pages, which store nothing, need not load what checks schemas.
 */
export const schemaProblems = schemaChecker(ITEM_KINDS);
