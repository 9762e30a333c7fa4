import { color } from './color';
import { composite } from './composite';
import { dimension } from './dimension';
import { strokeStyle } from './stroke-style';

export const border = composite({
  name: 'border',
  members: { color, width: dimension, style: strokeStyle },
  css: (value) =>
    `${dimension.css(value.get('width')!)} ${strokeStyle.css(value.get('style')!)} ${color.css(value.get('color')!)}`,
});
