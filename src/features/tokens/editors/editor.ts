import type { ComponentType } from 'react';

/** An editor made for one type: it reads and writes a value as a person would type it (`core/tokens/typed-value`). */
export interface EditorProps {
  text: string;
  /** Shows the value everywhere while it is being changed; nothing is stored. */
  change: (text: string) => void;
  lens: Record<string, string>;
  path: string;
}
export type Editor = ComponentType<EditorProps>;
