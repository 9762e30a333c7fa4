import { hyphenated, hyphenatedNames } from '../tokens/naming';
import { defaultContext } from '../tokens/system';
import { contextRemark, leftOut, nameFindings, type Naming, type Output } from './output';
import { cssTextIn } from './units';

/** How a language of style sheets writes variables. */
interface Variables {
  name: string;
  title: string;
  about: string;
  language: Output['language'];
  naming: Naming;
  /** What stands before a name. */
  sigil: string;
  /** A name as the language takes it; undefined where it has none for it. */
  spelled: (name: string) => string | undefined;
  /** CSS text so that the language leaves it as it is. */
  literal: (css: string) => string;
}

/** One variable for each token, its value written out, for one combination of contexts. */
export const variablesOutput = ({
  name,
  title,
  about,
  language,
  naming,
  sigil,
  spelled,
  literal,
}: Variables): Output => ({
  name,
  title,
  about,
  language,
  singleContext: true,
  withUnits: true,
  naming: { of: naming, names: (path, type) => hyphenatedNames(path, type) },
  write({ resolution, context, prefix, unit }) {
    const written = cssTextIn(unit);
    const clashes = nameFindings(resolution, (path, type) =>
      hyphenatedNames(path, type, prefix).map((one) => `${sigil}${one}`),
    );
    if (clashes.length > 0) return { files: [], findings: clashes };
    const shown = context ?? defaultContext(resolution.system.axes);
    const at = resolution.numberOf(shown);
    const findings = leftOut(resolution);
    const remark = contextRemark(resolution, shown);
    let text = remark && `// ${remark}\n`;
    const write = (path: string, own: string, css: string) => {
      const variable = spelled(own);
      if (variable === undefined)
        findings.push({
          code: 'not-carried',
          level: 'warning',
          path,
          message: `${path} is left out: ${title} takes no variable called ${sigil}${own}`,
          fix: 'Name it with the letters a to z, digits and hyphens',
        });
      else text += `${sigil}${variable}: ${literal(css)};\n`;
    };
    for (const path of resolution.paths) {
      const resolved = resolution.value(path, at);
      if (!resolved) continue;
      const base = hyphenated(path, prefix);
      const css = written(resolved);
      if (typeof css === 'string') write(path, base, css);
      else for (const [longhand, value] of Object.entries(css)) write(path, `${base}-${longhand}`, value);
    }
    return { files: [{ name: `tokens.${name}`, text }], findings };
  },
});
