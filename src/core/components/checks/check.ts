import type { Finding } from '../../findings/finding';
import type { ComponentDefinition } from '../definition';
import type { Items } from '../../document/item';
import type { Resolution } from '../../tokens/resolve';
import type { Bindings } from '../bindings';
import type { FixGround, FixOf } from '../../tokens/checks/check';
import type { MatrixSummary } from '../matrix-summary';

export interface ComponentCheckInput {
  /** The component as it is used: with its rule sets and with what it varies. */
  component: ComponentDefinition;
  /** The same as it was written. */
  authored: ComponentDefinition;
  items: Items;
  resolution: Resolution;
  /** Tokens to bind to, through the default lens. */
  bindings: () => Pick<Bindings, 'suggest'>;
  /** What its combinations come to. */
  summary: () => MatrixSummary;
}

/** One check of components: one file in this folder and one line in the registry. */
export interface ComponentCheck {
  /** The codes of what it finds, each with its heading. */
  titles: Readonly<Record<string, string>>;
  run(input: ComponentCheckInput): Finding[];
  /** What would fix its findings at one click, by code. */
  fixes?: Readonly<Record<string, FixOf<ComponentFixGround>>>;
}

/** As tokens are fixed, and the components that can be changed. */
export interface ComponentFixGround extends FixGround {
  ownComponent(name: string): ComponentDefinition | undefined;
}

/** What is said of a place in a component: `button: color of label when tone is danger`. */
export const placeText = (
  component: ComponentDefinition,
  property: string,
  part: string,
  when: string,
): string => `${component.name}: ${property} of ${part}${when ? ` when ${when}` : ''}`;
