import { JsonSyntaxError, readJson } from '../../base/json/read';
import { isObject, type Json, type JsonObject } from '../../base/json/json';
import { kindOfType, SourceProblem, type CodeComponent, type CodeProp, type SourceReader } from './source';

const text = (object: JsonObject, name: string): string => {
  const value = object.get(name);
  return typeof value === 'string' ? value : '';
};
/** The field an attribute sets where nothing else is said: `no-title` → `noTitle`. */
const camel = (name: string) => name.replace(/-([a-z])/g, (_, letter: string) => letter.toUpperCase());
const objects = (value: Json | undefined): JsonObject[] =>
  Array.isArray(value) ? value.filter(isObject) : [];

/** Custom Elements Manifest, schema 1 and 2: https://github.com/webcomponents/custom-elements-manifest. */
export const manifest: SourceReader = {
  label: 'Custom Elements Manifest',
  accepts: (file) => /\.json$/i.test(file),
  read(file, source) {
    let json: Json;
    try {
      json = readJson(source);
    } catch (error) {
      if (!(error instanceof JsonSyntaxError)) throw error;
      throw new SourceProblem(`${file} is not JSON: ${error.reason}`, `Correct line ${error.place.line}`);
    }
    if (!isObject(json) || !Array.isArray(json.get('modules')))
      throw new SourceProblem(`${file} has no list of modules`, 'Choose a custom-elements.json');
    const found = objects(json.get('modules'))
      .flatMap((module) => objects(module.get('declarations')))
      .filter(
        (declaration) =>
          text(declaration, 'kind') === 'class' &&
          (declaration.get('customElement') === true || text(declaration, 'tagName') !== ''),
      )
      .map(componentOf);
    if (found.length === 0)
      throw new SourceProblem(
        `${file} declares no custom element`,
        'Choose the manifest of a package that has some',
      );
    return found;
  },
};

function componentOf(declaration: JsonObject): CodeComponent {
  const props = new Map<string, CodeProp>();
  const fields = new Map(objects(declaration.get('members')).map((member) => [text(member, 'name'), member]));
  const typeOf = (entry: JsonObject) => {
    // An attribute without a type has that of the field it sets.
    const type =
      entry.get('type') ?? fields.get(text(entry, 'fieldName') || camel(text(entry, 'name')))?.get('type');
    return isObject(type ?? null) ? text(type as JsonObject, 'text') : '';
  };
  const put = (name: string, entry: JsonObject) => {
    if (name === '' || props.has(name)) return;
    const written = text(entry, 'default').replace(/^(["'`])(.*)\1$/, '$2');
    const description = text(entry, 'description') || text(entry, 'summary');
    props.set(name, {
      name,
      ...kindOfType(typeOf(entry)),
      ...(written && { default: written }),
      ...(description && { description }),
    });
  };
  for (const attribute of objects(declaration.get('attributes'))) put(text(attribute, 'name'), attribute);
  const taken = new Set(
    objects(declaration.get('attributes')).map(
      (attribute) => text(attribute, 'fieldName') || camel(text(attribute, 'name')),
    ),
  );
  for (const member of objects(declaration.get('members')))
    if (
      text(member, 'kind') === 'field' &&
      !/private|protected/.test(text(member, 'privacy')) &&
      member.get('static') !== true &&
      member.get('readonly') !== true &&
      !taken.has(text(member, 'name')) &&
      !text(member, 'name').startsWith('#')
    )
      put(text(member, 'name'), member);
  for (const slot of objects(declaration.get('slots')))
    props.set(text(slot, 'name') || 'content', {
      name: text(slot, 'name') || 'content',
      kind: 'slot',
      values: [],
      description: text(slot, 'description'),
    });
  return { name: text(declaration, 'tagName') || text(declaration, 'name'), props: [...props.values()] };
}
