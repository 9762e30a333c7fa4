import { isObject, jsonObject, type Json } from '../../base/json/json';
import { cssLine } from '../css-text';
import { authoredValue } from '../references';
import { printedObject } from '../token-tree';
import type { Check } from './check';
import type { Finding } from '../../findings/finding';

/** Spaces that are no multiple of 4 px (common practice, no source). `rem` counts as 16 px. */
export const offRhythm: Check = {
  code: 'off-rhythm',
  title: 'Off the spacing rhythm',
  of({ resolution }, _, path) {
    const findings: Finding[] = [];
    if (
      !path
        .split('.')
        .slice(0, -1)
        .some((segment) => segment === 'space' || segment === 'spacing')
    )
      return findings;
    for (const { resolved } of resolution.variants(path)) {
      if (
        resolved.failed ||
        resolved.type !== 'dimension' ||
        resolved.aliasOf !== undefined ||
        !isObject(resolved.value)
      )
        continue;
      const px = (resolved.value.get('value') as number) * (resolved.value.get('unit') === 'rem' ? 16 : 1);
      if (px % 4 === 0) continue;
      const nearest = Math.round(px / 4) * 4;
      findings.push({
        code: 'off-rhythm',
        level: 'warning',
        path,
        message: `${path} is ${px}px, which is not a multiple of 4px`,
        fix: `Use ${nearest}px`,
      });
      break;
    }
    return findings;
  },
  fix({ ownToken, tree }, { path }) {
    const settings = Object.entries(ownToken(path)?.declarations ?? {}).flatMap(([layer, declaration]) => {
      const value = onRhythm(authoredValue(printedObject(declaration, tree)) ?? null);
      return value === undefined ? [] : [{ layer, value }];
    });
    const [first] = settings;
    return (
      first && {
        label: `${path} becomes ${cssLine({ type: 'dimension', value: first.value })}`,
        intent: 'set',
        path: path!,
        settings,
      }
    );
  },
};

/** The nearest multiple of 4 px in the same unit, never 0; undefined where it is one, or no dimension. */
function onRhythm(value: Json): Json | undefined {
  if (!isObject(value) || typeof value.get('value') !== 'number') return undefined;
  const scale = value.get('unit') === 'rem' ? 16 : 1;
  const px = (value.get('value') as number) * scale;
  if (px % 4 === 0) return undefined;
  return jsonObject([
    ['value', Math.max(4, Math.round(px / 4) * 4) / scale],
    ['unit', value.get('unit')],
  ]);
}
