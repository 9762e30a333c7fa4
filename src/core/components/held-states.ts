import type { TemplateElement, TemplateNode } from './template';

/** What a pointer or a keyboard gives to one element (CSS Selectors 4, chapter 9), which a specimen can hold on any part. */
const INTERACTION_STATES = ['hover', 'active', 'focus-visible'] as const;

export const isInteractionState = (state: string): boolean =>
  (INTERACTION_STATES as readonly string[]).includes(state);

/** A pseudo-class as kept CSS may write it, beside the attribute value that holds it on an element. */
const HELD_BY: Readonly<Record<string, string>> = {
  ':hover': 'hover',
  ':active': 'active',
  ':focus': 'focus-visible',
  ':focus-visible': 'focus-visible',
  ':focus-within': 'focus-within',
};

/** The pseudo-class and the attribute that holds its state, of equal specificity; undefined where nothing holds it. */
export function heldPseudo(pseudo: string): string | undefined {
  const state = HELD_BY[pseudo.toLowerCase()];
  return state && `:is(${pseudo}, [data-state~="${state}"])`;
}

/** What an element around one with these states has: it is hovered and pressed with it, and focus is within it. */
const around = (states: readonly string[]): string[] => [
  ...new Set([
    ...states.filter((state) => state !== 'focus-visible'),
    ...(states.includes('focus-visible') ? ['focus-within'] : []),
  ]),
];

/** The states of the root where interaction is held on another part: rules speak of the root's. */
export function rootStates(states: readonly string[], on: string | undefined): string[] {
  if (on === undefined || on === 'root') return [...states];
  return [
    ...states.filter((state) => !isInteractionState(state)),
    ...around(states.filter(isInteractionState)),
  ];
}

/**
 * The states of each element below the root where those of interaction are held on a part: the elements of the part have them,
 * and so has what they stand in.
 */
export function statesBelow(
  root: TemplateElement,
  states: readonly string[],
  on: string | undefined,
): ReadonlyMap<TemplateElement, readonly string[]> {
  const held = new Map<TemplateElement, readonly string[]>();
  const own = states.filter(isInteractionState);
  if (own.includes('active') && !own.includes('hover')) own.push('hover');
  if (on === undefined || on === 'root' || own.length === 0) return held;
  const walk = (node: TemplateNode): boolean => {
    if (node.kind !== 'element') return false;
    const inside = node.children.map(walk).includes(true);
    const here = node.part === on;
    if (node !== root && (here || inside)) held.set(node, here ? own : around(own));
    return here || inside;
  };
  walk(root);
  return held;
}
