import type { CodeProp } from '@/core/components/source/source';
import type { Prop } from '@/core/components/definition';
import { plainName } from '@/core/components/plain-name';
import type { OpenLibrary } from '@/editing/session/open-library';
import { blank } from '@/editing/components/definition-draft';
import { behindAllComponents, NAME, nameProblem } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { listed, linkOf } from '@/editing/components/code-link';

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
