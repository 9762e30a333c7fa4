import { itemsOf } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import { withoutThemeRules } from '@/core/components/theme';
import type { OpenLibrary } from '@/editing/session/open-library';
import { behindAllComponents, nameProblem } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { blank } from '@/editing/components/definition-draft';

/**
 * Starts a component: a root that takes content; everything another one has, as a copy of its own; or, where `linked`, a
 * variation, which says only what differs and takes over what the other changes later.
 */
export function startComponent(
  library: OpenLibrary,
  { name, from, linked }: { name: string; from?: string; linked?: boolean },
  newId: NewId,
): Command {
  const refused = nameProblem(library, name);
  if (refused) return refused;
  const all = itemsOf(library.items, 'component');
  const source = from === undefined ? undefined : all.find((component) => component.name === from);
  if (from !== undefined && !source)
    return refuse(`There is no component ${from}`, 'Choose one from the list');
  const order = behindAllComponents(library);
  return runCommand(library, newId, `Start the component ${name}`, (work) => {
    const id = newId('component');
    if (source && linked)
      return work.add({
        ...blank,
        id,
        name,
        order,
        rank: source.rank,
        variationOf: { id: source.id, path: source.name },
      });
    if (source) {
      const { bases: _bases, variationOf: _source, ...copied } = withoutThemeRules(source);
      return work.add({ ...copied, id, name, order, deprecation: null });
    }
    const [root, label] = ordersAfter(null, 2) as [string, string];
    const part = { shows: 'nothing' as const, description: '' };
    work.add({
      ...blank,
      id,
      name,
      order,
      template: '<div part="root">\n  <span part="label"><slot name="label"></slot></span>\n</div>',
      parts: {
        [newId('part')]: { ...part, order: root, name: 'root' },
        [newId('part')]: { ...part, order: label, name: 'label', shows: 'text' },
      },
      props: {
        [newId('prop')]: {
          order: root,
          name: 'label',
          kind: 'text',
          values: [],
          default: 'Text',
          description: '',
        },
      },
    });
    return undefined;
  });
}
