import type { Items } from '../document/item';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';
import { partStyles } from './cell-style';
import { STANDARD_STATES } from './combinations';
import { defaultProps } from './condition';
import type { ComponentDefinition } from './definition';

/** A component as it stands among the items around it. */
interface StyledComponent {
  component: ComponentDefinition;
  items: Items;
  resolution: Resolution;
}

/** One property of one part that is another than before. */
export interface StyleDifference {
  part: string;
  property: string;
  before: string | null;
  after: string | null;
  /** States in which it shows; empty: at rest too. */
  states: string[];
  /** Contexts in which it shows, where these are not all. */
  contexts: Context[] | undefined;
}

/** What of two states of a component's style differs, with these props, under every context and in every state. */
export function styleDifferences(
  before: StyledComponent,
  after: StyledComponent,
  props: Readonly<Record<string, string>> = {},
): StyleDifference[] {
  const found = new Map<string, StyleDifference & { at: Set<number> }>();
  const states = [...STANDARD_STATES, ...after.component.states.map((state) => [state])];
  const contexts = after.resolution.contexts;
  for (const names of states) {
    contexts.forEach((context, i) => {
      const styles = ({ component, items, resolution }: StyledComponent) =>
        partStyles(
          component,
          items,
          resolution,
          { props: { ...defaultProps(component), ...props }, states: names },
          resolution.numberOf(context),
        );
      const [was, is] = [styles(before), styles(after)];
      for (const part of new Set([...was.keys(), ...is.keys()])) {
        const properties = new Set([...(was.get(part)?.keys() ?? []), ...(is.get(part)?.keys() ?? [])]);
        for (const property of properties) {
          const [a, b] = [was.get(part)?.get(property) ?? null, is.get(part)?.get(property) ?? null];
          if (a === b) continue;
          const key = [part, property, a, b].join('\n');
          let difference = found.get(key);
          if (!difference)
            found.set(
              key,
              (difference = {
                part,
                property,
                before: a,
                after: b,
                states: [...names],
                contexts: undefined,
                at: new Set(),
              }),
            );
          if (names.length === 0) difference.states = [];
          else if (difference.states.length > 0)
            difference.states = [...new Set([...difference.states, ...names])];
          difference.at.add(i);
        }
      }
    });
  }
  return [...found.values()]
    .map(({ at, ...difference }) => ({
      ...difference,
      contexts: at.size === contexts.length ? undefined : [...at].map((i) => contexts[i]!),
    }))
    .sort(
      (a, b) => a.states.length - b.states.length || (a.part + a.property < b.part + b.property ? -1 : 1),
    );
}
