import { counted } from '@/core/base/words';
import { guardBreaks, guardText } from '@/core/components/guards';
import { partsOf, type MeasuredPart } from '@/core/components/measured';
import { componentClass } from '@/core/components/compile';
import type { Guard } from '@/core/components/definition';
import type { Context } from '@/core/tokens/system';
import type { OpenLibrary } from '@/editing/session/open-library';
import {
  behind,
  conditionsFor,
  notOwn,
  ownComponent,
  usedComponent,
} from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/**
 * Promises for what is drawn now: these properties of every part as the frame measured them, under these contexts. What would
 * be broken at once, since it is other in another combination that the conditions let in, is no promise and is left out.
 */
export function recordGuards(
  library: OpenLibrary,
  {
    component: name,
    when,
    boxes,
    properties,
    under,
  }: { component: string; when: string; boxes: MeasuredPart[]; properties: string[]; under: Context },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  const used = usedComponent(library, name);
  if (!component || !used) return notOwn(name);
  const read = conditionsFor(used, when);
  if ('refused' in read) return read.refused;
  const same = (a: Guard, b: Guard) => guardText(a) === guardText(b);
  const found = partsOf(boxes, componentClass(used)).flatMap((box, i, all) =>
    all.findIndex((other) => other.part === box.part) === i
      ? properties.flatMap((property): Guard[] => {
          const value = box.style[property];
          if (value === undefined || value === '') return [];
          return [
            {
              order: '',
              when: read.conditions,
              part: box.part,
              property,
              value,
              note: 'Recorded',
              ...(Object.keys(under).length > 0 && { under }),
            },
          ];
        })
      : [],
  );
  const holding = found.filter(
    (guard) =>
      guardBreaks({ ...used, guards: { recorded: guard } }, library.items, library.resolution).length === 0,
  );
  if (found.length > 0 && holding.length === 0)
    return refuse(
      `${guardText(found[0]!)}, but not in every combination${when.trim() ? ` when ${when.trim()}` : ''}`,
      'Name more conditions, so that the guard is about the combinations in which it holds',
    );
  const left = found.length - holding.length;
  const label = `Guard current values of ${name}${left > 0 ? `, without ${counted(left, 'value')} that other combinations change` : ''}`;
  return runCommand(library, newId, label, (work) => {
    let guards = component.guards;
    for (const guard of holding) {
      if (Object.values(guards).some((other) => same(other, guard))) continue;
      const id = newId('guard');
      const stored = { ...guard, order: behind(guards) };
      guards = { ...guards, [id]: stored };
      work.set(component.id, `guards/${id}`, stored);
    }
  });
}
