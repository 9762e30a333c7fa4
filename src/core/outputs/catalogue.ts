import { isMadeFor } from '../components/bindings';
import type { ComponentDefinition, Condition, Prop } from '../components/definition';
import { slotAncestry, templateOf } from '../components/template';
import { jsonObject, type Json, type JsonObject } from '../base/json/json';
import { writeJson } from '../base/json/write';
import { ordered } from '../document/item';
import { typeOf } from '../tokens/normalise';
import type { Resolution } from '../tokens/resolve';
import { deprecationOf, descriptionOf, isInternal, tierOf } from '../tokens/tier';
import type { Output } from './output';

/** Purposes of tokens in words, each by a property that takes a token of it. */
const PURPOSES: readonly [purpose: string, property: string][] = [
  ['text', 'color'],
  ['surface', 'background-color'],
  ['border', 'border-color'],
  ['border-width', 'border-width'],
  ['space', 'padding'],
  ['radius', 'border-radius'],
  ['text-style', 'font'],
  ['font-size', 'font-size'],
  ['font-family', 'font-family'],
  ['font-weight', 'font-weight'],
  ['shadow', 'box-shadow'],
  ['duration', 'transition-duration'],
  ['easing', 'transition-timing-function'],
];

/** Whether a text or slot has to be filled: it has no default, and the template shows it under no condition. */
export function mustBeFilled(component: ComponentDefinition, prop: Prop): boolean {
  if (prop.kind !== 'text' && prop.kind !== 'slot') return false;
  if (prop.default !== '' || prop.holds?.length) return false;
  const place = slotAncestry(templateOf(component.template).root).get(prop.name);
  return place !== undefined && place.when.length === 0;
}

function propSchema(prop: Prop, names: ReadonlySet<string>): JsonObject {
  const described: [string, Json | undefined] = ['description', prop.description || undefined];
  if (prop.kind === 'choice')
    return jsonObject([described, ['enum', prop.values], ['default', prop.default || prop.values[0]]]);
  if (prop.kind === 'flag')
    return jsonObject([described, ['type', 'boolean'], ['default', prop.default === 'true']]);
  if (prop.kind === 'text')
    return jsonObject([described, ['type', 'string'], ['default', prop.default || undefined]]);
  const accepts = (prop.accepts ?? []).flatMap(({ path }) => (names.has(path) ? [path] : []));
  return jsonObject([
    described,
    ['type', 'array'],
    ['maxItems', prop.most],
    ['items', accepts.length > 0 ? jsonObject([['anyOf', accepts.map(reference)]]) : undefined],
  ]);
}

const reference = (name: string): Json => jsonObject([['$ref', `#/$defs/component.${name}`]]);

/** What must not be: all conditions at once. A prop that is left out has its default. Undefined where states are asked for. */
function exclusionSchema(
  when: readonly Condition[],
  why: string,
  props: readonly Prop[],
): JsonObject | undefined {
  const properties: JsonObject = new Map();
  const required: string[] = [];
  for (const condition of when) {
    if (condition.kind === 'state') return undefined;
    const prop = props.find(({ name }) => name === condition.prop);
    if (condition.kind === 'flag') {
      properties.set(condition.prop, jsonObject([['const', condition.is]]));
      if ((prop?.default === 'true') !== condition.is) required.push(condition.prop);
    } else {
      properties.set(condition.prop, jsonObject([['enum', condition.is]]));
      const normal = prop?.default || prop?.values[0] || '';
      if (!condition.is.includes(normal)) required.push(condition.prop);
    }
  }
  return jsonObject([
    ['description', why],
    ['not', jsonObject([['properties', properties], ['required', required.length > 0 ? required : undefined]])],
  ]); // prettier-ignore
}

function componentSchema(component: ComponentDefinition, names: ReadonlySet<string>): JsonObject {
  const props = ordered(component.props);
  const required = props.filter((prop) => mustBeFilled(component, prop)).map(({ name }) => name);
  const exclusions = ordered(component.excluded ?? {}).flatMap(
    ({ when, why }) => exclusionSchema(when, why, props) ?? [],
  );
  return jsonObject([
    ['title', component.name],
    ['description', component.description || undefined],
    ['deprecated', component.deprecation ? true : undefined],
    ['type', 'object'],
    [
      'properties',
      jsonObject([
        ['component', jsonObject([['const', component.name]])],
        [
          'props',
          jsonObject([
            ['type', 'object'],
            ['properties', jsonObject(props.map((prop) => [prop.name, propSchema(prop, names)]))],
            ['required', required.length > 0 ? required : undefined],
            ['allOf', exclusions.length > 0 ? exclusions : undefined],
            ['additionalProperties', false],
          ]),
        ],
      ]),
    ],
    ['required', required.length > 0 ? ['component', 'props'] : ['component']],
    ['additionalProperties', false],
  ]);
}

/** Styles of several values stand for a purpose by themselves; of single values those that refer to another do. */
const STYLES = new Set(['typography', 'shadow', 'border', 'transition', 'gradient']);
const isOffered = (resolution: Resolution, path: string): boolean => {
  const tier = tierOf(resolution, path);
  return tier === 'semantic' || (tier === 'primitive' && STYLES.has(typeOf(resolution, path) ?? ''));
};

function purposes(resolution: Resolution): [string, Json][] {
  const offered = resolution.paths.filter(
    (path) =>
      isOffered(resolution, path) &&
      deprecationOf(resolution, path) === undefined &&
      !isInternal(resolution, path),
  );
  return PURPOSES.flatMap(([purpose, property]): [string, Json][] => {
    const fitting = offered.filter((path) => isMadeFor(property, path, typeOf(resolution, path) ?? ''));
    if (fitting.length === 0) return [];
    const values = fitting.map((path) =>
      jsonObject([
        ['const', path],
        ['description', descriptionOf(resolution, path) || undefined],
      ]),
    );
    return [[`tokens.${purpose}`, jsonObject([['title', `Tokens for ${purpose.replace('-', ' ')}`], ['anyOf', values]])]]; // prettier-ignore
  });
}

/**
 * A JSON Schema (2020-12) of what a library offers: an instance is `{ "component": NAME, "props": { … } }`; tokens stand
 * by purpose among its definitions.
 */
export const catalogue: Output = {
  name: 'catalogue',
  title: 'Catalogue',
  about: 'A JSON Schema of the components with their props and of the tokens by purpose, for tools that write markup.',
  language: 'json',
  singleContext: true,
  write({ resolution, components = [] }) {
    const released = components.filter(({ visibility }) => visibility !== 'internal');
    const names = new Set(released.map(({ name }) => name));
    const schema = jsonObject([
      ['$schema', 'https://json-schema.org/draft/2020-12/schema'],
      ['title', 'Components and tokens'],
      ['oneOf', released.length > 0 ? released.map(({ name }) => reference(name)) : undefined],
      [
        '$defs',
        jsonObject([
          ...released.map((one): [string, Json] => [`component.${one.name}`, componentSchema(one, names)]),
          ...purposes(resolution),
        ]),
      ],
    ]);
    return { files: [{ name: 'catalogue.json', text: writeJson(schema, 2) + '\n' }], findings: [] };
  },
}; // prettier-ignore
