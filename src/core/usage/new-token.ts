import { parseColor } from '../base/color/color';
import type { PartKind } from '../base/css/value-parts';
import { hueName, stepName } from '../intake/names';

const GROUPS: Readonly<Record<PartKind, string>> = {
  color: 'color',
  length: 'size',
  duration: 'duration',
  easing: 'easing',
  fontFamily: 'font.family',
  fontWeight: 'font.weight',
  shadow: 'shadow',
};

/** A path that a token of a value found in source code could have: by hue and lightness, else by the value itself. */
export function newTokenPath(kind: PartKind, value: string): string {
  const color = kind === 'color' ? parseColor(value) : undefined;
  if (color) {
    const hue = hueName(color);
    return hue === 'white' || hue === 'black' ? `color.${hue}` : `color.${hue}.${stepName(color)}`;
  }
  const name = value
    .toLowerCase()
    .replace(/(\d)(px|ms)\b/g, '$1')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);
  return `${GROUPS[kind]}.${name || 'new'}`;
}
