import { quantity } from './quantity';

export const duration = quantity('duration', ['ms', 's'], '200ms');
