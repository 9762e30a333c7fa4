import { numberText } from '../../base/color/color';
import { color } from './color';
import { composite, listOf } from './composite';
import { number } from './number';

/** Positions outside 0..1 are clamped (Format module 2025.10, gradient). */
const stop = composite({
  name: 'gradient',
  members: { color, position: number },
  css: (value) =>
    `${color.css(value.get('color')!)} ${numberText(Number((Math.min(1, Math.max(0, value.get('position') as number)) * 100).toPrecision(12)))}%`,
});

export const gradient = listOf('gradient', stop, { single: false });
