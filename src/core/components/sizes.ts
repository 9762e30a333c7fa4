import type { ComponentDefinition } from './definition';
import type { Steps } from '../base/steps';
import { combinations } from './combinations';
import type { Combination } from './condition';
import { affectedProperties } from './passthrough-css';
import { Looks } from './part-style';
import { partAncestry, templateOf } from './template';

/** Properties that paint and move nothing: combinations that differ in these alone are of one size. */
const PAINT =
  /^(color|background(-.+)?|(border|outline)(-[a-z]+)*-color|outline(-.+)?|box-shadow|text-shadow|opacity|cursor|fill|stroke|text-decoration(-.+)?|transition(-.+)?|visibility|z-index|pointer-events|user-select)$/;

/** Combinations of which one is as large as all the others of its kind. */
interface SizeGroup {
  combination: Combination;
  /** How many combinations it stands for, itself among them. */
  times: number;
}

/**
 * One combination for each size a component can come in; none where nothing of it is operated. In steps of 200
 * combinations.
 */
export function* sizeSteps(component: ComponentDefinition): Steps<SizeGroup[]> {
  const parts = partAncestry(templateOf(component.template).root);
  if (![...parts.values()].some(({ interactive }) => interactive)) return [];
  const { all } = combinations(component);
  const looks = new Looks(component, (property) => !PAINT.test(property));
  const isKept = affectedProperties(component).size > 0;
  const groups = new Map<number, SizeGroup>();
  for (const [i, combination] of all.entries()) {
    if (i % 200 === 199) yield i / all.length;
    // What kept CSS makes of a state is not known.
    const size = isKept ? looks.of(combination) : looks.styleOf(combination);
    const known = groups.get(size);
    if (known) known.times++;
    else groups.set(size, { combination, times: 1 });
  }
  return [...groups.values()];
}
