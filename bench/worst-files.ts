import { cleanSvg } from '@/core/base/svg/svg';
import { applyChangeSet } from '@/core/kinds/registry';
import { documentOf } from '@/core/document/change-set';
import { effectiveLibrary } from '@/core/library/effective';
import { importEdits } from '@/core/intake/import';
import { openTokens } from '@/core/tokens/open';
import { Resolution } from '@/core/tokens/resolve';
import { worstFiles } from '@/testing/worst-files';
import { alternating, type Benchmark } from './benchmark';

/** From the text of a token file to its resolved tokens in a library. */
function taken(text: string): void {
  const opened = openTokens('a.tokens.json', text, () => undefined);
  let n = 0;
  const { edits } = importEdits(new Map(), opened, 'a.tokens.json', (prefix) => `${prefix}_${++n}`);
  const made = applyChangeSet(documentOf('d', 'library', []), { edits });
  if ('document' in made)
    new Resolution(
      effectiveLibrary([{ name: '', version: '', items: made.document.items }]).system,
    ).findings();
}

function read(file: { kind: 'tokens' | 'drawing'; text: string }): void {
  if (file.kind === 'tokens') return taken(file.text);
  try {
    cleanSvg(file.text, 'picture');
  } catch {
    // Refused in words, which is an answer too.
  }
}

/** Of each file made to be slow, twice of it against once of it: work that grows with the square would take four times. */
export const worst: Benchmark = {
  name: 'worst-files',
  against: 'the same files of half the size',
  goal: 3,
  measure: () => {
    let steepest = { work: 0, reference: 1 };
    for (const make of Object.values(worstFiles)) {
      const [half, whole] = [make(0.5), make(1)];
      const { work, reference } = alternating(
        () => read(whole),
        () => read(half),
        3,
      );
      // Below some milliseconds it is the clock that is measured.
      if (work > 20 && work / reference > steepest.work / steepest.reference) steepest = { work, reference };
    }
    return { ...steepest, unit: 'ms' };
  },
};
