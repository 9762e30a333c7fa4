import { sheetProblem } from '@/core/components/style-sheets';
import { itemsOf } from '@/core/document/item';
import { ordersAfter } from '@/core/document/order';
import type { OpenLibrary } from '@/editing/session/open-library';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { ownSheet } from '@/editing/components/own-style-sheet';

/** Brings style sheets for all components of a library, or changes what one of these names holds. */
export function putStyleSheets(
  library: OpenLibrary,
  { sheets }: { sheets: { name: string; css: string }[] },
  newId: NewId,
): Command {
  for (const { name, css } of sheets) {
    if (!/^[\w][\w .-]{0,80}$/.test(name))
      return refuse(`“${name}” is not a name for a style sheet`, 'Use letters, digits, dots and hyphens');
    const wrong = sheetProblem(css);
    if (wrong) return refuse(`${name}: ${wrong.problem}`, wrong.fix);
  }
  const names = sheets.map(({ name }) => name).join(', ');
  const known = sheets.every(({ name }) => ownSheet(library, name));
  return runCommand(library, newId, `${known ? 'Change' : 'Add'} ${names}`, (work) => {
    for (const { name, css } of sheets) {
      const all = itemsOf(work.own, 'styleSheet');
      const there = all.find((sheet) => sheet.name === name);
      if (there) work.set(there.id, 'css', css);
      else {
        const last = all.map(({ order }) => order).sort();
        const [order] = ordersAfter(last.at(-1) ?? null, 1);
        work.add({ id: newId('sheet'), kind: 'styleSheet', name, css, order: order! });
      }
    }
  });
}
