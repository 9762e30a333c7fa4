import { compileCss } from '../components/compile';
import type { ComponentDefinition } from '../components/definition';
import { withNested } from '../components/nested';
import type { Items } from '../document/item';
import type { Finding } from '../findings/finding';
import { hyphenated, LONGHANDS } from '../tokens/naming';
import { typeOf } from '../tokens/normalise';
import type { Resolution } from '../tokens/resolve';
import { assetFiles, fontFaces } from './asset-files';
import { css } from './css';
import type { Output, OutputFile } from './output';
import { baseStyles } from './page-styles';

/** What every delivery of components needs beside their markup. */
interface ComponentSheets {
  /** Style sheets: of the page, of fonts, of tokens, and one for each component. */
  sheets: OutputFile[];
  /** Files of fonts, pictures and icons. */
  assets: OutputFile[];
  /** The components people are offered; and with those that stand in their slots. */
  offered: ComponentDefinition[];
  compiled: ComponentDefinition[];
  items: Items;
  findings: Finding[];
}

/** Undefined where the tokens cannot be written, with why. */
export function componentSheets({
  resolution,
  context,
  prefix,
  unit,
  components = [],
  items = itemsById(components),
}: Parameters<Output['write']>[0]): ComponentSheets | { findings: Finding[] } {
  const tokens = css.write({ resolution, ...(context && { context }), ...(prefix && { prefix }), ...(unit && { unit }), authored: () => [] }); // prettier-ignore
  if (tokens.files.length === 0) return { findings: tokens.findings };
  const prefixed = prefixer(resolution, prefix);
  const offered = components.filter(({ visibility }) => visibility !== 'internal');
  // What stands in a slot is needed whether it is offered or not.
  const compiled = withNested(offered, items);
  return {
    sheets: [
      { name: 'base.css', text: prefixed(baseStyles(items)) },
      { name: 'fonts.css', text: fontFaces(items) },
      ...tokens.files,
      ...compiled.map((one) => ({
        name: `components/${one.name}.css`,
        text: prefixed(compileCss(one, items, (path) => typeOf(resolution, path))),
      })),
    ],
    assets: assetFiles(items),
    offered,
    compiled,
    items,
    findings: tokens.findings,
  };
}

const itemsById = (components: readonly ComponentDefinition[]): Items =>
  new Map(components.map((component) => [component.id, component]));

/** Names of tokens inside `var()` with the prefix that the sheet of custom properties gives them; other names stay. */
function prefixer(resolution: Resolution, prefix: string | undefined): (sheet: string) => string {
  if (!prefix) return (sheet) => sheet;
  const names = new Set(
    resolution.paths.flatMap((path) => {
      const name = hyphenated(path);
      return [name, ...LONGHANDS.map((longhand) => `${name}-${longhand}`)];
    }),
  );
  return (sheet) =>
    sheet.replace(/(\bvar\(\s*--)([\p{L}\p{N}_-]+)/gu, (text, open: string, name: string) =>
      names.has(name) ? `${open}${prefix}-${name}` : text,
    );
}

/** Behaviours are played by what a product runs. */
export function scriptless(component: ComponentDefinition, why: string): Finding[] {
  if (Object.values(component.behaviours ?? {}).every(({ kind }) => kind === 'note')) return [];
  return [
    {
      code: 'not-carried',
      level: 'note',
      component: component.name,
      message: `The behaviours of ${component.name} are left out: ${why}`,
      fix: 'Write a script where they are needed',
    },
  ];
}
