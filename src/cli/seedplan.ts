import { UnreadableFile } from '@/files/token-files';
import { UsageError } from './arguments';

/** `bin/seedplan`: the core on the command line (the contract is in docs/command-line.md). */
const COMMANDS: Record<
  string,
  { usage: string; load: () => Promise<{ run(words: string[]): number | Promise<number> }> }
> = {
  resolve: {
    usage: 'resolve FILE [--context AXIS=CONTEXT]… [--format json|table]',
    load: () => import('./commands/resolve'),
  },
  check: {
    usage: 'check FILE [--format text|json|sarif] [--fail-on error|warning|never]',
    load: () => import('./commands/check'),
  },
  diff: {
    usage: 'diff OLD NEW [--format text|json|markdown] [--severity FILE]',
    load: () => import('./commands/diff'),
  },
  export: {
    usage:
      'export FILE --to FORMAT [--out DIR] [--context AXIS=CONTEXT]… [--prefix WORD] [--unit px|rem] [--components FILE…]',
    load: () => import('./commands/export'),
  },
  scan: {
    usage:
      'scan DIR --tokens FILE [--components FILE…] [--prefix WORD] [--format text|json|sarif] [--fail-on error|warning|never]',
    load: () => import('./commands/scan'),
  },
  intake: { usage: 'intake FILE… [--format json|dtcg]', load: () => import('./commands/intake') },
  migrate: {
    usage: 'migrate DIR --tokens FILE [--from OLD=TOKEN]… [--write] [--format patch|json]',
    load: () => import('./commands/migrate'),
  },
  'check-markup': {
    usage:
      'check-markup FILE.html --tokens FILE --components FILE… [--prefix WORD] [--format text|json|sarif] [--fail-on error|warning|never]',
    load: () => import('./commands/check-markup'),
  },
  backup: { usage: 'backup FILE', load: () => import('./commands/backup') },
  restore: { usage: 'restore FILE [--into DIR]', load: () => import('./commands/restore') },
  copy: { usage: 'copy --from URL --to URL', load: () => import('./commands/copy') },
  contrast: { usage: 'contrast TEXT SURFACE [--under COLOUR]', load: () => import('./commands/contrast') },
};

async function main(): Promise<number> {
  const [name, ...words] = process.argv.slice(2);
  const usage = Object.values(COMMANDS)
    .map((command) => `  seedplan ${command.usage}`)
    .join('\n');
  if (name === undefined || name === '--help' || name === 'help') {
    // Asked for, it is the answer; not asked for, it is what went wrong.
    if (name === undefined) console.error(`Name a command.\nUsage:\n${usage}`);
    else console.log(`Usage:\n${usage}`);
    return name === undefined ? 2 : 0;
  }
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!command) {
    console.error(`There is no command ${name}.\n${usage}`);
    return 2;
  }
  try {
    return await (await command.load()).run(words);
  } catch (error) {
    if (error instanceof UsageError) console.error(`${error.message}\nUsage: seedplan ${command.usage}`);
    else if (error instanceof UnreadableFile) console.error(error.message);
    else console.error(`The program failed: ${(error as Error).message}`);
    return 2;
  }
}

process.stdout.on('error', () => process.exit(0));
/** Settled once the command has said all. */
export const ended = main().then((status) => {
  process.exitCode = status;
  return status;
});
