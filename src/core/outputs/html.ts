import { isAllowed } from '../components/combinations';
import { conditionsText, defaultProps, type Combination } from '../components/condition';
import type { ComponentDefinition, Condition } from '../components/definition';
import { renderNested, withNested } from '../components/nested';
import { escapeHtml } from '../components/render';
import { familyKey } from '../base/fonts/font';
import { itemsOf, ordered, type Items } from '../document/item';
import type { Finding } from '../findings/finding';
import type { Resolution } from '../tokens/resolve';
import type { Context } from '../tokens/system';
import { componentSheets, scriptless } from './component-sheets';
import { css } from './css';
import type { Output, OutputFile } from './output';

/** As many examples of a component are written out. */
const MOST_EXAMPLES = 40;

/** Where a page below the top finds the sheets that every component needs, the lowest first. */
const SHEETS = ['base.css', 'fonts.css', 'tokens.css'];

/** Each component as markup and a style sheet of its own, with the tokens, fonts and drawings they use. */
export const html: Output = {
  name: 'html',
  title: 'Components in HTML and CSS',
  about:
    'A page of markup and a style sheet for each component, with the custom properties, fonts and drawings they use.',
  language: 'html',
  withFiles: true,
  withUnits: true,
  naming: css.naming!,
  write(input) {
    const sheets = componentSheets(input);
    if (!('sheets' in sheets)) return { files: [], findings: sheets.findings };
    const { offered, compiled, items } = sheets;
    const files: OutputFile[] = [
      ...sheets.sheets,
      ...offered.map((one) => ({
        name: `components/${one.name}.html`,
        text: componentPage(one, items, input.context),
      })),
      { name: 'index.html', text: indexPage(offered) },
      ...sheets.assets,
    ];
    return {
      files,
      findings: [
        ...sheets.findings,
        ...compiled.flatMap((one) => scriptless(one, 'HTML and CSS have none')),
        ...absentFonts(input.resolution, items),
      ],
    };
  },
};

/** A component by itself and with each of its choices and flags other than it is by default, as far as that is allowed. */
function examplesOf(component: ComponentDefinition): { title: string; combination: Combination }[] {
  const standard = defaultProps(component);
  const examples = [{ title: 'Default', combination: { props: standard, states: [] } as Combination }];
  const add = (condition: Condition, name: string, value: string) => {
    const combination = { props: { ...standard, [name]: value }, states: [] };
    if (isAllowed(component, combination)) examples.push({ title: conditionsText([condition]), combination });
  };
  for (const { name, kind, values } of ordered(component.props)) {
    if (kind === 'choice')
      for (const value of values)
        if (value !== standard[name]) add({ kind: 'choice', prop: name, is: [value] }, name, value);
    if (kind === 'flag') {
      const is = standard[name] !== 'true';
      add({ kind: 'flag', prop: name, is }, name, is ? 'true' : '');
    }
  }
  return examples.slice(0, MOST_EXAMPLES);
}

function page(title: string, sheets: readonly string[], body: string): string {
  const links = sheets.map((sheet) => `<link rel="stylesheet" href="${escapeHtml(sheet)}">\n`).join('');
  return (
    `<!doctype html>\n<html lang="en">\n<head>\n<meta charset="utf-8">\n` +
    `<meta name="viewport" content="width=device-width, initial-scale=1">\n<title>${escapeHtml(title)}</title>\n` +
    `${links}</head>\n<body>\n${body}</body>\n</html>\n`
  );
}

function componentPage(component: ComponentDefinition, items: Items, context: Context | undefined): string {
  const sheets = [
    ...SHEETS.map((sheet) => `../${sheet}`),
    ...withNested([component], items).map(({ name }) => `${name}.css`),
  ];
  const examples = examplesOf(component).map(
    ({ title, combination }) =>
      `<!-- ${title.replaceAll('--', '- -')} -->\n` +
      `<section data-example="${escapeHtml(title)}">\n` +
      `${renderNested(component, items, { ...combination, ...(context && { context }) })}\n</section>\n`,
  );
  return page(component.name, sheets, examples.join(''));
}

const indexPage = (components: readonly ComponentDefinition[]): string =>
  page(
    'Components',
    SHEETS,
    `<ul>\n${components
      .map(
        ({ name, description }) =>
          `<li><a href="components/${escapeHtml(name)}.html">${escapeHtml(name)}</a>` +
          `${description ? ` ${escapeHtml(description)}` : ''}</li>\n`,
      )
      .join('')}</ul>\n`,
  );

/** Families that tokens name first and that no asset of the library holds. */
function absentFonts(resolution: Resolution, items: Items): Finding[] {
  const own = new Set(itemsOf(items, 'asset').flatMap(({ role, name }) => (role === 'font' ? [familyKey(name)] : [])));
  const named = new Map<string, string>();
  for (const path of resolution.paths)
    for (const { resolved } of resolution.variants(path)) {
      if (resolved.failed || resolved.type !== 'fontFamily') continue;
      const [first] = Array.isArray(resolved.value) ? resolved.value : [resolved.value];
      if (typeof first === 'string' && !GENERIC.has(familyKey(first)) && !own.has(familyKey(first)))
        named.set(familyKey(first), first);
    }
  return [...named.values()].map((family) => ({
    code: 'not-carried',
    level: 'note',
    message: `The font ${family} does not go with it: no asset of the library holds it`,
    fix: 'Upload its files under Fonts, or load it where the pages are used',
  }));
} // prettier-ignore

/** Families every browser has one for (CSS Fonts Level 4, section 2.1.2). */
const GENERIC = new Set(['serif', 'sans-serif', 'monospace', 'cursive', 'fantasy', 'system-ui', 'ui-serif', 'ui-sans-serif', 'ui-monospace', 'ui-rounded', 'math', 'emoji']); // prettier-ignore
