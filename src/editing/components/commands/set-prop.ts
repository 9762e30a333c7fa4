import type { ComponentDefinition, Prop } from '@/core/components/definition';
import type { OpenLibrary } from '@/editing/session/open-library';
import { behind, NAME, notOwn, ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { PropDraft, stillUsed, usersOf } from '@/editing/components/definition-draft';

/** Adds a prop, or changes the one of that name. A value that rules or screens still use cannot go. */
export function setProp(
  library: OpenLibrary,
  { component: name, prop }: { component: string; prop: PropDraft },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return notOwn(name);
  const words = [prop.name, ...(prop.kind === 'choice' ? prop.values : [])];
  const wrong = words.find((word) => !NAME.test(word));
  if (wrong !== undefined)
    return refuse(
      `“${wrong}” is not a name for a prop or a value`,
      'Use letters, digits and hyphens, beginning with a small letter',
      wrong === prop.name ? 'name' : 'values',
    );
  if (prop.name === 'state') return refuse('A prop cannot be called state', 'State is what happens to a component, not what it is given', 'name'); // prettier-ignore
  if (prop.kind === 'choice' && prop.values.length === 0)
    return refuse('A choice has at least one value', 'Add its values, separated by commas', 'values');
  if (new Set(prop.values).size < prop.values.length)
    return refuse('A value stands twice', 'Leave each value in once', 'values');
  const standard = prop.kind === 'choice' ? prop.default || prop.values[0]! : prop.default;
  if (prop.kind === 'choice' && !prop.values.includes(standard))
    return refuse(`${standard} is none of the values`, `Choose one of ${prop.values.join(', ')}`, 'default');
  const [id, known] = Object.entries(component.props).find(([, other]) => other.name === prop.name) ?? [];
  if (known) {
    const users = usersOf(component, prop.name, (condition) =>
      condition.kind === 'choice'
        ? prop.kind !== 'choice' || condition.is.some((value) => !prop.values.includes(value))
        : prop.kind !== known.kind,
    );
    if (users.length > 0) return stillUsed(prop.name, users);
    const lost = placedValues(library, component, prop.name).find(
      ({ value }) => prop.kind === 'choice' && !prop.values.includes(value),
    );
    if (lost)
      return refuse(
        `${lost.value} of ${prop.name} is set on ${lost.where}`,
        'Change it there first, or keep the value',
        'values',
      );
  }
  const stored: Prop = { ...prop, default: standard, order: known?.order ?? behind(component.props) };
  return runCommand(library, newId, `${known ? 'Change' : 'Add'} the prop ${prop.name} of ${name}`, (work) =>
    work.set(component.id, `props/${id ?? newId('prop')}`, stored),
  );
}

/** Values of a prop that screens set, with the screen they are set on. */
function placedValues(library: OpenLibrary, component: ComponentDefinition, prop: string) {
  return library.snapshot.products.flatMap((product) =>
    product.items.flatMap((item) =>
      item.kind === 'placement' && item.component.id === component.id && item.props[prop] !== undefined
        ? [{ value: item.props[prop]!, where: `a screen of ${product.name}` }]
        : [],
    ),
  );
}
