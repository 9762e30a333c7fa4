import { registryOf } from '../../base/registry';
import { border } from './border';
import { color } from './color';
import { cubicBezier } from './cubic-bezier';
import { dimension } from './dimension';
import { duration } from './duration';
import { fontFamily } from './font-family';
import { fontWeight } from './font-weight';
import { gradient } from './gradient';
import { number } from './number';
import { shadow } from './shadow';
import { strokeStyle } from './stroke-style';
import { transition } from './transition';
import type { TokenType } from './type';
import { typography } from './typography';

export const TOKEN_TYPES: ReadonlyMap<string, TokenType> = registryOf(
  [
    color,
    dimension,
    fontFamily,
    fontWeight,
    duration,
    cubicBezier,
    number,
    strokeStyle,
    border,
    transition,
    shadow,
    gradient,
    typography,
  ],
  ({ name }) => name,
);
