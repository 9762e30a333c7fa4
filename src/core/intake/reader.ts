import type { OpenedTokens, ReadText } from '../tokens/open';

/** A form in which tokens come in: one file in `readers/` and one line in its registry. */
export interface Reader {
  name: string;
  /** What people call it. */
  label: string;
  /** Whether a file is of this form, by its name and, where that is not enough, its text. */
  accepts(file: string, text: string): boolean;
  /** Reads a file whatever is wrong with it; what is wrong becomes findings. */
  read(file: string, text: string, readText: ReadText): OpenedTokens;
}
