import safeParse from 'postcss-safe-parser';
import { propertiesRead } from '../base/css/custom-properties';
import type { ComponentDefinition } from './definition';
import { byOrder, itemsOf, ordered, type Items } from '../document/item';
import { LONGHANDS } from '../tokens/naming';
import { typeOf } from '../tokens/normalise';
import type { Resolution } from '../tokens/resolve';
import { rootSelector, ruleSelector } from './compile';
import { scopedCss } from './passthrough-css';
import { tokenNamed } from '../tokens/named-tokens';
import { rulesBySpecificity } from './style';
import { libraryTree, pathOf } from '../tokens/token-tree';

/** What a page needs to find, where components are drawn, the parts whose look comes from a token. */
export interface Trace {
  /** Sets a custom property to 1 on every part whose winning declaration of a property comes from the token. */
  css: string;
  /** The properties, each told by the custom property `tracedProperty(name)`. */
  properties: string[];
}

const tracedProperty = (property: string): string => `--traced-${property}`;

/** The token itself and every token that refers to it, under any context, through any number of steps. */
export function reachingTokens(resolution: Resolution, path: string): Set<string> {
  const found = new Set([path]);
  for (const each of found) for (const other of resolution.referrers(each)) found.add(other);
  return found;
}

/**
 * Follows the cascade by riding on it: for each property that the token decides anywhere, every rule about that property
 * says in its own place whether it is from the token. What wins the property thereby wins the answer too: passthrough CSS
 * and style sheets of the library by name of the token.
 */
export function traceOf(
  components: readonly ComponentDefinition[],
  items: Items,
  resolution: Resolution,
  path: string,
): Trace {
  const traced = reachingTokens(resolution, path);
  const { paths } = libraryTree(items);
  const names = (css: string) =>
    propertiesRead(css).some(({ name }) => traced.has(paths.get(tokenNamed(name, items) ?? '') ?? ''));
  const rules: { selector: string; said: [property: string, traced: boolean][] }[] = [];
  for (const component of components)
    for (const rule of rulesBySpecificity(component))
      rules.push({
        selector: ruleSelector(component, rule),
        said: rule.declarations.flatMap(([property, value]): [string, boolean][] => {
          const token = 'token' in value ? pathOf(value.token, items) : undefined;
          const from = token !== undefined ? traced.has(token) : 'raw' in value && names(value.raw);
          const typography = token !== undefined && typeOf(resolution, token) === 'typography';
          return typography ? LONGHANDS.map((longhand) => [longhand, from]) : [[property, from]];
        }),
      });
  const texts = [
    ...itemsOf(items, 'styleSheet')
      .sort(byOrder)
      .map(({ css }) => ({ layer: 'library', css, scope: undefined })),
    ...components.flatMap((component) =>
      ordered(component.entries).flatMap((entry) =>
        entry.kind === 'kept'
          ? [{ layer: 'kept', css: scopedCss(entry.css), scope: rootSelector(component) }]
          : [],
      ),
    ),
  ];
  const properties = [
    ...new Set([
      ...rules.flatMap(({ said }) => said.filter(([, from]) => from).map(([p]) => p)),
      ...texts.flatMap(({ css }) => tracedDeclarations(css, names)),
    ]),
  ];
  const asked = new Set(properties);
  const css = rules.flatMap(({ selector, said }) => {
    const body = said
      .filter(([property]) => asked.has(property))
      .map(([property, from]) => `${tracedProperty(property)}: ${from ? 1 : 0};`);
    return body.length > 0 ? [`:where(${selector}) { ${body.join(' ')} }`] : [];
  });
  const registered = properties.map(
    (property) =>
      `@property ${tracedProperty(property)} { syntax: "<integer>"; inherits: false; initial-value: 0; }`,
  );
  const written = texts.flatMap(({ layer, css: text, scope }) => {
    const said = saidOf(text, asked, names);
    if (said === '') return [];
    return [`@layer ${layer} {\n${scope === undefined ? said : `@scope (${scope}) {\n${said}\n}`}\n}`];
  });
  return { css: [...registered, '@layer rules {', ...css, '}', ...written].join('\n'), properties };
}

/** The properties that CSS text sets by the token, in rules of any depth. */
function tracedDeclarations(css: string, names: (css: string) => boolean): string[] {
  const found: string[] = [];
  safeParse(css).walkDecls(({ prop, value }) => {
    if (!prop.startsWith('--') && names(value)) found.push(prop.toLowerCase());
  });
  return found;
}

/** The same CSS saying, in place of each declaration about one of these properties, whether that is by the token. */
function saidOf(css: string, asked: ReadonlySet<string>, names: (css: string) => boolean): string {
  const root = safeParse(css);
  let any = false;
  root.walkDecls((declaration) => {
    const property = declaration.prop.toLowerCase();
    if (!asked.has(property)) return void declaration.remove();
    any = true;
    declaration.replaceWith(
      declaration.clone({ prop: tracedProperty(property), value: names(declaration.value) ? '1' : '0' }),
    );
  });
  return any ? root.toString() : '';
}
