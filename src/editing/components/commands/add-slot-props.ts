import type { Prop } from '@/core/components/definition';
import { ordered } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import { listed, plural } from '@/core/base/words';
import type { OpenLibrary } from '@/editing/session/open-library';
import { NAME, notOwn, ownComponent, usedComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Gives slots of a template the props that fill them: a text, or other components. */
export function addSlotProps(
  library: OpenLibrary,
  { component: name, slots }: { component: string; slots: { name: string; kind: 'text' | 'slot' }[] },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  if (slots.length === 0) return refuse('No slot is named', 'Name a slot of the template');
  const wrong = slots.find((slot) => !NAME.test(slot.name) || slot.name === 'state');
  if (wrong)
    return refuse(
      `“${wrong.name}” is not a name for a prop`,
      'Use letters, digits and hyphens, beginning with a small letter',
    );
  const names = [...Object.values(used.props), ...slots].map((one) => one.name);
  const twice = slots.find((slot) => names.filter((one) => one === slot.name).length > 1);
  if (twice) return refuse(`There is a prop ${twice.name} already`, 'Name the slot otherwise');
  const last = ordered(component.props).at(-1)?.order ?? null;
  const orders = ordersAfter(last, slots.length);
  const added = listed(slots.map((slot) => slot.name));
  return runCommand(library, newId, `Add the ${plural(slots.length, 'prop')} ${added} of ${name}`, (work) =>
    slots.forEach((slot, i) =>
      work.set(component.id, `props/${newId('prop')}`, {
        order: orders[i]!,
        name: slot.name,
        kind: slot.kind,
        values: [],
        default: '',
        description: '',
      } satisfies Prop),
    ),
  );
}
