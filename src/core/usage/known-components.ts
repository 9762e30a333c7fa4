import { defaultProps, parseConditions } from '../components/condition';
import type { ComponentDefinition, Condition } from '../components/definition';
import { isObject, type Json, type JsonObject } from '../base/json/json';
import { ordered } from '../document/item';
import { mustBeFilled } from '../outputs/catalogue';

/** Of a component what markup can be held against. */
export interface KnownComponent {
  name: string;
  props: { name: string; kind: 'choice' | 'flag' | 'text' | 'slot'; values: readonly string[] }[];
  /** Texts and slots that have to be filled. */
  required: readonly string[];
  defaults: Readonly<Record<string, string>>;
  excluded: { when: readonly Condition[]; why: string }[];
  deprecated: string | undefined;
}

export const knownOf = (component: ComponentDefinition): KnownComponent => ({
  name: component.name,
  props: ordered(component.props).map(({ name, kind, values }) => ({ name, kind, values })),
  required: ordered(component.props).flatMap((prop) => (mustBeFilled(component, prop) ? [prop.name] : [])),
  defaults: defaultProps(component),
  excluded: ordered(component.excluded ?? {}).map(({ when, why }) => ({ when, why })),
  deprecated: component.deprecation
    ? component.deprecation.reason || component.deprecation.replacement?.path || 'It is deprecated'
    : undefined,
});

const member = (json: Json | undefined, ...names: string[]): Json | undefined =>
  names.reduce<Json | undefined>(
    (at, name) => (isObject(at ?? null) ? (at as JsonObject).get(name) : undefined),
    json,
  );
const texts = (json: Json | undefined): string[] =>
  Array.isArray(json) ? json.filter((one): one is string => typeof one === 'string') : []; // prettier-ignore

/** The components of a catalogue, as the output of that name writes it; undefined where it is none. */
export function knownInCatalogue(json: Json): KnownComponent[] | undefined {
  const definitions = member(json, '$defs');
  if (!isObject(definitions ?? null)) return undefined;
  return [...(definitions as JsonObject)].flatMap(([key, schema]): KnownComponent[] => {
    const name = member(schema, 'properties', 'component', 'const');
    if (!key.startsWith('component.') || typeof name !== 'string') return [];
    const own = member(schema, 'properties', 'props');
    const properties = member(own, 'properties');
    const props = isObject(properties ?? null) ? [...(properties as JsonObject)] : [];
    const exclusions = member(own, 'allOf');
    return [
      {
        name,
        props: props.map(([prop, said]) => ({ name: prop, kind: kindOf(said), values: texts(member(said, 'enum')) })),
        required: texts(member(own, 'required')),
        defaults: Object.fromEntries(props.map(([prop, said]) => [prop, defaultOf(member(said, 'default'))])),
        excluded: (Array.isArray(exclusions) ? exclusions : []).flatMap((one) => {
          const when = conditionsOf(member(one, 'not', 'properties'));
          return when.length > 0 ? [{ when, why: String(member(one, 'description') ?? '') }] : [];
        }),
        deprecated: member(schema, 'deprecated') === true ? 'It is deprecated' : undefined,
      },
    ];
  });
} // prettier-ignore

const kindOf = (schema: Json): KnownComponent['props'][number]['kind'] => {
  const type = member(schema, 'type');
  return type === 'boolean' ? 'flag' : type === 'array' ? 'slot' : type === 'string' ? 'text' : 'choice';
};
const defaultOf = (value: Json | undefined): string =>
  value === true ? 'true' : typeof value === 'string' ? value : '';

function conditionsOf(properties: Json | undefined): Condition[] {
  if (!isObject(properties ?? null)) return [];
  return [...(properties as JsonObject)].flatMap(([prop, schema]): Condition[] => {
    const flag = member(schema, 'const');
    if (typeof flag === 'boolean') return [{ kind: 'flag', prop, is: flag }];
    const is = texts(member(schema, 'enum'));
    return is.length > 0 ? parseConditions(`${prop} is ${is.join(' or ')}`) : [];
  });
}
