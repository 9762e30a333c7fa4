import { parseConditions } from '@/core/components/condition';
import type { CodeProp } from '@/core/components/source/source';
import { partAncestry, templateOf } from '@/core/components/template';
import type { ComponentDefinition, Prop, StyleRule, StyleValue } from '@/core/components/definition';
import { ordersAfter } from '@/core/document/order';
import type { Proposal } from '@/core/components/from-markup';
import { plainName } from '@/core/components/plain-name';
import type { OpenLibrary } from '@/editing/session/open-library';
import { blank } from './making';
import { behindAllComponents, NAME, nameProblem, notOwn, ownComponent } from './own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Entries by fresh ids, in order. */
function listed<T, E extends { order: string }>(
  all: readonly T[],
  id: () => string,
  make: (one: T, order: string) => E,
): Record<string, E> {
  const orders = ordersAfter(null, all.length);
  return Object.fromEntries(all.map((one, i) => [id(), make(one, orders[i]!)]));
}

/** What a proposal binds: the token of each property of each rule, by `rule index` and property. */
type Bindings = Record<string, string>;

/** Starts a component from markup, as it was proposed; `bindings` says which raw values become which tokens. */
export function startFromMarkup(
  library: OpenLibrary,
  {
    name,
    proposal,
    bindings,
  }: { name: string; proposal: Pick<Proposal, 'template' | 'parts' | 'props' | 'rules'>; bindings: Bindings },
  newId: NewId,
): Command {
  const refused = nameProblem(library, name);
  if (refused) return refused;
  const { root, findings } = templateOf(proposal.template);
  const [finding] = findings;
  if (!root || finding)
    return refuse(finding?.message ?? 'The template is empty', finding?.fix ?? 'Choose another element');
  const there = partAncestry(root);
  return runCommand(library, newId, `Start ${name} from markup`, (work) => {
    const id = () => newId('entry');
    const valueOf = (rule: number, property: string, raw: string): StyleValue => {
      const path = bindings[`${rule} ${property}`];
      const token = path === undefined ? undefined : library.tree.ids.get(path);
      return token === undefined ? { raw } : { token: { id: token, path: path! } };
    };
    work.add({
      ...blank,
      id: newId('component'),
      name,
      order: behindAllComponents(library),
      template: proposal.template,
      parts: listed(
        proposal.parts.filter((part) => there.has(part.name)),
        id,
        (part, order) => ({ order, ...part, description: '' }),
      ),
      props: listed(proposal.props, id, (prop, order): Prop => ({ order, ...prop, description: '' })),
      entries: listed(
        proposal.rules.map((rule, i) => ({ ...rule, i })).filter(({ part }) => there.has(part)),
        id,
        (rule, order): StyleRule => ({
          order,
          kind: 'rule',
          when: parseConditions(rule.when),
          part: rule.part,
          declarations: rule.declarations.map(([property, raw]) => [
            property,
            valueOf(rule.i, property, raw),
          ]),
          comment: '',
        }),
      ),
    });
  });
}

/** Props as code has them, as this library would write them. */
const propOf = (prop: CodeProp, order: string): Prop => {
  const values =
    prop.kind === 'choice' ? [...new Set(prop.values.map((value) => plainName(value, 'value')))] : [];
  const standard = prop.default ?? '';
  return {
    order,
    name: NAME.test(prop.name) && prop.name !== 'state' ? prop.name : plainName(prop.name, 'prop'),
    kind: prop.kind,
    values,
    default:
      prop.kind === 'choice'
        ? (values.find((value) => value === plainName(standard, '')) ?? values[0]!)
        : prop.kind === 'flag'
          ? standard === 'true'
            ? 'true'
            : ''
          : prop.kind === 'text'
            ? standard
            : '',
    description: prop.description ?? '',
  };
};

const linkOf = (file: string, props: readonly CodeProp[]): ComponentDefinition['code'] => ({
  file,
  props: props.map(({ name, kind, values }) => ({ name, kind, values })),
});

/** Starts a component with the props that code of it has, and keeps them beside it to tell when they drift apart. */
export function startFromCode(
  library: OpenLibrary,
  { name, file, props }: { name: string; file: string; props: CodeProp[] },
  newId: NewId,
): Command {
  const refused = nameProblem(library, name);
  if (refused) return refused;
  if (props.length === 0) return refuse(`${file} gives it no props`, 'Choose another component of the file');
  return runCommand(library, newId, `Start ${name} from ${file}`, (work) => {
    const id = () => newId('entry');
    const texts = props.filter(({ kind }) => kind === 'text' || kind === 'slot').slice(0, 12);
    const made = texts.map((prop) => ({ prop, part: propOf(prop, '').name }));
    const template = `<div part="root">\n${made.map(({ part }) => `  <span part="${part}" when="${part}"><slot name="${part}"></slot></span>\n`).join('')}</div>`;
    work.add({
      ...blank,
      id: newId('component'),
      name,
      order: behindAllComponents(library),
      template,
      parts: listed(['root', ...new Set(made.map(({ part }) => part))], id, (part, order) => ({
        order,
        name: part,
        shows: made.some((one) => one.part === part && one.prop.kind === 'text')
          ? ('text' as const)
          : ('nothing' as const),
        description: '',
      })),
      props: listed(props, id, propOf),
      code: linkOf(file, props),
    });
  });
}

/** Keeps the props that code has now beside a component; where they differ from its own becomes a finding. */
export function compareWithCode(
  library: OpenLibrary,
  { component: name, file, props }: { component: string; file: string; props: CodeProp[] },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  return runCommand(library, newId, `Compare ${name} with ${file}`, (work) =>
    work.set(component.id, 'code', linkOf(file, props)),
  );
}
