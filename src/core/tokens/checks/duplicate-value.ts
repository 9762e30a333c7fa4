import { writeJson } from '../../base/json/write';
import { referToOther } from '../fix-intents';
import type { Facet } from '../facet';
import { Grouped } from '../grouped';
import { isOneGroup } from '../system';
import { LITERALS, type Literal } from '../literals';
import type { Check } from './check';

/** Literal tokens of one type with the same value everywhere: one of them is enough, or the later is an alias. */
export const duplicateValue: Check = {
  code: 'duplicate-value',
  title: 'Duplicate value',
  of({ resolution }, at, path) {
    const { keys, grouped } = resolution.facet(SAME_VALUES);
    const earlier = grouped.under(keys[at]).filter((number) => number < at);
    const [first] = earlier;
    if (first === undefined) return [];
    const within = earlier.find((number) => isOneGroup(path, resolution.paths[number]!));
    const other = resolution.paths[within ?? first]!;
    return [
      {
        code: 'duplicate-value',
        // A space and a radius may be equal and mean two things.
        level: within === undefined ? 'note' : 'warning',
        path,
        related: [other],
        message: `${path} has the same value as ${other}`,
        fix: `Make it an alias of ${other}, or remove one of them`,
      },
    ];
  },
  *follows({ before, after, touched }) {
    const [was, is] = [before.facet(SAME_VALUES), after.facet(SAME_VALUES)];
    for (const token of touched) {
      if (was.keys[token] === is.keys[token]) continue;
      yield* was.grouped.under(was.keys[token]);
      yield* is.grouped.under(is.keys[token]);
    }
  },
  fix: referToOther,
};

const keyOf = (literal: Literal | undefined): string | undefined =>
  literal && `${literal.type}\n${literal.values.map((value) => writeJson(value)).join('\n')}`;

/** Which tokens say the same, by type and value. */
const SAME_VALUES: Facet<{ keys: readonly (string | undefined)[]; grouped: Grouped }> = {
  of(resolution) {
    const keys = resolution.facet(LITERALS).map(keyOf);
    return { keys, grouped: Grouped.of(keys) };
  },
  after(before, { after, touched }) {
    const keys = before.keys.slice();
    const literals = after.facet(LITERALS);
    for (const token of touched) keys[token] = keyOf(literals[token]);
    const moves = [...touched].map((number) => ({ number, from: before.keys[number], to: keys[number] }));
    return { keys, grouped: before.grouped.moved(moves) };
  },
};
