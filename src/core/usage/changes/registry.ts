import { registryOf } from '../../base/registry';
import type { ReadFile, Scan, ScanFinding } from '../scan';
import type { ChangeCheck, ChangeResult } from './change-check';
import { coverage } from './coverage';
import { deprecated } from './deprecated';
import { names } from './names';
import { rawValues } from './raw-values';
import { readable } from './readable';

const CHANGE_CHECKS: ReadonlyMap<string, ChangeCheck> = registryOf(
  [readable, names, deprecated, rawValues, coverage],
  ({ code }) => code,
);

export interface CheckedChange extends ChangeResult {
  code: string;
  title: string;
}

const LONGEST_LINE = 200;

/** Every check of a change, from what was read and scanned on both sides of it. */
export function checkChange(
  before: { files: readonly ReadFile[]; scan: Scan },
  after: { files: readonly ReadFile[]; scan: Scan },
): CheckedChange[] {
  const linesOf = (files: readonly ReadFile[]) => {
    const texts = new Map(files.map(({ file }) => [file.name, file.text]));
    const known = new Map<string, string[]>();
    return ({ at }: ScanFinding): string => {
      let lines = known.get(at.file);
      if (!lines) known.set(at.file, (lines = (texts.get(at.file) ?? '').split(/\r\n|\n|\r/)));
      return (lines[at.line - 1] ?? '').trim().slice(0, LONGEST_LINE);
    };
  };
  const line = { before: linesOf(before.files), after: linesOf(after.files) };
  const change = { before: before.scan, after: after.scan, line: (of: 'before' | 'after', finding: ScanFinding) => line[of](finding) }; // prettier-ignore
  return [...CHANGE_CHECKS.values()].map(({ code, title, of }) => ({ code, title, ...of(change) }));
}
