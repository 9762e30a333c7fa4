/** How far a task is. */
export interface Progress {
  done: number;
  of: number;
  /** What it is about just now: `Commit 4 of 20`. */
  doing: string;
}
export type Tell = (progress: Progress) => void;
