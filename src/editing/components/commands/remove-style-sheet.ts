import type { OpenLibrary } from '@/editing/session/open-library';
import { notOwn } from '@/editing/components/own-component';
import { type NewId, type Command } from '@/editing/session/command';
import { runCommand } from '@/editing/session/draft-transaction';
import { ownSheet } from '@/editing/components/own-style-sheet';

export function removeStyleSheet(library: OpenLibrary, { name }: { name: string }, newId: NewId): Command {
  const sheet = ownSheet(library, name);
  if (!sheet) return notOwn(name);
  return runCommand(library, newId, `Remove ${name}`, (work) => work.remove(sheet.id));
}
