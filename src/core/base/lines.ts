import { lowerBound } from './sorted';

/** Where lines of a text begin, so that offsets are told as people count them. */
export class LineIndex {
  private readonly starts: number[] = [0];

  constructor(text: string) {
    for (let at = text.indexOf('\n'); at !== -1; at = text.indexOf('\n', at + 1)) this.starts.push(at + 1);
  }

  /** Line and column of an offset in UTF-16 units, both counted from 1. */
  at(offset: number): { line: number; column: number } {
    const line = lowerBound(this.starts, offset + 1);
    return { line, column: offset - this.starts[line - 1]! + 1 };
  }
}
