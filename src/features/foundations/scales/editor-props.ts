import type { QueryAnswer } from '@/editing/queries';

export type Preview = QueryAnswer<'recipePreview'>;
/** What every editor of a recipe is given. */
export interface EditorProps {
  parameters: Record<string, unknown>;
  change: (parameters: Record<string, unknown>) => void;
  preview: Preview | undefined;
}
