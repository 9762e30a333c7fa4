import { parse } from '@babel/parser';
import type { OpenLibrary } from '@/editing/session/open-library';
import { ownComponent } from '@/editing/components/own-component';
import { refuse, type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';

const LARGEST_SCRIPT = 100_000;

/** Changes what runs in the specimen of a component. It is read as JavaScript, and not run here. */
export function setScript(
  library: OpenLibrary,
  { component: name, text }: { component: string; text: string },
  newId: NewId,
): Command {
  const component = ownComponent(library, name);
  if (!component) return refuse(`${name} is inherited`, 'Change it in the library it comes from');
  if (text.length > LARGEST_SCRIPT) return refuse('The script has more than 100 KB', 'Make it shorter');
  try {
    parse(text, { sourceType: 'script', allowReturnOutsideFunction: true });
  } catch (error) {
    // The parser's own error says where; anything else is a fault of ours.
    const { loc } = error as { loc?: { line: number; column: number } };
    if (!(error instanceof SyntaxError)) throw error;
    return refuse(
      `The script cannot be read${loc ? ` at line ${loc.line}, column ${loc.column + 1}` : ''}`,
      'Correct it there',
    );
  }
  return runCommand(library, newId, `Change the script of ${name}`, (work) =>
    work.set(component.id, 'script', text),
  );
}
