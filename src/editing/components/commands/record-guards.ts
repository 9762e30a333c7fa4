import { guardText } from '@/core/components/guards';
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
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

/** Promises for what is drawn now: these properties of every part as the frame measured them, under these contexts. */
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
  return runCommand(library, newId, `Guard current values of ${name}`, (work) => {
    let guards = component.guards;
    for (const guard of found) {
      if (Object.values(guards).some((other) => same(other, guard))) continue;
      const id = newId('guard');
      const stored = { ...guard, order: behind(guards) };
      guards = { ...guards, [id]: stored };
      work.set(component.id, `guards/${id}`, stored);
    }
  });
}
