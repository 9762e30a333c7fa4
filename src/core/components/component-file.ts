import { isObject, type Json, type JsonObject } from '../base/json/json';
import { anyOf } from '../base/words';
import type { Reference } from '../document/item';
import type { Finding } from '../findings/finding';
import type {
  Behaviour,
  ComponentDefinition,
  DataTable,
  Exclusion,
  Guard,
  Nested,
  Part,
  Prop,
  StyleEntry,
} from './definition';
import { fileReading, text, type Refer } from './file-reading';
import { templateOf, partAncestry } from './template';
import { isThemeElement, THEME_ELEMENTS } from './theme';

/**
 * Reads a component file (docs/formats.md): name, props, parts, states, rules and guards as JSON, the template beside it
 * as HTML. Whatever cannot be read becomes a finding that names its place; the rest is read.
 */
export function readComponent(
  json: Json,
  template: string,
  options: {
    id: string;
    order: string;
    entryId: () => string;
    refer: Refer;
    /** A component, rule set, asset or theme by its name. */
    referTo: (kind: 'component' | 'ruleSet' | 'asset' | 'theme', name: string) => Reference;
    rank: (name: string) => string | null;
  },
): { component: ComponentDefinition | undefined; findings: Finding[] } {
  const { findings, report, collect: collectFrom, conditions, value, declarations } = fileReading(options);
  if (!isObject(json)) {
    report('', 'A component file is a JSON object', 'Put it in curly brackets');
    return { component: undefined, findings };
  }
  const name = text(json, 'name');
  if (!/^[a-z][a-zA-Z0-9-]*$/.test(name))
    report(
      '/name',
      `A component has a name such as fare-card, not ${JSON.stringify(name)}`,
      'Use letters, digits and hyphens, beginning with a small letter',
    );
  const collect = <T extends { order: string }>(
    member: string,
    read: (entry: JsonObject, pointer: string, order: string) => T | undefined,
  ) => collectFrom(json, member, read);
  /** A name that HTML and CSS take as it is. */
  const identifier = (written: string, pointer: string): string => {
    if (!/^[a-z][a-zA-Z0-9-]{0,60}$/.test(written))
      report(
        pointer,
        `${JSON.stringify(written)} is no name here`,
        'Use letters, digits and hyphens, beginning with a small letter',
      );
    return written;
  };
  const names = (written: Json | undefined): string[] =>
    Array.isArray(written) ? written.filter((one): one is string => typeof one === 'string') : [];
  const words = (written: Json | undefined): Record<string, string> =>
    isObject(written ?? null)
      ? Object.fromEntries([...(written as JsonObject)].map(([key, one]) => [key, String(one)]))
      : {};
  const piece = (entry: JsonObject, pointer: string): Nested[] => {
    const [component, icon] = [text(entry, 'component'), text(entry, 'icon')];
    if (!component && !icon) {
      report(pointer, 'A piece names a component or an icon', 'Write "component": "NAME" or "icon": "NAME"');
      return [];
    }
    return [
      {
        ...(icon
          ? { asset: options.referTo('asset', icon) }
          : { component: options.referTo('component', component) }),
        props: words(entry.get('props')),
        passed: words(entry.get('passed')),
      },
    ];
  };
  const slot = (entry: JsonObject, pointer: string): Partial<Prop> => {
    const [accepts, holds, most] = [names(entry.get('accepts')), entry.get('holds'), entry.get('most')];
    return {
      ...(accepts.length > 0 && { accepts: accepts.map((other) => options.referTo('component', other)) }),
      ...(typeof most === 'number' && Number.isInteger(most) && most > 0 && { most }),
      ...(Array.isArray(holds) && {
        holds: holds.flatMap((one, i) => (isObject(one) ? piece(one, `${pointer}/holds/${i}`) : [])),
      }),
    };
  };
  const props = collect<Prop>('props', (entry, pointer, order) => {
    const kind = text(entry, 'kind') as Prop['kind'];
    if (!['choice', 'flag', 'text', 'slot'].includes(kind))
      return void report(`${pointer}/kind`, 'A prop is a choice, flag, text or slot', 'Correct its kind');
    const values = entry.get('values');
    const list = Array.isArray(values)
      ? values.map((one, i) => identifier(String(one), `${pointer}/values/${i}`))
      : [];
    if (kind === 'choice' && list.length === 0)
      return void report(`${pointer}/values`, 'A choice has at least one value', 'Add its values');
    return {
      order,
      name: identifier(text(entry, 'name'), `${pointer}/name`),
      kind,
      values: list,
      default: text(entry, 'default') || (kind === 'choice' ? list[0]! : ''),
      description: text(entry, 'description'),
      ...(kind === 'slot' && slot(entry, pointer)),
    };
  });
  const written = templateOf(template);
  const varies = text(json, 'variationOf') !== '' && template.trim() === '';
  if (!varies) findings.push(...written.findings);
  const known = partAncestry(written.root);
  /** Which element of a theme a part is: one by name, or `none`. */
  const element = (named: string, pointer: string): Pick<Part, 'element'> => {
    if (named === '') return {};
    if (isThemeElement(named) || named === 'none') return { element: named };
    report(
      pointer,
      `${JSON.stringify(named)} is no element of a theme`,
      `Write ${anyOf([...Object.keys(THEME_ELEMENTS), 'none'])}`,
    );
    return {};
  };
  const parts = collect<Part>('parts', (entry, pointer, order) => {
    const part = text(entry, 'name');
    if (!varies && !known.has(part))
      report(
        `${pointer}/name`,
        `The template has no part ${part}`,
        `Parts of the template: ${[...known.keys()].join(', ')}`,
      );
    const shows = text(entry, 'shows');
    return {
      order,
      name: part,
      shows: shows === 'text' || shows === 'icon' ? shows : 'nothing',
      description: text(entry, 'description'),
      ...(entry.has('adjustable') && { adjustable: names(entry.get('adjustable')) }),
      ...element(text(entry, 'element'), `${pointer}/element`),
    };
  });
  const entries = collect<StyleEntry>('rules', (entry, pointer, order) => {
    if (entry.has('kept')) return { order, kind: 'kept', css: text(entry, 'kept') };
    const part = text(entry, 'part') || 'root';
    if (!varies && !known.has(part))
      report(
        `${pointer}/part`,
        `The template has no part ${part}`,
        `Parts of the template: ${[...known.keys()].join(', ')}`,
      );
    return {
      order,
      kind: 'rule',
      when: conditions(entry, pointer),
      part,
      declarations: declarations(entry, pointer),
      comment: text(entry, 'comment'),
    };
  });
  const guards = collect<Guard>('guards', (entry, pointer, order) => ({
    order,
    when: conditions(entry, pointer),
    part: text(entry, 'part') || 'root',
    property: text(entry, 'property'),
    value: text(entry, 'value'),
    note: text(entry, 'note'),
    ...(entry.has('under') && { under: words(entry.get('under')) }),
  }));
  const excluded = collect<Exclusion>('excluded', (entry, pointer, order) => {
    const when = conditions(entry, pointer);
    if (when.length === 0) return void report(pointer, 'An exclusion has a condition', 'Write "when"');
    return { order, when, why: text(entry, 'why') };
  });
  const behaviours = collect<Behaviour>('behaviours', (entry, pointer, order) => {
    const shared = { order, part: text(entry, 'part') || 'root', text: text(entry, 'text') };
    const kind = text(entry, 'kind');
    if (kind === 'timed')
      return {
        ...shared,
        kind,
        state: text(entry, 'state'),
        after: value(entry.get('after') ?? '', `${pointer}/after`),
        does: text(entry, 'does') || 'leave',
      };
    if (kind === 'event')
      return { ...shared, kind, name: text(entry, 'name'), on: text(entry, 'on') || 'click' };
    if (kind === 'note') return { ...shared, kind };
    return void report(`${pointer}/kind`, 'A behaviour is timed, an event or a note', 'Correct its kind');
  });
  const data = collect<DataTable>('data', (entry, pointer, order) => {
    const [columns, rows] = [entry.get('columns'), entry.get('rows')];
    if (!Array.isArray(columns) || !Array.isArray(rows) || columns.length === 0 || !rows.every(Array.isArray))
      return void report(
        pointer,
        'A table has columns and rows, which are lists',
        'Write "columns" and "rows"',
      );
    return {
      order,
      name: text(entry, 'name') || `Table ${pointer.split('/').at(-1)}`,
      fills: text(entry, 'fills') || null,
      columns: columns.map(String),
      rows: rows.map((row: Json[]) =>
        columns.map((_, i) => (row[i] === undefined || row[i] === null ? '' : String(row[i]))),
      ),
    };
  });
  const deprecation = json.get('deprecation');
  const replacement = isObject(deprecation ?? null) ? text(deprecation as JsonObject, 'replacement') : '';
  const source = text(json, 'variationOf');
  const theme = text(json, 'theme');
  const bases = names(json.get('bases'));
  const states = json.get('states');
  return {
    component: {
      id: options.id,
      kind: 'component',
      order: options.order,
      name,
      description: text(json, 'description'),
      rank: options.rank(text(json, 'rank')),
      visibility: json.get('visibility') === 'internal' ? 'internal' : 'released',
      deprecation: isObject(deprecation ?? null)
        ? {
            reason: text(deprecation as JsonObject, 'reason'),
            replacement: replacement ? options.referTo('component', replacement) : null,
          }
        : null,
      template,
      states: Array.isArray(states) ? states.map((one, i) => identifier(String(one), `/states/${i}`)) : [],
      parts,
      props,
      entries,
      guards,
      ...(Object.keys(excluded).length > 0 && { excluded }),
      ...(Object.keys(behaviours).length > 0 && { behaviours }),
      ...(Object.keys(data).length > 0 && { data }),
      ...(bases.length > 0 && { bases: bases.map((base) => options.referTo('ruleSet', base)) }),
      ...(source && { variationOf: options.referTo('component', source) }),
      ...(theme && { theme: options.referTo('theme', theme) }),
    },
    findings,
  };
}
