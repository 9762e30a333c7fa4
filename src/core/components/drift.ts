import type { Finding } from '../findings/finding';
import type { ComponentDefinition } from './definition';
import { ordered } from '../document/item';

/** `isDisabled` and `is-disabled` are one name written by two habits. */
const key = (name: string): string => name.replace(/[-_]/g, '').toLowerCase();

/** Where a component's props and those its code had when last read have drifted apart. */
export function driftOf(component: ComponentDefinition): Finding[] {
  const { code } = component;
  if (!code) return [];
  const own = new Map(ordered(component.props).map((prop) => [key(prop.name), prop]));
  const theirs = new Map(code.props.map((prop) => [key(prop.name), prop]));
  const finding = (message: string, fix: string): Finding => ({
    code: 'code-drift',
    level: 'warning',
    path: component.name,
    message: `${component.name}: ${message}`,
    fix,
    at: { file: code.file },
  });
  const found: Finding[] = [];
  for (const [name, prop] of theirs) {
    const mine = own.get(name);
    if (!mine)
      found.push(
        finding(
          `${code.file} has the prop ${prop.name}, which is not here`,
          'Add the prop, or remove it from the code',
        ),
      );
    else if (mine.kind !== prop.kind)
      found.push(
        finding(
          `${mine.name} is a ${mine.kind} here and a ${prop.kind} in ${code.file}`,
          'Make it the same in both',
        ),
      );
    else {
      const lacking = prop.values.filter((value) => !mine.values.some((one) => key(one) === key(value)));
      const more = mine.values.filter(
        (value) => mine.kind === 'choice' && !prop.values.some((one) => key(one) === key(value)),
      );
      if (lacking.length > 0)
        found.push(
          finding(
            `${mine.name} can be ${lacking.join(', ')} in ${code.file}, and not here`,
            'Add the values, or remove them from the code',
          ),
        );
      if (more.length > 0)
        found.push(
          finding(
            `${mine.name} can be ${more.join(', ')} here, and not in ${code.file}`,
            'Add them to the code, or remove them in the library',
          ),
        );
    }
  }
  for (const [name, prop] of own)
    if (!theirs.has(name))
      found.push(
        finding(`${prop.name} is not in ${code.file}`, 'Add it to the code, or remove it in the library'),
      );
  return found;
}
