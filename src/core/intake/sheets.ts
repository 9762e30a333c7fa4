import type { Declaration, Root } from 'postcss';
import type { Lookup } from '../base/css/constant';
import type { Finding } from '../findings/finding';
import { pageRules, type PageRule } from '../base/css/page-rules';
import { stylesOfPage } from './page';
import { entriesOfMap } from './sass-map';
import { parseSheet } from './sheet';

export interface TextFile {
  name: string;
  text: string;
}

/** One style sheet of the files: a file of its own, or a style element or attribute of a page. */
interface Sheet {
  root: Root;
  file: string;
  /** Lines of the file before it. */
  lines: number;
  /** Whether it is the `style` attribute of one element. */
  inline: boolean;
  sass: boolean;
}

/** Style sheets and pages, read as those of one page. */
export interface Sheets {
  sheets: Sheet[];
  rules: PageRule[];
  findings: Finding[];
  /** How many declarations each file holds. */
  declarations: Map<string, number>;
  /** Initial values of registered custom properties (`@property`). */
  registered: Map<string, string>;
  /** What a name of these sheets stands for on the page as a whole: `--x`, `$x`, `$map key`. */
  lookup: Lookup;
  sass: boolean;
}

export const isStyled = (name: string): boolean => /\.(css|scss|html?|svg)$/i.test(name);

/** How each declaration of a sheet reads, however it is nested. */
export function eachDeclaration(
  { sheets }: Sheets,
  visit: (declaration: Declaration, sheet: Sheet) => void,
): void {
  for (const sheet of sheets) sheet.root.walkDecls((declaration) => visit(declaration, sheet));
}

export function readSheets(files: readonly TextFile[]): Sheets {
  const sheets: Sheet[] = [];
  const findings: Finding[] = [];
  const declarations = new Map<string, number>();
  for (const { name, text } of files.filter((file) => isStyled(file.name))) {
    const own = /\.(html?|svg)$/i.test(name) ? stylesOfPage(name, text) : [{ text, line: 0, inline: false }];
    declarations.set(name, 0);
    for (const { text: css, line, inline } of own) {
      const { root, findings: wrong } = parseSheet(css, name);
      findings.push(...wrong.map((finding) => moved(finding, line)));
      sheets.push({ root, file: name, lines: line, inline, sass: /\.scss$/i.test(name) });
      root.walkDecls(() => void declarations.set(name, declarations.get(name)! + 1));
    }
  }
  const rules = pageRules(sheets.filter(({ inline }) => !inline));
  const sass = sheets.some((sheet) => sheet.sass);
  const variables = sass ? sassVariables(sheets) : new Map<string, string>();
  const registered = new Map<string, string>();
  for (const { root } of sheets)
    root.walkAtRules('property', (rule) => {
      rule.walkDecls('initial-value', ({ value }) => void registered.set(rule.params.trim(), value));
    });
  const properties = pageProperties(sheets, rules);
  return {
    sheets,
    rules,
    findings,
    declarations,
    registered,
    sass,
    lookup: (name) =>
      name.startsWith('--')
        ? (properties.get(name) ?? registered.get(name))
        : variables.get(name.replace(/_/g, '-')),
  };
}

function moved(finding: Finding, lines: number): Finding {
  return finding.at?.line === undefined
    ? finding
    : { ...finding, at: { ...finding.at, line: finding.at.line + lines } };
}

const OF_PAGE = /^(:root|html|body|:host|\*|:where\(:root\)|:where\(html\))$/i;

/** Custom properties of the page as a whole; those only pieces of it set, as they are there first. */
function pageProperties(sheets: readonly Sheet[], rules: readonly PageRule[]): Map<string, string> {
  const found = new Map<string, string>();
  const always = (selector: string) =>
    OF_PAGE.test(selector.replace(/:not\((?:[^()]|\([^()]*\))*\)/g, '').trim());
  for (const { selectors, declarations } of rules)
    if (selectors.some(always))
      for (const { prop, value } of declarations) if (prop.startsWith('--')) found.set(prop, value);
  const page = new Set(found.keys());
  for (const { root } of sheets)
    root.walkDecls(/^--/, ({ prop, value }) => {
      if (!page.has(prop) && !found.has(prop)) found.set(prop, value);
    });
  return found;
}

/** Variables of SCSS set at the top of a file, maps by their keys; one with `!default` gives way to one before it. */
function sassVariables(sheets: readonly Sheet[]): Map<string, string> {
  const found = new Map<string, string>();
  for (const { root, sass } of sheets) {
    if (!sass) continue;
    root.each((node) => {
      if (node.type !== 'decl' || !node.prop.startsWith('$')) return;
      const name = node.prop.replace(/_/g, '-');
      if (/!default\b/.test(node.value) && found.has(name)) return;
      const value = node.value.replace(/\s*!(default|global)\b/g, '').trim();
      found.set(name, value);
      for (const [keys, text] of entriesOfMap(value) ?? []) found.set([name, ...keys].join(' '), text);
    });
  }
  return found;
}
