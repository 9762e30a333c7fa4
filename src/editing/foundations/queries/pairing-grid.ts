import { rgbOfToken } from '@/core/tokens/pairing-ratios';
import { contrastTable } from '@/core/base/color/contrast-table';
import { ratioText } from '@/core/base/color/contrast';
import { itemsOf, ordered } from '@/core/document/item';
import { partAncestry, templateOf } from '@/core/components/template';
import { allMatch } from '@/core/components/condition';
import { combinationsOf } from '@/core/components/combinations';
import { declaredStyle, rulesBySpecificity } from '@/core/components/style';
import { pathOf } from '@/core/tokens/token-tree';
import type { Pairing } from '@/core/tokens/pairings';
import { csvOf } from '@/core/base/csv';
import { cssLine } from '@/core/tokens/css-text';
import { contextText, type Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import { bestSolutions, type Solutions } from '@/core/tokens/solutions';

export interface PairCell {
  ratio: string;
  /** Where it is lowest. */
  under: string;
  context: Context;
  textCss: string;
  surfaceCss: string;
  /** The contrast needed, where the pairing is declared or inferred. */
  needs: number | undefined;
  /** Declared by hand, or inferred from the rules of these components. */
  declared: boolean;
  inferred: string[];
  passes: boolean | undefined;
}

interface PairingGridView {
  texts: string[];
  surfaces: string[];
  /** Row by row; null where the two are never seen together. */
  cells: (PairCell | null)[][];
  /** Pairings with a need, those that miss it by most first. */
  worst: (PairCell & { text: string; surface: string })[];
  counts: { declared: number; inferred: number; failing: number };
}

/** Names that say what a colour is for; used to offer rows and columns beyond what is declared. */
const TEXTS = /(^|\.)(text|icon|ink|border|link|label|on-[a-z-]+|focus)(\.|$)/;
const SURFACES = /(^|\.)(surface|background|bg|ground|page|fill)(\.|$)/;

interface Known {
  needs: number;
  declared: boolean;
  inferred: string[];
}

/** Pairings declared, and those that rules of components make: a part's colour on the nearest surface round it. */
export function knownPairings(library: OpenLibrary): ReadonlyMap<string, Known> {
  let known = pairings.get(library);
  if (!known) pairings.set(library, (known = pairingsOf(library)));
  return known;
}
const pairings = new WeakMap<OpenLibrary, ReadonlyMap<string, Known>>();

/** The same as fixes ask for: whatever is offered for a colour has to pass in all of them. */
export const allPairings = (library: OpenLibrary): Pairing[] =>
  [...knownPairings(library)].map(([key, { needs }]) => {
    const [text, surface] = key.split('\n') as [string, string];
    return { text, surface, needs };
  });

function pairingsOf(library: OpenLibrary): Map<string, Known> {
  const known = new Map<string, Known>();
  for (const { text, surface, needs } of library.pairings())
    known.set(`${text}\n${surface}`, { needs, declared: true, inferred: [] });
  for (const component of itemsOf(library.items, 'component')) {
    const ancestry = partAncestry(templateOf(component.template).root);
    const kinds = new Map(ordered(component.parts).map((part) => [part.name, part.shows]));
    const rules = rulesBySpecificity(component);
    for (const combination of combinationsOf(component).slice(0, COMBINATIONS)) {
      // WCAG 2.2, 1.4.3 asks nothing of what is disabled.
      if (combination.states.includes('disabled')) continue;
      const style = declaredStyle(component, combination, rules);
      const bound = (part: string, properties: RegExp): string | null | undefined => {
        const declared = style.get(part)?.findLast(({ property }) => properties.test(property));
        if (!declared) return undefined;
        return 'token' in declared.value ? pathOf(declared.value.token, library.items) : null;
      };
      for (const [part, { ancestors, when }] of ancestry) {
        const shows = kinds.get(part);
        if (shows !== 'text' && shows !== 'icon') continue;
        if (
          !allMatch(
            when.filter((condition) => condition.kind !== 'flag' || component.props[condition.prop]),
            combination,
          )
        )
          continue;
        const chain = [part, ...ancestors];
        const first = (properties: RegExp) =>
          chain.map((name) => bound(name, properties)).find((path) => path !== undefined);
        const [text, surface] = [first(/^color$/), first(/^background(-color)?$/)];
        if (!text || !surface) continue;
        const key = `${text}\n${surface}`;
        const needs = shows === 'icon' ? 3 : 4.5;
        const there = known.get(key);
        if (!there) known.set(key, { needs, declared: false, inferred: [component.name] });
        else {
          if (!there.inferred.includes(component.name)) there.inferred.push(component.name);
          if (!there.declared) there.needs = Math.max(there.needs, needs);
        }
      }
    }
  }
  return known;
}

/** As many combinations of one component are looked at. */
const COMBINATIONS = 3000;

export function pairingGrid(
  library: OpenLibrary,
  { all, lens }: { all: boolean; lens: Context | null },
): PairingGridView {
  const { resolution } = library;
  const known = knownPairings(library);
  const order = new Map(resolution.paths.map((path, i) => [path, i]));
  const sorted = (paths: Iterable<string>) =>
    [...new Set(paths)].filter((path) => order.has(path)).sort((a, b) => order.get(a)! - order.get(b)!);
  const colors = resolution.paths.filter(
    (path) => resolution.value(path, 0)?.type === 'color' && resolution.token(path, 0)?.aliasOf !== undefined,
  );
  const pairs = [...known.keys()].map((key) => key.split('\n') as [string, string]);
  const texts = sorted([
    ...pairs.map(([text]) => text),
    ...(all ? colors.filter((path) => TEXTS.test(path)) : []),
  ]);
  const surfaces = sorted([
    ...pairs.map(([, surface]) => surface),
    ...(all ? colors.filter((path) => SURFACES.test(path)) : []),
  ]);
  const contexts = lens === null ? resolution.contexts : [lens];
  const row = (path: string) => contexts.map((context) => rgbOfToken(resolution, path, context));
  const table = contrastTable(texts.map(row), surfaces.map(row));
  const css = (path: string, context: Context) => {
    const value = resolution.value(path, context);
    return value ? cssLine(value) : '';
  };
  const worst: PairingGridView['worst'] = [];
  const cells = texts.map((text, t) =>
    surfaces.map((surface, s): PairCell | null => {
      const at = t * table.width + s;
      const ratio = table.worst[at]!;
      if (Number.isNaN(ratio)) return null;
      const context = contexts[table.where[at]!]!;
      const pairing = known.get(`${text}\n${surface}`);
      const cell: PairCell = {
        ratio: ratioText(ratio),
        under: contextText(context),
        context,
        textCss: css(text, context),
        surfaceCss: css(surface, context),
        needs: pairing?.needs,
        declared: pairing?.declared ?? false,
        inferred: pairing?.inferred ?? [],
        passes: pairing && ratio >= pairing.needs,
      };
      if (pairing) worst.push({ ...cell, text, surface });
      return cell;
    }),
  );
  const share = (cell: PairCell) => Number(cell.ratio) / (cell.needs ?? 1);
  worst.sort((a, b) => share(a) - share(b));
  const list = [...known.values()];
  return {
    texts,
    surfaces,
    cells,
    worst,
    counts: {
      declared: list.filter((one) => one.declared).length,
      inferred: list.filter((one) => !one.declared).length,
      failing: worst.filter((cell) => cell.passes === false).length,
    },
  };
}

/** Colours by which a pairing would pass, for either side. */
export function pairingSolutions(
  library: OpenLibrary,
  { text, surface, context }: { text: string; surface: string; context: Context },
): { text: Solutions; surface: Solutions } {
  const paired = { resolution: library.resolution, pairings: allPairings(library) };
  return { text: bestSolutions(paired, text, context), surface: bestSolutions(paired, surface, context) };
}

export function pairingsCsv(library: OpenLibrary): string {
  const { worst } = pairingGrid(library, { all: false, lens: null });
  return csvOf(
    ['text', 'surface', 'lowest ratio', 'under', 'needs', 'passes', 'declared', 'components'],
    worst.map((cell) => [
      cell.text,
      cell.surface,
      cell.ratio,
      cell.under,
      String(cell.needs ?? ''),
      cell.passes ? 'yes' : 'no',
      cell.declared ? 'yes' : 'no',
      cell.inferred.join(' '),
    ]),
  );
}
