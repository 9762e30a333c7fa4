/**
 * Breaks the core in one line at a time and runs the test that is to notice. Fails where that test stays green, and where a
 * line to be broken is no longer there. Works on a copy; `npm run mutants -- WORD` runs those whose file or line holds WORD.
 */
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

/** File of the core, the line's text, what it becomes, and the test beside it that is to fail. */
const MUTANTS = [
  ['base/color/contrast.ts', '(c <= 0.04045 ?', '(c <= 0.4045 ?', 'base/color/color.test.ts'],
  ['base/color/contrast.ts', '0.2126 * linear(r) + 0.7152 * linear(g)', '0.7152 * linear(r) + 0.2126 * linear(g)', 'base/color/color.test.ts'],
  ['base/color/contrast.ts', 'Math.floor(ratio * 100 + 1e-9)', 'Math.round(ratio * 100)', 'base/color/color.test.ts'],
  ['base/color/difference.ts', "'xyz-d65').components", "'xyz-d50').components", 'base/color/color.test.ts'],
  ['document/edits.ts', 'if (!equal(unordered(value), unordered(edit.before)) &&', 'if (false &&', 'document/change-set.test.ts'],
  ['document/edits.ts', 'before: edit.after,', 'before: edit.before,', 'document/change-set.test.ts'],
  ['tokens/token-tree.ts', 'generation(other.id) < own', 'generation(other.id) > own', 'library/effective.test.ts'],
  ['library/effective.ts', 'inherited ? overridden(inherited, item) : item', 'inherited ?? item', 'library/effective.test.ts'],
  ['releases/impacts.ts', "removed: 'major'", "removed: 'minor'", 'releases/token-diff.test.ts'],
  ['releases/version.ts', "major === 0 && bump === 'major'", 'false', 'releases/token-diff.test.ts'],
  ['releases/closure.ts', 'if (release.has(need) || !draft.has(need)) continue;', 'continue;', 'releases/ledger.test.ts'],
  ['components/style.ts', 'a.rule.when.length - b.rule.when.length ||', '0 ||', 'components/sharing.test.ts'],
  ['components/style.ts', 'a.position - b.position)', 'b.position - a.position)', 'components/sharing.test.ts'],
  ['components/condition.ts', "if (states.includes('disabled')) return new Set(['disabled']);", '', 'components/sharing.test.ts'],
  ['components/condition.ts', "[...states, 'hover']", 'states', 'components/sharing.test.ts'],
  ['components/combinations.ts', 'while (commonDivisor(stride, size) !== 1) stride++;', '', 'components/sharing.test.ts'],
  ['components/combinations.ts', 'if (isAllowed(component, combination)) all.push', 'all.push', 'components/sharing.test.ts'],
  ['components/part-style-cache.ts', "holds[rule] === '1'", "holds[rule] !== '2'", 'components/sharing.test.ts'],
  ['components/contrast-requirements.ts', '=> allHold(when, combination),', '=> true,', 'components/nested-contrast.test.ts'],
  ['components/contrast-requirements.ts', '...propsOfPiece(nested, along.at(-1)!.props)', '...nested.props', 'components/nested-contrast.test.ts'],
  ['components/contrast-requirements.ts', 'path[depth]!.slot.ancestors', '[]', 'components/nested-contrast.test.ts'],
  ['components/matrix.ts', 'ratio !== undefined && ratio >= needs', 'ratio === undefined || ratio >= needs', 'components/nested-contrast.test.ts'],
  ['components/matrix.ts', 'rank(check) < rank(known)', 'rank(check) > rank(known)', 'components/nested-contrast.test.ts'],
  ['components/passthrough-css.ts', "node.value === part : true", 'true : true', 'components/passthrough-css.test.ts'],
  ['components/passthrough-css.ts', 'selector.nodes.slice(last + 1);\n      });\n  } catch', 'selector.nodes;\n      });\n  } catch', 'components/passthrough-css.test.ts'],
  ['components/surfaces.ts', 'surface ? composite(surface, layer) : layer', 'layer', 'components/nested-contrast.test.ts'],
  ['components/measured-contrast.ts', '!(holder && liesIn(box, holder))', 'false', 'components/measured-contrast.test.ts'],
  ['components/measured-contrast.ts', 'Math.min(...(ratios as number[]))', 'Math.max(...(ratios as number[]))', 'components/measured-contrast.test.ts'],
  ['components/sizes.ts', '!PAINT.test(property)', 'PAINT.test(property)', 'components/sizes.test.ts'],
  ['components/guards.ts', 'plain(present) === plain(guard.value)', 'true', 'components/components.test.ts'],
  ['components/compile.ts', '`:where(${ruleSelector(component, rule)}) {', '`${ruleSelector(component, rule)} {', 'components/compiled.test.ts'],
  ['components/style-text.ts', 'entry.text !== undefined && stillSays(entry, spelling)', 'entry.text !== undefined', 'components/style-text.test.ts'],
  ['components/template.ts', "TAGS.has(tag)) {", "TAGS.has(tag) && tag !== 'script') {", 'components/components.test.ts'],
  ['components/bindings.ts', 'Number(b.meant) - Number(a.meant)', 'Number(a.meant) - Number(b.meant)', 'components/bindings.test.ts'],
  ['components/raw-values.ts', "return SUMS.has(node.value) ? undefined : false;", 'return false;', 'components/bindings.test.ts'],
  ['tokens/naming.ts', "'-'", "'_'", 'outputs/outputs.test.ts'],
]; // prettier-ignore

const root = path.resolve(import.meta.dirname, '..');
const copy = mkdtempSync(path.join(os.tmpdir(), 'seedplan-mutants-'));
const words = process.argv.slice(2);
const wanted = MUTANTS.filter((mutant) => words.every((word) => mutant.slice(0, 2).join(' ').includes(word)));
let failed = 0;
try {
  for (const name of ['src', 'demo', 'scripts', 'docs', 'package.json', 'jest.config.mjs', 'eslint.config.mjs', 'tsconfig.json'])
    cpSync(path.join(root, name), path.join(copy, name), { recursive: true }); // prettier-ignore
  symlinkSync(path.join(root, 'node_modules'), path.join(copy, 'node_modules'));
  const passes = (test) =>
    spawnSync(process.execPath, [path.join(root, 'node_modules/jest/bin/jest.js'), `src/core/${test}`], {
      cwd: copy,
      env: { ...process.env, CI: '1' },
    }).status === 0;
  for (const test of new Set(wanted.map(([, , , name]) => name)))
    if (!passes(test)) {
      console.log(`does not pass unbroken: ${test}`);
      failed++;
    }
  for (const [file, line, broken, test] of failed > 0 ? [] : wanted) {
    const at = path.join(copy, 'src/core', file);
    const text = readFileSync(at, 'utf8');
    if (!text.includes(line)) {
      console.log(`no such line any more: ${file}: ${line}`);
      failed++;
      continue;
    }
    writeFileSync(
      at,
      text.replace(line, () => broken),
    );
    const green = passes(test);
    writeFileSync(at, text);
    console.log(`${green ? 'STAYS GREEN' : 'noticed'}: ${file}: ${line} → ${broken || 'nothing'} (${test})`);
    if (green) failed++;
  }
} finally {
  rmSync(copy, { recursive: true, force: true });
}
console.log(`${wanted.length - failed} of ${wanted.length} breaks noticed`);
process.exit(failed > 0 ? 1 : 0);
