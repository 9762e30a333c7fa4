import { colorDifference } from '../color/difference';
import { parseColor, type Color } from '../color/color';
import { MarkupProblem } from '../components/cascade';
import { candidates, proposeComponent, type Candidate, type Proposal } from '../components/from-markup';
import { readSource } from '../components/source/registry';
import { SourceProblem, type CodeComponent } from '../components/source/source';
import { cssLine } from '../tokens/css-text';
import { tierOf } from '../tokens/tier';
import type { Context } from '../tokens/system';
import type { OpenLibrary } from './open-library';

/** A raw value and the token it could be bound to. */
export interface Suggestion {
  path: string;
  exact: boolean;
  /** What it would become, as CSS. */
  becomes: string;
}

export type MarkupView = { candidates: Candidate[] } | { problem: string; fix: string };

/** The elements of pasted or dropped markup, to choose from. */
export function markup(_: OpenLibrary, { html, css }: { html: string; css: string }): MarkupView {
  return inWords(() => ({ candidates: candidates(html, css) }));
}

export interface ProposedRule {
  when: string;
  part: string;
  declarations: { property: string; value: string; suggestion: Suggestion | null }[];
}
export type ProposalView =
  | (Omit<Proposal, 'rules'> & { rules: ProposedRule[]; exact: number; near: number; raw: number })
  | { problem: string; fix: string };

/** The component that chosen elements would become, each of its raw values with the token nearest to it. */
export function proposal(
  library: OpenLibrary,
  { html, css, chosen, lens }: { html: string; css: string; chosen: number[]; lens: Context },
): ProposalView {
  return inWords(() => {
    const found = proposeComponent(html, css, chosen);
    const suggest = suggester(library, lens);
    const rules = found.rules.map((rule) => ({
      ...rule,
      declarations: rule.declarations.map(([property, value]) => ({
        property,
        value,
        suggestion: suggest(property, value),
      })),
    }));
    const all = rules.flatMap(({ declarations }) => declarations);
    const count = (holds: (suggestion: Suggestion | null) => boolean) =>
      all.filter(({ suggestion }) => holds(suggestion)).length;
    return {
      ...found,
      rules,
      exact: count((one) => one?.exact === true),
      near: count((one) => one?.exact === false),
      raw: count((one) => one === null),
    };
  });
}

/** The components that a file of code declares, with their props. */
export function codeProps(
  _: OpenLibrary,
  { file, text }: { file: string; text: string },
): { components: CodeComponent[] } | { problem: string; fix: string } {
  return inWords(() => ({ components: readSource(file, text) }));
}

function inWords<T>(work: () => T): T | { problem: string; fix: string } {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof MarkupProblem || error instanceof SourceProblem)) throw error;
    return { problem: error.message, fix: error.fix };
  }
}

/** CIEDE2000 up to which a colour is near: seen side by side, but hardly apart. */
const NEAR_COLOR = 5;
/** CSS px up to which a length is near. */
const NEAR_LENGTH = 2;

const LENGTHS: [RegExp, RegExp][] = [
  [/^font-size$/, /size|type|font/],
  [/radius/, /radi|corner/],
  [/border.*width|outline-width/, /stroke|border|line|width/],
  [/padding|margin|gap|inset/, /spac|gap|inset/],
];
const PURPOSES: [RegExp, RegExp][] = [
  [/^color$|^fill$/, /text|ink/],
  [/background/, /surface|ground/],
  [/border|outline/, /border|line|stroke/],
];

/**
 * For a property and raw value the token it could be: of its kind, with the same value or one near to it; among equals the
 * one whose path speaks of the property, and a purpose before a raw value.
 */
export function suggester(
  { resolution }: OpenLibrary,
  lens: Context,
): (property: string, value: string) => Suggestion | null {
  const tokens = resolution.paths.flatMap((path) => {
    const resolved = resolution.value(path, lens);
    return resolved
      ? [{ path, type: resolved.type, css: cssLine(resolved), tier: tierOf(resolution, path) }]
      : [];
  });
  const colors = tokens.flatMap((token) => {
    const color = token.type === 'color' ? parseColor(token.css) : undefined;
    return color ? [{ ...token, color }] : [];
  });
  const rank = (property: string, path: string, tier: string) =>
    (PURPOSES.some(([about, named]) => about.test(property) && named.test(path)) ? 0 : 2) +
    (tier === 'semantic' ? 0 : tier === 'primitive' ? 1 : 3);
  const best = <T extends { path: string; tier: string; off: number }>(
    property: string,
    found: T[],
  ): T | undefined =>
    found.sort((a, b) => a.off - b.off || rank(property, a.path, a.tier) - rank(property, b.path, b.tier))[0];
  return (property, value) => {
    const color: Color | undefined = /color|^fill$|^stroke$/.test(property) ? parseColor(value) : undefined;
    if (color) {
      const near = best(
        property,
        colors.flatMap((token) => {
          const off = colorDifference(color, token.color);
          return off <= NEAR_COLOR && Math.abs(color.alpha - token.color.alpha) < 0.01
            ? [{ ...token, off: off < 0.01 ? 0 : off }]
            : [];
        }),
      );
      return near ? { path: near.path, exact: near.off === 0, becomes: near.css } : null;
    }
    const about = LENGTHS.find(([properties]) => properties.test(property))?.[1];
    const px = pxIn(value);
    if (about && px !== undefined) {
      const near = best(
        property,
        tokens.flatMap((token) => {
          const own = token.type === 'dimension' && about.test(token.path) ? pxIn(token.css) : undefined;
          const off = own === undefined ? Infinity : Math.abs(own - px);
          return off <= NEAR_LENGTH ? [{ ...token, off }] : [];
        }),
      );
      return near ? { path: near.path, exact: near.off === 0, becomes: near.css } : null;
    }
    const types = {
      'font-weight': 'fontWeight',
      'box-shadow': 'shadow',
      'transition-duration': 'duration',
      'font-family': 'fontFamily',
    };
    const type = types[property as 'box-shadow'];
    const same = type && tokens.find((token) => token.type === type && token.css === value);
    return same ? { path: same.path, exact: true, becomes: same.css } : null;
  };
}

/** A length in CSS px; `rem` counts as 16 px. */
function pxIn(text: string): number | undefined {
  const [, number, unit] = /^(-?[\d.]+)(px|rem)$/.exec(text.trim()) ?? [];
  return number === undefined ? undefined : Number(number) * (unit === 'rem' ? 16 : 1);
}
