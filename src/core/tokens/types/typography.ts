import { composite } from './composite';
import { dimension } from './dimension';
import { fontFamily } from './font-family';
import { fontWeight } from './font-weight';
import { number } from './number';

export const typography = composite({
  name: 'typography',
  members: { fontFamily, fontSize: dimension, fontWeight, letterSpacing: dimension, lineHeight: number },
  css(value) {
    const longhands: Record<string, string> = {};
    for (const [member, type, property] of [
      ['fontFamily', fontFamily, 'font-family'],
      ['fontSize', dimension, 'font-size'],
      ['fontWeight', fontWeight, 'font-weight'],
      ['letterSpacing', dimension, 'letter-spacing'],
      ['lineHeight', number, 'line-height'],
    ] as const) {
      if (value.has(member)) longhands[property] = type.css(value.get(member)!) as string;
    }
    return longhands;
  },
});
