import type { ComponentDefinition } from './definition';
import type { Items } from '../document/item';
import { LONGHANDS } from '../tokens/naming';
import { typeOf } from '../tokens/normalise';
import type { Resolution } from '../tokens/resolve';
import { ruleSelector } from './compile';
import { rulesBySpecificity } from './style';
import { pathOf } from '../tokens/token-tree';

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
 * says in its own place whether it is from the token. What wins the property thereby wins the answer too. Kept blocks are
 * not read.
 */
export function traceOf(
  components: Iterable<ComponentDefinition>,
  items: Items,
  resolution: Resolution,
  path: string,
): Trace {
  const traced = reachingTokens(resolution, path);
  const rules: { selector: string; said: [property: string, traced: boolean][] }[] = [];
  for (const component of components)
    for (const rule of rulesBySpecificity(component))
      rules.push({
        selector: ruleSelector(component, rule),
        said: rule.declarations.flatMap(([property, value]): [string, boolean][] => {
          const token = 'token' in value ? pathOf(value.token, items) : undefined;
          const from = token !== undefined && traced.has(token);
          const typography = token !== undefined && typeOf(resolution, token) === 'typography';
          return typography ? LONGHANDS.map((longhand) => [longhand, from]) : [[property, from]];
        }),
      });
  const properties = [
    ...new Set(rules.flatMap(({ said }) => said.filter(([, from]) => from).map(([p]) => p))),
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
  return { css: [...registered, '@layer rules {', ...css, '}'].join('\n'), properties };
}
