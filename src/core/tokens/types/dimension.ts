import { quantity } from './quantity';

export const dimension = quantity('dimension', ['px', 'rem'], '16px');
