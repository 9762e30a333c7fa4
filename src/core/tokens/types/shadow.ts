import { color } from './color';
import { composite, listOf } from './composite';
import { dimension } from './dimension';

const layer = composite({
  name: 'shadow',
  members: { color, offsetX: dimension, offsetY: dimension, blur: dimension, spread: dimension },
  flags: ['inset'],
  css(value) {
    const length = (member: string) => (value.has(member) ? dimension.css(value.get(member)!) : '0px');
    const inset = value.get('inset') === true ? 'inset ' : '';
    return `${inset}${length('offsetX')} ${length('offsetY')} ${length('blur')} ${length('spread')} ${color.css(value.get('color')!)}`;
  },
});

export const shadow = listOf('shadow', layer, { single: true });
