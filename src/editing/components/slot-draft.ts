export interface PieceDraft {
  name: string;
  icon: boolean;
  props: Record<string, string>;
  passed: Record<string, string>;
}
