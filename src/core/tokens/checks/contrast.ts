import { bestSolutions } from '../solutions';
import { readTyped } from '../typed-value';
import { counted } from '../../base/words';
import { ratioText } from '../../base/color/contrast';
import { pairingRatios } from '../pairing-ratios';
import { contextText } from '../system';
import type { Check } from './check';
import type { Finding } from '../../findings/finding';

export const contrast: Check = {
  code: 'contrast',
  title: 'Contrast below requirement',
  reads: 'pairings',
  count: ({ pairings }) => pairings.length,
  of({ resolution, pairings }, at) {
    const findings: Finding[] = [];
    const pairing = pairings[at]!;
    const missing = [pairing.text, pairing.surface].find((path) => !resolution.index.numbers.has(path));
    if (missing !== undefined) {
      findings.push({
        code: 'missing-target',
        level: 'error',
        path: missing,
        message: `A pairing names ${missing}, which is not a token`,
        fix: 'Correct the pairing, or remove it',
      });
      return findings;
    }
    const ratios = pairingRatios(resolution, pairing);
    const failing = ratios.filter((ratio) => ratio !== undefined && ratio < pairing.needs).length;
    ratios.forEach((ratio, i) => {
      if (ratio === undefined || ratio >= pairing.needs) return;
      const context = resolution.contexts[i]!;
      const everywhere = failing === ratios.length;
      if (everywhere && i > 0) return;
      findings.push({
        code: 'contrast',
        level: 'error',
        path: pairing.text,
        related: [pairing.surface],
        message: `${pairing.text} on ${pairing.surface} reaches ${ratioText(ratio)}, and needs ${pairing.needs}${everywhere ? '' : ` (${contextText(context)})`}`,
        fix: 'Change either colour, or the pairing',
        context: everywhere ? undefined : context,
      });
    });
    return findings;
  },
  *follows({ after: { index }, touched }, { pairings }) {
    const isTouched = (path: string) => touched.has(index.numbers.get(path) ?? -1);
    for (const [at, { text, surface }] of pairings.entries())
      if (isTouched(text) || isTouched(surface)) yield at;
  },
  /** The nearest step of the ramp that passes everywhere the declaration shows; else the nearest colour of its hue. */
  fix(ground, { path, context }) {
    if (path === undefined) return undefined;
    const solutions = bestSolutions(ground, path, context ?? ground.resolution.contexts[0]!);
    const { when } = solutions;
    const solution = [solutions.step, solutions.raw]
      .filter((one) => one !== undefined)
      .sort((a, b) => a.difference - b.difference || (a.token ? -1 : 1))[0];
    // A step of the library stays in the system; only one far away is worse than a value of its own.
    const best =
      solutions.step && solution && solutions.step.difference <= solution.difference + 12
        ? solutions.step
        : solution;
    if (!best) return undefined;
    const settings = [{ when, css: best.css, token: best.token }, ...best.also].flatMap((one) => {
      const typed = readTyped(one.token ? `{${one.token}}` : one.css, 'color');
      return 'problem' in typed ? [] : [{ when: one.when, type: 'color', value: typed.value }];
    });
    const under = Object.keys(when).length > 0 ? ` under ${Object.values(when).join(' and ')}` : '';
    return {
      label: `${path} becomes ${best.token ?? best.css}${under}${best.also.length > 0 ? `, and is set under ${counted(best.also.length, 'other context')}` : ''}`,
      intent: 'set',
      path,
      settings,
    };
  },
};
