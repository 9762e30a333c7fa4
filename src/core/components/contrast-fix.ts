import type { Rgb } from '../base/color/color';
import type { Items } from '../document/item';
import { cssLine } from '../tokens/css-text';
import { pathOf } from '../tokens/token-tree';
import type { Resolution } from '../tokens/resolve';
import type { Bindings } from './bindings';
import type { ComponentDefinition, StyleRule, StyleValue } from './definition';
import { cellChecks, matrixOf, type ContrastCheck, type MatrixCell } from './matrix';
import { declaredStyle } from './style';
import { partAncestry, templateOf } from './template';

/** So many combinations are looked at, spread evenly, as the summary of a component does. */
const MOST = 2000;
/** Tokens that are tried: what is further from the present colour is not what was meant. */
const TRIED = 24;

interface ContrastFix {
  /** The entry of the component whose value is changed. */
  rule: string;
  property: string;
  /** The part it is said of: that which fails, or one it inherits its colour from. */
  part: string;
  from: string;
  /** The path of the token to bind. */
  to: string;
  /** The lowest ratio it then has, and what it needs there. */
  lowest: Pick<ContrastCheck, 'ratio' | 'needs'>;
}
type ContrastFixOutcome = { fix: ContrastFix } | { problem: string };

const COLORS: Readonly<Record<ContrastCheck['kind'], RegExp>> = {
  text: /^color$/,
  icon: /^(color|fill|stroke)$/,
  border: /^(border|outline)(-[a-z]+)*-color$/,
};

/**
 * Another token for a colour whose contrast is too low somewhere: of the same purpose where there is one, else the nearest,
 * that passes in every combination and context and makes nothing else fail that passed.
 * @param component as it is used; `authored`: as it is written, which is what can be changed
 */
export function contrastFix(
  { component, authored }: { component: ComponentDefinition; authored: ComponentDefinition },
  { items, resolution, ids }: { items: Items; resolution: Resolution; ids: ReadonlyMap<string, string> },
  bindings: Pick<Bindings, 'choices'>,
  backdrop: (context: number) => Rgb,
  { part, kind }: { part: string; kind: ContrastCheck['kind'] },
): ContrastFixOutcome {
  const cellsOf = (one: ComponentDefinition) => matrixOf(one, items, resolution, backdrop, MOST).cells;
  const before = cellsOf(component);
  const weakest = weakestOf(before, part, kind);
  if (!weakest || weakest.check.passes) return { problem: `${part} passes in every combination that was looked at` };
  const declared = declarationOf(component, weakest.combination, part, COLORS[kind]);
  if (!declared) return { problem: `No rule says the colour of ${part}: it is inherited or passed through` };
  const entry = authored.entries[declared.rule];
  if (entry?.kind !== 'rule')
    return { problem: 'The colour is said in a rule set, a theme or the component this one varies: change it there' };
  const present = 'token' in declared.value ? pathOf(declared.value.token, items) : declared.value.raw;
  const failed = failing(before);
  for (const path of candidates(bindings, declared.property, present, resolution)) {
    const id = ids.get(path);
    if (id === undefined) continue;
    const changed = withValue(component, declared.rule, declared.property, { token: { id, path } });
    // Where it was weakest it has to pass before all other cells are worked out.
    const there = cellChecks(changed, items, resolution, weakest.combination, backdrop);
    if (!there.some((check) => check.part === part && check.kind === kind && check.passes)) continue;
    const after = cellsOf(changed);
    const now = weakestOf(after, part, kind);
    if (!now?.check.passes || [...failing(after)].some((one) => !failed.has(one))) continue;
    const { ratio, needs } = now.check;
    return { fix: { rule: declared.rule, property: declared.property, part: declared.part, from: present, to: path, lowest: { ratio, needs } } };
  }
  return { problem: `No token near ${present} passes everywhere: the surface has to change, or the rule to be divided` };
} // prettier-ignore

/** The cell in which a contrast is furthest below what it needs. */
function weakestOf(cells: readonly MatrixCell[], part: string, kind: ContrastCheck['kind']) {
  let weakest: { check: ContrastCheck; combination: MatrixCell['combination'] } | undefined;
  for (const { checks, combination } of cells)
    for (const check of checks) {
      if (
        check.part !== part ||
        check.kind !== kind ||
        check.ratio === undefined ||
        check.needs === undefined
      )
        continue;
      const share = check.ratio / check.needs;
      if (!weakest || share < weakest.check.ratio! / weakest.check.needs!) weakest = { check, combination };
    }
  return weakest;
}

/** What fails, each once: a contrast of a part in a combination. */
const failing = (cells: readonly MatrixCell[]): Set<string> =>
  new Set(
    cells.flatMap(({ checks, combination }) =>
      checks.flatMap(({ part, kind, ratio, passes }) =>
        ratio === undefined || passes ? [] : [`${kind} ${part} ${JSON.stringify(combination)}`],
      ),
    ),
  );

/** The declaration that a part's colour comes from: its own, or, of an inherited one, that of the nearest part around it. */
function declarationOf(
  component: ComponentDefinition,
  combination: MatrixCell['combination'],
  part: string,
  property: RegExp,
): { part: string; rule: string; property: string; value: StyleValue } | undefined {
  const styles = declaredStyle(component, combination);
  const around = partAncestry(templateOf(component.template).root).get(part)?.ancestors ?? [];
  for (const one of [part, ...around]) {
    const found = styles.get(one)?.findLast((declaration) => property.test(declaration.property));
    if (found) return { part: one, rule: found.rule, property: found.property, value: found.value };
    // A border is not inherited.
    if (property === COLORS.border) return undefined;
  }
  return undefined;
}

/** Tokens to try: those in the same group as the present one first, each by its closeness. */
function candidates(
  bindings: Pick<Bindings, 'choices'>,
  property: string,
  present: string,
  resolution: Resolution,
): string[] {
  const resolved = resolution.value(present, 0);
  const css = resolved ? cssLine(resolved) : present;
  const group = resolved ? present.split('.').slice(0, -1).join('.') : null;
  const all = bindings.choices(property, css).filter(({ path }) => path !== present);
  const same = group === null ? [] : all.filter(({ path }) => path.startsWith(`${group}.`));
  const rest = all.filter((one) => !same.includes(one));
  return [...same, ...rest].slice(0, TRIED).map(({ path }) => path);
}

function withValue(
  component: ComponentDefinition,
  rule: string,
  property: string,
  value: StyleValue,
): ComponentDefinition {
  const entry = component.entries[rule] as StyleRule & { order: string };
  const declarations = entry.declarations.map(([name, old]): StyleRule['declarations'][number] =>
    name === property ? [name, value] : [name, old],
  );
  return { ...component, entries: { ...component.entries, [rule]: { ...entry, declarations } } };
}
