import type { Finding } from '../findings/finding';
import type { ComponentDefinition, Prop } from './definition';
import { ordered } from '../document/item';
import { plainName } from './plain-name';

/** `isDisabled` and `is-disabled` are one name written by two habits. */
const key = (name: string): string => name.replace(/[-_]/g, '').toLowerCase();

/** A prop that is another in the library and in its code. */
interface DriftRow {
  /** Its name in the library, or in the code where it is only there. */
  prop: string;
  /** As it is in the library; null: not there. */
  mine: Prop | null;
  /** As its code should have it after the library's names; null: not there. */
  theirs: Pick<Prop, 'kind' | 'values'> | null;
  problem: string;
  fix: string;
}

/** Where a component's props and those its code had when last read have drifted apart, a row for each. */
export function driftRows(component: ComponentDefinition): DriftRow[] {
  const { code } = component;
  if (!code) return [];
  const { file } = code;
  const own = new Map(ordered(component.props).map((prop) => [key(prop.name), prop]));
  const theirs = new Map(code.props.map((prop) => [key(prop.name), prop]));
  const rows: DriftRow[] = [];
  for (const [name, prop] of theirs) {
    const mine = own.get(name);
    // A value that only the habit of writing tells from one of the library is that one.
    const values = prop.values.map(
      (value) => mine?.values.find((one) => key(one) === key(value)) ?? plainName(value, value),
    );
    const row = { prop: mine?.name ?? plainName(prop.name, prop.name), mine: mine ?? null, theirs: { kind: prop.kind, values } };
    if (!mine)
      rows.push({ ...row, problem: `${file} has the prop ${prop.name}, which is not here`, fix: 'Add the prop, or remove it from the code' });
    else if (mine.kind !== prop.kind)
      rows.push({ ...row, problem: `${mine.name} is a ${mine.kind} here and a ${prop.kind} in ${file}`, fix: 'Make it the same in both' });
    else {
      const lacking = values.filter((value) => !mine.values.includes(value));
      const more = mine.kind === 'choice' ? mine.values.filter((value) => !values.includes(value)) : [];
      if (lacking.length > 0)
        rows.push({ ...row, problem: `${mine.name} can be ${lacking.join(', ')} in ${file}, and not here`, fix: 'Add the values, or remove them from the code' });
      if (more.length > 0)
        rows.push({ ...row, problem: `${mine.name} can be ${more.join(', ')} here, and not in ${file}`, fix: 'Add them to the code, or remove them in the library' });
    }
  }
  for (const [name, prop] of own)
    if (!theirs.has(name))
      rows.push({ prop: prop.name, mine: prop, theirs: null, problem: `${prop.name} is not in ${file}`, fix: 'Add it to the code, or remove it in the library' });
  return rows;
} // prettier-ignore

/** The same as findings. */
export const driftOf = (component: ComponentDefinition): Finding[] =>
  driftRows(component).map(({ problem, fix }) => ({
    code: 'code-drift',
    level: 'warning',
    path: component.name,
    message: `${component.name}: ${problem}`,
    fix,
    at: { file: component.code!.file },
  }));

/** A prop as a line of a TypeScript interface, for the code to be made like the library. */
export function propLine({ name, kind, values }: Pick<Prop, 'name' | 'kind' | 'values'>): string {
  const code = name.replace(/-([a-z0-9])/g, (_, letter: string) => letter.toUpperCase());
  const type = { choice: values.map((value) => `'${value}'`).join(' | ') || 'string', flag: 'boolean', text: 'string', slot: 'ReactNode' }[kind];
  return `${code}?: ${type};`;
} // prettier-ignore
