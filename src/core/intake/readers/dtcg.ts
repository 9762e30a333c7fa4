import { openTokens } from '../../tokens/open';
import type { Reader } from '../reader';

/** DTCG token files and resolvers. What is JSON and of no other form is read as this, so that what is wrong is said. */
export const dtcg: Reader = {
  name: 'dtcg',
  label: 'DTCG token and resolver files',
  accepts: (file) => /\.(json|tokens)$/i.test(file),
  read: openTokens,
};
